import type { DispatchRead, SeasonRead } from "@yule/contract";
import { v7 } from "uuid";
import { furnish, openTestShop, wordsOf, type TestShop } from "../testing.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
let base: Awaited<ReturnType<typeof furnish>>["need"];
beforeAll(async () => {
  shop = await openTestShop();
  ({ ids, need: base } = await furnish(shop));
}, 60_000);
afterAll(() => shop.close());

async function need(title: string, kind: "order" | "mailing list" = "order"): Promise<string> {
  const id = v7();
  expect((await shop.give("add-need", { ...base, id, kind, title, lines: [{ id: v7(), colourwayId: ids.blue, quantity: 2 }] })).status).toBe(200);
  return id;
}
const orderNow = async (id: string) => (await shop.get<DispatchRead>("dispatch")).orders.find((order) => order.id === id);

test("an order of two designs has one day, one price and whom it goes to; what is paid and given back adds up, and can be taken back", async () => {
  const [boats, moths, house, order] = [await need("Boats"), await need("Moths"), v7(), v7()];
  await shop.give("add-household", { id: house, name: "Tolvan Books", address: "1 Quay", country: "IE" });
  const told = await shop.give("set-order", {
    id: order,
    title: "Tolvan Books",
    needIds: [boats, moths],
    householdId: house,
    due: "2031-12-10",
    priceMinor: 4400,
    depositMinor: 1000,
  });
  expect(wordsOf(told.body.event)).toBe("Tolvan Books is one order of 2 needs");
  const dues = (await shop.get<SeasonRead>("season")).needs.filter(({ id }) => [boats, moths].includes(id)).map(({ due }) => due);
  expect(dues).toEqual(["2031-12-10", "2031-12-10"]);
  await shop.give("pay-order", { id: v7(), orderId: order, minor: 1000, on: "2031-11-08" });
  const back = await shop.give("pay-order", { id: v7(), orderId: order, minor: -400, on: "2031-11-09" });
  expect(wordsOf(back.body.event)).toMatch(/^Tolvan Books: .* given back$/);
  expect(await orderNow(order)).toMatchObject({ householdId: house, priceMinor: 4400, depositMinor: 1000, payments: [{ minor: 1000 }, { minor: -400 }] });
  await shop.give("undo", { eventId: back.body.event.id });
  expect((await orderNow(order))?.payments).toHaveLength(1);
  // Who is erased leaves the order as it was agreed, without a name anywhere.
  await shop.give("erase-household", { id: house });
  expect(await orderNow(order)).toMatchObject({ householdId: null, priceMinor: 4400 });
  expect((await shop.get<DispatchRead>("dispatch")).undertakings.find(({ id }) => id === order)?.title).toBe("a household");
});

test("a list is no order, no deposit is more than the price, and no more is given back than was paid", async () => {
  const [one, list, order] = [await need("One"), await need("List", "mailing list"), v7()];
  const refused = async (kind: Parameters<TestShop["give"]>[0], payload: object): Promise<string> => JSON.stringify((await shop.give(kind, payload)).body);
  expect(await refused("set-order", { id: order, title: "Wrong", needIds: [one, list] })).toMatch(/"needIds",1.*an order or a commission/);
  expect(await refused("set-order", { id: order, title: "Wrong", needIds: [one], priceMinor: 100, depositMinor: 200 })).toMatch(/"depositMinor".*at most the price/);
  await shop.give("set-order", { id: order, title: "Right", needIds: [one], priceMinor: 100 });
  expect(await refused("pay-order", { id: v7(), orderId: order, minor: -50, on: "2031-11-08" })).toMatch(/"minor".*what was paid/);
  expect(await refused("pay-order", { id: v7(), orderId: order, minor: 0, on: "2031-11-08" })).toMatch(/"minor".*an amount/);
});
