import { phrase } from "@yule/core";
import type { Grade } from "../bench/facts.ts";
import { howMany, listed } from "../common/counts.ts";
import type { Sentences } from "../logbook/sentences.ts";

/** What the logbook keeps of each. */
export interface FinishEvents {
  readonly "grade-panels": { readonly grades: readonly { readonly grade: Grade; readonly count: number }[] };
  readonly "assemble-cards": { readonly title: string; readonly cards: number };
}

export const finishSentences: Sentences<FinishEvents> = {
  "grade-panels": ({ grades }) => phrase`Inspected: ${listed(grades.map(({ grade, count }) => phrase`${count} ${grade}`))}`,
  "assemble-cards": ({ title, cards }) => phrase`${howMany(cards, "card")} assembled for ${title}`,
};
