import type { DesignRead, FairsRead, TaughtBatch } from "@yule/contract";
import { Demand, dryingTook, fairDraws, handsTook, type TookAs } from "@yule/core";
import { fairsCounted, soldAt, USUAL_DEMAND } from "../dispatch/fairs.ts";

/** What one batch taught, told beside the route. */
export interface BatchTold {
  readonly batch: TaughtBatch;
  /** Multiples of the planned times; null where the batch says nothing of them. */
  readonly hands: TookAs | null;
  readonly drying: TookAs | null;
}

/** @returns in the order in which they were begun, the oldest first */
export const batchesTold = (batches: readonly TaughtBatch[]): BatchTold[] =>
  [...batches].reverse().map((batch) => ({ batch, hands: handsTook(batch.times), drying: dryingTook(batch.times) }));

/** How panels came out in the earlier half of the batches that were judged, and in the later one. */
export interface CameOut {
  readonly earlier: number;
  readonly later: number;
}

/** Of fewer batches no change is told. */
const LEAST_BATCHES = 4;

export function cameOut(batches: readonly BatchTold[]): CameOut | null {
  const judged = batches.map(({ batch }) => batch).filter(({ good, bad, lost }) => good + bad + lost > 0);
  if (judged.length < LEAST_BATCHES) return null;
  const half = Math.floor(judged.length / 2);
  const share = (of: readonly TaughtBatch[]): number => {
    const [good, all] = [of.reduce((sum, each) => sum + each.good, 0), of.reduce((sum, each) => sum + each.good + each.bad + each.lost, 0)];
    return good / all;
  };
  return { earlier: share(judged.slice(0, half)), later: share(judged.slice(-half)) };
}

/** How many of a colourway are wanted at a usual fair in fine weather, by the fairs it was at. */
export interface DemandBelieved {
  readonly colourwayId: string;
  readonly design: string;
  readonly colourway: string;
  /** Wanted at least so often: nine times in ten, as often as not, and one time in ten. */
  readonly low: number;
  readonly middle: number;
  readonly high: number;
  readonly fairs: number;
  readonly soldOut: number;
}

/** More of one card nobody brings. */
const MOST_WANTED = 500;

export function demandsBelieved(designs: readonly Pick<DesignRead, "name" | "colourways">[], past: FairsRead["past"]): DemandBelieved[] {
  const counted = fairsCounted(past);
  const drawn = fairDraws(counted);
  return designs.flatMap(({ name: design, colourways }) =>
    colourways.flatMap(({ id, name }): DemandBelieved[] => {
      const seen = soldAt(counted, drawn.of, ({ colourwayId, brought }) => colourwayId === id && brought > 0);
      if (seen.length === 0) return [];
      const demand = new Demand(seen, USUAL_DEMAND);
      // The most that are wanted with such a chance.
      const wanted = (chance: number): number => {
        let count = 0;
        while (count < MOST_WANTED && demand.atLeast(count + 1) >= chance) count += 1;
        return count;
      };
      const soldOut = seen.filter(({ brought, sold }) => sold >= brought).length;
      return [{ colourwayId: id, design, colourway: name, low: wanted(0.9), middle: wanted(0.5), high: wanted(0.1), fairs: seen.length, soldOut }];
    }),
  );
}
