import { hasWords, isPhrase, phraseWrittenAs, saidFrom, t, toMm, type Fault, type FaultPath, type FaultValue, type Phrase } from "@yule/core";

/** `panels[0].count`; the whole input is `input`. */
export function pathText(path: FaultPath): string {
  const text = path.map((part) => (typeof part === "number" ? `[${String(part)}]` : `.${part}`)).join("");
  return text === "" ? "input" : text.replace(/^\./, "");
}

/** How values read to somebody: one way to print each. */
export type Speech = (value: FaultValue) => string;

/** As programs and files have it: millimetres, minor units of money, ISO days. */
export function plainSpeech(value: FaultValue): string {
  if ("length" in value) return `${String(toMm(value.length))} mm`;
  if ("money" in value) return String(value.money);
  if ("day" in value) return value.day;
  if ("time" in value) return `${String(Math.floor(value.time / 60)).padStart(2, "0")}:${String(value.time % 60).padStart(2, "0")}`;
  if ("minutes" in value) return `${String(value.minutes)} min`;
  if ("count" in value) return String(value.count);
  return "text" in value ? value.text : value.name;
}

/** A phrase as it reads to programs: in English. */
export const phraseText = (phrase: Phrase, say: Speech = plainSpeech): string => phrase.map((part) => (typeof part === "string" ? part : say(part))).join("");

/** A phrase as it reads to a maker, in her language where its catalogue has it. */
export function phraseSaid(phrase: Phrase, say: Speech): string {
  const known = phraseWrittenAs(phrase);
  if (!known) return phraseText(phrase, say);
  const values = known.values.map((value) => (typeof value === "string" || typeof value === "number" ? value : isPhrase(value) ? phraseSaid(value, say) : say(value)));
  // What only puts phrases together is no sentence: they are said, one after the other.
  if (!hasWords(known.source)) return known.source.replace(/\{(\d+)\}/g, (_, place: string) => String(values[Number(place)] ?? ""));
  return saidFrom(known.source, values) ?? phraseText(phrase, say);
}

/** `given 4, allowed at most 3`: what stands at a field, whose label says what it is of. */
export function faultWords({ given, allowed }: Pick<Fault, "given" | "allowed">, say: Speech = plainSpeech): string {
  const days = [...given, ...allowed].flatMap((part) => (typeof part !== "string" && "day" in part ? [part.day] : []));
  // Days of different years are told apart by them.
  const told = new Set(days.map((day) => day.slice(0, 4))).size < 2 ? say : withYears(say);
  return t`given ${phraseSaid(given, told)}, allowed ${phraseSaid(allowed, told)}`;
}

const withYears =
  (say: Speech): Speech =>
  (value) => {
    const words = say(value);
    const year = "day" in value ? value.day.slice(0, 4) : "";
    return words.includes(year) ? words : `${words} ${year}`;
  };

/** The one line for a fault, the same at the form, the API, the file and the command line but for how values read. */
export const faultLine = (fault: Fault, say: Speech = plainSpeech): string => `${pathText(fault.path)}: ${faultWords(fault, say)}`;
