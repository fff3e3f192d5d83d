import type { BatchRead, ColourwayRead, DesignRead, DispatchRead, Grade, NeedRead, ShopRead, YieldRead } from "@yule/contract";
import { addDays, day, minutes, nightsIn, readyByTerms, serviceFor, type Day, type Minutes, type NeedOutlook, type Serving, type Transit } from "@yule/core";
import { paintingStages, unitsSoFar, type UnitSoFar } from "./unitsSoFar.ts";
import { howSure, NO_RECORD, panelsFor, yieldOf, type HowSure } from "../finish/howMany.ts";

/** Days that a need not yet begun takes at the least, its nights not counted. */
const DAYS_TO_PAINT = 2;

export type NeedStage = "not begun" | "on the bench" | "to inspect" | "to assemble" | "to post" | "done";

/** A need with all that follows for it. */
export interface NeedView {
  readonly need: NeedRead;
  readonly design: DesignRead;
  readonly cards: number;
  readonly batches: readonly BatchRead[];
  readonly assembled: number;
  readonly good: number;
  /** The same by colourway: cards that good panels give, assembled ones included. */
  readonly goodBy: ReadonlyMap<string, number>;
  /** Panels on the bench that are neither spoilt nor graded. */
  readonly coming: number;
  /** Panels on the bench that have gone through a stage, by its id. */
  readonly doneAt: ReadonlyMap<string, number>;
  /** Panels that are still to go through a stage of painting, those to be painted among them, by its id and their colourway. */
  readonly leftAt: ReadonlyMap<string, ReadonlyMap<string, number>>;
  /** Panels to paint so that enough are good, per line of the need; nothing for those with a batch. */
  readonly toPaint: readonly { readonly colourwayId: string; readonly quantity: number; readonly make: number }[];
  /** How sure it is to be that enough are good, and why. */
  readonly sure: HowSure;
  readonly post: (Transit & { readonly postBy: Day }) | null;
  readonly readyBy: Day;
  readonly outlook: NeedOutlook;
  readonly stage: NeedStage;
  /** Panels of the stash and left-over cards that could serve it before anything is painted; null where there are none. */
  readonly serving: Serving | null;
}

export const colourwayOf = (design: DesignRead, id: string): ColourwayRead | null => design.colourways.find((each) => each.id === id) ?? null;

/** What a need is worked out from. */
export interface ToldOfNeeds {
  readonly shop: Pick<ShopRead, "hourMinor">;
  readonly dispatch: DispatchRead;
  readonly today: Day;
}

/** A design as it is made for a need: without the stages it leaves out, and for the stash as panels alone. */
export function asMadeFor(need: NeedRead, design: DesignRead): DesignRead {
  const stages = design.stages.filter((stage) => !need.skipped.includes(stage.id) && (need.kind !== "stash" || stage.kind !== "assemble"));
  return stages.length === design.stages.length ? design : { ...design, stages };
}

/** Good cards a colourway's panels give: each its own, or any number printed from one master. */
export function cardsFrom(need: NeedRead, colourwayId: string, goodPanels: number): number {
  if (!need.print || goodPanels === 0) return goodPanels;
  return need.lines.reduce((sum, line) => sum + (line.colourwayId === colourwayId ? line.quantity : 0), 0);
}

export type BareNeed = ReturnType<typeof bareView>;

const dayOrNull = (text: string | null): Day | null => (text === null ? null : day(text));

const isKept = (grade: Grade | null): boolean => grade === "stash" || grade === "good";
/** Whether a panel of this grade is one that the need asked for. */
const counts = (need: NeedRead, grade: Grade | null): boolean => grade === "good" || (need.kind === "stash" && isKept(grade));

/** Cards left over from earlier needs that were given to it. */
const fromLeft = (need: NeedRead, colourwayId: string): number => need.lines.reduce((sum, line) => sum + (line.colourwayId === colourwayId ? line.fromLeft : 0), 0);

/** What lies there for each need: its own batches, and panels painted for it or given to it. */
export interface ThereFor {
  readonly batches: readonly BatchRead[];
  readonly units: readonly UnitSoFar[];
}
const NOTHING_THERE: ThereFor = { batches: [], units: [] };

/** What lies there for all needs, in one walk over the batches. */
export function thereFor(batches: readonly BatchRead[]): (needId: string) => ThereFor {
  const found = new Map<string, { batches: BatchRead[]; units: UnitSoFar[] }>();
  const of = (id: string): { batches: BatchRead[]; units: UnitSoFar[] } => {
    const known = found.get(id) ?? { batches: [], units: [] };
    found.set(id, known);
    return known;
  };
  for (const batch of batches) {
    of(batch.needId).batches.push(batch);
    for (const each of unitsSoFar(batch)) of(each.unit.servesNeedId ?? batch.needId).units.push(each);
  }
  return (needId) => found.get(needId) ?? NOTHING_THERE;
}

