import { phrase, writePhraseAs, type Fault, type FaultPath, type Phrase } from "@yule/core";
import { z } from "zod";
import { howMany } from "./counts.ts";
import { phraseText } from "./faultLine.ts";
import { isSentPhrase, type SentPhrase } from "./sentPhrase.ts";
import { text } from "./text.ts";

const phraseSchema = z.custom<Phrase>((value) => Array.isArray(value) && value.every((part) => typeof part === "string" || (typeof part === "object" && part !== null)));
export const sentPhraseSchema = z.custom<SentPhrase>(isSentPhrase);
/** A fault as it is sent: see `SentFault`. */
export const sentFaultSchema = z.object({
  code: text(),
  path: z.array(z.union([text(), z.number()])),
  given: text(),
  allowed: text(),
  values: z.object({ given: phraseSchema, allowed: phraseSchema }).optional(),
  said: z.object({ given: sentPhraseSchema, allowed: sentPhraseSchema }).optional(),
});
const LONGEST_SHOWN = 60;

function shown(value: unknown): Phrase {
  if (value === undefined) return phrase`nothing`;
  if (typeof value === "number" && Number.isFinite(value)) return [{ count: value }];
  const text = typeof value === "string" ? `"${value}"` : ((JSON.stringify(value) as string | undefined) ?? typeof value);
  return [{ text: text.length > LONGEST_SHOWN ? `${text.slice(0, LONGEST_SHOWN)}…` : text }];
}

const KINDS: Readonly<Record<string, Phrase>> = {
  int: phrase`a whole number`,
  number: phrase`a number`,
  string: phrase`text`,
  boolean: phrase`true or false`,
  array: phrase`a list`,
  object: phrase`an object`,
  record: phrase`an object`,
};
const FORMATS: Readonly<Record<string, Phrase>> = {
  uuid: phrase`an id`,
  email: phrase`an address with @`,
  datetime: phrase`a moment such as 2031-11-08T10:00:00Z`,
  date: phrase`a day such as 2031-11-08`,
  safeint: phrase`a whole number`,
};

/** What zod found wrong, as faults with what was given and what is allowed. */
export function faultsOf(error: z.ZodError, input: unknown): Fault[] {
  return error.issues.flatMap((issue) => faultsOfIssue(issue, input, []));
}

function faultsOfIssue(issue: z.core.$ZodIssue, input: unknown, above: FaultPath): Fault[] {
  const path: (string | number)[] = [...above, ...issue.path.map((part) => (typeof part === "number" ? part : String(part)))];
  const given = shown(path.reduce<unknown>((value, part) => (value as Record<string | number, unknown> | null | undefined)?.[part], input));
  const fault = (allowed: Phrase): Fault[] => [{ code: issue.code, path, given, allowed }];
  switch (issue.code) {
    case "invalid_type":
      return fault(KINDS[issue.expected] ?? [issue.expected]);
    case "too_small":
      return fault(
        issue.origin === "array"
          ? phrase`at least ${Number(issue.minimum)} of them`
          : issue.origin === "string"
            ? phrase`at least ${howMany(Number(issue.minimum), "character")}`
            : issue.inclusive === false
              ? phrase`more than ${Number(issue.minimum)}`
              : phrase`at least ${Number(issue.minimum)}`,
      );
    case "too_big":
      return fault(
        issue.origin === "array"
          ? phrase`at most ${Number(issue.maximum)} of them`
          : issue.origin === "string"
            ? phrase`at most ${howMany(Number(issue.maximum), "character")}`
            : issue.inclusive === false
              ? phrase`less than ${Number(issue.maximum)}`
              : phrase`at most ${Number(issue.maximum)}`,
      );
    case "invalid_value":
      return fault(phrase`one of ${issue.values.map((value) => String(value)).join(", ")}`);
    case "invalid_format":
      return fault(FORMATS[issue.format] ?? asWritten(issue.message));
    case "not_multiple_of":
      return fault(phrase`a multiple of ${issue.divisor}`);
    case "unrecognized_keys":
      return issue.keys.map((key) => ({
        code: issue.code,
        path: [...path, key],
        given: shown((path.reduce<unknown>((value, part) => (value as Record<string | number, unknown> | null)?.[part], input) as Record<string, unknown> | null)?.[key]),
        allowed: phrase`no field of this name`,
      }));
    case "invalid_union": {
      const nearest = [...issue.errors].sort((a, b) => a.length - b.length)[0];
      if (issue.errors.length === 0 || !nearest || issue.errors.every((each) => each[0]?.path.length === 0))
        return fault(issue.errors.length === 0 ? kindsIn(issue.message) : [issue.errors.map((each) => allowedBy(each[0])).join(", or ")]);
      return nearest.flatMap((each) => faultsOfIssue(each, input, path));
    }
    case "custom":
      return fault((issue.params as { allowed?: Phrase } | undefined)?.allowed ?? asWritten(issue.message));
    default:
      return fault([issue.message]);
  }
}

/** The message of a rule: one of the catalogue, where it was marked for it. */
const asWritten = (message: string): Phrase => writePhraseAs([message], { source: message.replace(/[{}]/g, "'$&'"), values: [] });

/** Of which kinds something may be, where only the library's own words name them. */
function kindsIn(message: string): Phrase {
  const kinds = Array.from(message.matchAll(/'([^']*)'/g), ([, kind]) => kind);
  return kinds.length === 0 ? [message] : phrase`one of ${kinds.join(", ")}`;
}

const allowedBy = (issue: z.core.$ZodIssue | undefined): string => (issue ? phraseText(faultsOfIssue(issue, undefined, [])[0]?.allowed ?? []) : "");
