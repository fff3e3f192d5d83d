import { phrase, type Fault, type FaultPath, type Phrase } from "@yule/core";
import { z } from "zod";
import { howMany } from "./counts.ts";
import { phraseText } from "./faultLine.ts";
import { text } from "./text.ts";

const phraseSchema = z.custom<Phrase>((value) => Array.isArray(value) && value.every((part) => typeof part === "string" || (typeof part === "object" && part !== null)));

/** A fault as it is sent: see `SentFault`. */
export const sentFaultSchema = z.object({
  code: text(),
  path: z.array(z.union([text(), z.number()])),
  given: text(),
  allowed: text(),
  values: z.object({ given: phraseSchema, allowed: phraseSchema }).optional(),
});
const LONGEST_SHOWN = 60;

function shown(value: unknown): Phrase {
  if (value === undefined) return ["nothing"];
  if (typeof value === "number" && Number.isFinite(value)) return [{ count: value }];
  const text = typeof value === "string" ? `"${value}"` : ((JSON.stringify(value) as string | undefined) ?? typeof value);
  return [{ text: text.length > LONGEST_SHOWN ? `${text.slice(0, LONGEST_SHOWN)}…` : text }];
}

const KINDS: Readonly<Record<string, string>> = {
  int: "a whole number",
  number: "a number",
  string: "text",
  boolean: "true or false",
  array: "a list",
  object: "an object",
  record: "an object",
};
const FORMATS: Readonly<Record<string, string>> = {
  uuid: "an id",
  email: "an address with @",
  datetime: "a moment such as 2031-11-08T10:00:00Z",
  date: "a day such as 2031-11-08",
  safeint: "a whole number",
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
      return fault([KINDS[issue.expected] ?? issue.expected]);
    case "too_small":
      return fault(
        issue.origin === "array"
          ? phrase`at least ${Number(issue.minimum)} of them`
          : issue.origin === "string"
            ? phrase`at least ${howMany(Number(issue.minimum), "character")}`
            : phrase`${issue.inclusive === false ? "more than" : "at least"} ${Number(issue.minimum)}`,
      );
    case "too_big":
      return fault(
        issue.origin === "array"
          ? phrase`at most ${Number(issue.maximum)} of them`
          : issue.origin === "string"
            ? phrase`at most ${howMany(Number(issue.maximum), "character")}`
            : phrase`${issue.inclusive === false ? "less than" : "at most"} ${Number(issue.maximum)}`,
      );
    case "invalid_value":
      return fault([`one of ${issue.values.map((value) => String(value)).join(", ")}`]);
    case "invalid_format":
      return fault([FORMATS[issue.format] ?? issue.message]);
    case "not_multiple_of":
      return fault(phrase`a multiple of ${issue.divisor}`);
    case "unrecognized_keys":
      return issue.keys.map((key) => ({
        code: issue.code,
        path: [...path, key],
        given: shown((path.reduce<unknown>((value, part) => (value as Record<string | number, unknown> | null)?.[part], input) as Record<string, unknown> | null)?.[key]),
        allowed: ["no field of this name"],
      }));
    case "invalid_union": {
      const nearest = [...issue.errors].sort((a, b) => a.length - b.length)[0];
      if (issue.errors.length === 0 || !nearest || issue.errors.every((each) => each[0]?.path.length === 0))
        return fault([issue.errors.length === 0 ? issue.message : issue.errors.map((each) => allowedBy(each[0])).join(", or ")]);
      return nearest.flatMap((each) => faultsOfIssue(each, input, path));
    }
    case "custom":
      return fault((issue.params as { allowed?: Phrase } | undefined)?.allowed ?? [issue.message]);
    default:
      return fault([issue.message]);
  }
}

const allowedBy = (issue: z.core.$ZodIssue | undefined): string => (issue ? phraseText(faultsOfIssue(issue, undefined, [])[0]?.allowed ?? []) : "");
