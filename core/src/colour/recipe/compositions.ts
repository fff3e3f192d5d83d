import { gcd } from "../../search/search.ts";
import { MOST_PARTS } from "../mix.ts";

/** Ways to share out few whole parts among one to three paints, each ratio once in its smallest figures. */
function sharedAmong(paints: number): readonly (readonly number[])[] {
  const found: number[][] = [];
  const go = (taken: readonly number[], left: number): void => {
    if (taken.length === paints) {
      if (taken.reduce(gcd, 0) === 1) found.push([...taken]);
      return;
    }
    for (let parts = 1; parts <= left - (paints - taken.length - 1); parts += 1) go([...taken, parts], left - parts);
  };
  go([], MOST_PARTS);
  return found;
}

export const COMPOSITIONS: readonly (readonly (readonly number[])[])[] = [[], sharedAmong(1), sharedAmong(2), sharedAmong(3)];
