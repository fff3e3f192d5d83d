import type { Fault, FaultPath } from "@yule/core";
import { z } from "zod";

/** As zod says it, in the fields of a fault. */
export const faultSchema = z.object({
  code: z.string(),
  path: z.array(z.union([z.string(), z.number()])),
  given: z.string(),
  allowed: z.string(),
});

const LONGEST_SHOWN = 60;

function shown(value: unknown): string {
  if (value === undefined) return "nothing";
  const text = typeof value === "string" ? `"${value}"` : ((JSON.stringify(value) as string | undefined) ?? typeof value);
  return text.length > LONGEST_SHOWN ? `${text.slice(0, LONGEST_SHOWN)}…` : text;
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
  const fault = (allowed: string, more: Partial<Fault> = {}): Fault[] => [{ code: issue.code, path, given, allowed, ...more }];
  switch (issue.code) {
    case "invalid_type":
      return fault(KINDS[issue.expected] ?? issue.expected);
    case "too_small":
      return fault(
        issue.origin === "array"
          ? `at least ${String(issue.minimum)} of them`
          : issue.origin === "string"
            ? `at least ${String(issue.minimum)} characters`
            : `${issue.inclusive === false ? "more than" : "at least"} ${String(issue.minimum)}`,
      );
    case "too_big":
      return fault(
        issue.origin === "array"
          ? `at most ${String(issue.maximum)} of them`
          : issue.origin === "string"
            ? `at most ${String(issue.maximum)} characters`
            : `${issue.inclusive === false ? "less than" : "at most"} ${String(issue.maximum)}`,
      );
    case "invalid_value":
      return fault(`one of ${issue.values.map((value) => String(value)).join(", ")}`);
    case "invalid_format":
      return fault(FORMATS[issue.format] ?? issue.message);
    case "not_multiple_of":
      return fault(`a multiple of ${String(issue.divisor)}`);
    case "unrecognized_keys":
      return issue.keys.map((key) => ({
        code: issue.code,
        path: [...path, key],
        given: shown((path.reduce<unknown>((value, part) => (value as Record<string | number, unknown> | null)?.[part], input) as Record<string, unknown> | null)?.[key]),
        allowed: "no field of this name",
      }));
    case "invalid_union": {
      const nearest = [...issue.errors].sort((a, b) => a.length - b.length)[0];
      if (issue.errors.length === 0 || !nearest || issue.errors.every((each) => each[0]?.path.length === 0))
        return fault(issue.errors.length === 0 ? issue.message : issue.errors.map((each) => allowedBy(each[0])).join(", or "));
      return nearest.flatMap((each) => faultsOfIssue(each, input, path));
    }
    default:
      return fault(issue.message);
  }
}

const allowedBy = (issue: z.core.$ZodIssue | undefined): string => (issue ? (faultsOfIssue(issue, undefined, [])[0]?.allowed ?? "") : "");
