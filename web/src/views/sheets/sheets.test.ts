import { splitPlanSchema, type SplitPlanRead } from "@yule/contract";
import { inches, lengthOfUnits, mm, money, PLAIN_LAYER, type Split, type SplitJob } from "@yule/core";
import {
  colourwaysFor,
  commandOf,
  offcutsOf,
  panelsOf,
  perSheetOf,
  pieceId,
  piecesOfNeed,
  possiblePieces,
  scoresOf,
  sheetStores,
  usesOfSeason,
  backLabels,
  changesBetween,
  placedOf,
  planInHand,
  planToKeep,
  takenWord,
} from "@yule/derive";
import { design, line, need, paper, season, newId } from "@yule/derive/examples";
import { stepDetail, stepTitle } from "./words.ts";

const outlook = season([{ ...need, id: "n1", lines: [line("l1", "blue", 4)] }]);
const view = () => {
  const [first] = outlook.open;
  if (!first) throw new Error("the example season owes nothing");
  return first;
};

test("a need wants its panels with those to spare, and one strip for colour tests from the same paper", () => {
  const [panel, strip] = piecesOfNeed(view(), 2);
  const reckoned = view().toPaint.reduce((sum, each) => sum + each.make, 0);
  expect(panel).toMatchObject({ what: "panel", count: reckoned + 2, material: "paper", width: inches(4.5), name: "Paper boat" });
  expect(strip).toMatchObject({ what: "strip", count: 1, material: "paper", height: mm(30) });
  expect(piecesOfNeed(view(), 0)).toHaveLength(2);
});

test("with card stock it wants bases and mats for every card that is not put together, and scores on the bases", () => {
  const layered = {
    ...view(),
    design: {
      ...design,
      cardStockId: "card",
      stack: { ...design.stack, layers: [{ ...PLAIN_LAYER, kind: "mat" as const, name: "mat", width: inches(5), height: inches(5), x: null, y: null }, ...design.stack.layers] },
    },
  };
  const pieces = piecesOfNeed(layered, 0);
  expect(pieces.filter((piece) => piece.material === "card").map(({ what, width, height, count }) => [what, width, height, count])).toEqual([
    ["base", inches(11), inches(5.5), 4],
    ["mat", inches(5), inches(5), 4],
  ]);
  expect(scoresOf([layered])).toEqual([{ panel: pieceId("base", "n1"), axis: "x", at: inches(5.5), width: inches(11) }]);
  expect(piecesOfNeed({ ...layered, assembled: 3 }, 0).find((piece) => piece.what === "base")?.count).toBe(1);
});

test("sheets cost their share of the pack, and offcuts stand with the paper they were cut from", () => {
  const [store] = sheetStores([paper, { ...paper, id: "pens", kind: "other" }], [{ id: "o", version: 1, storeId: "paper", width: mm(200), height: mm(50), count: 2 }]);
  expect(store).toMatchObject({ id: "paper", cost: money(20), paper: true, count: null, offcuts: [{ id: "o", count: 2 }] });
});

test("a pile counts panels by what they sell for, and small things little; what no need lacks is not wanted", () => {
  const possible = possiblePieces(outlook, "paper", true);
  expect(possible.map(({ piece }) => piece.name)).toEqual(["Paper boat", "gift tag", "bookmark"]);
  expect(possible[0]?.value).toBeGreaterThan(possible[1]?.value ?? Infinity);
  expect(possiblePieces(outlook, "other", true).map(({ piece }) => piece.name)).toEqual(["gift tag", "bookmark"]);
  expect(usesOfSeason(outlook, "paper", true)[0]).toMatchObject({ what: "panel", name: "Paper boat" });
});

