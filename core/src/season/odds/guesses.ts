import { guess, type Spread } from "./spread.ts";
import type { Spreads } from "./odds.ts";

/**
 * What a new shop is believed to be, before its own logbook tells. Guesses from the craft: hands are a little slower
 * than told, a wash of half an hour dries in 20 to 45 minutes, one session in twelve is lost, post is late at times.
 */
export const GUESSED_HANDS: Spread = guess(1.1, 0.3);
export const GUESSED_DRYING: Spread = guess(1, 0.25);
export const GUESSED_SPREADS: Spreads = {
  hands: GUESSED_HANDS,
  drying: GUESSED_DRYING,
  sessions: { kept: 11, lost: 1, seen: 0 },
  post: [0.88, 0.07, 0.03, 0.02],
  supplies: [0.75, 0.15, 0.07, 0.03],
};
