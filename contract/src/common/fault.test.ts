import { day, mannerOf, phrase, saidDay, type FaultValue } from "@yule/core";
import { z } from "zod";
import { splitIn } from "../sheets/split.ts";
import { faultsOf } from "./fault.ts";
import { faultLine, faultWords, pathText, plainSpeech } from "./faultLine.ts";

const lines = (schema: z.ZodType, input: unknown): string[] => {
  const read = schema.safeParse(input);
  return read.success ? [] : faultsOf(read.error, input).map((fault) => faultLine(fault));
};

test("a path reads as it is written in the file", () => {
  expect(pathText(["panels", 0, "count"])).toBe("panels[0].count");
  expect(pathText([2, "id"])).toBe("[2].id");
  expect(pathText([])).toBe("input");
});

test.each<[string, z.ZodType, unknown, string]>([
  ["a missing field", z.object({ width: z.number() }), {}, "width: given nothing, allowed a number"],
  ["a wrong kind", z.object({ width: z.number() }), { width: "wide" }, 'width: given "wide", allowed a number'],
  ["a decimal for a count", z.object({ count: z.int() }), { count: 2.5 }, "count: given 2.5, allowed a whole number"],
  ["too little", z.object({ count: z.int().min(1) }), { count: 0 }, "count: given 0, allowed at least 1"],
  ["not above nothing", z.object({ width: z.number().gt(0) }), { width: 0 }, "width: given 0, allowed more than 0"],
  ["too much", z.object({ count: z.int().max(9) }), { count: 10 }, "count: given 10, allowed at most 9"],
  ["too short a text", z.object({ name: z.string().min(1) }), { name: "" }, 'name: given "", allowed at least 1 character'],
  ["too long a list", z.object({ all: z.array(z.int()).max(1) }), { all: [1, 2] }, "all: given [1,2], allowed at most 1 of them"],
  ["none of the choices", z.object({ unit: z.enum(["in", "cm"]) }), { unit: "ell" }, 'unit: given "ell", allowed one of in, cm'],
  ["an id that is none", z.object({ id: z.uuid() }), { id: "7" }, 'id: given "7", allowed an id'],
  ["a moment that is none", z.object({ at: z.iso.datetime() }), { at: "noon" }, 'at: given "noon", allowed a moment such as 2031-11-08T10:00:00Z'],
  ["a field nobody knows", z.strictObject({ a: z.int().optional() }), { b: 3 }, "b: given 3, allowed no field of this name"],
  ["infinity", z.object({ width: z.number() }), { width: Infinity }, "width: given null, allowed a number"],
])("%s", (_, schema, input, line) => {
  expect(lines(schema, input)).toEqual([line]);
});

test("every fault of an input is told at once, and a long text is cut", () => {
  expect(lines(splitIn, { sheets: [{ id: "a", width: -1, height: 2, cost: 1 }], panels: [] })).toEqual([
    "sheets[0].width: given -1, allowed more than 0",
    "panels: given [], allowed at least 1 of them",
  ]);
  expect(lines(z.object({ count: z.int() }), { count: "x".repeat(500) })[0]?.length).toBeLessThan(120);
});

test("days of different years are told apart by their years, and only they", () => {
  const say = (value: FaultValue): string => ("day" in value ? saidDay(value.day, mannerOf("GB")) : plainSpeech(value));
  const fault = (given: string, least: string) => ({ given: [{ day: day(given) }], allowed: phrase`a day not before ${{ day: day(least) }}` });
  expect(faultWords(fault("2031-01-01", "2033-01-01"), say)).toBe("given Wed 1 Jan 2031, allowed a day not before Sat 1 Jan 2033");
  expect(faultWords(fault("2031-11-01", "2031-11-08"), say)).toBe("given Sat 1 Nov, allowed a day not before Sat 8 Nov");
  expect(faultWords(fault("2031-01-01", "2033-01-01"))).toBe("given 2031-01-01, allowed a day not before 2033-01-01");
});
