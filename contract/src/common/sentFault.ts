import type { Fault, Phrase } from "@yule/core";
import type { Problem } from "../shop/problem.ts";
import { phraseSaid, phraseText, plainSpeech } from "./faultLine.ts";
import { receivedPhrase, sentPhrase, type SentPhrase } from "./sentPhrase.ts";

/** A fault as it is sent: in words that any program can show, and with its values for those that say them in the reader's own units. */
export interface SentFault {
  readonly code: string;
  readonly path: (string | number)[];
  readonly given: string;
  readonly allowed: string;
  readonly values?: { readonly given: Phrase; readonly allowed: Phrase } | undefined;
  /** The same with their sentences, for whoever says them in another language. */
  readonly said?: { readonly given: SentPhrase; readonly allowed: SentPhrase } | undefined;
}

export const sentFault = ({ code, path, given, allowed }: Fault): SentFault => ({
  code,
  path: [...path],
  given: phraseText(given),
  allowed: phraseText(allowed),
  values: { given, allowed },
  said: { given: sentPhrase(given), allowed: sentPhrase(allowed) },
});

/** A fault that was sent, with its values where the sender told them. */
export const receivedFault = ({ code, path, given, allowed, values, said }: SentFault): Fault => ({
  code,
  path,
  given: said ? receivedPhrase(said.given) : (values?.given ?? [given]),
  allowed: said ? receivedPhrase(said.allowed) : (values?.allowed ?? [allowed]),
});

/** What a problem says is wrong: its faults, or one sentence where it names none. */
export const problemFaults = (problem: Problem): readonly (Fault | string)[] => (problem.errors.length > 0 ? problem.errors.map(receivedFault) : [problemDetail(problem)]);

/** What a problem is called, in the language of who reads it. */
export const problemTitle = ({ title, said }: Pick<Problem, "title" | "said">): string => (said ? phraseSaid(receivedPhrase(said.title), plainSpeech) : title);
export const problemDetail = ({ detail, said }: Problem): string => (said ? phraseSaid(receivedPhrase(said.detail), plainSpeech) : detail);
