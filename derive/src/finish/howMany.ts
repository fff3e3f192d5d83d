import type { BatchRead, DesignRead, NeedRead, YieldRead } from "@yule/contract";
import { asOne, chanceOfEnough, moreToBegin, newsvendorQuantile, overmake, weightOf, yieldsOf, type StageYield } from "@yule/core";
import type { NeedView } from "../season/needView.ts";
import { paintingStages, unitsSoFar, type UnitSoFar } from "../season/unitsSoFar.ts";

/** Of a new design nine in ten are believed to come out good. */
export const FIRST_GUESS: readonly [number, number] = [9, 1];
/** A spare panel is believed to be used later as often as not, until that was seen. */
const USED_LATER: readonly [number, number] = [1, 1];

type Route = Pick<DesignRead, "stages">;

/** What is known of a design never painted. */
export const NO_RECORD: Omit<YieldRead, "designId"> = { good: 0, bad: 0, stages: [], stashed: 0, served: 0 };

/** What is believed of each step of a design, the judging last. */
export const yieldSteps = (design: Route, record: Omit<YieldRead, "designId"> = NO_RECORD): StageYield[] =>
  yieldsOf(
    FIRST_GUESS,
    paintingStages(design).map(({ id }) => record.stages.find(({ stageId }) => stageId === id) ?? { through: 0, lost: 0 }),
    record,
  );

/** The same as one chance of being good, Beta(good, bad). */
export const yieldOf = (design: Route, record?: Omit<YieldRead, "designId">): readonly [good: number, bad: number] => asOne(yieldSteps(design, record));

/**
 * The same of the panels of a need that are under way and those still to be begun: each has only the steps before it. Their mean chance, as sure as all that is known
 * of the design.
 */
export function yieldUnderWay(
  { design, coming, doneAt, toPaint }: Pick<NeedView, "design" | "coming" | "doneAt" | "toPaint">,
  record?: Omit<YieldRead, "designId">,
): readonly [number, number] {
  const steps = yieldSteps(design, record);
  const [good, bad] = asOne(steps);
  const passed = [coming, ...paintingStages(design).map(({ id }) => doneAt.get(id) ?? 0), 0];
  const fresh = toPaint.reduce((sum, { make }) => sum + make, 0);
  const standing = steps.map((_, step) => Math.max(0, (passed[step] ?? 0) - (passed[step + 1] ?? 0)) + (step === 0 ? fresh : 0));
  const panels = standing.reduce((sum, each) => sum + each, 0);
  if (panels === 0) return [good, bad];
  const mean =
    standing.reduce((sum, each, step) => {
      const [own, lost] = asOne(steps.slice(step));
      return sum + (each * own) / (own + lost);
    }, 0) / panels;
  const believed = mean * (good + bad);
  return [believed, good + bad - believed];
}

/** How sure to be that enough are good, and why: in minutes of hands. */
export interface HowSure {
  readonly confidence: number;
  /** What one panel too few costs: it is begun anew, everything set up for it alone; at a fair, its sale is lost. */
  readonly tooFew: number;
  /** What one too many costs, less what is got for it when it is used later. */
  readonly tooMany: number;
  /** The share of spare panels that are used later. */
  readonly usedLater: number;
}

/** @param hourMinor what an hour of hands is worth; null while she has not said */
export function howSure(need: Pick<NeedRead, "kind" | "matters" | "priceMinor" | "lines">, design: Route, record: Omit<YieldRead, "designId">, hourMinor: number | null): HowSure {
  const hands = paintingStages(design).reduce((sum, stage) => sum + stage.hands, 0);
  const anew = hands + paintingStages(design).reduce((sum, stage) => sum + stage.setup, 0);
  const cards = need.lines.reduce((sum, line) => sum + line.quantity, 0);
  const sale = need.priceMinor !== null && hourMinor !== null && hourMinor > 0 ? (need.priceMinor / Math.max(1, cards) / hourMinor) * 60 : null;
  const [used, thrown] = USED_LATER;
  const usedLater = (used + record.served) / (used + thrown + record.stashed);
  // Nobody begins anew for one card more on a fair's table.
  const tooFew = (need.kind === "fair" ? (sale ?? 2 * hands) : anew) * weightOf(need);
  const tooMany = hands * (1 - usedLater);
  return { confidence: newsvendorQuantile({ tooFew, tooMany }), tooFew, tooMany, usedLater };
}

/** How many panels to paint for so many good ones that are missing; as many as are missing where no number is enough. */
export function panelsFor(missing: number, [good, bad]: readonly [number, number], confidence: number): number {
  const answer = overmake({ need: missing, good: 0, bad: 0, confidence, prior: [good, bad] });
  return answer.ok ? answer.value.make : missing;
}

/** Whether what is on its way for a need will be enough. */
export interface Enough {
  /** Cards wanted of panels that are not judged yet. */
  readonly wanted: number;
  readonly coming: number;
  /** Panels of these batches lost at the bench, or judged otherwise than good. */
  readonly lost: number;
  /** The chance that enough of what comes are good. */
  readonly chance: number;
  /** How many to begin beside them, so that it is as sure as is wished; null where no number is enough. */
  readonly more: number | null;
  /** The chance with them. */
  readonly then: number;
}

/**
 * Whether the panels on their way are enough, each by the steps it still has before it. Colourways are reckoned each by itself and their chances
 * multiplied: since they share what is not known of the design, the truth is no lower.
 * @param batches the need's own, as they are now
 */
export function enoughFor(
  { need, design, goodBy, sure }: Pick<NeedView, "need" | "design" | "goodBy" | "sure">,
  batches: readonly BatchRead[],
  record: Omit<YieldRead, "designId">,
): Enough {
  const steps = yieldSteps(design, record);
  const units = batches.flatMap(unitsSoFar).filter(({ unit }) => unit.servesNeedId === null);
  const none: Enough = { wanted: 0, coming: 0, lost: 0, chance: 1, more: 0, then: 1 };
  return [...goodBy].reduce((all, [way, good]) => {
    const own = units.filter(({ unit }) => unit.colourwayId === way);
    const going = own.filter(({ unit, spoilt }) => unit.grade === null && !spoilt);
    const lost = own.filter(({ unit, spoilt }) => (spoilt && unit.grade === null) || unit.grade === "scrap" || unit.grade === "stash").length;
    // One good master is enough where the rest is printed.
    const asked = need.print ? 1 : need.lines.reduce((sum, line) => sum + (line.colourwayId === way ? line.quantity : 0), 0);
    const wanted = Math.max(0, asked - good);
    const waiting = standingBefore(design, steps.length, going);
    const chance = chanceOfEnough(steps, waiting, wanted);
    // What one too few costs is counted card by card, so each colourway is to be as sure by itself.
    const begun = moreToBegin(steps, waiting, wanted, sure.confidence);
    return {
      wanted: all.wanted + wanted,
      coming: all.coming + going.length,
      lost: all.lost + lost,
      chance: all.chance * chance,
      more: all.more === null || begun === null ? null : all.more + begun.more,
      then: all.then * (begun?.chance ?? chance),
    };
  }, none);
}

/** How many panels stand before each step, the judging last. */
function standingBefore(design: Route, steps: number, going: readonly UnitSoFar[]): number[] {
  const waiting = new Array<number>(steps).fill(0);
  for (const { through } of going) {
    const next = paintingStages(design).findIndex(({ id }) => !through.has(id));
    const at = next === -1 ? steps - 1 : next;
    waiting[at] = (waiting[at] ?? 0) + 1;
  }
  return waiting;
}
