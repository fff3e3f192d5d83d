import type { DispatchRead, FeedNews, OrdersRead, SeasonRead } from "@yule/contract";
import { v7 } from "uuid";
import { furnish, makeCards, openTestShop, wordsOf, type TestShop } from "../testing.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
let base: Awaited<ReturnType<typeof furnish>>["need"];
/** What the feed tells, as the tests want it. */
const told: FeedNews[] = [];
beforeAll(async () => {
  const orders = { name: "A feed", simulated: true, lines: () => told.map((each) => JSON.stringify(each)).join("\n") };
  shop = await openTestShop({ outside: { orders } });
  ({ ids, need: base } = await furnish(shop));
}, 60_000);
afterAll(() => shop.close());

const news = (kind: FeedNews["kind"], orderRef: string, more: Partial<FeedNews> = {}): FeedNews => {
  const each = { ref: `${orderRef}/${kind}`, orderRef, on: "2031-11-07", kind, quantity: null, minor: null, ...more };
  told.push(each);
  return each;
};
async function order(orderRef: string, quantity = 3): Promise<{ readonly id: string; readonly line: { id: string; colourwayId: string; quantity: number } }> {
  const [id, line] = [v7(), { id: v7(), colourwayId: ids.blue, quantity }];
  expect((await shop.give("add-need", { ...base, id, kind: "order", title: `Buyer ${orderRef}`, priceMinor: 1650, orderRef, lines: [line] })).status).toBe(200);
  return { id, line };
}
const take = (...refs: string[]) => shop.give("take-news", { refs });
const needNow = async (id: string) => (await shop.get<SeasonRead>("season")).needs.find((each) => each.id === id);
const waiting = async (): Promise<string[]> => (await shop.get<OrdersRead>("orders")).news.map(({ ref }) => ref);

test("what is new of an order is told once it is taken, done as told, and told no more", async () => {
  news("paid", "A", { minor: 1650 });
  news("changed", "A", { quantity: 4, minor: 2200 });
  expect(await waiting()).toEqual([]);
  const { id } = await order("A");
  expect(await waiting()).toEqual(["A/paid", "A/changed"]);
  const taken = await take("A/changed", "A/paid");
  expect(wordsOf(taken.body.event)).toBe("2 messages of the order feed taken up: Buyer A");
  expect(await needNow(id)).toMatchObject({ priceMinor: 2200, lines: [{ quantity: 4 }] });
  const { orders, undertakings } = await shop.get<DispatchRead>("dispatch");
  const own = undertakings.find(({ needIds }) => needIds.includes(id));
  expect(orders.find((each) => each.id === own?.id)).toMatchObject({ priceMinor: 2200, payments: [{ minor: 1650, on: "2031-11-07" }] });
  expect(await waiting()).toEqual([]);
  // Two devices take the same message: the second is told so.
  expect((await take("A/paid")).body.errors[0]).toMatchObject({ path: ["refs", 0], given: "A/paid" });
  await shop.give("undo", { eventId: taken.body.event.id });
  expect(await waiting()).toEqual(["A/paid", "A/changed"]);
  expect(await needNow(id)).toMatchObject({ priceMinor: 1650, lines: [{ quantity: 3 }] });
});

test("cancelled before it was begun it is gone, and what was paid goes back though nothing is left of it; both can be taken back", async () => {
  told.length = 0;
  news("paid", "B", { minor: 1650 });
  news("cancelled", "B");
  news("refunded", "B", { minor: 1650 });
  const { id } = await order("B");
  expect((await take("B/refunded")).body.errors[0]?.allowed).toMatch(/^at most 0, what was noted as paid/);
  await take("B/paid");
  const gone = await take("B/cancelled");
  expect(await needNow(id)).toBeUndefined();
  // It does not come in as a new order either.
  expect((await shop.get<OrdersRead>("orders")).orders).toEqual([]);
  expect((await take("B/refunded")).status).toBe(200);
  expect((await shop.give("undo", { eventId: gone.body.event.id })).status).toBe(200);
  const { orders, undertakings } = await shop.get<DispatchRead>("dispatch");
  // It belongs to its order again, with what was paid and given back.
  const own = undertakings.find(({ needIds }) => needIds.includes(id));
  expect(orders.find((each) => each.id === own?.id)?.payments.map(({ minor }) => minor)).toEqual([1650, -1650]);
});

test("cancelled when its panels stand on the bench they are finished for the stash; cards that are made are offered in the shop", async () => {
  told.length = 0;
  news("cancelled", "C");
  news("cancelled", "D");
  const [begun, made] = [await order("C"), await order("D", 2)];
  await shop.give("split-sheets", {
    batches: [{ batchId: v7(), needId: begun.id, units: [1, 2].map((number) => ({ id: v7(), number, colourwayId: ids.blue })) }],
    uses: [{ storeId: ids.paper, sheets: 1 }],
  });
  await makeCards(shop, ids.paper, made.id, [made.line]);
  expect((await take("C/cancelled", "D/cancelled")).status).toBe(200);
  expect(await needNow(begun.id)).toMatchObject({ kind: "stash", zone: null, lines: [{ quantity: 2 }] });
  expect(await needNow(made.id)).toMatchObject({ kind: "shop listing", zone: null, lines: [{ quantity: 2, assembled: 2 }] });
});

test("fewer than are made, an order that is not here, and a number that the feed does not tell are refused; left messages come no more", async () => {
  told.length = 0;
  news("changed", "E", { quantity: 1 });
  news("paid", "F", { minor: 100 });
  const made = await order("E", 2);
  await makeCards(shop, ids.paper, made.id, [made.line]);
  expect((await take("E/changed")).body.errors[0]).toMatchObject({ path: ["refs", 0], given: "1", allowed: expect.stringMatching(/^at least 2, already assembled/) as string });
  expect((await take("F/paid")).body.errors[0]).toMatchObject({ given: "F" });
  expect((await take("G/paid")).body.errors[0]?.path).toEqual(["refs", 0]);
  expect(await waiting()).toEqual(["E/changed"]);
  await shop.give("take-news", { refs: ["E/changed"], isLeft: true });
  expect(await waiting()).toEqual([]);
  expect(await needNow(made.id)).toMatchObject({ lines: [{ quantity: 2 }] });
});
