import { day, phrase } from "@yule/core";
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
  "post-need": ({ title, service, on }) => phrase`${title} ${service === null ? "handed over" : `posted by ${service}`} on ${{ day: day(on) }}`,
};
