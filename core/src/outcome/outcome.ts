import type { Day } from "../measure/day.ts";
import type { Length } from "../measure/length.ts";
import type { Money } from "../measure/money.ts";
import { sourceOf } from "../words/words.ts";

/** What a maker can cause is returned as a fault; what only a programmer can cause is thrown. */

/** Where in the input a fault lies, outermost first: `["panels", 0, "count"]`. */
export type FaultPath = readonly (string | number)[];

/** A value in a fault. How it reads is settled where it is read: by the label, the units and the country of who reads it. */
export type FaultValue =
  | { readonly length: Length }
  | { readonly money: Money }
  | { readonly day: Day }
  /** Minutes since midnight. */
  | { readonly time: number }
  | { readonly minutes: number }
  | { readonly count: number }
  /** As somebody typed it. */
  | { readonly text: string }
  /** The name or the id of a thing; `of` says which kind of thing. */
  | { readonly name: string; readonly of: string };

/** Words of ours with values among them. */
export type Phrase = readonly (string | FaultValue)[];

/**
 * A phrase as it is written: phrase`at most ${{ length }}, the ${side} of the panel`. Words put in become words, numbers counts,
 * phrases are let in.
 */
export function phrase(words: TemplateStringsArray, ...values: readonly (string | number | FaultValue | Phrase)[]): Phrase {
  const parts = words.flatMap((text, index): Phrase => {
    const value = values[index];
    if (value === undefined) return [text];
    if (typeof value === "number") return [text, { count: value }];
    return isPhrase(value) ? [text, ...value] : [text, value];
  });
  const made = parts.reduce<(string | FaultValue)[]>((joined, part) => {
    const last = joined[joined.length - 1];
    if (part === "") return joined;
    if (typeof part === "string" && typeof last === "string") return [...joined.slice(0, -1), last + part];
    return [...joined, part];
  }, []);
  writtenAs.set(made, { source: sourceOf(words), values });
  return made;
}

/** What a phrase was written as, for its sentence in the catalogue; a phrase that came over the wire has none. */
export interface WrittenPhrase {
  readonly source: string;
  readonly values: readonly (string | number | FaultValue | Phrase)[];
}
const writtenAs = new WeakMap<Phrase, WrittenPhrase>();
/** Notes what a phrase was written as, where it was put together otherwise: from a plural, or from what came over the wire. */
export function writePhraseAs(phrase: Phrase, written: WrittenPhrase): Phrase {
  writtenAs.set(phrase, written);
  return phrase;
}
export const phraseWrittenAs = (phrase: Phrase): WrittenPhrase | null => writtenAs.get(phrase) ?? null;

export const isPhrase = (value: string | FaultValue | Phrase): value is Phrase => Array.isArray(value);

/** One thing wrong with what was given: data, whose wording is made in the contract. */
export interface Fault {
  readonly code: string;
  readonly path: FaultPath;
  readonly given: Phrase;
  readonly allowed: Phrase;
}

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly faults: readonly Fault[] };

export const succeed = <T>(value: T): Result<T> => ({ ok: true, value });

export const fail = <T = never>(...faults: readonly Fault[]): Result<T> => ({ ok: false, faults });

/** The end of an exhaustive choice. Reaching it is a bug, so it throws. */
export function unreachable(value: never): never {
  throw new Error(`not a known case: ${JSON.stringify(value)}`);
}
