import fc from "fast-check";
import { inches, mm } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import type { SplitJob } from "./model.ts";
import { guillotineCuts, largestOffcut, layoutOf } from "./partings.ts";
import { rasterPoints } from "./cut/raster.ts";
import { FILL_VARIANTS, fillByRule } from "./cut/fill.ts";
import { CutTable } from "./cut/table.ts";

const spot = (x: number, y: number, width: number, height: number) => ({ panel: 0, x, y, width, height });
const sheet = { id: "s", width: mm(300), height: mm(200), count: null, cost: money(1) };
const job: SplitJob = { sheets: [sheet], panels: [{ id: "A", width: mm(90), height: mm(90), count: 2, turn: true }], edge: mm(10), gap: mm(4), method: "cut", thirds: false };

test("the large empty side comes off first and stays whole", () => {
  const parted = guillotineCuts({ x: 0, y: 0, width: 100, height: 50 }, [spot(0, 0, 20, 25), spot(0, 25, 20, 25)]);
  expect(parted?.cuts[0]).toEqual({ axis: "x", at: 20, from: 0, to: 50 });
  expect(parted?.offcuts).toEqual([{ x: 20, y: 0, width: 80, height: 50 }]);
});

test("a pinwheel has no edge-to-edge cut", () => {
  expect(guillotineCuts({ x: 0, y: 0, width: 100, height: 100 }, [spot(0, 0, 60, 40), spot(60, 0, 40, 60), spot(40, 60, 60, 40), spot(0, 40, 40, 60)])).toBeNull();
});

test("on the real sheet pieces lie a gap apart, and an offcut begins where the piece before it ends", () => {
  // In the grown measure: the inside of 280 x 180 and one gap, pieces of 90 and one gap.
  const layout = layoutOf(job, sheet, { sheet: 0, spots: [spot(0, 0, mm(94), mm(94)), spot(mm(94), 0, mm(94), mm(94))] }, 1);
  expect(layout.pieces.map((piece) => [piece.x, piece.width])).toEqual([
    [mm(10), mm(90)],
    [mm(104), mm(90)],
  ]);
  // Below both pieces 90 x 280 is left from y = 100 on: none of it is lost to a gap.
  expect(layout.offcuts.some((offcut) => offcut.y === mm(100) && offcut.height === mm(90))).toBe(true);
  expect(largestOffcut(layout)).toBe(mm(280) * mm(90));
});

test("raster points are sums of wanted pieces and the whole", () => {
  expect([
    ...(rasterPoints(
      10,
      [
        { length: 3, count: 2 },
        { length: 4, count: 1 },
      ],
      50,
    ) ?? []),
  ]).toEqual([0, 3, 4, 6, 7, 10]);
  expect(rasterPoints(100, [{ length: 1, count: 100 }], 50)).toBeNull();
});

test("the table finds the mixed pattern that no single kind of piece gives", () => {
  // 10 x 10: two 5 x 10 and nothing else are worth 8; one 10 x 6 and two 5 x 4 are worth 9.
  const table = CutTable.of(
    10,
    10,
    [
      { panel: 0, width: 5, height: 10, count: 9 },
      { panel: 1, width: 10, height: 6, count: 9 },
      { panel: 2, width: 5, height: 4, count: 9 },
    ],
    1e6,
  );
  expect(table?.fill([4, 5, 2])).toBe(9);
  expect(
    table
      ?.spots()
      .map((each) => each.panel)
      .sort(),
  ).toEqual([1, 2, 2]);
  expect(table?.fill([6, 5, 2])).toBe(12);
});

test("a table that would take too long is not made", () => {
  expect(CutTable.of(1000, 1000, [{ panel: 0, width: 7, height: 11, count: 999 }], 10)).toBeNull();
});

test("every rule of filling gives pieces that can be cut apart, and no more than are wanted", () => {
  const side = fc.integer({ min: 8, max: 60 });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(side, side, fc.integer({ min: 1, max: 6 })), { minLength: 1, maxLength: 5 }),
      fc.integer({ min: 0, max: FILL_VARIANTS - 1 }),
      (panels, variant) => {
        const ways = panels.map(([width, height]) => [
          { width, height },
          { width: height, height: width },
        ]);
        const spots = fillByRule(
          120,
          90,
          ways,
          panels.map(([, , count]) => count),
          variant,
        );
        expect(guillotineCuts({ x: 0, y: 0, width: 120, height: 90 }, spots)).not.toBeNull();
        panels.forEach(([, , count], panel) => expect(spots.filter((each) => each.panel === panel).length).toBeLessThanOrEqual(count));
        expect(spots.every((each) => each.x + each.width <= 120 && each.y + each.height <= 90)).toBe(true);
      },
    ),
    { numRuns: 80 },
  );
});

test("inches stay exact on the way to the sheet and back", () => {
  const eighths: SplitJob = { ...job, edge: mm(0), gap: mm(0), sheets: [{ ...sheet, width: inches(26), height: inches(20) }] };
  const layout = layoutOf(
    eighths,
    { ...sheet, width: inches(26), height: inches(20) },
    { sheet: 0, spots: Array.from({ length: 8 }, (_, index) => spot(index * inches(3.25), 0, inches(3.25), inches(20))) },
    1,
  );
  expect(layout.offcuts).toEqual([]);
  expect(layout.cuts).toHaveLength(7);
});
