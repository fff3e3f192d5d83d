import { over, stronger, WHITE_PAPER } from "../layers.ts";
import { hexOf, labOf, rgbOfHex } from "../light.ts";
import { differenceOf } from "../difference.ts";
import { labOfRgb } from "../drift.ts";
import { filmOf, there } from "../testing.ts";
import { cellsOf } from "./cells.ts";
import { BARE, repainted, runTogether, takenApart, type PicturePixels } from "./takenApart.ts";

const [blue, yellow, rose] = [filmOf("PB29"), filmOf("PY150"), filmOf("PV19")];
/** A picture painted by a rule: the colour at each place, opaque unless it says otherwise. */
function painted(width: number, height: number, colour: (x: number, y: number) => readonly [number, number, number, number?]): PicturePixels {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const [r, g, b, a = 255] = colour(x, y);
      data.set([r, g, b, a], (y * width + x) * 4);
    }
  return { data, width, height };
}
const wash = (of: typeof blue, thickness: number) => rgbOfHex(hexOf(over(stronger(of, thickness), WHITE_PAPER)));
const PAPER = rgbOfHex("#f6f3ea");

/** Left a blue sky, right half yellow, a band of paper below. */
const halves = painted(60, 40, (x, y) => (y > 29 ? PAPER : x < 30 ? wash(blue, 0.85) : wash(yellow, 0.6)));

test("which paint lies where, how much of the panel, how thick, and what touches", () => {
  const found = takenApart(halves, [blue, yellow, rose]);
  expect(found.areas[0]?.share).toBeCloseTo(0.375, 1);
  expect(found.areas[1]?.share).toBeCloseTo(0.375, 1);
  expect(found.areas[2]?.share).toBe(0);
  expect(found.areas[0]?.load).toBeCloseTo(0.85, 1);
  expect(found.labels[35 * 60 + 5]).toBe(BARE);
  expect(found.touching).toEqual([{ a: 0, b: 1, along: expect.any(Number) as number }]);
  expect(found.wasTransparent).toBe(false);
});

test("a white gap keeps two paints from touching", () => {
  const gap = painted(60, 40, (x) => (x > 26 && x < 34 ? PAPER : x < 30 ? wash(blue, 0.85) : wash(yellow, 0.6)));
  expect(takenApart(gap, [blue, yellow]).touching).toEqual([]);
});

test("a see-through background is bare paper, and it is said", () => {
  const found = takenApart(
    painted(20, 20, (x) => (x < 10 ? [0, 0, 0, 0] : wash(blue, 1))),
    [blue],
  );
  expect(found.wasTransparent).toBe(true);
  expect(found.labels[5]).toBe(BARE);
  expect(found.areas[0]?.share).toBeCloseTo(0.5, 1);
});

test("another paint in its place keeps light and dark, and leaves the rest alone", () => {
  const layers = takenApart(halves, [blue, yellow]);
  const again = repainted(layers, [blue, yellow], [rose, null]);
  const at = (x: number, y: number) => labOfRgb([again[(y * 60 + x) * 4] ?? 0, again[(y * 60 + x) * 4 + 1] ?? 0, again[(y * 60 + x) * 4 + 2] ?? 0]);
  const before = labOf(over(stronger(blue, 0.85), WHITE_PAPER));
  expect(Math.abs(at(5, 5)[0] - before[0])).toBeLessThan(12);
  expect(differenceOf(at(5, 5), before)).toBeGreaterThan(15);
  expect(differenceOf(at(50, 5), labOfRgb(wash(yellow, 0.6)))).toBeLessThan(1.5);
});

test("where two ran together there is a band of their mix, and far from it nothing changed", () => {
  const layers = takenApart(halves, [blue, yellow]);
  const mud = labOfRgb([110, 105, 80]);
  const again = runTogether(layers, [{ a: 0, b: 1, gives: mud }], 4);
  const at = (x: number, y: number) => labOfRgb([again[(y * 60 + x) * 4] ?? 0, again[(y * 60 + x) * 4 + 1] ?? 0, again[(y * 60 + x) * 4 + 2] ?? 0]);
  expect(differenceOf(at(29, 10), mud)).toBeLessThan(differenceOf(at(5, 10), mud));
  expect(differenceOf(at(5, 10), labOfRgb(wash(blue, 0.85)))).toBeLessThan(1.5);
});

test("the cells of a chart are found in the order they are read, with the paper and the grey card", () => {
  const swatches = ["#33479c", "#dba520", "#c9527e", "#777777"].map(rgbOfHex);
  const chart = painted(120, 80, (x, y) => {
    const [column, row] = [Math.floor((x - 10) / 55), Math.floor((y - 8) / 36)];
    const inside = x > 12 && y > 10 && (x - 10) % 55 < 38 && (y - 8) % 36 < 26 && column < 2 && row < 2;
    return inside ? there(swatches[row * 2 + column]) : [238, 233, 222];
  });
  const found = cellsOf(chart);
  expect(found.cells).toHaveLength(4);
  found.cells.forEach((cell, index) => expect(differenceOf(labOfRgb(cell.rgb), labOfRgb(there(swatches[index])))).toBeLessThan(1));
  expect(found.grey).toBe(found.cells[3]);
  expect(found.paper?.share).toBeGreaterThan(0.4);
});

test("a chart without a grey patch has none, and its paper is still found", () => {
  const found = cellsOf(painted(60, 60, (x, y) => (x > 15 && x < 45 && y > 15 && y < 45 ? rgbOfHex("#33479c") : [240, 236, 226])));
  expect(found.grey).toBeNull();
  expect(found.paper).not.toBeNull();
  expect(found.cells).toHaveLength(1);
});
