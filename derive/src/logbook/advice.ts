import type { ReviewedNeed, ReviewRead } from "@yule/contract";
import type { Day } from "@yule/core";
import { cameDue, type SeasonReview } from "./review.ts";

/** What becomes of a design in the next season. */
export const AGAIN = ["repeat", "change", "drop"] as const;
export type Again = (typeof AGAIN)[number];

/** Why, with the figures it rests on. */
export type AgainBecause =
  | { readonly kind: "all well" }
  | { readonly kind: "left over"; readonly leftOver: number; readonly cards: number }
  | { readonly kind: "earned little"; readonly hourMinor: number; readonly middleMinor: number }
  | { readonly kind: "lost many"; readonly lost: number; readonly panels: number }
  | { readonly kind: "late"; readonly late: number; readonly promises: number };

export interface DesignAgain {
  readonly id: string;
  readonly name: string;
  readonly again: Again;
  readonly because: AgainBecause;
}

/** From half of its cards left over a design is not worth its place, from a fifth fewer are worth painting; a fifth of its panels lost asks for another way. */
const [HALF_OVER, SOME_OVER, MANY_LOST] = [0.5, 0.2, 0.2] as const;
/** What an hour brings is compared from so many designs on. */
const LEAST_COMPARED = 3;

/** What is proposed for each design of a season that came due or went out: repeated as it was, changed, or dropped; those to drop first. */
export function designsAgain(read: ReviewRead, review: SeasonReview, today: Day): DesignAgain[] {
  const hours = review.earned.flatMap(({ hourMinor }) => (hourMinor === null ? [] : [hourMinor])).sort((a, b) => a - b);
  const middle = hours.length < LEAST_COMPARED ? null : (hours[Math.floor(hours.length / 2)] ?? null);
  return read.designs
    .flatMap(({ id, name }): DesignAgain[] => {
      const needs = read.needs.filter((need) => need.designId === id && cameDue(need, today));
      if (needs.length === 0) return [];
      const hour = review.earned.find(({ designId }) => designId === id)?.hourMinor ?? null;
      return [{ id, name, ...proposed(needs, hour, middle) }];
    })
    .sort((a, b) => AGAIN.indexOf(b.again) - AGAIN.indexOf(a.again) || a.name.localeCompare(b.name));
}

function proposed(needs: readonly ReviewedNeed[], hourMinor: number | null, middleMinor: number | null): Pick<DesignAgain, "again" | "because"> {
  const sum = (of: (need: ReviewedNeed) => number): number => needs.reduce((all, need) => all + of(need), 0);
  const [cards, leftOver, panels, lost] = [sum((need) => need.cards), sum((need) => need.leftOver), sum((need) => need.panels), sum((need) => need.lost)];
  const late = needs.filter(({ wentOn, due }) => wentOn === null || wentOn > due).length;
  if (cards > 0 && leftOver / cards >= HALF_OVER) return { again: "drop", because: { kind: "left over", leftOver, cards } };
  if (hourMinor !== null && middleMinor !== null && hourMinor < middleMinor / 2) return { again: "drop", because: { kind: "earned little", hourMinor, middleMinor } };
  if (cards > 0 && leftOver / cards >= SOME_OVER) return { again: "change", because: { kind: "left over", leftOver, cards } };
  if (panels > 0 && lost / panels >= MANY_LOST) return { again: "change", because: { kind: "lost many", lost, panels } };
  if (late > 0) return { again: "change", because: { kind: "late", late, promises: needs.length } };
  return { again: "repeat", because: { kind: "all well" } };
}
