import type { BoundSetting } from "./bound.ts";

/** A choice of sheets by their kinds, and the area that they have together. */
export interface ChosenSheets {
  readonly kinds: readonly number[];
  readonly area: number;
}

/** Choices that are looked through, and those that are told. */
const MOST_LOOKED = 20_000;
const MOST_TOLD = 4;
/** Of more sheets than this, what fills them wholly is not sought. */
const MOST_SHEETS = 8;

/**
 * Sheets that cost less than a plan, no less than a bound, and have the area that is wanted: the cheapest first, and of those
 * of one price the ones with the least area to spare.
 * @param areas of a sheet of each kind
 */
export function cheaperSheets(setting: Pick<BoundSetting, "sheets">, areas: readonly number[], wanted: number, bound: number, below: number): ChosenSheets[] {
  const found: (ChosenSheets & { readonly cost: number })[] = [];
  let looked = 0;
  const choose = (kind: number, kinds: readonly number[], area: number, cost: number): void => {
    looked += 1;
    if (looked > MOST_LOOKED) return;
    if (area >= wanted) {
      // Another sheet would be one too many.
      if (cost >= bound) found.push({ kinds, area, cost });
      return;
    }
    const sheet = setting.sheets[kind];
    if (!sheet) return;
    choose(kind + 1, kinds, area, cost);
    const taken = kinds.filter((each) => each === kind).length;
    if (kinds.length < MOST_SHEETS && taken < (sheet.count ?? Infinity) && cost + sheet.cost < below) choose(kind, [...kinds, kind], area + (areas[kind] ?? 0), cost + sheet.cost);
  };
  choose(0, [], 0, 0);
  return found.sort((a, b) => a.cost - b.cost || a.area - b.area).slice(0, MOST_TOLD);
}
