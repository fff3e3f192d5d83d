import { createRequire } from "node:module";
import { inches, mm } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import { highsSolver, type HighsModule, type LinearSolver } from "../search/linear.ts";
import { compareWay, dividerMiddles, sheetsByHand } from "./compare.ts";
import { learnedLosses, offcutOf, packsToBuy, offcutSheet, piecesByMaterial, splitJobOfNeeds, stripFor, type Losses, type NeededPieces, type SheetStore } from "./cuttingJobs.ts";
import { split } from "./split.ts";

const store = (id: string, width: number, height: number, cost: number, more: Partial<SheetStore> = {}): SheetStore => ({
  id,
  width: mm(width),
  height: mm(height),
  count: null,
  cost: money(cost),
  paper: true,
  offcuts: [],
  ...more,
});
const piece = (id: string, width: number, height: number, count: number, material: string | null, more: Partial<NeededPieces> = {}): NeededPieces => ({
  id,
  what: "panel",
  needId: id,
  name: id,
  width: mm(width),
  height: mm(height),
  count,
  turn: true,
  material,
  ...more,
});
const USUAL: Losses = { cut: { edge: mm(0), gap: mm(0) }, fold: { edge: mm(0), gap: mm(1) }, tape: { edge: inches(0.5), gap: inches(0.5) } };
const TOOLS = { reach: null, atOnce: 4 };

let solve: LinearSolver;
beforeAll(async () => {
  solve = highsSolver(await (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)());
});
const limits = { seed: 1, steps: 100, stop: () => false, left: () => 5 };

test("a season's pieces go to their own material; those of any paper join paper that is cut anyway", () => {
  const stores = [store("cheap", 300, 200, 50), store("cotton", 400, 300, 300), store("card", 600, 400, 90, { paper: false })];
  const found = piecesByMaterial(
    [piece("kites", 100, 90, 4, "cotton"), piece("moths", 120, 90, 3, null), piece("bases", 200, 140, 7, "card", { what: "base" }), piece("none", 10, 10, 0, "cheap")],
    stores,
  );
  expect(found.map(({ material, pieces }) => [material.id, pieces.map(({ id }) => id)])).toEqual([
    ["cotton", ["kites", "moths"]],
    ["card", ["bases"]],
  ]);
});

test("with nothing named, the paper that is cheapest for its size and large enough is taken", () => {
  const stores = [store("tiny", 90, 90, 1), store("dear", 300, 200, 90), store("fair", 400, 300, 100)];
  expect(piecesByMaterial([piece("moths", 120, 90, 3, null)], stores).map(({ material }) => material.id)).toEqual(["fair"]);
});

test("offcuts come first and cost nothing", () => {
  const cotton = store("cotton", 400, 300, 300, { offcuts: [{ id: "left", width: mm(210), height: mm(100), count: 1 }] });
  const [needs] = piecesByMaterial([piece("kites", 100, 100, 14, "cotton")], [cotton]);
  if (!needs) throw new Error("nothing needed");
  const job = splitJobOfNeeds(needs, "cut", USUAL);
  const answer = split(job, limits, solve);
  expect(answer).toMatchObject({ cost: 300, proven: true, unplaced: [] });
  expect(answer.layouts.some((layout) => offcutOf(layout.sheet) === "left")).toBe(true);
  expect([offcutOf(offcutSheet("a")), offcutOf("a")]).toEqual(["a", null]);
});

test("strips for colour tests are cut with the knife, and come from what is left by the other ways", () => {
  const [needs] = piecesByMaterial([piece("kites", 100, 90, 4, "cotton"), piece("strip", 100, 30, 1, "cotton", { what: "strip" })], [store("cotton", 400, 300, 300)]);
  if (!needs) throw new Error("nothing needed");
  expect((["cut", "fold", "tape"] as const).map((method) => splitJobOfNeeds(needs, method, USUAL).panels.length)).toEqual([2, 1, 1]);
  expect(stripFor({ width: mm(200), height: mm(90) })).toEqual({ width: mm(150), height: mm(30) });
  expect(stripFor({ width: mm(80), height: mm(90) })).toEqual({ width: mm(90), height: mm(30) });
});

