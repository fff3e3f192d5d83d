import { day, stateOf, t } from "@yule/core";
import type { DayOffer } from "@yule/derive";
import { timesInHundred } from "../../kit/chances.ts";
import { printDay, printFigure } from "../../kit/say.ts";

/** How sure the day of the listing is, and which one could be promised instead. */
export function offerWords({ chance, instead }: DayOffer, listed: string, promised: string | null): string {
  // What was promised may be of an offer before: its chance is said where it is known.
  if (promised !== null) return t`Promised by ${printDay(day(promised))}${instead?.due === promised ? t`: in time ${timesInHundred(instead.chance)}` : ""}.`;
  const named = t`By ${printDay(day(listed))} it is there ${timesInHundred(chance)}.`;
  if (stateOf(chance) === "safe") return named;
  return instead ? `${named} By ${printDay(day(instead.due))}: ${timesInHundred(instead.chance)}.` : t`${named} No later day was found that is safe.`;
}

/** What taking them all does to the promises given before. */
export function othersWords(others: number): string {
  if (others > -HARDLY) return t`The promises that you have given are as sure as before.`;
  return t`Of the promises that you have given, about ${printFigure(-others, 1)} fewer would be kept.`;
}
/** Less is the noise of the draws. */
const HARDLY = 0.15;
