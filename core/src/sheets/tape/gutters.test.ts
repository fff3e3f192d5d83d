import { createRequire } from "node:module";
import { mm } from "../../measure/length.ts";
import { money } from "../../measure/money.ts";
import { highsSolver, type HighsModule, type LinearSolver } from "../../search/linear.ts";
import { limitsFor } from "../../search/search.ts";
import type { SplitJob } from "../model.ts";
import { split } from "../split.ts";
import { cuttingSteps } from "../steps.ts";
import { rimOf, throughGutters } from "./gutters.ts";

let solve: LinearSolver;
beforeAll(async () => {
  solve = highsSolver(await (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)());
});

const job = (edge: number, gap: number): SplitJob => ({
  method: "tape",
  thirds: false,
  edge: mm(edge),
  gap: mm(gap),
  sheets: [{ id: "block", width: mm(400), height: mm(300), count: null, cost: money(150) }],
  panels: [{ id: "kites", width: mm(110), height: mm(120), count: 6, turn: false }],
});
const taped = (edge: number, gap: number) =>
  split(
    job(edge, gap),
    limitsFor(1, () => performance.now()),
    solve,
  );

test("through the gutters every piece keeps half of the divider as its rim, and neighbours share one cut", () => {
  const before = taped(12, 12);
  const { job: wider, split: after } = throughGutters(job(12, 12), before);
  expect(rimOf(job(12, 12))).toBe(mm(6));
  expect(wider).toMatchObject({ edge: mm(6), gap: 0 });
  const sizes = new Set(after.layouts.flatMap((layout) => layout.pieces.map(({ width, height }) => `${String(width)} ${String(height)}`)));
  expect([...sizes]).toEqual([`${String(mm(122))} ${String(mm(132))}`]);
  const [piece] = after.layouts[0]?.pieces ?? [];
  expect(piece).toMatchObject({ x: mm(6), y: mm(6), panel: "kites" });
  // The first setting takes the border off, the next ones are the windows with their rims.
  const [trim, ...steps] = cuttingSteps(wider, after, { reach: null, atOnce: 1 })[0]?.steps ?? [];
  expect(trim).toMatchObject({ trim: true, fence: mm(6) });
  expect(steps.some((step) => step.fence === mm(122) || step.fence === mm(132))).toBe(true);
});

test("a divider of an odd width leaves its one odd unit between the pieces", () => {
  const odd = { ...job(12, 12), gap: (mm(12) + 1) as ReturnType<typeof mm> };
  const { job: wider } = throughGutters(
    odd,
    split(
      odd,
      limitsFor(1, () => performance.now()),
      solve,
    ),
  );
  expect(wider.gap).toBe(1);
});

test("a border narrower than half of the divider cannot be cut so: the pieces are trimmed to the paint", () => {
  const before = taped(4, 12);
  expect(rimOf(job(4, 12))).toBe(0);
  expect(throughGutters(job(4, 12), before).split).toBe(before);
  expect(rimOf({ ...job(12, 12), method: "cut" })).toBe(0);
});
