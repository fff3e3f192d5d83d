export const FAIR_SIZES = ["small", "usual", "large"] as const;
export const FAIR_WEATHERS = ["fine", "unsettled", "rain"] as const;
export type FairSize = (typeof FAIR_SIZES)[number];
export type FairWeather = (typeof FAIR_WEATHERS)[number];

/** What a fair is beforehand, as far as it bears on how many come to the table. */
export interface FairDay {
  readonly size: FairSize;
  readonly weather: FairWeather;
}

/** A fair that is over, all its cards together. */
export interface PastFair extends FairDay {
  readonly goods: readonly { readonly design: string; readonly brought: number; readonly sold: number }[];
}

/** What is taken for each before fairs have told: sold cards beside a usual fair in fine weather. */
const ASSUMED_SIZE: Readonly<Record<FairSize, number>> = { small: 0.6, usual: 1, large: 1.5 };
const ASSUMED_WEATHER: Readonly<Record<FairWeather, number>> = { fine: 1, unsettled: 0.9, rain: 0.7 };
/** What is taken beforehand counts as much as so many cards sold. */
const AS_GOOD_AS = 25;

/** What fairs of each size and weather draw beside a usual one in fine weather, and how many of them were told of. */
export interface FairDraws {
  readonly of: (day: FairDay) => number;
  readonly seen: (day: FairDay) => { readonly size: number; readonly weather: number };
}

/**
 * Learns what the size and the weather of a fair do to what is sold. Cards sold are Poisson; each factor is Gamma beforehand, so that
 * after the fairs it is (a w + sold) / (w + expected), the other factor held; the two are settled in turns. Designs that sold out are
 * left out: what more of them would have gone is not known.
 */
export function fairDraws(past: readonly PastFair[]): FairDraws {
  const [size, weather] = [{ ...ASSUMED_SIZE }, { ...ASSUMED_WEATHER }];
  const drew = (fair: FairDay): number => size[fair.size] * weather[fair.weather];
  for (let turn = 0; turn < TURNS; turn += 1) {
    const bySize = evenOf(past, drew);
    for (const level of LEARNED_SIZES)
      size[level] = settled(
        ASSUMED_SIZE[level],
        bySize,
        (fair) => fair.size === level,
        (fair) => weather[fair.weather],
      );
    const byWeather = evenOf(past, drew);
    for (const level of LEARNED_WEATHERS)
      weather[level] = settled(
        ASSUMED_WEATHER[level],
        byWeather,
        (fair) => fair.weather === level,
        (fair) => size[fair.size],
      );
  }
  return {
    of: drew,
    seen: (day) => ({ size: past.filter((fair) => fair.size === day.size).length, weather: past.filter((fair) => fair.weather === day.weather).length }),
  };
}
const TURNS = 4;
/** Factors say how fairs differ from a usual one in fine weather; what that sells, its own fairs say. */
const LEARNED_SIZES = ["small", "large"] as const;
const LEARNED_WEATHERS = ["unsettled", "rain"] as const;

/** Each fair with what its designs that did not sell out sold, and what they would sell at a usual fair by all the fairs. */
function evenOf(past: readonly PastFair[], drew: (fair: PastFair) => number): readonly { readonly fair: PastFair; readonly sold: number; readonly usual: number }[] {
  const rates = new Map<string, { sold: number; drew: number }>();
  const open = past.map((fair) => ({ fair, goods: fair.goods.filter(({ brought, sold }) => sold < brought) }));
  for (const { fair, goods } of open)
    for (const { design, sold } of goods) {
      const rate = rates.get(design) ?? { sold: 0, drew: 0 };
      rates.set(design, { sold: rate.sold + sold, drew: rate.drew + drew(fair) });
    }
  return open.map(({ fair, goods }) => ({
    fair,
    sold: goods.reduce((sum, { sold }) => sum + sold, 0),
    usual: goods.reduce((sum, { design }) => sum + (rates.get(design)?.sold ?? 0) / Math.max(1e-9, rates.get(design)?.drew ?? 0), 0),
  }));
}

function settled(assumed: number, fairs: ReturnType<typeof evenOf>, isOf: (fair: PastFair) => boolean, other: (fair: PastFair) => number): number {
  const own = fairs.filter(({ fair }) => isOf(fair));
  const sold = own.reduce((sum, each) => sum + each.sold, 0);
  const expected = own.reduce((sum, each) => sum + each.usual * other(each.fair), 0);
  return (assumed * AS_GOOD_AS + sold) / (AS_GOOD_AS + expected);
}
