import type { PanelCause } from "./causes.ts";

/** What can save a panel. */
export const RESCUE_WAYS = ["glaze", "outline", "opaque white", "stamp again", "paint it in", "lift", "press flat", "trim", "cut down"] as const;
export type RescueWay = (typeof RESCUE_WAYS)[number];

interface RescueTraits {
  /** Minutes of hands for one panel, and of drying after them. */
  readonly hands: number;
  readonly dry: number;
  /** For which faults, with the chance that it works that is believed of it before anything was seen here. */
  readonly mends: Readonly<Partial<Record<PanelCause, number>>>;
}

/** What a panel cut down to a smaller card, a tag or a strip is worth beside a whole one. */
const CUT_DOWN = 0.4;

/** Guesses of a new shop, weak against what is seen there. */
const TRAITS: Readonly<Record<RescueWay, RescueTraits>> = {
  glaze: { hands: 4, dry: 30, mends: { pale: 0.85, hue: 0.5, bloom: 0.45, mud: 0.2 } },
  outline: { hands: 4, dry: 5, mends: { creep: 0.5, shifted: 0.4, mud: 0.4, bloom: 0.35, pale: 0.4 } },
  "opaque white": { hands: 4, dry: 15, mends: { creep: 0.75, splatter: 0.75, smudge: 0.55, dark: 0.35, missing: 0.4 } },
  "stamp again": { hands: 2, dry: 5, mends: { missing: 0.5, splatter: 0.3, shifted: 0.3 } },
  "paint it in": { hands: 5, dry: 25, mends: { missing: 0.85 } },
  lift: { hands: 5, dry: 25, mends: { dark: 0.6, smudge: 0.5, bloom: 0.4, hue: 0.3, creep: 0.4, residue: 0.3 } },
  "press flat": { hands: 1, dry: 600, mends: { buckled: 0.9 } },
  trim: { hands: 2, dry: 0, mends: { border: 0.85, tilted: 0.8, creep: 0.65 } },
  "cut down": {
    hands: 3,
    dry: 0,
    mends: Object.fromEntries(
      (["pale", "dark", "hue", "mud", "missing", "shifted", "smudge", "bloom", "border", "creep", "tilted", "buckled", "splatter", "residue", "torn"] as const).map((cause) => [
        cause,
        0.9,
      ]),
    ),
  },
};
/** A guess weighs as much as so many panels that were seen. */
const GUESS_WEIGHS = 4;

/** How a way has come out for a fault here. */
export interface RescueSeen {
  readonly cause: PanelCause;
  readonly way: RescueWay;
  readonly worked: number;
  readonly failed: number;
}

export interface RescueOffer {
  readonly way: RescueWay;
  readonly hands: number;
  readonly dry: number;
  /** The chance that the panel is good after it: mean of a Beta. */
  readonly works: number;
  /** On how many rescues here that rests. */
  readonly restsOn: number;
  /** Minutes of hands until there is one good panel this way: a new one is painted where it fails, or where only a smaller card comes of it. */
  readonly costs: number;
}

/**
 * What could save a panel with a fault, the cheapest first by what it costs in the mean.
 * @param anew minutes of hands that a new panel costs now
 */
export function rescueOffers(cause: PanelCause, anew: number, seen: readonly RescueSeen[]): RescueOffer[] {
  return RESCUE_WAYS.flatMap((way): RescueOffer[] => {
    const { hands, dry, mends } = TRAITS[way];
    const guess = mends[cause];
    if (guess === undefined) return [];
    const own = seen.find((each) => each.cause === cause && each.way === way) ?? { worked: 0, failed: 0 };
    const restsOn = own.worked + own.failed;
    const works = (guess * GUESS_WEIGHS + own.worked) / (GUESS_WEIGHS + restsOn);
    const worth = works * (way === "cut down" ? CUT_DOWN : 1);
    return [{ way, hands, dry, works, restsOn, costs: hands + (1 - worth) * anew }];
  }).sort((a, b) => a.costs - b.costs);
}

/** The ways for a fault; any other is refused. */
export const rescuesFor = (cause: PanelCause): RescueWay[] => RESCUE_WAYS.filter((way) => TRAITS[way].mends[cause] !== undefined);

/** Minutes of hands and of drying that a way takes. */
export const workOf = (way: RescueWay): { readonly hands: number; readonly dry: number } => ({ hands: TRAITS[way].hands, dry: TRAITS[way].dry });