test("a tear along a ruler is told as one, one sheet after another, and never as a pile", () => {
  const torn: SplitJob = { ...job, gap: mm(1) };
  const step = {
    axis: "x" as const,
    fence: mm(100),
    length: mm(200),
    times: 2,
    hands: 3,
    atOnce: 3,
    strokes: 2,
    turned: true,
    beyondReach: true,
    cuts: [],
    held: [],
    off: "strips" as const,
    whole: true,
    trim: false,
  };
  const say = (length: number): string => `${String(length / 320)} mm`;
  expect(stepTitle(torn, step, say)).toBe("Ruler at 100 mm, tear twice");
  expect(stepDetail(torn, step)).toBe("Turn the piece a quarter, three sheets, one after another, gives strips to tear on.");
  expect(stepTitle(job, step, say)).toBe("Fence at 100 mm, cut twice");
  expect(stepDetail(job, step)).toContain("all three sheets in one pile, longer than your trimmer reaches: knife and ruler");
});

test("labels for the backs say what each piece is and for which need, as many as are cut", () => {
  const pieces = piecesOfNeed(view(), 0);
  expect(backLabels(split, pieces, outlook)).toEqual([{ name: "Paper boat", detail: view().need.title, count: placedOf(split, pieceId("panel", "n1")) }]);
});

const job: SplitJob = {
  method: "cut",
  thirds: false,
  edge: mm(0),
  gap: mm(0),
  sheets: [
    { id: "paper", width: mm(250), height: mm(100), count: null, cost: money(20) },
    { id: "offcut:o", width: mm(100), height: mm(100), count: 1, cost: money(0) },
  ],
  panels: [{ id: pieceId("panel", "n1"), width: mm(100), height: mm(100), count: 5, turn: true }],
};
const square = (x: number) => ({ panel: pieceId("panel", "n1"), x: mm(x), y: mm(0), width: mm(100), height: mm(100) });
const split: Split = {
  layouts: [
    {
      sheet: "paper",
      times: 2,
      pieces: [square(0), square(100)],
      cuts: [{ axis: "x", at: mm(200), from: mm(0), to: mm(100) }],
      offcuts: [{ x: mm(200), y: mm(0), width: mm(50), height: mm(100) }],
    },
    { sheet: "offcut:o", times: 1, pieces: [square(0)], cuts: [], offcuts: [{ x: mm(0), y: mm(0), width: mm(12), height: mm(90) }] },
  ],
  unplaced: [],
  sheetsUsed: 3,
  cost: money(40),
  lowerBound: money(40),
  proven: true,
};
const NEED = "01936b5c-1001-7000-8000-000000000001";
const kept = (count = 5): SplitPlanRead => ({
  id: NEED,
  version: 1,
  materialId: NEED,
  replaces: null,
  needIds: ["n1"],
  state: "open",
  keptAt: "2031-11-08T10:00:00Z",
  plan: planToKeep({ ...job, panels: job.panels.map((panel) => ({ ...panel, count })) }, split, piecesOfNeed(view(), 0)),
});

test("a plan is kept as it was drawn and comes back the same", () => {
  expect(planInHand(kept().plan)).toEqual({ job, split });
  const told = { ...kept().plan, pieces: kept().plan.pieces.map((piece) => ({ ...piece, needId: NEED })) };
  expect(splitPlanSchema.safeParse(told).success).toBe(true);
});

test("what changed since a plan was drawn is said piece by piece", () => {
  const [first, ...others] = kept().plan.split.layouts;
  const more = { ...kept(7).plan, split: { ...kept().plan.split, layouts: first ? [{ ...first, times: first.times + 1 }, ...others] : [] } };
  expect(changesBetween(kept().plan, more, () => "Harbour office")).toEqual([
    "Paper boat for Harbour office: 7 instead of 5",
    "3 sheets and 1 offcut instead of 2 sheets and 1 offcut",
  ]);
  expect(changesBetween(kept().plan, kept().plan, String)).toEqual([]);
});

test("offcuts are told apart from the whole sheets that a way takes", () => {
  expect(takenWord(split)).toBe("2 sheets and 1 offcut");
  expect(takenWord({ ...split, layouts: split.layouts.slice(0, 1) })).toBe("2 sheets");
  expect(takenWord({ ...split, layouts: split.layouts.slice(1) })).toBe("1 offcut");
});

