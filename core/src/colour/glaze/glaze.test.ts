import fc from "fast-check";
import { differenceOf } from "../difference.ts";
import { labOfHex } from "../light.ts";
import { mudForecast } from "../mud.ts";
import { PIGMENTS } from "../pigments.ts";
import { filmOf as film, there } from "../testing.ts";
import { glazeGrid } from "./grid.ts";
import { bestGlazeOrder, type Overlap } from "./order.ts";

test("a transparent yellow over blue and blue over yellow look alike; over a covering paint the order is everything", () => {
  const grid = glazeGrid([film("PY150"), film("PB27"), film("PW6")]);
  expect(differenceOf(labOfHex(there(grid[0]?.[1]).hex), labOfHex(there(grid[1]?.[0]).hex))).toBeLessThan(4);
  expect(there(grid[0]?.[1]).surprise).not.toBe("order matters");
  expect(there(grid[1]?.[2]).surprise === "covers" || there(grid[1]?.[2]).surprise === "order matters").toBe(true);
  expect(there(grid[0]?.[0]).surprise).toBeNull();
});

test("each cell is the one over the other, as the forecast says", () => {
  const films = ["PB29", "PV19", "PY42"].map(film);
  glazeGrid(films).forEach((row, under) => row.forEach((cell, on) => expect(cell).toMatchObject(mudForecast(there(films[under]), there(films[on]), "glaze"))));
});

/** All ways to paint few shapes in passes, counted out without the sets of the search. */
function everyOrder(shapes: number): number[][][] {
  const found: number[][][] = [];
  const passOf = Array.from({ length: shapes }, () => 0);
  const go = (at: number): void => {
    if (at === shapes) {
      const passes = [...new Set(passOf)].sort((a, b) => a - b);
      if (passes.every((pass, index) => pass === index)) found.push(passes.map((pass) => passOf.flatMap((each, shape) => (each === pass ? [shape] : []))));
      return;
    }
    for (let pass = 0; pass < shapes; pass += 1) {
      passOf[at] = pass;
      go(at + 1);
    }
  };
  go(0);
  return found;
}

test("no order of a few shapes keeps more overlaps clean, makes less mud, or waits less often", () => {
  const index = fc.integer({ min: 0, max: PIGMENTS.length - 1 });
  fc.assert(
    fc.property(fc.array(index, { minLength: 3, maxLength: 5 }), fc.array(fc.tuple(fc.nat(), fc.nat()), { minLength: 2, maxLength: 7 }), (paints, pairs) => {
      const films = paints.map((each) => there(PIGMENTS[each]).film);
      const overlaps = [
        ...new Map(pairs.map(([a, b]): [string, Overlap] => [`${String(a % films.length)} ${String(b % films.length)}`, [a % films.length, b % films.length]])).values(),
      ].filter(([a, b]) => a < b);
      const worthOf = (passes: readonly (readonly number[])[]): readonly [number, number, number] => {
        const passOf = (shape: number): number => passes.findIndex((pass) => pass.includes(shape));
        const gives = overlaps.map(([a, b]) => {
          const [first, second] = [passOf(a), passOf(b)];
          return first === second
            ? mudForecast(there(films[a]), there(films[b]), "wet")
            : first < second
              ? mudForecast(there(films[a]), there(films[b]), "glaze")
              : mudForecast(there(films[b]), there(films[a]), "glaze");
        });
        return [gives.filter((each) => each.verdict !== "clean").length, gives.filter((each) => each.verdict === "mud").length, passes.length];
      };
      const best = everyOrder(films.length)
        .map(worthOf)
        .reduce((low, each) => ((each[0] - low[0] || each[1] - low[1] || each[2] - low[2]) < 0 ? each : low));
      const found = bestGlazeOrder(films, overlaps);
      expect(worthOf(found.passes)).toEqual(best);
      expect(found.passes.flat().sort()).toEqual(films.map((_, shape) => shape));
      expect(found.clean).toBe(overlaps.length - best[0]);
    }),
    { numRuns: 30 },
  );
});

test("shapes that do not overlap are painted in one go", () => {
  expect(bestGlazeOrder([film("PB29"), film("PY65"), film("PV23")], []).passes).toEqual([[0, 1, 2]]);
});
