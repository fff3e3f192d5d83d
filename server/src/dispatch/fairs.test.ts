import type { FairRead, FairsRead, FinishRead, SeasonRead } from "@yule/contract";
import { inches } from "@yule/core";
import { v7 } from "uuid";
import { furnish, makeCards, openTestShop, wordsOf, type TestShop } from "../testing.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
let base: Awaited<ReturnType<typeof furnish>>["need"];
beforeAll(async () => {
  shop = await openTestShop();
  ({ ids, need: base } = await furnish(shop));
  await shop.give("count-store", { id: ids.paper, onHand: 500 });
}, 60_000);
afterAll(() => shop.close());

const fairs = () => shop.get<FairsRead>("fairs");
const fairNow = async (id: string): Promise<FairRead | undefined> => (await fairs()).fairs.find((each) => each.id === id);
const leftOf = async (colourwayId: string): Promise<number> => (await shop.get<FinishRead>("finish")).left.find((each) => each.colourwayId === colourwayId)?.cards ?? 0;
const table = { size: "usual" as const, weather: "rain" as const, tableLength: inches(72), tableDepth: inches(30), floatMinor: 2000, feeMinor: 3000 };

/** A fair with five blue cards made for it and four red ones that belonged to no need, all of them packed. */
async function packed(title: string): Promise<{ fair: string; need: string }> {
  const [need, fair] = [v7(), v7()];
  const lines = [{ id: v7(), colourwayId: ids.blue, quantity: 5 }];
  expect((await shop.give("add-need", { ...base, id: need, kind: "fair", title, zone: null, priceMinor: null, lines })).status).toBe(200);
  await makeCards(shop, ids.paper, need, lines);
  await shop.give("count-cards", { colourwayId: ids.red, cards: 4 });
  expect((await shop.give("set-fair", { id: fair, title, on: "2031-11-08", needIds: [need], ...table })).status).toBe(200);
  const goods = [
    { colourwayId: ids.blue, brought: 5, priceMinor: 450 },
    { colourwayId: ids.red, brought: 4, priceMinor: 500 },
  ];
  expect((await shop.give("bring-to-fair", { fairId: fair, goods })).status).toBe(200);
  return { fair, need };
}
const sale = (fairId: string, colourwayId: string, quantity: number, priceMinor: number, more: object = {}) => ({
  ...{ id: v7(), fairId, at: "2031-11-07T10:30:00Z", paid: "cash" as const, lines: [{ colourwayId, quantity, priceMinor }] },
  ...more,
});

test("a fair from packing to the tin: what sold leaves its needs first, the rest is left over, and the tin is compared", async () => {
  const { fair, need } = await packed("Quay fair");
  const first = sale(fair, ids.blue, 2, 450, { tenderMinor: 1000 });
  expect((await shop.give("ring-up", first)).status).toBe(200);
  await shop.give("ring-up", sale(fair, ids.red, 4, 500, { paid: "card", tipMinor: 100 }));
  await shop.give("ring-up", sale(fair, ids.blue, 1, 450, { isBack: true }));
  expect((await fairNow(fair))?.sales.map(({ isBack, lines }) => [isBack, lines[0]?.quantity])).toEqual([
    [false, 2],
    [false, 4],
    [true, 1],
  ]);
  // 20 and 9, less 4.50 that went back; one more blue card is gone than was rung up.
  const over = await shop.give("close-fair", {
    fairId: fair,
    on: "2031-11-08",
    tinMinor: 2900,
    left: [
      { colourwayId: ids.blue, cards: 3 },
      { colourwayId: ids.red, cards: 0 },
    ],
  });
  expect(wordsOf(over.body.event)).toMatch(/^Quay fair is over: 6 of 9 cards sold, and the tin has 450 too much/);
  const done = (await shop.get<SeasonRead>("season")).needs.find(({ id }) => id === need);
  expect(done).toMatchObject({ postedOn: "2031-11-08", priceMinor: 900, lines: [{ sold: 2, given: 0, leftOver: 3 }] });
  expect([await leftOf(ids.red), await leftOf(ids.blue)]).toEqual([0, 3]);
  const { past, fairs: shown } = await fairs();
  expect(past[0]).toEqual({
    ...{ id: past[0]?.id, title: "Quay fair", on: "2031-11-08", isLeftOut: false },
    size: "usual",
    weather: "rain",
    goods: [
      { design: ids.design, colourwayId: ids.blue, brought: 5, sold: 2 },
      { design: ids.design, colourwayId: ids.red, brought: 4, sold: 4 },
    ],
  });
  expect(shown.find(({ id }) => id === fair)?.tinMinor).toBe(2900);
  // Nothing is learned of it while it is left out; it stays told.
  const out = await shop.give("leave-out", { id: v7(), of: "fair", fairId: fair, why: "My table stood behind the door" });
  expect(wordsOf(out.body.event)).toBe("Nothing is learned of Quay fair: My table stood behind the door");
  expect((await fairs()).past.map(({ title, isLeftOut }) => [title, isLeftOut])).toContainEqual(["Quay fair", true]);
  await shop.give("undo", { eventId: out.body.event.id });
  // Taken back, the fair goes on and everything lies there again.
  await shop.give("undo", { eventId: over.body.event.id });
  expect((await fairNow(fair))?.tinMinor).toBeNull();
  expect((await shop.give("leave-out", { id: v7(), of: "fair", fairId: fair, why: "Rain" })).status).toBe(422);
  expect(await leftOf(ids.red)).toBe(4);
  expect((await shop.get<SeasonRead>("season")).needs.find(({ id }) => id === need)?.postedOn).toBeNull();
});

