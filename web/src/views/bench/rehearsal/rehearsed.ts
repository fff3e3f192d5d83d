import type { BatchRead, DesignRead } from "@yule/contract";
import { minutes, standing, OVERNIGHT, USUAL_ROOM, type BenchTimes, type RehearsedBench, type RehearsalSetting, type RehearsedBatch, type Room, t } from "@yule/core";
import { learnedRoute, type LearnedStage, type OnBoard } from "@yule/derive";

/** The air of a rehearsal. */
export const WEATHERS = [
  { id: "dry", words: () => t`dry, the heating on`, room: { warm: 22, humid: 0.35 } },
  { id: "usual", words: () => t`as on most days`, room: USUAL_ROOM },
  { id: "damp", words: () => t`damp and cool`, room: { warm: 17, humid: 0.75 } },
] as const satisfies readonly { id: string; words: () => string; room: Room }[];
export type Weather = (typeof WEATHERS)[number]["id"];

/** What is to be rehearsed. */
export interface RehearsalWish {
  /** One design, or two beside each other. */
  readonly designs: readonly DesignRead[];
  readonly panels: number;
  readonly weather: Weather;
  readonly mishaps: boolean;
  /** The bench's number: the same paper, hands and mishaps come with it. */
  readonly bench: number;
}

const roomOf = (weather: Weather): Room => (WEATHERS.find(({ id }) => id === weather) ?? WEATHERS[1]).room;

/** Waits as they were learned here, for the weather that is rehearsed. What dries overnight is left, and a rehearsal ends before it. */
function routeFor(design: DesignRead, times: BenchTimes, weather: Weather): readonly LearnedStage[] {
  const stages = learnedRoute(design, times, roomOf(weather), new Map());
  const night = stages.findIndex(({ table }) => table.dry >= OVERNIGHT);
  return night > 0 ? stages.slice(0, night) : stages;
}

/** A design's route as it is rehearsed, in the order of the designs that are wanted. */
export type Routes = readonly (readonly LearnedStage[])[];
export const routesFor = ({ designs, weather }: Pick<RehearsalWish, "designs" | "weather">, times: BenchTimes): Routes => designs.map((design) => routeFor(design, times, weather));

/** @param routes of the designs that are wanted */
export function settingFor(wanted: RehearsalWish, routes: Routes, changeover: number): RehearsalSetting {
  return {
    batches: wanted.designs.map((design, at): RehearsedBatch => {
      const stages = routes[at] ?? [];
      return {
        id: String(at),
        palette: design.id,
        units: Array.from({ length: wanted.panels }, (_, panel) => `${String(at)}/${String(panel + 1)}`),
        route: stages.map(({ table, live, drying }, index) => {
          const settles = stages[index + 1]?.table.within != null;
          const typical = settles ? table.dry : drying.typical;
          return { ...table, live: { ...live, dry: minutes(table.dry) }, typical: table.dry === 0 ? 0 : typical };
        }),
      };
    }),
    changeover,
    mishaps: wanted.mishaps,
    seed: wanted.bench,
  };
}

/** The same moment of the day for every rehearsal. */
const BEGUN = Date.UTC(2000, 0, 1);
/** A rehearsal's minute as a moment of its own clock. */
export const momentOf = (minute: number): Date => new Date(BEGUN + minute * 60_000);

/** The boards of a rehearsal as they stand at a minute: what is still being painted then is not done yet. */
export function boardsAt(at: RehearsedBench, minute: number, designs: readonly DesignRead[], routes: Routes): OnBoard[] {
  const shown: RehearsedBench = { ...at, now: minute, facts: at.facts.filter((fact) => fact.at <= minute) };
  return at.setting.batches.flatMap((batch, index) => {
    const design = designs[index];
    if (!design) return [];
    const units = batch.units.map((id, number) => ({
      id,
      number: number + 1,
      colourwayId: design.colourways[number % Math.max(1, design.colourways.length)]?.id ?? "",
      grade: null,
    }));
    return [
      {
        title: t`rehearsed`,
        design,
        batch: { id: batch.id, designId: design.id, perSheet: 1, units, facts: [] } as unknown as BatchRead,
        stages: routes[index] ?? [],
        states: standing(shown, batch),
      },
    ];
  });
}