/** How far a need has come, by what there is of its cards and panels. */
function stageOfNeed(
  need: NeedRead,
  {
    cards,
    kept,
    assembled,
    good,
    coming,
    painted,
    isBegun,
  }: Readonly<Record<"cards" | "kept" | "assembled" | "good" | "coming" | "painted", number>> & { readonly isBegun: boolean },
): NeedStage {
  if (need.postedOn !== null || (need.kind === "stash" && kept >= cards)) return "done";
  if (assembled >= cards) return "to post";
  if (need.kind !== "stash" && good - assembled > 0 && good >= cards) return "to assemble";
  if (coming > 0 && painted === coming) return "to inspect";
  return isBegun ? "on the bench" : "not begun";
}

export function bareView(reads: ToldOfNeeds, need: NeedRead, design: DesignRead, { batches, units }: ThereFor, yields: ReadonlyMap<string, YieldRead>, holidays: ReadonlySet<Day>) {
  const cards = need.lines.reduce((sum, line) => sum + line.quantity, 0);
  const assembled = need.lines.reduce((sum, line) => sum + line.assembled, 0);
  const goodBy = new Map(
    [...new Set(need.lines.map((line) => line.colourwayId))].map((id) => [
      id,
      cardsFrom(need, id, units.filter(({ unit }) => counts(need, unit.grade) && unit.colourwayId === id).length) + fromLeft(need, id),
    ]),
  );
  const good = [...goodBy.values()].reduce((sum, each) => sum + each, 0);
  // Panels of a stash to refill are never assembled: kept is done, also when they have served another need since.
  const kept = need.kind === "stash" ? batches.flatMap((batch) => batch.units).filter((unit) => isKept(unit.grade)).length : 0;
  const going = units.filter(({ unit, spoilt }) => unit.grade === null && !spoilt);
  const coming = going.length;
  const record = yields.get(design.id) ?? NO_RECORD;
  const sure = howSure(need, design, record, reads.shop.hourMinor);
  const comesOut = yieldOf(design, record);
  const toPaint = need.lines.flatMap((line) => {
    const begun = units.filter(({ unit }) => unit.colourwayId === line.colourwayId);
    const there = begun.filter(({ unit, spoilt }) => !spoilt && (unit.grade === null || counts(need, unit.grade))).length;
    const wanted = need.print ? 1 : line.quantity - line.fromLeft;
    const missing = wanted - there;
    if (missing <= 0) return [];
    // Once as many as are wanted were begun, the plan holds what is surely lacking: spare ones beside it are asked about while the mix stands.
    return [{ colourwayId: line.colourwayId, quantity: missing, make: begun.length >= wanted ? missing : panelsFor(missing, comesOut, sure.confidence) }];
  });
  const toGoThrough = paintingStages(design).length;
  const painted = going.filter(({ through }) => through.size >= toGoThrough).length;
  const due = day(need.due);
  const stage = stageOfNeed(need, { cards, kept, assembled, good, coming, painted, isBegun: batches.length > 0 });
  const fresh = toPaint.reduce((sum, each) => sum + each.make, 0);
  // The cheapest service is only as good as the days it leaves for the work.
  const readyAtBest = addDays(reads.today, stage === "to post" || stage === "done" ? 0 : stage === "not begun" ? DAYS_TO_PAINT + nightsIn(design.stages.map(stageLoadOf)) : 1);
  const table = need.service === null ? reads.dispatch.carrier.table : reads.dispatch.carrier.table.filter((line) => line.service === need.service);
  const service = need.zone === null ? null : serviceFor(table, need.zone, due, readyAtBest, holidays);
  const post = service?.ok ? service.value : null;
  return {
    need,
    design,
    cards,
    batches,
    assembled,
    good,
    goodBy,
    coming,
    doneAt: new Map(design.stages.map((stage) => [stage.id, going.filter(({ through }) => through.has(stage.id)).length])),
    leftAt: leftAt(design, going, toPaint),
    toPaint,
    sure,
    post,
    readyBy: post?.postBy ?? readyByTerms({ kind: need.kind, due, photoOn: dayOrNull(need.photoOn), liveBy: dayOrNull(need.liveBy) }),
    stage,
    hands: stage === "done" || stage === "to post" ? minutes(0) : handsLeft(design, going, fresh, cards - assembled),
    nights: stage === "not begun" ? nightsIn(design.stages.map(stageLoadOf)) : 0,
  };
}

function leftAt(design: DesignRead, going: readonly UnitSoFar[], toPaint: NeedView["toPaint"]): NeedView["leftAt"] {
  return new Map(
    paintingStages(design).map(({ id }) => {
      const left = new Map<string, number>();
      const add = (way: string, many: number): void => void left.set(way, (left.get(way) ?? 0) + many);
      for (const { colourwayId, make } of toPaint) add(colourwayId, make);
      for (const { unit, through } of going) if (!through.has(id)) add(unit.colourwayId, 1);
      return [id, left];
    }),
  );
}

export const stageLoadOf = (stage: DesignRead["stages"][number]) => ({ hands: minutes(stage.hands), setup: minutes(stage.setup), dry: minutes(stage.dry) });

function handsLeft(design: DesignRead, going: readonly UnitSoFar[], fresh: number, cardsLeft: number): Minutes {
  const left = design.stages.reduce((sum, stage) => {
    const count = stage.kind === "assemble" ? cardsLeft : fresh + going.filter(({ through }) => !through.has(stage.id)).length;
    return sum + (count > 0 ? stage.setup + stage.hands * count : 0);
  }, 0);
  return minutes(left);
}
