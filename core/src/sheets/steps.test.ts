import { inches, mm, type Length } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import type { Layout, SplitJob } from "./model.ts";
import { layoutOf } from "./partings.ts";
import { cutSteps } from "./steps.ts";

const job = (width: Length, height: Length, panel: { width: Length; height: Length }, more: Partial<SplitJob> = {}): SplitJob => ({
  sheets: [{ id: "sheet", width, height, count: null, cost: money(100) }],
  panels: [{ id: "A", ...panel, count: 99, turn: true }],
  edge: mm(0),
  gap: mm(0),
  method: "cut",
  thirds: false,
  ...more,
});

/** A plain grid of the job's panel, as the search would give it. */
function gridOn(on: SplitJob, columns: number, rows: number, times = 1): Layout {
  const [sheet] = on.sheets;
  const [panel] = on.panels;
  if (!sheet || !panel) throw new Error("no job");
  const [w, h] = [panel.width + on.gap, panel.height + on.gap];
  const spots = Array.from({ length: columns * rows }, (_, index) => ({ panel: 0, x: (index % columns) * w, y: Math.floor(index / columns) * h, width: w, height: h }));
  return layoutOf(on, sheet, { sheet: 0, spots }, times);
}
const stepsOf = (on: SplitJob, layout: Layout, atOnce = 4, reach: Length | null = null) => {
  const [sheet] = on.sheets;
  return sheet ? cutSteps(on, sheet, layout, { reach, atOnce }) : [];
};

test("a grid of four by three is two settings: strips first, then the strips in a pile", () => {
  const on = job(mm(400), mm(210), { width: mm(100), height: mm(70) });
  const steps = stepsOf(on, gridOn(on, 4, 3));
  expect(steps.map(({ axis, fence, times, hands, atOnce, strokes, turned, off }) => ({ axis, fence, times, hands, atOnce, strokes, turned, off }))).toEqual([
    { axis: "y", fence: mm(70), times: 2, hands: 1, atOnce: 1, strokes: 2, turned: false, off: "strips" },
    { axis: "x", fence: mm(100), times: 3, hands: 3, atOnce: 3, strokes: 3, turned: true, off: "pieces" },
  ]);
});

test("sheets alike are cut in piles too, as many as the knife takes", () => {
  const on = job(mm(200), mm(100), { width: mm(100), height: mm(100) });
  expect(stepsOf(on, gridOn(on, 2, 1, 5), 2)).toMatchObject([{ hands: 5, atOnce: 2, strokes: 3, times: 1 }]);
});

test("the deckle comes off first, and then everything is measured from the trimmed rim", () => {
  const on = job(mm(220), mm(120), { width: mm(100), height: mm(100) }, { edge: mm(10) });
  const [trim, cut] = stepsOf(on, gridOn(on, 2, 1));
  expect(trim).toMatchObject({ trim: true, fence: mm(10), strokes: 4 });
  expect(cut).toMatchObject({ fence: mm(100), times: 1, length: mm(100) });
});

test("eight strips of 3 1/4 in are seven cuts of one setting", () => {
  const on = job(inches(26), inches(5), { width: inches(3, 1, 4), height: inches(5) });
  expect(stepsOf(on, gridOn(on, 8, 1))).toMatchObject([{ fence: inches(3, 1, 4), times: 7, strokes: 7, off: "pieces" }]);
});

test("what is left comes off in its own step, and a cut beyond the trimmer's reach is said", () => {
  const on = job(mm(430), mm(300), { width: mm(100), height: mm(100) });
  const steps = stepsOf(on, gridOn(on, 4, 3), 4, mm(320));
  expect(steps.some((step) => step.beyondReach)).toBe(steps.some((step) => step.length > mm(320)));
  const strokes = steps.reduce((sum, step) => sum + step.cuts.length, 0);
  // Twelve pieces and one strip left are thirteen parts, so twelve cuts.
  expect(strokes).toBe(12);
});

test("what is lost in a cut is lost once between pieces and not beside an offcut", () => {
  const on = job(mm(230), mm(100), { width: mm(100), height: mm(100) }, { gap: mm(3) });
  const steps = stepsOf(on, gridOn(on, 2, 1));
  expect(steps.reduce((sum, step) => sum + step.cuts.length, 0)).toBe(2);
  expect(steps[0]?.fence).toBe(mm(100));
});
