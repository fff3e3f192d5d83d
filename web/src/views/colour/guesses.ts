import { ownKey } from "../../kit/shopAt.ts";
import type { Known } from "@yule/core";

/** What this browser knows of the maker's guesses. It stays here: it is hers, and works without the server. */
export interface Guesses {
  readonly known: Known;
  readonly asked: number;
  readonly right: number;
}

const KEY = "yule.guesses";
const NONE: Guesses = { known: {}, asked: 0, right: 0 };

export function keptGuesses(): Guesses {
  try {
    const kept = JSON.parse(localStorage.getItem(ownKey(KEY)) ?? "null") as Partial<Guesses> | null;
    return kept && typeof kept.asked === "number" && typeof kept.right === "number" && kept.known ? { known: kept.known, asked: kept.asked, right: kept.right } : NONE;
  } catch {
    return NONE;
  }
}

export function keepGuesses(guesses: Guesses): void {
  try {
    localStorage.setItem(ownKey(KEY), JSON.stringify(guesses));
  } catch {
    // A browser that keeps nothing still asks; it only forgets.
  }
}

/** Pairs that were wrong when they were asked last, the ones due first first. */
export const hardPairs = ({ known }: Guesses): readonly string[] =>
  Object.entries(known)
    .filter(([, { streak }]) => streak === 0)
    .sort(([, a], [, b]) => a.due - b.due)
    .map(([key]) => key);
