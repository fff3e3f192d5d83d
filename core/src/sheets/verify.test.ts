import { mm } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import type { Layout, PlacedPiece, Split, SplitJob } from "./model.ts";
import { splitFaults } from "./verify.ts";

const job: SplitJob = {
  sheets: [{ id: "sheet", width: mm(300), height: mm(200), count: 2, cost: money(50) }],
  panels: [{ id: "A", width: mm(100), height: mm(80), count: 2, turn: false }],
  edge: mm(10),
  gap: mm(2),
  method: "cut",
  thirds: false,
};
const piece = (x: number, y: number, width = 100, height = 80): PlacedPiece => ({ panel: "A", x: mm(x), y: mm(y), width: mm(width), height: mm(height) });
const layout = (pieces: PlacedPiece[], more: Partial<Layout> = {}): Layout => ({ sheet: "sheet", times: 1, pieces, cuts: [], offcuts: [], ...more });
const split = (layouts: Layout[], more: Partial<Split> = {}): Split => ({ layouts, unplaced: [], sheetsUsed: 1, cost: money(50), lowerBound: money(50), proven: true, ...more });

test("a right split has no fault", () => {
  expect(splitFaults(job, split([layout([piece(10, 10), piece(112, 10)])]))).toEqual([]);
});

test.each<[string, Split, string]>([
  ["pieces nearer than the gap", split([layout([piece(10, 10), piece(111, 10)])]), "cannot be cut apart"],
  ["pieces over one another", split([layout([piece(10, 10), piece(60, 30)])]), "cannot be cut apart"],
  ["a piece in the edge", split([layout([piece(9, 10), piece(112, 10)])]), "runs over the edge"],
  ["a piece of another size", split([layout([piece(10, 10, 99), piece(112, 10)])]), "wrong size"],
  ["a piece turned that may not be", split([layout([piece(10, 10, 80, 100), piece(112, 10)])]), "wrong size"],
  ["a piece too few", split([layout([piece(10, 10)])]), "do not add up"],
  ["more sheets than there are", split([layout([piece(10, 10), piece(112, 10)], { times: 3 })], { cost: money(150) }), "3 used, 2 there"],
  ["a wrong cost", split([layout([piece(10, 10), piece(112, 10)])], { cost: money(60) }), "the cost is 50, not 60"],
  ["a bound above the cost", split([layout([piece(10, 10), piece(112, 10)])], { lowerBound: money(51) }), "bound is above"],
  ["an offcut under a piece", split([layout([piece(10, 10), piece(112, 10)], { offcuts: [{ x: mm(50), y: mm(50), width: mm(20), height: mm(20) }] })]), "lies under a piece"],
  ["a sheet nobody has", split([layout([piece(10, 10), piece(112, 10)], { sheet: "other" })]), "no sheet other"],
])("%s is found", (_, wrong, words) => {
  expect(splitFaults(job, wrong).join("; ")).toContain(words);
});

test("five pieces in a pinwheel do not come apart edge to edge, four in a grid do", () => {
  const square: SplitJob = { ...job, edge: mm(0), gap: mm(0), panels: [{ id: "A", width: mm(60), height: mm(40), count: 4, turn: true }] };
  const pinwheel = [piece(0, 0, 60, 40), piece(60, 0, 40, 60), piece(40, 60, 60, 40), piece(0, 40, 40, 60)];
  expect(splitFaults(square, split([layout(pinwheel)])).join()).toContain("cannot be cut apart");
  expect(splitFaults(square, split([layout([piece(0, 0, 60, 40), piece(60, 0, 60, 40), piece(0, 40, 60, 40), piece(60, 40, 60, 40)])]))).toEqual([]);
});

test("tape windows that do not stand in rows and columns are no grid", () => {
  const tape: SplitJob = { ...job, method: "tape" };
  expect(splitFaults(tape, split([layout([piece(10, 10), piece(112, 92)])]))).toEqual([]);
  expect(splitFaults(tape, split([layout([piece(10, 10), piece(115, 10)])])).join()).toContain("no regular grid");
});
