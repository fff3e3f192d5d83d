import { phrase, type PanelCause, type RescueWay } from "@yule/core";
import type { Grade } from "../bench/facts.ts";
import { howMany, listed } from "../common/counts.ts";
import type { Sentences } from "../logbook/sentences.ts";
import { CAUSE_WORDS, RESCUE_WORDS } from "./words.ts";

/** What the logbook keeps of each. */
export interface FinishEvents {
  readonly "grade-panels": { readonly grades: readonly { readonly grade: Grade; readonly count: number }[] };
  readonly "plan-rescue": { readonly panel: number; readonly cause: PanelCause; readonly way: RescueWay };
  readonly "tell-rescue": { readonly panel: number; readonly way: RescueWay };
  /** `title` null for the stash. */
  readonly "give-panels": { readonly gifts: readonly { readonly title: string | null; readonly panels: readonly number[] }[] };
  readonly "tell-making": { readonly title: string; readonly step: string; readonly cards: number };
  readonly "assemble-cards": { readonly title: string; readonly cards: number };
  readonly "add-box": { readonly name: string };
  readonly "change-box": { readonly name: string };
  /** `name` null for none. */
  readonly "put-in-box": { readonly name: string | null };
  readonly "count-cards": { readonly design: string; readonly colourway: string; readonly before: number; readonly cards: number };
}

export const finishSentences: Sentences<FinishEvents> = {
  "grade-panels": ({ grades }) => phrase`Inspected: ${listed(grades.map(({ grade, count }) => phrase`${count} ${grade}`))}`,
  "plan-rescue": ({ panel, cause, way }) => phrase`Panel ${panel} is to be rescued, ${CAUSE_WORDS[cause]}: ${RESCUE_WORDS[way]}`,
  "tell-rescue": ({ panel, way }) => phrase`Rescue of panel ${panel} done: ${RESCUE_WORDS[way]}`,
  "give-panels": ({ gifts }) => listed(gifts.map(({ title, panels }) => phrase`${panels.length === 1 ? "Panel" : "Panels"} ${panels.join(", ")} to ${title ?? "the stash"}`)),
  "tell-making": ({ title, step, cards }) => phrase`${step} done for ${title}: ${howMany(cards, "card")}`,
  "assemble-cards": ({ title, cards }) => phrase`${howMany(cards, "card")} assembled for ${title}`,
  "add-box": ({ name }) => phrase`Box ${name} added`,
  "change-box": ({ name }) => phrase`Box ${name} changed`,
  "put-in-box": ({ name }) => (name === null ? phrase`Cards taken out of their box` : phrase`Cards put in box ${name}`),
  "count-cards": ({ design, colourway, before, cards }) => phrase`Left-over cards of ${design}, ${colourway} counted: ${cards}, ${before} were in the books`,
};
