import type { BatchRead, DesignRead, NeedRead, YieldRead } from "@yule/contract";
import { asOne, chanceOfEnough, moreToBegin, newsvendorQuantile, overmake, weightOf, yieldsOf, type StageYield } from "@yule/core";
import { spoiltAt } from "./fates.ts";

/** Of a new design nine in ten are believed to come out good. */
export const FIRST_GUESS: readonly [number, number] = [9, 1];
/** A spare panel is believed to be used later as often as not, until that was seen. */
const USED_LATER: readonly [number, number] = [1, 1];

type Route = Pick<DesignRead, "stages">;
const painting = ({ stages }: Route) => stages.filter(({ kind }) => kind !== "assemble");

/** What is known of a design never painted. */
export const NO_RECORD: Omit<YieldRead, "designId"> = { good: 0, bad: 0, stages: [], stashed: 0, served: 0 };

/** What is believed of each step of a design, the judging last. */
export const yieldSteps = (design: Route, record: Omit<YieldRead, "designId"> = NO_RECORD): StageYield[] =>
  yieldsOf(
    FIRST_GUESS,
    painting(design).map(({ id }) => record.stages.find(({ stageId }) => stageId === id) ?? { through: 0, lost: 0 }),
    record,
  );

/** The same as one chance of being good, Beta(good, bad). */
export const yieldOf = (design: Route, record?: Omit<YieldRead, "designId">): readonly [good: number, bad: number] => asOne(yieldSteps(design, record));

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
  const hands = painting(design).reduce((sum, stage) => sum + stage.hands, 0);
  const anew = hands + painting(design).reduce((sum, stage) => sum + stage.setup, 0);
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
export function enoughFor(need: NeedRead, design: Route, batches: readonly BatchRead[], record: Omit<YieldRead, "designId">, confidence: number): Enough {
  const steps = yieldSteps(design, record);
  const ids = painting(design).map(({ id }) => id);
  const ways = [...new Set(need.lines.map(({ colourwayId }) => colourwayId))];
  const sum: Enough = { wanted: 0, coming: 0, lost: 0, chance: 1, more: 0, then: 1 };
  return ways.reduce((all, way) => {
    const waiting = new Array<number>(steps.length).fill(0);
    let [good, lost] = [0, 0];
    for (const batch of batches) {
      const [spoilt, done] = [spoiltAt(batch), doneBy(batch)];
      for (const unit of batch.units) {
        if (unit.colourwayId !== way || (unit.servesNeedId !== null && unit.servesNeedId !== need.id)) continue;
        if (unit.servesNeedId === need.id || unit.grade === "good") good += 1;
        else if (unit.grade === null && !spoilt.has(unit.id)) {
          const through = done.get(unit.id);
          const at = ids.findIndex((id) => !through?.has(id));
          waiting[at === -1 ? steps.length - 1 : at] = (waiting[at === -1 ? steps.length - 1 : at] ?? 0) + 1;
        } else if (unit.grade !== "rescue") lost += 1;
      }
    }
    const lines = need.lines.filter(({ colourwayId }) => colourwayId === way);
    const asked = need.print ? 1 : lines.reduce((total, line) => total + line.quantity - line.fromLeft, 0);
    const wanted = Math.max(0, asked - good);
    const chance = chanceOfEnough(steps, waiting, wanted);
    // What one too few costs is counted card by card, so each colourway is to be as sure by itself.
    const begun = moreToBegin(steps, waiting, wanted, confidence);
    return {
      wanted: all.wanted + wanted,
      coming: all.coming + waiting.reduce((total, each) => total + each, 0),
      lost: all.lost + lost,
      chance: all.chance * chance,
      more: all.more === null || begun === null ? null : all.more + begun.more,
      then: all.then * (begun?.chance ?? chance),
    };
  }, sum);
}

function doneBy({ facts }: BatchRead): ReadonlyMap<string, ReadonlySet<string>> {
  const done = new Map<string, Set<string>>();
  for (const { what, unitId, stageId } of facts) if (what === "done" || what === "skipped") done.set(unitId, (done.get(unitId) ?? new Set<string>()).add(stageId));
  return done;
}
