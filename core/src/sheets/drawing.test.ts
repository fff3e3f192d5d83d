import fc from "fast-check";
import { mm } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import { CHECK_RULERS, printerScale, sheetSketch, sketchDxf, sketchSvg, tilesOf } from "./drawing.ts";
import type { Layout, Sheet } from "./model.ts";

const sheet: Sheet = { id: "s", width: mm(300), height: mm(200), count: null, cost: money(100) };
const layout: Layout = {
  sheet: "s",
  times: 1,
  pieces: [
    { panel: "base", x: mm(0), y: mm(0), width: mm(200), height: mm(140) },
    { panel: "base", x: mm(200), y: mm(0), width: mm(100), height: mm(200) },
  ],
  cuts: [
    { axis: "x", at: mm(200), from: mm(0), to: mm(200) },
    { axis: "y", at: mm(140), from: mm(0), to: mm(200) },
  ],
  offcuts: [{ x: mm(0), y: mm(140), width: mm(200), height: mm(60) }],
};

test("a sketch has the rim, each cut, a tick at both ends of each cut, and names", () => {
  const sketch = sheetSketch(sheet, layout, (panel, index) => `${panel} ${String(index + 1)}`);
  const kinds = (kind: string): number => sketch.lines.filter((line) => line.kind === kind).length;
  expect([kinds("rim"), kinds("cut"), kinds("tick")]).toEqual([4, 2, 4]);
  expect(sketch.words.map((word) => word.text)).toEqual(["base 1", "base 2"]);
});

test("a score lies across a piece as it was asked for, and turns with a turned piece", () => {
  const sketch = sheetSketch(sheet, layout, String, [{ panel: "base", axis: "x", at: mm(100), width: mm(200) }]);
  expect(sketch.lines.filter((line) => line.kind === "score")).toEqual([
    { kind: "score", x1: mm(100), y1: mm(0), x2: mm(100), y2: mm(140) },
    { kind: "score", x1: mm(200), y1: mm(100), x2: mm(300), y2: mm(100) },
  ]);
});

test("the SVG is in true millimetres and says how long its ruler must be", () => {
  const svg = sketchSvg(
    sheetSketch(sheet, layout, () => "kites & <trains>"),
    "A sheet",
    mm(100),
    "100 mm",
  );
  expect(svg).toContain('width="300mm" height="218mm" viewBox="-1 -1 302 218"');
  expect(svg).toContain("This line must measure 100 mm.");
  expect(svg).toContain("kites &#38; &#60;trains&#62;");
  expect(svg.match(/class="cut"/g)).toHaveLength(2);
});

test("the DXF has every cut in millimetres with y upwards, on its own layer", () => {
  const lines = sketchDxf(sheetSketch(sheet, layout, () => "né")).split("\n");
  expect(lines.slice(0, 4)).toEqual(["0", "SECTION", "2", "HEADER"]);
  expect(lines.slice(-3)).toEqual(["0", "EOF", ""]);
  expect(lines.filter((line) => line === "CUT")).toHaveLength(2);
  const across = lines.lastIndexOf("CUT");
  expect(lines.slice(across + 1, across + 13)).toEqual(["10", "0", "20", "60", "30", "0", "11", "200", "21", "60", "31", "0"]);
  expect(lines).toContain("n?");
});

test("a sheet that fits the page is one page; a larger one is tiled with its overlap and nothing is missed", () => {
  const page = { width: mm(190), height: mm(277) };
  expect(tilesOf({ width: mm(190), height: mm(200) }, page, mm(10))).toHaveLength(1);
  expect(tilesOf({ width: mm(300), height: mm(200) }, page, mm(10)).map((tile) => [tile.column, tile.row, tile.x])).toEqual([
    [0, 0, mm(0)],
    [1, 0, mm(180)],
  ]);
  fc.assert(
    fc.property(fc.integer({ min: 10, max: 1500 }), fc.integer({ min: 10, max: 1500 }), fc.double({ min: 0.95, max: 1.05, noNaN: true }), (width, height, scale) => {
      const size = { width: mm(width), height: mm(height) };
      const tiles = tilesOf(size, page, mm(10), scale);
      for (const [x, y] of [
        [size.width, size.height],
        [size.width / 2, size.height / 3],
        [0, 0],
      ] as const)
        expect(tiles.some((tile) => tile.x <= x && x <= tile.x + tile.width && tile.y <= y && y <= tile.y + tile.height)).toBe(true);
      expect(tiles.every((tile) => tile.width * scale <= page.width + 1 && tile.height * scale <= page.height + 1)).toBe(true);
    }),
    { numRuns: 80 },
  );
});

test("a ruler that came out 99 mm long says to print a hundredth larger", () => {
  expect(printerScale(mm(99), mm(100))).toBeCloseTo(1.0101, 4);
  expect(printerScale(CHECK_RULERS.in, CHECK_RULERS.in)).toBe(1);
});
