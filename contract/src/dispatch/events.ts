import { day, money, phrase } from "@yule/core";
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
  readonly "set-fair": { readonly title: string; readonly on: string };
  readonly "bring-to-fair": { readonly title: string; readonly cards: number };
  readonly "ring-up": { readonly title: string; readonly cards: number; readonly minor: number; readonly isBack: boolean };
  /** `off` is by how much the tin differs from what was rung up. */
  readonly "close-fair": { readonly title: string; readonly sold: number; readonly brought: number; readonly off: number };
  readonly "post-need": { readonly title: string; readonly service: string | null; readonly on: string };
}

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
  "set-fair": ({ title, on }) => phrase`${title} on ${{ day: day(on) }}`,
  "bring-to-fair": ({ title, cards }) => phrase`${howMany(cards, "card")} packed for ${title}`,
  "ring-up": ({ title, cards, minor, isBack }) => phrase`${howMany(cards, "card")} ${isBack ? "taken back" : "sold"} at ${title}, ${{ money: money(minor) }}`,
  "close-fair": ({ title, sold, brought, off }) =>
    off === 0
      ? phrase`${title} is over: ${sold} of ${brought} cards sold, and the tin agrees`
      : phrase`${title} is over: ${sold} of ${brought} cards sold, and the tin has ${{ money: money(Math.abs(off)) }} too ${off > 0 ? "much" : "little"}`,
  "post-need": ({ title, service, on }) => phrase`${title} ${service === null ? "handed over" : `posted by ${service}`} on ${{ day: day(on) }}`,
};
