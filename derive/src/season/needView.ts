import type { BatchRead, ColourwayRead, DesignRead, DispatchRead, Grade, NeedRead } from "@yule/contract";
import { addDays, day, minutes, nightsIn, overmake, readyByTerms, serviceFor, type Day, type Minutes, type NeedOutlook, type Serving, type Transit } from "@yule/core";

/** How sure a need is to have enough good panels, and what is believed of a new design: nine in ten come out good. */
export const CONFIDENCE = 0.9;
export const FIRST_GUESS: readonly [number, number] = [9, 1];

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
  /** Panels to paint so that enough are good, per line of the need; nothing for those with a batch. */
  readonly toPaint: readonly { readonly colourwayId: string; readonly quantity: number; readonly make: number }[];
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
  readonly batches: readonly BatchRead[];
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

/** A panel that was painted for the need, or given to it out of the stash: that one counts as good, however it was judged. */
function unitsFor(reads: Pick<ToldOfNeeds, "batches">, needId: string) {
  return reads.batches.flatMap((batch) =>
    batch.units
      .filter((unit) => (unit.servesNeedId ?? batch.needId) === needId)
      .map((unit) => ({
        unit: unit.servesNeedId === needId ? { ...unit, grade: "good" as const } : unit,
        spoilt: batch.facts.some((fact) => fact.unitId === unit.id && fact.what === "spoilt"),
        facts: batch.facts.filter((fact) => fact.unitId === unit.id && (fact.what === "done" || fact.what === "skipped")),
      })),
  );
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

export function bareView(reads: ToldOfNeeds, need: NeedRead, design: DesignRead, yields: Map<string, { good: number; bad: number }>, holidays: ReadonlySet<Day>) {
  const batches = reads.batches.filter((batch) => batch.needId === need.id);
  const cards = need.lines.reduce((sum, line) => sum + line.quantity, 0);
  const assembled = need.lines.reduce((sum, line) => sum + line.assembled, 0);
  const units = unitsFor(reads, need.id);
  const goodBy = new Map(
    [...new Set(need.lines.map((line) => line.colourwayId))].map((id) => [
      id,
      cardsFrom(need, id, units.filter(({ unit }) => counts(need, unit.grade) && unit.colourwayId === id).length) + fromLeft(need, id),
    ]),
  );
  const good = [...goodBy.values()].reduce((sum, each) => sum + each, 0);
  // Panels of a stash to refill are never assembled: kept is done, also when they have served another need since.
  const kept = need.kind === "stash" ? batches.flatMap((batch) => batch.units).filter((unit) => isKept(unit.grade)).length : 0;
  const coming = units.filter(({ unit, spoilt }) => unit.grade === null && !spoilt).length;
  const record = yields.get(design.id) ?? { good: 0, bad: 0 };
  const toPaint = need.lines.flatMap((line) => {
    const there = units.filter(({ unit, spoilt }) => unit.colourwayId === line.colourwayId && !spoilt && (unit.grade === null || counts(need, unit.grade))).length;
    const missing = (need.print ? 1 : line.quantity - line.fromLeft) - there;
    if (missing <= 0) return [];
    const answer = overmake({ need: missing, good: record.good, bad: record.bad, confidence: CONFIDENCE, prior: FIRST_GUESS });
    return [{ colourwayId: line.colourwayId, quantity: missing, make: answer.ok ? answer.value.make : missing }];
  });
  const painted = units.filter(({ unit, spoilt, facts }) => unit.grade === null && !spoilt && facts.length >= paintingStages(design).length).length;
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
    doneAt: new Map(
      design.stages.map((stage) => [stage.id, units.filter(({ unit, spoilt, facts }) => unit.grade === null && !spoilt && facts.some((fact) => fact.stageId === stage.id)).length]),
    ),
    toPaint,
    post,
    readyBy: post?.postBy ?? readyByTerms({ kind: need.kind, due, photoOn: dayOrNull(need.photoOn), liveBy: dayOrNull(need.liveBy) }),
    stage,
    hands: stage === "done" || stage === "to post" ? minutes(0) : handsLeft(design, units, fresh, cards - assembled),
    nights: stage === "not begun" ? nightsIn(design.stages.map(stageLoadOf)) : 0,
  };
}

export const stageLoadOf = (stage: DesignRead["stages"][number]) => ({ hands: minutes(stage.hands), setup: minutes(stage.setup), dry: minutes(stage.dry) });

/** The stages a panel goes through on the bench; those of assembly come after inspection. */
export const paintingStages = (design: Pick<DesignRead, "stages">) => design.stages.filter((stage) => stage.kind !== "assemble");

type UnitSoFar = { readonly unit: { readonly grade: string | null }; readonly spoilt: boolean; readonly facts: readonly { readonly stageId: string }[] };

function handsLeft(design: DesignRead, units: readonly UnitSoFar[], fresh: number, cardsLeft: number): Minutes {
  const going = units.filter(({ unit, spoilt }) => unit.grade === null && !spoilt);
  const left = design.stages.reduce((sum, stage) => {
    const count = stage.kind === "assemble" ? cardsLeft : fresh + going.filter(({ facts }) => !facts.some((fact) => fact.stageId === stage.id)).length;
    return sum + (count > 0 ? stage.setup + stage.hands * count : 0);
  }, 0);
  return minutes(left);
}
