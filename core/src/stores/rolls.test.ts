import fc from "fast-check";
import { mm, type Length } from "../measure/length.ts";
import { sheetsOfRoll } from "./rolls.ts";

const roll = (width: number, length: number) => ({ width: mm(width), length: mm(length) });
const sheet = (width: number, height: number) => ({ width: mm(width), height: mm(height) });

test("ten metres of 1.5 m give 42 sheets of 50 × 70 cm: bands of two, then of three, whichever wastes less", () => {
  const cut = sheetsOfRoll(roll(1_500, 10_000), sheet(500, 700));
  expect(cut).toMatchObject({ sheets: 42, upright: 14, turned: 0 });
  expect(cut.waste).toBeCloseTo(1 - (42 * 0.35) / 15, 6);
});

test("the end of a roll that is too short for one band more takes a band of sheets that lie the other way", () => {
  expect(sheetsOfRoll(roll(1_000, 1_250), sheet(500, 700))).toMatchObject({ sheets: 3, upright: 1, turned: 1 });
});

test("a sheet wider than the roll is cut along it; one larger either way is not to be had", () => {
  expect(sheetsOfRoll(roll(600, 2_100), sheet(700, 500))).toMatchObject({ sheets: 3, upright: 0, turned: 3 });
  expect(sheetsOfRoll(roll(400, 2_100), sheet(700, 500))).toEqual({ sheets: 0, upright: 0, turned: 0, waste: 1 });
});

test("it never gives more than the area holds, the bands fit on the roll, and a longer roll gives no fewer", () => {
  const length = fc.integer({ min: 40, max: 1_500 });
  fc.assert(
    fc.property(length, fc.integer({ min: 100, max: 12_000 }), length, length, (width, long, w, h) => {
      const cut = sheetsOfRoll(roll(width, long), sheet(w, h));
      expect(cut.waste).toBeGreaterThanOrEqual(-1e-9);
      const along = (cut.upright * mm(h) + cut.turned * mm(w)) as Length;
      expect(along).toBeLessThanOrEqual(mm(long));
      expect(cut.sheets).toBe(cut.upright * Math.floor(mm(width) / mm(w)) + cut.turned * Math.floor(mm(width) / mm(h)));
      expect(sheetsOfRoll(roll(width, long + 50), sheet(w, h)).sheets).toBeGreaterThanOrEqual(cut.sheets);
      // Neither sort of band alone gives more.
      expect(cut.sheets).toBeGreaterThanOrEqual(
        Math.max(Math.floor(mm(width) / mm(w)) * Math.floor(mm(long) / mm(h)), Math.floor(mm(width) / mm(h)) * Math.floor(mm(long) / mm(w))),
      );
    }),
  );
});
