import fc from "fast-check";
import { createRequire } from "node:module";
import { mm } from "../../measure/length.ts";
import { money } from "../../measure/money.ts";
import { highsSolver, type HighsModule, type LinearSolver } from "../../search/linear.ts";
import { limitsFor } from "../../search/search.ts";
import { alikeLayouts } from "../alike.ts";
import type { Split, SplitJob } from "../model.ts";
import { split } from "../split.ts";
import { splitFaults } from "../verify.ts";
import { splitAround, type PinnedPiece } from "./around.ts";

let solve: LinearSolver;
beforeAll(async () => {
  solve = highsSolver(await (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)());
});
const limits = () => limitsFor(2, () => performance.now(), 1, 400);

const job = (counts: readonly number[], more: Partial<SplitJob> = {}): SplitJob => ({
  method: "cut",
  thirds: false,
  edge: mm(0),
  gap: mm(0),
  sheets: [{ id: "block", width: mm(310), height: mm(230), count: null, cost: money(150) }],
  panels: [
    { id: "kites", width: mm(100), height: mm(70), count: counts[0] ?? 0, turn: true },
    { id: "moths", width: mm(60), height: mm(60), count: counts[1] ?? 0, turn: true },
  ].filter((panel) => panel.count > 0),
  ...more,
});
const first = (answer: Split) => {
  const [layout] = alikeLayouts(answer.layouts);
  if (!layout) throw new Error("nothing was split");
  return layout.layout;
};
const pinned = (answer: Split, piece: number, x: number, y: number): PinnedPiece => {
  const { width = mm(0), height = mm(0) } = first(answer).pieces[piece] ?? {};
  return { piece, x: mm(x), y: mm(y), width, height };
};

test("held where it lay, nothing moves and nothing costs more", () => {
  const before = split(job([6, 2]), limits(), solve);
  const [piece] = first(before).pieces;
  const after = piece && splitAround(job([6, 2]), before, { alike: 0, pins: [{ piece: 0, ...piece }] }, limits(), solve);
  const places = (answer: Split): string[] => answer.layouts.flatMap((layout) => layout.pieces.map(({ x, y }) => `${String(x)} ${String(y)}`)).sort();
  expect(after && places(after)).toEqual(places(before));
  expect(after?.cost).toBe(before.cost);
  expect(after?.proven).toBe(before.proven);
});

test("a piece moved on a sheet of many is moved on all that are cut alike, and the others make room", () => {
  const wanted = job([27]);
  const before = split(wanted, limits(), solve);
  expect(before.sheetsUsed).toBe(3);
  const after = splitAround(wanted, before, { alike: 0, pins: [pinned(before, 0, 210, 160)] }, limits(), solve);
  expect(after?.sheetsUsed).toBe(3);
  expect(after && first(after).times).toBe(3);
  expect(after && first(after).pieces.some((piece) => piece.x === mm(210) && piece.y === mm(160))).toBe(true);
  expect(after && splitFaults(wanted, after)).toEqual([]);
});

test("held in the middle it costs a sheet more, and every panel still comes out", () => {
  const wanted = job([9]);
  const before = split(wanted, limits(), solve);
  expect(before.sheetsUsed).toBe(1);
  const after = splitAround(wanted, before, { alike: 0, pins: [pinned(before, 0, 110, 100)] }, limits(), solve);
  expect(after?.sheetsUsed).toBe(2);
  expect(after?.proven).toBe(false);
  expect(after?.unplaced).toEqual([]);
  expect(after && splitFaults(wanted, after)).toEqual([]);
});

test("with one sheet and no more, what does not fit any longer is told", () => {
  const wanted = job([9], { sheets: [{ id: "block", width: mm(310), height: mm(230), count: 1, cost: money(150) }] });
  const before = split(wanted, limits(), solve);
  const after = splitAround(wanted, before, { alike: 0, pins: [pinned(before, 0, 110, 100)] }, limits(), solve);
  expect(after?.unplaced[0]?.count).toBeGreaterThan(0);
  expect(after && splitFaults(wanted, after)).toEqual([]);
});

test("pieces held over one another cannot be freed", () => {
  const before = split(job([6]), limits(), solve);
  expect(splitAround(job([6]), before, { alike: 0, pins: [pinned(before, 0, 50, 50), pinned(before, 1, 60, 60)] }, limits(), solve)).toBeNull();
});

test("wherever a piece is held, the split stays valid, keeps it there and costs no less than without", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 14 }),
      fc.integer({ min: 0, max: 8 }),
      fc.nat(3),
      fc.integer({ min: 0, max: 200 }),
      fc.integer({ min: 0, max: 150 }),
      fc.nat(2),
      (kites, moths, gap, x, y, piece) => {
        const wanted = job([kites, moths], { gap: mm(gap) });
        const before = split(wanted, limits(), solve);
        const index = piece % first(before).pieces.length;
        const pin = pinned(before, index, x, y);
        if (pin.x + pin.width > mm(310) || pin.y + pin.height > mm(230)) return true;
        const after = splitAround(wanted, before, { alike: 0, pins: [pin] }, limits(), solve);
        if (!after) return false;
        const isThere = after.layouts.some((layout) => layout.pieces.some((each) => each.x === pin.x && each.y === pin.y && each.width === pin.width));
        return isThere && after.cost >= before.cost && splitFaults(wanted, after).length === 0;
      },
    ),
    { numRuns: 12 },
  );
});