test("a sale that went up twice is one sale, and one beyond what was taken along is kept: it happened", async () => {
  const { fair } = await packed("Twice fair");
  const many = sale(fair, ids.blue, 7, 450);
  const command = v7();
  await shop.give("ring-up", many, { id: command });
  await shop.give("ring-up", many, { id: command });
  expect((await fairNow(fair))?.sales).toHaveLength(1);
});

const refused = async (kind: Parameters<TestShop["give"]>[0], payload: object): Promise<string> => {
  const { status, body } = await shop.give(kind, payload);
  return `${String(status)} ${JSON.stringify((body as unknown as { errors?: readonly object[] }).errors?.[0] ?? body)}`;
};

test("bad input is met with the field and what is allowed", async () => {
  const { fair, need } = await packed("Refusing fair");
  expect(await refused("bring-to-fair", { fairId: fair, goods: [{ colourwayId: ids.blue, brought: 90, priceMinor: 450 }] })).toMatch(/422.*goods.*0.*brought.*lie there/);
  expect(await refused("ring-up", sale(fair, ids.blue, -2, 450))).toMatch(/422.*lines.*0.*quantity.*at least/);
  expect(await refused("ring-up", sale(fair, ids.blue, 2, 450, { tenderMinor: 500 }))).toMatch(/422.*tenderMinor.*at least.*9\.00|422.*tenderMinor.*at least/);
  expect(await refused("ring-up", sale(fair, ids.blue, 2, 450, { lines: [] }))).toMatch(/422.*lines.*at least one card, or a tip/);
  expect(await refused("ring-up", sale(fair, ids.blue, 1, 450, { isBack: true }))).toMatch(/422.*quantity.*at most/);
  expect(await refused("close-fair", { fairId: fair, on: "2031-11-08", tinMinor: 0, left: [{ colourwayId: ids.blue, cards: 6 }] })).toMatch(/422.*left.*0.*cards.*at most/);
  expect(await refused("set-fair", { id: fair, title: "Refusing fair", on: "2031-11-08", needIds: [need, v7()], ...table })).toMatch(/422.*needIds.*1/);
  await shop.give("close-fair", { fairId: fair, on: "2031-11-08", tinMinor: 2000, left: [] });
  expect(await refused("ring-up", sale(fair, ids.blue, 1, 450))).toMatch(/422.*fairId.*not over/);
});

test("the day of a fair is the day of its needs: told otherwise, both are", async () => {
  const { fair, need } = await packed("Moved fair");
  const due = async () => (await shop.get<SeasonRead>("season")).needs.find(({ id }) => id === need)?.due;
  expect(await due()).toBe("2031-11-08");
  await shop.give("set-fair", { id: fair, title: "Moved fair", on: "2031-11-15", needIds: [need], ...table });
  expect(await due()).toBe("2031-11-15");
});

test("two tills that sell at once each keep what they sold", async () => {
  const { fair } = await packed("Two tills");
  await Promise.all(Array.from({ length: 20 }, (_, index) => shop.give("ring-up", sale(fair, index % 2 === 0 ? ids.blue : ids.red, 1, 450))));
  expect((await fairNow(fair))?.sales).toHaveLength(20);
});
