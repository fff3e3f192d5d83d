import { readLength } from "./readLength.ts";
import fc from "fast-check";
import { inches, lengthOfUnits, mm, minus, printLength, printSize, times, toMm, type LengthSystem } from "./length.ts";

const read = (text: string, system: LengthSystem = "in") => {
  const result = readLength(text, system);
  if (!result.ok) throw new Error(JSON.stringify(result.faults));
  return result.value;
};

test("eight pieces of 3 1/4 in come out of 26 in, exactly", () => {
  expect(times(8, inches(3, 1, 4))).toBe(inches(26));
  expect(inches(0, 1, 64)).toBe(127);
  expect(mm(0.1)).toBe(32);
});

test("three decimals snap to the nearest unit, so three of 33.333 mm are one unit more than 100 mm", () => {
  expect(times(3, mm(33.333))).toBe(32_001);
  expect(mm(100)).toBe(32_000);
});

test.each([
  ["4 1/4", inches(4, 1, 4)],
  ["4.25 in", inches(4.25)],
  ['4 1/4"', inches(4.25)],
  ["4¼", inches(4.25)],
  ["3/8", inches(0, 3, 8)],
  ["4-1/4 in", inches(4.25)],
  ["108 mm", mm(108)],
  ["10.8cm", mm(108)],
  ["10,8 cm", mm(108)],
  [" .5 ", inches(0.5)],
])("reads %s", (text, expected) => {
  expect(read(text)).toBe(expected);
});

test("a bare number is in the maker's own system", () => {
  expect(read("10.8", "cm")).toBe(mm(108));
  expect(read("5", "in")).toBe(inches(5));
});

test.each(["", "four", "4 1/0", "-3", "4 1/4 cm", "5 furlongs", "NaN", "1e3", "4 in 3 mm", "200 m"])("refuses %s and says what is allowed", (text) => {
  const result = readLength(text, "in");
  expect(result.ok).toBe(false);
  if (!result.ok) expect(result.faults[0]?.given).toEqual(text === "" ? ["nothing"] : [{ text }]);
});

test("prints as makers say it, with a mark where it had to round", () => {
  expect(printLength(inches(4.25), "in")).toBe("4 1/4 in");
  expect(printLength(inches(0, 1, 8), "in")).toBe("1/8 in");
  expect(printLength(inches(0, 1, 64), "in")).toBe("~0 in");
  expect(printLength(mm(108), "in")).toBe("~4 1/4 in");
  expect(printLength(mm(108), "cm")).toBe("10.8 cm");
  expect(printLength(inches(4.25), "cm")).toBe("~10.8 cm");
  expect(printSize(inches(5.5), inches(11), "in")).toBe("5 1/2 × 11 in");
  expect(printLength(minus(inches(1), inches(2)), "in")).toBe("-1 in");
});

test("every sixteenth of an inch and every half millimetre is read back as it was printed", () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 20_000 }), (count) => {
      const inch = lengthOfUnits(count * 508);
      const metric = lengthOfUnits(count * 160);
      expect(read(printLength(inch, "in"))).toBe(inch);
      expect(read(printLength(metric, "cm"))).toBe(metric);
      expect(mm(toMm(lengthOfUnits(count)))).toBe(count);
    }),
  );
});
