import fc from "fast-check";
import { MEASURES, measureOf, printAmount, readAmount, STORE_KINDS, UNITS, unitNamed } from "./materials.ts";

test.each([
  ["12", "piece", 12],
  ["2 dozen", "piece", 24],
  ["12 ml", "volume", 12_000],
  ["7,5", "volume", 7_500],
  ["3 half pans", "volume", 4_800],
  ["20 drops", "volume", 1_000],
  ["2 1/2 m", "length", 2_500],
  ["10 yd", "length", 9_144],
  ['4 "', "length", 102],
  ["1 oz", "weight", 28_350],
  ["0.4 pen", "life", 400],
] as const)("%s of %s is %i whole units", (text, measure, amount) => {
  expect(readAmount(text, measure)).toEqual({ ok: true, amount });
});

test.each([
  ["", "volume", { code: "no-number" }],
  ["some", "volume", { code: "no-number" }],
  ["3/0", "volume", { code: "unknown-unit", unit: "/0", known: expect.anything() as unknown }],
  ["-2 ml", "volume", { code: "negative" }],
  ["1.5", "piece", { code: "too-fine", least: expect.objectContaining({ one: "piece" }) as unknown }],
  ["3 furlongs", "length", { code: "unknown-unit", unit: "furlongs", known: ["mm", "cm", "m", "in", "ft", "yd"] }],
  ["3 ml", "length", { code: "other-measure", unit: "ml", measure: "volume", known: expect.anything() as unknown }],
  ["9000000", "piece", { code: "too-large" }],
  ["99999 l", "volume", { code: "too-large" }],
] as const)("%s of %s is no amount, and it is said why", (text, measure, fault) => {
  expect(readAmount(text, measure)).toEqual({ ok: false, fault });
});

test("what is printed of an amount is read as nearly that amount", () => {
  fc.assert(
    fc.property(fc.constantFrom(...MEASURES), fc.integer({ min: 0, max: 2_000_000 }), (measure, amount) => {
      const read = readAmount(printAmount(amount, measure), measure);
      if (!read.ok) throw new Error(printAmount(amount, measure));
      expect(Math.abs(read.amount - amount)).toBeLessThanOrEqual(Math.max(5, amount * 0.005));
    }),
  );
});

test("every kind has a measure with units, and no unit stands for two things", () => {
  for (const kind of STORE_KINDS) expect(UNITS.some(({ measure }) => measure === measureOf(kind))).toBe(true);
  const names = UNITS.flatMap(({ one, many, also }) => [...new Set([one, many, ...also])]);
  expect(new Set(names).size).toBe(names.length);
  expect(unitNamed("Millilitres")?.id).toBe("ml");
});
