import { phrase, type Fault } from "@yule/core";
import { z } from "zod";

const LONE_SURROGATE = /\p{Surrogate}/u;

/** Whether a text can be kept as it is: PostgreSQL has no zero character, and half of a surrogate pair is none at all. */
export const isPlainText = (value: string): boolean => !value.includes("\0") && !LONE_SURROGATE.test(value);

const PLAIN = "text of whole characters, none of them the zero character";

/** Any text that is told, at a form, the API, a file or the command line. */
export const text = () => z.string().refine(isPlainText, { message: PLAIN });

/** Deeper than this nothing that is told is nested. */
const DEEPEST = 40;

/** What cannot be kept of a body, whatever it is for: texts and names of fields that are not plain, and what is nested too deep. Does not recurse. */
export function unkeepable(body: unknown): Fault | null {
  const open: { value: unknown; path: (string | number)[] }[] = [{ value: body, path: [] }];
  const notPlain = (path: (string | number)[]): Fault => ({
    code: "not-plain-text",
    path: path.map((part) => (typeof part === "string" ? part.replaceAll("\0", "").replace(/\p{Surrogate}/gu, "") : part)),
    given: phrase`text with a character that cannot be kept`,
    allowed: [PLAIN],
  });
  for (let next = open.pop(); next; next = open.pop()) {
    const { value, path } = next;
    if (typeof value === "string" && !isPlainText(value)) return notPlain(path);
    if (typeof value !== "object" || value === null) continue;
    if (path.length >= DEEPEST)
      return { code: "nested-too-deep", path: path.slice(0, 3), given: phrase`lists or objects more than ${DEEPEST} deep in each other`, allowed: phrase`at most ${DEEPEST}` };
    for (const [key, each] of Object.entries(value)) {
      if (!isPlainText(key)) return notPlain([...path, key]);
      open.push({ value: each, path: [...path, Array.isArray(value) ? Number(key) : key] });
    }
  }
  return null;
}
