import { commandSchemas, faultLine, faultsOf, phraseText, type CommandKind } from "@yule/contract";
import { hasWords, phraseWrittenAs, type Fault } from "@yule/core";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import type { z } from "zod";
import { demoCommands } from "./index.ts";

type Path = readonly (string | number)[];
type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** Places of a payload: of a list only its first, since the others are alike. */
function placesIn(value: Json, at: Path = []): Path[] {
  if (Array.isArray(value)) return [at, ...value.slice(0, 1).flatMap((each) => placesIn(each, [...at, 0]))];
  if (value !== null && typeof value === "object") return [at, ...Object.entries(value).flatMap(([key, each]) => placesIn(each, [...at, key]))];
  return [at];
}

/** What might stand at a place instead, by mistake; undefined is nothing at all. */
const mistakesFor = (value: Json): (Json | undefined)[] =>
  typeof value === "number"
    ? [undefined, "many", -1, 0.5, 1e12]
    : typeof value === "string"
      ? [undefined, 7, "", "x".repeat(5000)]
      : Array.isArray(value)
        ? [undefined, "all", []]
        : value !== null && typeof value === "object"
          ? [undefined, 7, { ...value, colour: "blue" }]
          : [undefined, {}];

function withMistake(value: Json, [first, ...rest]: Path, put: Json | undefined): Json | undefined {
  if (first === undefined) return put;
  if (Array.isArray(value)) return value.map((each, index) => (index === first ? (withMistake(each, rest, put) ?? null) : each));
  return Object.fromEntries(Object.entries(value as { [key: string]: Json }).map(([key, each]) => [key, key === first ? withMistake(each, rest, put) : each])) as Json;
}

/** Every refusal that a mistake in a command of the demo meets. */
function allRefusals(): { readonly kind: CommandKind; readonly fault: Fault }[] {
  const examples = new Map<CommandKind, Json>();
  // What may be told and the demo leaves to the server.
  const told: Partial<Record<CommandKind, object>> = {
    "assemble-cards": { uses: [{ storeId: "01936b5c-1003-7000-8000-000000000001", quantity: 4 }] },
    "post-need": { costMinor: 125 },
  };
  for (const { kind, payload } of demoCommands(new Date("2031-11-08T10:04:00Z")).commands)
    if (!examples.has(kind)) examples.set(kind, { ...payload, ...told[kind] } as unknown as Json);
  return [...examples].flatMap(([kind, payload]) =>
    placesIn(payload).flatMap((path) => {
      const value = path.reduce<Json>((found, part) => (found as { [key: string]: Json })[part] ?? null, payload);
      return mistakesFor(value).flatMap((mistake) => {
        const input = withMistake(payload, path, mistake);
        const read = (commandSchemas[kind] as z.ZodType).safeParse(input);
        return read.success ? [] : faultsOf(read.error, input).map((fault) => ({ kind, fault }));
      });
    }),
  );
}
/** A line each. */
const refusals = (): string[] => [...new Set(allRefusals().map(({ kind, fault }) => `${kind} ${faultLine(fault)}`))].sort();

const KEPT = join(import.meta.dirname, "refusals.txt");

test("what was refused stays refused, at the same place, in the same words", () => {
  const now = refusals();
  if (process.env.YULE_KEEP_REFUSALS) writeFileSync(KEPT, `${now.join("\n")}\n`);
  expect(now).toEqual(readFileSync(KEPT, "utf8").trimEnd().split("\n"));
});

test("what is allowed is said in another language wherever it has words", () => {
  const unwritten = allRefusals().flatMap(({ fault: { allowed } }) => (phraseWrittenAs(allowed) || !hasWords(phraseText(allowed)) ? [] : [phraseText(allowed)]));
  expect([...new Set(unwritten)]).toEqual([]);
});
