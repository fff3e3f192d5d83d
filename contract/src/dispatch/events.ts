import { day, money, phrase } from "@yule/core";
import type { HouseholdState } from "./households.ts";
import type { LetterFate, UndertakingRead } from "./letters.ts";
import { howMany } from "../common/counts.ts";
import type { Sentences } from "../logbook/sentences.ts";

/** What the logbook keeps of each. */
export interface DispatchEvents {
  readonly "add-household": { readonly name: string; readonly country: string };
  readonly "add-households": { readonly households: number };
  readonly "change-household": { readonly name: string; readonly neutral: boolean; readonly without: readonly string[] };
  /** `service` is null where it was handed over. */
  readonly "bind-needs": { readonly kind: UndertakingRead["kind"]; readonly title: string; readonly needs: number };
  readonly "allot-cards": { readonly title: string; readonly cards: number };
  readonly "post-letters": { readonly title: string; readonly letters: number; readonly on: string };
  readonly "tell-letters": { readonly names: readonly string[]; readonly letters: number; readonly what: LetterFate };
  readonly "tell-written": { readonly letters: number; readonly written: boolean };
  readonly "tell-had": { readonly name: string; readonly design: string };
  readonly "tell-sent": { readonly name: string; readonly on: string };
  readonly "add-person": { readonly household: string; readonly name: string };
  readonly "drop-person": { readonly household: string; readonly name: string };
  readonly "tell-died": { readonly household: string; readonly name: string };
  readonly "add-address": { readonly household: string; readonly from: string; readonly until: string };
  readonly "drop-address": { readonly household: string };
  readonly "tell-household": { readonly name: string; readonly state: HouseholdState };
  readonly "merge-households": { readonly name: string; readonly gone: string };
  readonly "erase-household": Readonly<Record<string, never>>;
  readonly "set-order": { readonly title: string; readonly needs: number };
  readonly "pay-order": { readonly title: string; readonly minor: number };
  readonly "take-news": { readonly titles: readonly string[]; readonly news: number; readonly isLeft: boolean };
  readonly "set-fair": { readonly title: string; readonly on: string };
  readonly "bring-to-fair": { readonly title: string; readonly cards: number };
  readonly "ring-up": { readonly title: string; readonly cards: number; readonly minor: number; readonly isBack: boolean };
  /** `off` is by how much the tin differs from what was rung up. */
  readonly "close-fair": { readonly title: string; readonly sold: number; readonly brought: number; readonly off: number };
  readonly "post-need": { readonly title: string; readonly service: string | null; readonly on: string };
}

const STATE_WORDS: Readonly<Record<HouseholdState, string>> = {
  here: "gets cards as before",
  moved: "has moved, and nobody knows where",
  bereaved: "is bereaved: neutral words for a year",
  "no more": "gets no more cards",
};

export const dispatchSentences: Sentences<DispatchEvents> = {
  "add-household": ({ name, country }) => phrase`Household ${name}, ${country}`,
  "add-households": ({ households }) => phrase`${howMany(households, "household")} from a file`,
  "change-household": ({ name, neutral, without }) => {
    const wishes = [...(neutral ? ["neutral words"] : []), ...without.map((each) => `no ${each}`)];
    return phrase`${name}: ${wishes.length === 0 ? "any card" : wishes.join(", ")}`;
  },
  "bind-needs": ({ kind, title, needs }) => phrase`${title} is one ${kind} of ${howMany(needs, "need")}`,
  "allot-cards": ({ title, cards }) => phrase`${howMany(cards, "card")} of ${title} given to households`,
  "post-letters": ({ title, letters, on }) => phrase`${howMany(letters, "letter")} of ${title} posted on ${{ day: day(on) }}`,
  "tell-letters": ({ names, letters, what }) =>
    phrase`${what === "came back" ? "Came back" : what === "lost" ? "Lost" : "Arrived"}: ${letters > names.length ? howMany(letters, "letter") : names.join(", ")}`,
  "tell-written": ({ letters, written }) => phrase`${howMany(letters, "card")} ${written ? "written and addressed" : "to be written again"}`,
  "tell-had": ({ name, design }) => phrase`${name} had ${design} before`,
  "tell-sent": ({ name, on }) => phrase`A card came from ${name} on ${{ day: day(on) }}`,
  "add-person": ({ household, name }) => phrase`${name} lives at ${household}`,
  "drop-person": ({ household, name }) => phrase`${name} is taken out of ${household}`,
  "tell-died": ({ household, name }) => phrase`${name} of ${household} has died`,
  "add-address": ({ household, from, until }) => phrase`${household} is elsewhere from ${{ day: day(from) }} to ${{ day: day(until) }}`,
  "drop-address": ({ household }) => phrase`An address of ${household} is taken out`,
  "tell-household": ({ name, state }) => phrase`${name} ${STATE_WORDS[state]}`,
  "merge-households": ({ name, gone }) => phrase`${gone} is put into ${name}: one household`,
  "erase-household": () => phrase`All that was kept of a household is erased`,
  "set-order": ({ title, needs }) => phrase`${title} is one order of ${howMany(needs, "need")}`,
  "pay-order": ({ title, minor }) => phrase`${title}: ${{ money: money(Math.abs(minor)) }} ${minor < 0 ? "given back" : "paid"}`,
  "take-news": ({ titles, news, isLeft }) => phrase`${howMany(news, "message")} of the order feed ${isLeft ? "left as they are" : "taken up"}: ${titles.join(", ")}`,
  "set-fair": ({ title, on }) => phrase`${title} on ${{ day: day(on) }}`,
  "bring-to-fair": ({ title, cards }) => phrase`${howMany(cards, "card")} packed for ${title}`,
  "ring-up": ({ title, cards, minor, isBack }) => phrase`${howMany(cards, "card")} ${isBack ? "taken back" : "sold"} at ${title}, ${{ money: money(minor) }}`,
  "close-fair": ({ title, sold, brought, off }) =>
    off === 0
      ? phrase`${title} is over: ${sold} of ${brought} cards sold, and the tin agrees`
      : phrase`${title} is over: ${sold} of ${brought} cards sold, and the tin has ${{ money: money(Math.abs(off)) }} too ${off > 0 ? "much" : "little"}`,
  "post-need": ({ title, service, on }) => phrase`${title} ${service === null ? "handed over" : `posted by ${service}`} on ${{ day: day(on) }}`,
};
