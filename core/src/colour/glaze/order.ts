import type { Film } from "../layers.ts";
import { WHITE_PAPER } from "../layers.ts";
import type { Spectrum } from "../light.ts";
import { mudForecast, type MudForecast } from "../mud.ts";

/** Two shapes of a picture that overlap, by their places in the list. */
export type Overlap = readonly [number, number];
export const MOST_SHAPES = 12;

export interface GlazeSequence {
  /** Shapes painted together, wet; between the passes everything dries. */
  readonly passes: readonly (readonly number[])[];
  /** What each overlap becomes, in the order given. */
  readonly overlaps: readonly { readonly under: number; readonly on: number; readonly wet: boolean; readonly gives: MudForecast }[];
  readonly clean: number;
}

/** Clean overlaps first, then no mud, then few waits, then colour kept. */
const COST = { unclean: 1_000_000, mud: 300_000, wait: 1000 } as const;
const costOf = ({ verdict, chromaLost }: MudForecast): number =>
  (verdict === "clean" ? 0 : COST.unclean) + (verdict === "mud" ? COST.mud : 0) + Math.round(100 * Math.max(0, Math.min(1, chromaLost)));

/**
 * The order, and where to let dry, that keeps most overlaps clean; with as many clean, the fewest waits.
 * Exact by dynamic programming over the sets painted so far (as Held and Karp 1962): every set is reached by adding any set that is painted
 * together, 3^n steps for n shapes, since what an overlap becomes depends only on which of its two is there already.
 * Places where three lie over each other are judged by their pairs.
 * @param films of each shape, at most 12
 */
export function bestGlazeOrder(films: readonly Film[], overlaps: readonly Overlap[], paper: Spectrum = WHITE_PAPER): GlazeSequence {
  const many = films.length;
  const forecasts = overlaps.map(([a, b]) => {
    const [first, second] = [films[a], films[b]];
    if (!first || !second) throw new Error("an overlap of a shape that is not there");
    return { wet: mudForecast(first, second, "wet", paper), over: mudForecast(first, second, "glaze", paper), under: mudForecast(second, first, "glaze", paper) };
  });
  const all = 1 << many;
  // Cost of a set painted together, and of one shape laid over a set that is dry.
  const together = new Float64Array(all);
  const onto = films.map(() => new Float64Array(all));
  overlaps.forEach(([a, b], index) => {
    const forecast = forecasts[index];
    if (!forecast) return;
    const [wet, bOnA, aOnB] = [costOf(forecast.wet), costOf(forecast.over), costOf(forecast.under)];
    const both = (1 << a) | (1 << b);
    for (let set = 0; set < all; set += 1) {
      if ((set & both) === both) together[set] = (together[set] ?? 0) + wet;
      if (set & (1 << a)) add(onto[b], set, bOnA);
      if (set & (1 << b)) add(onto[a], set, aOnB);
    }
  });
  const least = new Float64Array(all).fill(Infinity);
  const before = new Int32Array(all).fill(-1);
  least[0] = 0;
  const glazed = new Float64Array(all);
  for (let set = 0; set < all - 1; set += 1) {
    const rest = all - 1 - set;
    // Subsets of the rest in rising order, so that each is its lowest shape and a smaller one.
    for (let add1 = (0 - rest) & rest; add1 !== 0; add1 = (add1 - rest) & rest) {
      const lowest = add1 & -add1;
      glazed[add1] = (glazed[add1 ^ lowest] ?? 0) + (onto[31 - Math.clz32(lowest)]?.[set] ?? 0);
      const cost = (least[set] ?? 0) + (glazed[add1] ?? 0) + (together[add1] ?? 0) + (set === 0 ? 0 : COST.wait);
      if (cost < (least[set | add1] ?? Infinity)) {
        least[set | add1] = cost;
        before[set | add1] = set;
      }
    }
  }
  const passes: number[][] = [];
  for (let set = all - 1; set > 0; set = before[set] ?? 0) passes.unshift(membersOf(set ^ (before[set] ?? 0), many));
  const passOf = films.map((_, shape) => passes.findIndex((pass) => pass.includes(shape)));
  const became = overlaps.map(([a, b], index) => {
    const [passA, passB, forecast] = [passOf[a] ?? 0, passOf[b] ?? 0, forecasts[index]];
    if (!forecast) throw new Error("an overlap without a forecast");
    const wet = passA === passB;
    return passA <= passB ? { under: a, on: b, wet, gives: wet ? forecast.wet : forecast.over } : { under: b, on: a, wet, gives: forecast.under };
  });
  return { passes, overlaps: became, clean: became.filter(({ gives }) => gives.verdict === "clean").length };
}

const add = (costs: Float64Array | undefined, set: number, cost: number): void => {
  if (costs) costs[set] = (costs[set] ?? 0) + cost;
};
const membersOf = (set: number, many: number): number[] => Array.from({ length: many }, (_, shape) => shape).filter((shape) => set & (1 << shape));
