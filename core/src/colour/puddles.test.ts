import fc from "fast-check";
import { evaporation, puddle, RESERVE, WASH_LOAD, waterFor, type PuddleTask } from "./puddles.ts";

const task: PuddleTask = { area: 4000, panels: 12, coats: 1, waterPerPart: 4, form: "pan", minutes: 40 };

test("forty square centimetres on twelve panels take 11 ml with the reserve, a fifth of it brushfuls from the pan, a tenth of those paint", () => {
  const exact = 40 * 12 * WASH_LOAD * (1 + RESERVE);
  expect(exact).toBeCloseTo(10.8, 1);
  expect(puddle(task)).toMatchObject({ ml: 11, paintMl: expect.closeTo(0.22, 6) as number, goes: [12] });
});

test("drops of a liquid, centimetres of a tube, shares of a half pan", () => {
  expect(puddle({ ...task, form: "liquid", waterPerPart: 16 }).counted).toEqual({ unit: "drops", many: 13 });
  expect(puddle({ ...task, form: "tube" }).counted).toMatchObject({ unit: "cm of tube", many: 1.5 });
  expect(puddle(task).counted).toEqual({ unit: "half pans", many: 0.14 });
});

test("a puddle that thickens before the batch is through is mixed in goes, whose panels add up", () => {
  const long = puddle({ ...task, minutes: 400 });
  expect(long.lastsFor).toBeGreaterThan(60);
  expect(long.goes.length).toBeGreaterThan(1);
  expect(long.goes.reduce((sum, each) => sum + each, 0)).toBe(12);
  expect(Math.max(...long.goes) - Math.min(...long.goes)).toBeLessThanOrEqual(1);
});

test("warm and dry air shortens its life, damp air lengthens it", () => {
  expect(evaporation({ warm: 28, humid: 0.3 })).toBeGreaterThan(evaporation({ warm: 20, humid: 0.5 }));
  expect(evaporation({ warm: 20, humid: 0.5 })).toBeGreaterThan(evaporation({ warm: 16, humid: 0.8 }));
  // About 0.15 mm an hour from still water indoors.
  expect(evaporation({ warm: 20, humid: 0.5 })).toBeCloseTo(0.0153, 3);
});

test("there is always enough: never less than area, load, coats and panels ask for, and never much more", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 50, max: 60_000 }),
      fc.integer({ min: 1, max: 200 }),
      fc.integer({ min: 1, max: 3 }),
      fc.double({ min: 0.5, max: 40, noNaN: true }),
      (area, panels, coats, waterPerPart) => {
        const found = puddle({ ...task, area, panels, coats, waterPerPart });
        const wanted = (area / 100) * WASH_LOAD * coats * panels * (1 + RESERVE);
        expect(found.ml).toBeGreaterThanOrEqual(wanted - 1e-6);
        expect(found.ml).toBeLessThanOrEqual(wanted + 0.51);
        expect(found.paintMl + found.waterMl).toBeCloseTo(found.ml, 9);
      },
    ),
  );
});

test("a liquid four times as strong takes four times the water for the same wash", () => {
  expect(waterFor(1, 4)).toBe(16);
  expect(waterFor(0.5, 1)).toBe(8);
});
