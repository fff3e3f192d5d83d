import { phrase, type Day, type Phrase } from "@yule/core";
import type { LeftOutKind } from "./learning.ts";
import type { Sentences } from "./sentences.ts";

/** A thing that is left out or learned anew, as the logbook names it. */
interface LeftOutFacts {
  readonly of: LeftOutKind;
  readonly name: string;
  readonly day: Day | null;
  readonly why: string;
}

/** What the logbook keeps of each. */
export interface LogbookEvents {
  /** `to` is the entry; left out where it was erased. */
  readonly "pin-note": { readonly to?: string; readonly text: string; readonly photo: boolean; readonly voice: boolean };
  readonly "remove-note": { readonly to?: string; readonly text: string };
  readonly "leave-out": LeftOutFacts;
  readonly "learn-anew": LeftOutFacts;
  readonly "count-again": Omit<LeftOutFacts, "why">;
}

/** `a batch for Quay fair on 2031-11-12`, `the evenings` */
function thing({ of, name, day }: Omit<LeftOutFacts, "why">): Phrase {
  if (of === "evenings") return phrase`how long evenings last`;
  if (of === "post") return phrase`how long the post takes`;
  if (of === "batch") return day === null ? phrase`a batch for ${name}` : phrase`a batch for ${name} on ${{ day }}`;
  return [name];
}

export const logbookSentences: Sentences<LogbookEvents> = {
  "pin-note": ({ text, photo, voice }) => phrase`Note${photo ? phrase` with a photo` : ""}${voice ? phrase` with a voice note` : ""}${text === "" ? "" : `: ${text}`}`,
  "remove-note": ({ text }) => (text === "" ? phrase`Note taken away` : phrase`Note taken away: ${text}`),
  "leave-out": (facts) => phrase`Nothing is learned of ${thing(facts)}: ${facts.why}`,
  "learn-anew": (facts) => phrase`Learned anew from here: ${thing(facts)}. ${facts.why}`,
  "count-again": (facts) => phrase`It teaches again: ${thing(facts)}`,
};
