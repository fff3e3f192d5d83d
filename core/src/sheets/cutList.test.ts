import { inches, mm } from "../measure/length.ts";
import { money } from "../measure/money.ts";
import { cutList } from "./cutList.ts";
import type { Layout, SplitJob } from "./model.ts";

const sheet = { id: "sheet", width: inches(12), height: inches(10), count: null, cost: money(1) };
const job: SplitJob = { sheets: [sheet], panels: [], edge: mm(0), gap: mm(0), method: "cut", thirds: false };

test("equal settings in a row are one step, measured from the piece in the hand", () => {
  const layout: Layout = {
    sheet: "sheet",
    times: 1,
    pieces: [],
    offcuts: [],
    cuts: [
      { axis: "x", at: inches(4), from: inches(0), to: inches(10) },
      { axis: "x", at: inches(8), from: inches(0), to: inches(10) },
      { axis: "y", at: inches(5), from: inches(0), to: inches(4) },
    ],
  };
  expect(cutList(job, sheet, layout)).toEqual([
    { fence: inches(4), axis: "x", times: 2, first: 1 },
    { fence: inches(5), axis: "y", times: 1, first: 3 },
  ]);
});
