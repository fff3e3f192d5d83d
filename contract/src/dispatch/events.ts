import { day, phrase } from "@yule/core";
import type { Sentences } from "../logbook/sentences.ts";

/** What the logbook keeps of each. */
export interface DispatchEvents {
  readonly "add-household": { readonly name: string; readonly country: string };
  readonly "change-household": { readonly name: string; readonly neutral: boolean; readonly without: readonly string[] };
  /** `service` is null where it was handed over. */
  readonly "post-need": { readonly title: string; readonly service: string | null; readonly on: string };
}

export const dispatchSentences: Sentences<DispatchEvents> = {
  "add-household": ({ name, country }) => phrase`Household ${name}, ${country}`,
  "change-household": ({ name, neutral, without }) => {
    const wishes = [...(neutral ? ["neutral words"] : []), ...without.map((each) => `no ${each}`)];
    return phrase`${name}: ${wishes.length === 0 ? "any card" : wishes.join(", ")}`;
  },
  "post-need": ({ title, service, on }) => phrase`${title} ${service === null ? "handed over" : `posted by ${service}`} on ${{ day: day(on) }}`,
};
