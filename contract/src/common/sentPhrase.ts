import { isPhrase, phraseWrittenAs, writePhraseAs, type FaultValue, type Phrase } from "@yule/core";

/** A phrase as it goes over the wire: its parts, and what it was written as where its catalogue is to find it. */
export interface SentPhrase {
  readonly parts: Phrase;
  readonly source?: string | undefined;
  readonly values?: readonly (string | number | FaultValue | SentPhrase)[] | undefined;
}

const isPart = (part: unknown): boolean => typeof part === "string" || (typeof part === "object" && part !== null);
export const isSentPhrase = (value: unknown): value is SentPhrase =>
  typeof value === "object" && value !== null && "parts" in value && Array.isArray(value.parts) && value.parts.every(isPart);

export function sentPhrase(phrase: Phrase): SentPhrase {
  const written = phraseWrittenAs(phrase);
  if (!written) return { parts: phrase };
  const values = written.values.map((value) => (typeof value === "object" && isPhrase(value) ? sentPhrase(value) : value));
  return { parts: phrase, source: written.source, values };
}

export function receivedPhrase({ parts, source, values }: SentPhrase): Phrase {
  if (source === undefined) return parts;
  // Made anew: what two phrases were written as is not told apart by parts that are one.
  return writePhraseAs([...parts], { source, values: (values ?? []).map((value) => (typeof value === "object" && isSentPhrase(value) ? receivedPhrase(value) : value)) });
}
