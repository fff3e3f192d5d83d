import { day } from "../measure/day.ts";
import { servingFirst, type Lacking } from "./serving.ts";

const lacking = (need: string, readyBy: string, lacks: number, colourway = "blue"): Lacking => ({
  need,
  readyBy: day(readyBy),
  lines: [{ line: `${need}-line`, colourway, lacks }],
});
const spare = (panels: readonly string[], cards: number) => ({ panels: new Map([["blue", panels]]), cards: new Map([["blue", cards]]) });

test("what is due first is served first, cards before panels, and nothing is promised twice", () => {
  const served = servingFirst([lacking("late", "2031-12-20", 5), lacking("soon", "2031-11-20", 4)], spare(["p1", "p2", "p3"], 2));
  expect(served).toEqual([
    { need: "soon", units: ["p1", "p2"], cards: [{ line: "soon-line", quantity: 2 }] },
    { need: "late", units: ["p3"], cards: [] },
  ]);
});

test("a need that lacks nothing, or another colourway, takes nothing", () => {
  expect(servingFirst([lacking("done", "2031-11-20", 0), lacking("red", "2031-11-20", 3, "red")], spare(["p1"], 4))).toEqual([]);
});

test("two lines of one colourway share what is there", () => {
  const two: Lacking = {
    need: "n",
    readyBy: day("2031-11-20"),
    lines: [
      { line: "a", colourway: "blue", lacks: 2 },
      { line: "b", colourway: "blue", lacks: 2 },
    ],
  };
  expect(servingFirst([two], spare(["p1", "p2"], 1))).toEqual([{ need: "n", units: ["p1", "p2"], cards: [{ line: "a", quantity: 1 }] }]);
});
