/** @jest-environment node */
import { mm, type Rect } from "@yule/core";
import { snapped } from "./snap.ts";

const rect = (x: number, y: number, width: number, height: number): Rect => ({ x: mm(x), y: mm(y), width: mm(width), height: mm(height) });
const sheet = rect(10, 10, 280, 180);
const near = mm(4);
const moved = (piece: Rect, others: readonly Rect[], gap = mm(0)): Rect => snapped(piece, others, sheet, gap, near);

test("a piece near its neighbour goes to its side, with the gap between", () => {
  const other = rect(10, 10, 90, 60);
  expect(moved(rect(103, 12, 90, 60), [other])).toEqual(rect(100, 10, 90, 60));
  expect(moved(rect(103, 12, 90, 60), [other], mm(2))).toEqual(rect(102, 10, 90, 60));
  // From the other side, and with ends in one line.
  expect(moved(rect(17, 66, 81, 60), [other])).toEqual(rect(19, 70, 81, 60));
});

test("a piece far from everything stays where it was let go, and none leaves the sheet", () => {
  expect(moved(rect(150, 95, 50, 40), [rect(10, 10, 20, 20)])).toEqual(rect(150, 95, 50, 40));
  expect(moved(rect(-40, 170, 50, 40), [])).toEqual(rect(10, 150, 50, 40));
});
