import type { BoundSetting } from "./bound.ts";
import { grown, turns, type SplitJob } from "./model.ts";

/** A function of a length's share of a side: the images of lengths that fit beside each other in 1 never add up to more than 1. */
type DualFeasible = (share: number) => number;

/** Shares this close to a step count as on it, on the side that keeps the bound true. */
const CLOSE = 1e-9;

const itself: DualFeasible = (share) => share;

/** u(k), Fekete and Schepers, Mathematical Programming 91 (2001): only multiples of 1/(k + 1) keep their share. */
const stepped =
  (k: number): DualFeasible =>
  (share) => {
    const times = (k + 1) * share;
    return Math.abs(times - Math.round(times)) < CLOSE ? share : Math.floor(times) / k;
  };

/** U(e): more than 1 - e counts whole, less than e counts nothing (the bound L2 of Martello and Toth, 1990). */
const rounded =
  (e: number): DualFeasible =>
  (share) =>
    share > 1 - e + CLOSE ? 1 : share < e - CLOSE ? 0 : share;

/** phi(e): counts in wholes of e, so that what is more than half counts as all that does not fit beside it. */
const counted =
  (e: number): DualFeasible =>
  (share) => {
    const whole = Math.floor(1 / e + CLOSE);
    if (share > 0.5 + CLOSE) return 1 - Math.floor((1 - share) / e + CLOSE) / whole;
    return share >= 0.5 - CLOSE ? 0.5 : Math.floor(share / e + CLOSE) / whole;
  };

const FUNCTIONS: readonly DualFeasible[] = [
  itself,
  stepped(1),
  stepped(2),
  stepped(3),
  stepped(4),
  ...[0.1, 0.2, 0.25, 0.3, 0.35, 0.4, 0.45, 0.5].map(rounded),
  ...[0.12, 0.15, 0.2, 0.25, 0.3, 1 / 3, 0.4, 0.5].map(counted),
];

/**
 * Prices per piece of which no sheet holds more than it costs, one list per pair of functions: the product of a function of the
 * width and one of the height bounds any packing of rectangles, whatever the cuts (Fekete and Schepers 2004). A panel that may
 * be turned counts with the lesser of its two ways.
 */
export function dualFeasiblePrices(job: SplitJob, setting: BoundSetting): number[][] {
  const fitting = job.panels.map((panel) =>
    job.sheets.flatMap((sheet, index) => {
      const size = grown(job, sheet);
      const ways = turns(job, panel).filter((way) => way.width <= size.width && way.height <= size.height);
      const across = ways.map((way) => FUNCTIONS.map((each) => each(way.width / size.width)));
      const along = ways.map((way) => FUNCTIONS.map((each) => each(way.height / size.height)));
      return ways.length === 0 ? [] : [{ cost: setting.sheets[index]?.cost ?? 0, across, along }];
    }),
  );
  const leastOf = (sheets: (typeof fitting)[number], i: number, j: number): number => {
    let least = Infinity;
    for (const { cost, across, along } of sheets) for (let way = 0; way < across.length; way += 1) least = Math.min(least, cost * (across[way]?.[i] ?? 0) * (along[way]?.[j] ?? 0));
    return least;
  };
  return FUNCTIONS.flatMap((_, i) => FUNCTIONS.map((__, j) => fitting.map((sheets) => leastOf(sheets, i, j))));
}
