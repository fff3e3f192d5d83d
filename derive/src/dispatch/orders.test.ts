import type { OrderRead } from "@yule/contract";
import { design, houseTo, line, need, season } from "../season/examples.ts";
import { customerOrders } from "./orders.ts";

const boats = { ...need, kind: "order" as const, title: "Boats", due: "2031-11-20", priceMinor: 2000, lines: [line("l", "blue", 4, 4)] };
const moths = { ...need, id: "n2", kind: "order" as const, title: "Moths", due: "2031-12-10", priceMinor: 1200, lines: [line("m", "blue", 2, 0)] };
const order = (more: Partial<OrderRead> = {}): OrderRead => ({ id: "o", householdId: "h", priceMinor: 3000, depositMinor: 1000, payments: [], ...more });

function told(orders: readonly OrderRead[], needs: readonly (typeof boats)[] = [boats, moths]) {
  const base = season(needs, [], { designs: [design] });
  const undertakings = orders.map(({ id }) => ({ id, kind: "order" as const, title: "Tolvan Books", needIds: ["n", "n2"] }));
  return { ...base, dispatch: { ...base.dispatch, orders, undertakings, households: [houseTo("h")] } };
}

test("needs of one order are one thing: its last day, its own price, its cards and what is owed", () => {
  const [one, ...others] = customerOrders(told([order({ payments: [{ id: "p", minor: 1000, on: "2031-11-08" }] })]), null);
  expect(others).toEqual([]);
  expect(one).toMatchObject({ title: "Tolvan Books", due: "2031-12-10", cards: 6, made: 4, sent: 0, price: 3000, paid: 1000, owed: 2000, chance: null, household: { id: "h" } });
});

test("an order that nobody made one is its need, at the price of its need", () => {
  expect(customerOrders(told([]), null).map(({ title, price, due, order: known }) => [title, price, due, known])).toEqual([
    ["Boats", 2000, "2031-11-20", null],
    ["Moths", 1200, "2031-12-10", null],
  ]);
});

test("a part that has gone is told; what has all gone stays while it is not paid", () => {
  const gone = { ...boats, postedOn: "2031-11-07" };
  expect(customerOrders(told([order()], [gone, moths]), null)[0]).toMatchObject({ sent: 4, cards: 6 });
  const all = [gone, { ...moths, postedOn: "2031-11-07" }];
  expect(customerOrders(told([order()], all), null)).toHaveLength(1);
  expect(customerOrders(told([order({ payments: [{ id: "p", minor: 3000, on: "2031-11-08" }] })], all), null)).toEqual([]);
});
