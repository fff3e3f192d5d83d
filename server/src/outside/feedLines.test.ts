import { addDays, day } from "@yule/core";
import { readFeed } from "./feedLines.ts";
import { simulatedOrders } from "./orders.ts";

const placed = { kind: "placed", ref: "A-1", placedOn: "2031-11-01", buyer: "Maud", listing: "Moth", variant: "grey", quantity: 2, promisedBy: "2031-11-20", zone: "inland" };
const lines = (...each: readonly object[]): string => each.map((one) => JSON.stringify(one)).join("\n");

test("orders and what came of them are read, a line that comes again counts once", () => {
  const paid = { kind: "paid", ref: "A-1/paid", orderRef: "A-1", on: "2031-11-01", minor: 1100 };
  const told = readFeed(lines({ ...placed, paidMinor: 1100 }, paid, { ...placed, paidMinor: 1100 }, paid));
  expect(told.orders).toEqual([expect.objectContaining({ ref: "A-1", quantity: 2 })]);
  expect(told.news).toEqual([{ ...paid, quantity: null }]);
  expect(told.unread).toEqual([]);
});

test("a line that cannot be read is named with what is wrong, and the others count", () => {
  const told = readFeed(
    [
      "half a line {",
      lines({ ...placed, paidMinor: 1100, quantity: -3 }),
      "",
      lines(
        { kind: "changed", ref: "A-1/2", orderRef: "A-1", on: "2031-11-02" },
        { kind: "paid", ref: "x", orderRef: "A-1", on: "31/11", minor: 5 },
        { ...placed, ref: "A-2", paidMinor: 0 },
      ),
    ].join("\r\n"),
  );
  expect(told.orders.map(({ ref }) => ref)).toEqual(["A-2"]);
  expect(told.unread).toEqual([
    'line 1: given "half a line {", allowed one JSON object',
    "line 2, quantity: given -3, allowed at least 1",
    "line 4, quantity: given nothing, allowed how many cards are wanted now",
    'line 5, on: given "31/11", allowed a day such as 2031-11-08',
  ]);
});

test("the invented feed can be read, tells the same on the same day, and whatever is cancelled is paid back", () => {
  const today = day("2031-11-08");
  const listings = [{ title: "Moth", variants: ["grey", "ochre"] }];
  const all = Array.from({ length: 40 }, (_, back) => readFeed(simulatedOrders.lines(listings, addDays(today, back))));
  expect(all.flatMap(({ unread }) => unread)).toEqual([]);
  const news = new Map(all.flatMap((told) => told.news.map((each) => [each.ref, each] as const)));
  const refs = (kind: string): string[] => [...news.values()].filter((each) => each.kind === kind).map(({ orderRef }) => orderRef);
  expect(refs("cancelled").length).toBeGreaterThan(0);
  expect(refs("refunded")).toEqual(expect.arrayContaining(refs("cancelled").slice(0, -1)));
  expect(refs("changed").length).toBeGreaterThan(0);
  expect(simulatedOrders.lines(listings, today)).toBe(simulatedOrders.lines(listings, today));
});
