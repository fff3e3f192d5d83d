import type { ColourRead, ColourwayRead, DesignRead, StoreRead } from "@yule/contract";
import { LOAD_OF, techniqueOf, waterFor, USUAL_ROOM, type PlanLine, type Room, type SheetLine, type ShelfPaint, t, wordsFor, plural } from "@yule/core";
import { puddlesFor, toldOf } from "../colour/puddleTasks.ts";
import { counted, onShelf, shelfOf } from "../colour/shelf.ts";
import type { BenchPlan } from "./benchPlan.ts";
import type { StandingBatch } from "./table.ts";
import { plannedNumbers } from "./panelNumbers.ts";

/** A mix to stand ready: of one paint for the panels of one colourway. */
export interface MixToMake {
  readonly design: string;
  readonly colourway: string;
  readonly paint: string;
  readonly pigments: string;
  readonly panels: number;
  readonly ml: number;
  /** Water to one part of paint, in halves. */
  readonly water: number;
  /** Mixings, since a puddle thickens; 1 where one lasts. */
  readonly goes: number;
  readonly isOnShelf: boolean;
}

/** What must be on the table before a session begins. */
export interface Preparation {
  readonly tools: readonly string[];
  readonly mixes: readonly MixToMake[];
  /** What the shelf does not have, in words. */
  readonly missing: readonly string[];
}

/** What a stage needs that tells no technique. */
const TOOLS_OF: Readonly<Record<DesignRead["stages"][number]["kind"], string>> = wordsFor({
  prepare: () => t`board, artist's tape`,
  draw: () => t`pencil, ruler`,
  mask: () => t`old brush, soap, masking fluid`,
  paint: () => t`brushes, two jars of water, palette`,
  finish: () => t``,
  assemble: () => t`bone folder, glue`,
});
/** The last of a paint is not mixed out to its last drop. */
const RESERVE = 0.25;
/** The moves of a run sheet that lie in one session: up to its end, or all that there are. @param until minutes since the plan began */
export const linesUntil = (lines: readonly SheetLine[], until: number): PlanLine[] => lines.filter((line): line is PlanLine => line.kind === "work" && line.from < until);

/** What must be on the table for the session that is on or comes next. */
export function sessionPreparation(
  planned: BenchPlan,
  lying: readonly StandingBatch[],
  colour: ColourRead | undefined,
  stores: readonly StoreRead[],
  room: Room | null,
): Preparation {
  const until = planned.stop ? (planned.stop.at.getTime() - planned.since.getTime()) / 60_000 : Infinity;
  return preparationFor(linesUntil(planned.lines, until), lying, shelfOf(colour), stores, room);
}

/** What these moves need on the table: tools by stage, a mix for each paint of each colourway, and what the shelf lacks of it. */
export function preparationFor(
  lines: readonly PlanLine[],
  lying: readonly StandingBatch[],
  shelf: readonly ShelfPaint[],
  stores: readonly StoreRead[],
  room: Room | null,
): Preparation {
  const tools: string[] = [];
  const panels = new Map<string, { readonly on: StandingBatch; readonly way: ColourwayRead; readonly units: Set<number> }>();
  for (const line of lines) {
    const on = lying.find(({ batch }) => batch.id === line.batch);
    const stage = on?.design.stages.find(({ id }) => id === line.stage);
    if (!on || !stage) continue;
    const { technique } = on.stages.find(({ table }) => table.id === stage.id)?.table ?? { technique: null };
    for (const tool of (technique === null ? TOOLS_OF[stage.kind] : techniqueOf(technique).tools).split(",")) if (tool.trim() !== "") tools.push(tool.trim());
    if (stage.kind !== "paint") continue;
    for (const number of plannedNumbers(on, line.units)) {
      const way = on.design.colourways.find(({ id }) => id === on.batch.units.find((unit) => unit.number === number)?.colourwayId);
      if (!way) continue;
      const entry = panels.get(`${on.batch.id}/${way.id}`) ?? { on, way, units: new Set<number>() };
      entry.units.add(number);
      panels.set(`${on.batch.id}/${way.id}`, entry);
    }
  }
  const mixes = [...panels.values()].flatMap(({ on, way, units }) => mixesFor(on.design, way, units.size, shelf, room ?? USUAL_ROOM));
  const wanted = [...new Set(tools)];
  return { tools: wanted, mixes, missing: [...missingPaints(mixes), ...missingTools(wanted, stores)] };
}

function mixesFor(design: DesignRead, way: ColourwayRead, panels: number, shelf: readonly ShelfPaint[], room: Room): MixToMake[] {
  return puddlesFor(design, toldOf(design, way, null, []).puddles, panels, shelf, RESERVE, room).map(({ paint, strength, puddle }) => {
    const own = onShelf(paint, shelf);
    return {
      design: design.name,
      colourway: way.name,
      paint: paint.name,
      pigments: paint.pigments,
      panels,
      ml: puddle.ml,
      water: Math.max(0.5, Math.round(waterFor(LOAD_OF[strength], own?.strength ?? 1) * 2) / 2),
      goes: puddle.goes.length,
      isOnShelf: own !== undefined,
    };
  });
}

const missingPaints = (mixes: readonly MixToMake[]): string[] => [
  ...new Set(mixes.filter(({ isOnShelf }) => !isOnShelf).map(({ paint, pigments }) => t`${paint}${pigments === "" ? "" : ` (${pigments})`} is not on the paint shelf`)),
];

/** Tools that the shop counts by that name, and has none left of. */
const missingTools = (tools: readonly string[], stores: readonly StoreRead[]): string[] =>
  tools.flatMap((tool) => {
    const counted = stores.filter(({ name }) => name.toLowerCase().includes(tool.toLowerCase()));
    return counted.length > 0 && counted.every(({ onHand }) => onHand <= 0) ? [t`${tool}: none is left`] : [];
  });

/** `3.5 ml Rockpool: 1 part to 5 parts water, for 6 panels`. */
export const mixToMakeWords = ({ ml, paint, water, panels, goes }: MixToMake): string =>
  t`${String(Math.round(ml * 10) / 10)} ml ${paint}: 1 part to ${counted(water, t`water`)}, for ${plural(panels, { one: "# panel", other: "# panels" })}${goes > 1 ? t`, in ${String(goes)} mixings` : ""}`;
