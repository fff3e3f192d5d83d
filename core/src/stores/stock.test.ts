import { day } from "../measure/day.ts";
import { stockOutlook } from "./stock.ts";

test("the need that comes last by day is the one that finds the shelf empty", () => {
  const uses = [
    { need: "fair", quantity: 5, on: day("2031-11-20") },
    { need: "order", quantity: 3, on: day("2031-11-10") },
  ];
  expect(stockOutlook({ id: "paper", onHand: 6, uses, pack: 5 })).toMatchObject({
    id: "paper",
    wanted: 8,
    missing: 2,
    short: ["fair"],
    runsOut: { on: "2031-11-20", need: "fair", session: null },
    lasts: 0,
    packs: 1,
  });
  expect(stockOutlook({ id: "paper", onHand: 8, uses, pack: 5 })).toMatchObject({ missing: 0, runsOut: null, packs: 0 });
});