test("offcuts of one size are counted together, and what no tag comes out of is not offered for keeping", () => {
  const stash = [{ id: "o", version: 1, storeId: "other paper", width: mm(100), height: mm(100), count: 1 }];
  expect(offcutsOf(kept(), stash)).toEqual([
    { storeId: "paper", width: mm(100), height: mm(50), count: 2, worth: true },
    { storeId: "other paper", width: mm(90), height: mm(12), count: 1, worth: false },
  ]);
});

test("panels taped on one sheet are told as such, where each sheet has as many of one need alone; panels that are cut lie by themselves", () => {
  const plan = kept().plan;
  const taped = { ...plan, job: { ...plan.job, method: "tape" as const } };
  const even = { ...taped, split: { ...taped.split, layouts: taped.split.layouts.slice(0, 1) } };
  expect([perSheetOf(plan, "n1"), perSheetOf(taped, "n1"), perSheetOf(even, "n1")]).toEqual([1, 1, 2]);
  expect(commandOf({ ...kept(), plan: even }, [view()], [], { spoilt: new Map(), kept: new Set(), tearLoss: null, creep: null }, newId).batches?.[0]).toMatchObject({
    perSheet: 2,
  });
});

test("what happened takes sheets and offcuts, leaves out what was spoilt, and keeps what was ticked", () => {
  const said = commandOf(kept(), [view()], [], { spoilt: new Map([["n1", 1]]), kept: new Set([0]), tearLoss: null, creep: null }, newId);
  expect(panelsOf(kept().plan, [view()]).map(({ panels }) => panels)).toEqual([5]);
  expect(said).toMatchObject({
    planId: NEED,
    uses: [{ storeId: "paper", sheets: 2 }],
    offcutsUsed: [{ id: "o", count: 1 }],
    offcutsKept: [{ width: mm(100), height: mm(50), count: 2 }],
    result: { method: "cut", wanted: 5, spoilt: 1, tearLoss: null, creep: null },
  });
  expect(said.batches?.map((batch) => batch.units.map(({ number, colourwayId }) => [number, colourwayId]))).toEqual([[1, 2, 3, 4].map((number) => [number, "blue"])]);
});

test("what is spoilt is missing from the colourway that has most; more than reckoned goes round", () => {
  const toPaint = [
    { colourwayId: "blue", quantity: 3, make: 4 },
    { colourwayId: "red", quantity: 1, make: 2 },
  ];
  const lines = [line("l1", "blue", 3), line("l2", "red", 1)];
  const of = (panels: number) => colourwaysFor({ toPaint, need: { ...need, lines } }, panels).join(" ");
  expect(of(6)).toBe("blue blue blue blue red red");
  expect(of(4)).toBe("blue blue red red");
  expect(of(8)).toBe("blue blue blue blue red red blue red");
});

test("a step is said as the hands do it", () => {
  const say = (length: number): string => `${String(length / 320)} mm`;
  const step = {
    axis: "x" as const,
    fence: mm(100),
    length: mm(200),
    times: 3,
    hands: 4,
    atOnce: 4,
    strokes: 3,
    turned: true,
    beyondReach: false,
    cuts: [],
    held: [],
    off: "pieces" as const,
    whole: false,
    trim: false,
  };
  expect(stepTitle(job, step, say)).toBe("Fence at 100 mm, cut three times");
  expect(stepDetail(job, step)).toBe("Turn the piece a quarter, all four pieces in one pile, gives finished pieces.");
  expect(stepDetail(job, { ...step, hands: 5, whole: true, turned: false, beyondReach: true })).toBe(
    "Five sheets, four in a pile, longer than your trimmer reaches: knife and ruler, gives finished pieces.",
  );
  expect(stepTitle({ ...job, method: "fold" }, { ...step, times: 1 }, say)).toBe("Fold in half at 100 mm and tear");
  expect(stepTitle({ ...job, method: "fold" }, { ...step, times: 2 }, say)).toBe("Fold in thirds, 100 mm each, and tear");
  expect(stepTitle({ ...job, method: "tape" }, { ...step, trim: true, fence: lengthOfUnits(4064) }, say)).toBe("Cut the border off, 12.7 mm all round");
});