test("three measured tears are enough to learn from, two are not; paint that creeps asks for a wider divider", () => {
  const tears = (...each: number[]) => each.map((loss) => ({ tearLoss: mm(loss), creep: null }));
  expect(learnedLosses(USUAL, tears(0.4, 0.6)).fold.gap).toBe(mm(1));
  expect(learnedLosses(USUAL, tears(0.4, 0.6, 0.5)).fold.gap).toBe(mm(0.5));
  const crept = (creep: number) =>
    learnedLosses(
      USUAL,
      [1, 2, 3].map(() => ({ tearLoss: null, creep: mm(creep) })),
    ).tape.gap;
  expect(crept(1)).toBe(inches(0.5));
  expect(crept(5)).toBe(mm(16));
});

test("ways are compared by cost, waste, minutes and tape", () => {
  const [needs] = piecesByMaterial([piece("kites", 100, 100, 12, "cotton")], [store("cotton", 400, 300, 300)]);
  if (!needs) throw new Error("nothing needed");
  const ways = (["cut", "tape"] as const).map((method) => {
    const job = splitJobOfNeeds(needs, method, USUAL);
    return compareWay(job, split(job, limits, solve), TOOLS);
  });
  expect(ways[0]).toMatchObject({ method: "cut", cost: 300, sheets: 1, waste: 0, settings: 2, tapeMetres: 0 });
  // Six windows of 100 mm on each of two taped sheets: half the paper is rim and gutter.
  expect(ways[1]).toMatchObject({ method: "tape", cost: 600, sheets: 2, waste: 0.5 });
  expect(ways[1]?.tapeMetres).toBeGreaterThan(2 * 1.4);
  expect(ways[1]?.minutes).toBeGreaterThan(ways[0]?.minutes ?? Infinity);
});

test("divider tape is laid by its middle, measured from the board's edge", () => {
  const [needs] = piecesByMaterial([piece("kites", 100, 100, 6, "cotton")], [store("cotton", 400, 300, 300)]);
  if (!needs) throw new Error("nothing needed");
  const job = splitJobOfNeeds(needs, "tape", USUAL);
  const [layout] = split(job, limits, solve).layouts;
  if (!layout) throw new Error("no layout");
  expect(dividerMiddles(job, layout, "x")[0]).toBe(inches(0.5) + mm(100) + inches(0.25));
});

test("another paper beside the first is taken where the whole comes cheaper, pre-cut pieces too", () => {
  const [needs] = piecesByMaterial([piece("kites", 100, 100, 13, "cotton")], [store("cotton", 400, 300, 300)]);
  if (!needs) throw new Error("nothing needed");
  const alone = split(splitJobOfNeeds(needs, "cut", USUAL), limits, solve);
  const beside = split(splitJobOfNeeds(needs, "cut", USUAL, [store("cut already", 100, 100, 40)]), limits, solve);
  expect([alone.cost, beside.cost]).toEqual([600, 340]);
  expect(beside.layouts.some((layout) => layout.sheet === "cut already" && layout.cuts.length === 0)).toBe(true);
});

test("what is short is bought in whole packs, and what stays over is said", () => {
  const stores = [
    { id: "cotton", onHand: 3, pack: 5, packCost: money(2450) },
    { id: "a3", onHand: 9, pack: 20, packCost: money(1680) },
  ];
  const taken = [
    { id: "cotton", sheets: 9 },
    { id: "a3", sheets: 9 },
    { id: "offcut:x", sheets: 2 },
  ];
  expect(packsToBuy(taken, stores)).toEqual([{ store: "cotton", short: 6, packs: 2, cost: 4900, over: 4 }]);
});

test("by hand each size lies in one grid on sheets of its own", () => {
  const [needs] = piecesByMaterial(
    [piece("kites", 100, 100, 7, "cotton"), piece("moths", 100, 100, 6, "cotton"), piece("tags", 90, 50, 3, "cotton")],
    [store("cotton", 400, 300, 300)],
  );
  if (!needs) throw new Error("nothing needed");
  // Thirteen of one size take two sheets, the tags a third; together they all come out of two.
  const job = splitJobOfNeeds(needs, "cut", USUAL);
  expect([sheetsByHand(job), split(job, limits, solve).sheetsUsed]).toEqual([3, 2]);
});
