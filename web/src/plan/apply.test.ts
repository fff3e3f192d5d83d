import { day, type Remedy } from "@yule/core";
import { line, need, season } from "@yule/derive/examples";
import { commandsOf, costWords, linesFor, wordsOf } from "./apply.ts";

const two = { ...need, lines: [...need.lines, line("m", "red", 3, 2)] };
const outlook = season([two]);
const [view] = outlook.needs;
if (!view) throw new Error("the need was lost");

test("all that changes on one need is one command, so that the second does not meet the version the first has made", () => {
  const said = commandsOf(
    [
      { kind: "later", need: "n", days: 3 },
      { kind: "skip", need: "n", stage: "dots", on: true },
      { kind: "print", need: "n", on: true },
      { kind: "session", day: day("2031-11-10"), from: 1170, to: 1290, who: "helper" },
    ],
    outlook,
  );
  expect(said).toMatchObject([
    { kind: "add-session-change", payload: { what: "extra", first: "2031-11-10", last: "2031-11-10", from: 1170, to: 1290, who: "helper" } },
    { kind: "change-need", payload: { id: "n", version: 1, due: "2031-11-23", skipped: ["dots"], print: true } },
  ]);
});

test("stages left out and days add up; a need that is gone is left out", () => {
  const said = commandsOf(
    [
      { kind: "skip", need: "n", stage: "wash", on: true },
      { kind: "skip", need: "n", stage: "dots", on: true },
      { kind: "later", need: "n", days: 2 },
      { kind: "later", need: "n", days: 1 },
      { kind: "heat", need: "gone", on: true },
    ],
    outlook,
  );
  expect(said).toMatchObject([{ payload: { skipped: ["wash", "dots"], due: "2031-11-23" } }]);
});

test.each([1, 3, 5, 8, 9, 20])("%i cards are spread over the colourways, none below what is assembled", (cards) => {
  const lines = linesFor(view, cards);
  const sum = lines.reduce((all, line) => all + line.quantity, 0);
  expect(sum).toBe(Math.max(cards, 3));
  expect(lines[1]?.quantity).toBeGreaterThanOrEqual(2);
  expect(lines.every((line) => line.quantity > 0)).toBe(true);
});

test("changes and their costs read as a maker says them", () => {
  expect(wordsOf({ kind: "cards", need: "n", cards: 4 }, outlook)).toBe("Office: 6 cards instead of 9");
  expect(wordsOf({ kind: "session", day: day("2031-11-10"), from: 1170, to: 1290, who: "maker" }, outlook)).toBe("Paint on Mon 10 Nov, 19:30 to 21:30");
  expect(wordsOf({ kind: "later", need: "n", days: 1 }, outlook)).toBe("Office: ask for 1 more day, Fri 21 Nov");
  expect(wordsOf({ kind: "skip", need: "n", stage: "dots", on: true }, outlook)).toBe("Office: leave out “dots”");
  const remedy = (costs: Partial<Remedy["costs"]>): Remedy => ({
    changes: [],
    before: 3,
    after: 4,
    repairs: [],
    unsafe: 0,
    costs: { minutes: 0, cards: 0, minor: 0, days: 0, ...costs },
  });
  const money = (minor: number): string => `€${(minor / 100).toFixed(2)}`;
  expect(costWords(remedy({ minutes: 120, minor: 225 }), money)).toBe("2 h more of your time, €2.25 more postage");
  expect(costWords(remedy({ minutes: -90, cards: 5 }), money)).toBe("spares 1 h 30 min, 5 cards not made");
  expect(costWords(remedy({}), money)).toBe("no more time");
});
