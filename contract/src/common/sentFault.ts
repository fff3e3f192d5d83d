import type { Fault, Phrase } from "@yule/core";
import type { Problem } from "../shop/problem.ts";
import { phraseText } from "./faultLine.ts";

/** A fault as it is sent: in words that any program can show, and with its values for those that say them in the reader's own units. */
export interface SentFault {
  readonly code: string;
  readonly path: (string | number)[];
  readonly given: string;
  readonly allowed: string;
  readonly values?: { readonly given: Phrase; readonly allowed: Phrase } | undefined;
}

export const sentFault = ({ code, path, given, allowed }: Fault): SentFault => ({
  code,
  path: [...path],
  given: phraseText(given),
  allowed: phraseText(allowed),
  values: { given, allowed },
});

/** A fault that was sent, with its values where the sender told them. */
export const receivedFault = ({ code, path, given, allowed, values }: SentFault): Fault => ({ code, path, given: values?.given ?? [given], allowed: values?.allowed ?? [allowed] });

/** What a problem says is wrong: its faults, or one sentence where it names none. */
export const problemFaults = (problem: Problem): readonly (Fault | string)[] => (problem.errors.length > 0 ? problem.errors.map(receivedFault) : [problem.detail]);
