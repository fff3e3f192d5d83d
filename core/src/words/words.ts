/** What is put into a sentence. */
export type Said = string | number;

/** Gives a sentence in another language with its values in place; null where it has none, and the English one stands. */
export type Translator = (source: string, values: readonly Said[]) => string | null;

let translator: Translator | null = null;
/** Tells who translates from now on; null for the English that stands in the code. */
export const translateBy = (told: Translator | null): void => void (translator = told);

const sources = new WeakMap<TemplateStringsArray, string>();
/** A sentence as the catalogue has it: `{0} of {1} are made`. Braces of its own are quoted as ICU MessageFormat asks for it. */
export function sourceOf(parts: TemplateStringsArray): string {
  const known = sources.get(parts);
  if (known !== undefined) return known;
  const source = parts.map((part, index) => `${index === 0 ? "" : `{${String(index - 1)}}`}${part.replace(/[{}]/g, "'$&'")}`).join("");
  sources.set(parts, source);
  return source;
}

/** Letters that are read from right to left: Hebrew, Arabic and their kin. */
const RIGHT_TO_LEFT_LETTER = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/;
const [ISOLATE, ISOLATE_ENDED] = ["\u2068", "\u2069"];
/**
 * A value as it stands in a sentence: what is read the other way stands by itself, so that it does not turn the words beside it
 * round (first strong isolate, UAX #9).
 */
export const isolated = (value: Said, isTurned = false): string => {
  const text = String(value);
  const turns = isTurned ? /\p{L}/u.test(text) : RIGHT_TO_LEFT_LETTER.test(text);
  return turns && !text.startsWith(ISOLATE) ? `${ISOLATE}${text}${ISOLATE_ENDED}` : text;
};

const joined = (parts: TemplateStringsArray, values: readonly Said[]): string =>
  parts.map((part, index) => `${index === 0 ? "" : isolated(values[index - 1] ?? "")}${part}`).join("");

/** Whether a source has words of its own: what only puts values together is no sentence of any catalogue. */
export const hasWords = (source: string): boolean => /\p{L}/u.test(source.replace(/\{\d+\}/g, ""));

/** A sentence in the language of the shop. It is written here in English, and found in the catalogue by that. */
export const t = (parts: TemplateStringsArray, ...values: readonly Said[]): string => translator?.(sourceOf(parts), values) ?? joined(parts, values);

/** Marks a sentence for the catalogue that is kept as it is written, and said where it is read. */
export const written = (parts: TemplateStringsArray): string => parts.join("");
/** A marked sentence in the language of the shop. */
export const saidWritten = (sentence: string): string => translator?.(sentence.replace(/[{}]/g, "'$&'"), []) ?? sentence;

/** A sentence that is put together while the program runs, by its source; null where it stays English. */
export const saidFrom = (source: string, values: readonly Said[]): string | null => translator?.(source, values) ?? null;

/** Forms of a sentence with a number in it, by the categories of Unicode CLDR; `#` stands for the number. */
export interface PluralForms {
  readonly one: string;
  readonly other: string;
}

/** The catalogue's source of a sentence with a number in it, ICU MessageFormat. */
export const pluralSource = ({ one, other }: PluralForms): string => `{0, plural, one {${one}} other {${other}}}`;

/** A sentence by its number: `1 card`, `3 cards`. Another language may have more forms than two. */
export const plural = (count: number, forms: PluralForms): string =>
  translator?.(pluralSource(forms), [count]) ?? (count === 1 ? forms.one : forms.other).replaceAll("#", String(count));

/** The short name by which a catalogue keeps a sentence: FNV-1a over its UTF-16 units, 32 bits in base 36. Whoever writes the catalogues sees to it that no two are one. */
export function idOfSource(source: string): string {
  let hash = 0x811c9dc5;
  for (let at = 0; at < source.length; at += 1) hash = Math.imul(hash ^ source.charCodeAt(at), 0x01000193);
  return (hash >>> 0).toString(36);
}

/** Words for a few cases, each said when it is asked for: the language may have changed since the code was loaded. */
export const wordsFor = <Key extends string>(make: Readonly<Record<Key, () => string>>): Readonly<Record<Key, string>> =>
  Object.defineProperties({}, Object.fromEntries(Object.entries<() => string>(make).map(([key, get]) => [key, { get, enumerable: true }]))) as Readonly<Record<Key, string>>;
