import { mm } from "../measure/length.ts";
import { kindsOf, labelled } from "./kinds.ts";
import type { Pattern, SplitJob } from "./model.ts";

const panel = (id: string, width: number, height: number, count: number, turn = true) => ({ id, width: mm(width), height: mm(height), count, turn });
const job = (...panels: SplitJob["panels"]): SplitJob => ({ sheets: [], panels, edge: mm(0), gap: mm(0), method: "cut", thirds: false });

test("panels of one size count as one kind, also turned; those that must not be turned stay apart", () => {
  const kinds = kindsOf(job(panel("fair", 50, 80, 3), panel("list", 80, 50, 4), panel("grain", 50, 80, 2, false)));
  expect(kinds.job.panels.map((each) => each.count)).toEqual([7, 2]);
  expect(kinds.members.map((alike) => alike.map((each) => each.id))).toEqual([["fair", "list"], ["grain"]]);
});

test("pieces are given out in the order asked, sheet after sheet, and sheets alike stay together", () => {
  const kinds = kindsOf(job(panel("fair", 50, 80, 5), panel("list", 50, 80, 3)));
  const two: Pattern = { sheet: 0, spots: [0, 1].map((index) => ({ panel: 0, x: index * 50, y: 0, width: 50, height: 80 })) };
  const found = labelled(kinds, [{ pattern: two, times: 4 }]);
  expect(found.map(({ times, labels }) => [times, ...labels])).toEqual([
    [2, "fair", "fair"],
    [1, "fair", "list"],
    [1, "list", "list"],
  ]);
});
