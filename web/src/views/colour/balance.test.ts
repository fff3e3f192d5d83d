import type { Chart, ChartCell, Rgb } from "@yule/core";
import { balanceOf, hexOfRgb } from "@yule/derive";
import { hexAt } from "./parts/PixelCanvas.tsx";
import { filterRows } from "./parts/EyeFilters.tsx";

const cell = (rgb: Rgb): ChartCell => ({ x: 0, y: 0, width: 0.1, height: 0.1, rgb, share: 0.1 });
const chart = (more: Partial<Chart>): Chart => ({ cells: [], paper: null, grey: null, ...more });

test("a photo is put right by the grey that was pressed, else found, else by its paper, and it is said which", () => {
  const yellowish: Rgb = [130, 120, 90];
  const even = (rgb: Rgb): number => Math.max(...rgb) - Math.min(...rgb);
  const found = balanceOf(chart({ grey: cell(yellowish) }), null);
  expect(even(found.right(yellowish))).toBeLessThanOrEqual(1);
  expect(found.says).toContain("that was found");
  expect(balanceOf(chart({ grey: cell([10, 200, 10]) }), yellowish).says).toContain("you pressed");
  expect(balanceOf(chart({ paper: cell([220, 210, 180]) }), null).says).toBe("No grey patch: the bare paper was taken for white paper that gives back 86 in 100 of the light.");
  const none = balanceOf(chart({}), null);
  expect(none.right([1, 2, 3])).toEqual([1, 2, 3]);
  expect(none.says).toContain("taken as it is");
});

test("the colour of a pressed place is the mean around it, also at the rim", () => {
  const data = new Uint8ClampedArray(6 * 6 * 4).map((_, index) => (index % 4 === 0 ? 200 : index % 4 === 3 ? 255 : 100));
  expect(hexAt({ data, width: 6, height: 6 }, { x: 0.5, y: 0.5 })).toBe("#c86464");
  expect(hexAt({ data, width: 6, height: 6 }, { x: 1, y: 1 })).toBe("#c86464");
  expect(hexOfRgb([300, -4, 127.6])).toBe("#ff0080");
});

test("a filter for other eyes keeps white white and leaves opacity alone", () => {
  const rows = filterRows([0.2126, 0.7152, 0.0722, 0.2126, 0.7152, 0.0722, 0.2126, 0.7152, 0.0722]).split(" ").map(Number);
  expect(rows).toHaveLength(20);
  for (const row of [0, 5, 10]) expect(rows.slice(row, row + 5).reduce((sum, value) => sum + value, 0)).toBeCloseTo(1, 6);
  expect(rows.slice(15)).toEqual([0, 0, 0, 1, 0]);
});
