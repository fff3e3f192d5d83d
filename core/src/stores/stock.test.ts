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

test("what is poured may run out before it does: the surer she wants to be, the sooner and the more is missing", () => {
  const uses = [1, 2, 3, 4].map((week) => ({ need: `week ${String(week)}`, quantity: 100, on: day(`2031-11-0${String(week)}`), session: week }));
  const at = (onHand: number, scatter: number, sure?: number) => stockOutlook({ id: "fluid", onHand, uses, pack: 50, scatter, ...(sure === undefined ? {} : { sure }) });
  expect(at(420, 0)).toMatchObject({ runsOut: null, mayRunOut: null, missing: 0, lasts: 1 });
  expect(at(420, 0.3)).toMatchObject({ runsOut: null, mayRunOut: { need: "week 3", session: 3 } });
  expect(at(420, 0.3).lasts).toBeGreaterThan(0.5);
  expect(at(350, 0.3)).toMatchObject({ runsOut: { need: "week 4" }, mayRunOut: { need: "week 2" } });
  expect(at(350, 0.3, 0.99).missing).toBeGreaterThan(at(350, 0.3, 0.8).missing);
  expect(at(350, 0.3).packs).toBe(Math.ceil(at(350, 0.3).missing / 50));
  expect(at(0, 0.3)).toMatchObject({ lasts: 0, runsOut: { need: "week 1" } });
});

test("uses come in the order of their sessions, whatever order they are told in, and a need is short once", () => {
  const uses = [
    { need: "fair", quantity: 4, on: day("2031-11-20"), session: 7 },
    { need: "order", quantity: 3, on: day("2031-11-20"), session: 2 },
    { need: "fair", quantity: 4, on: day("2031-11-20"), session: 8 },
  ];
  const { short, runsOut, uses: sorted } = stockOutlook({ id: "paper", onHand: 4, uses, pack: 1 });
  expect([short, runsOut?.session, sorted.map(({ session }) => session)]).toEqual([["fair"], 7, [2, 7, 8]]);
});
