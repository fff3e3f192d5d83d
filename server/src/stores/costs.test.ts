import type { CommandInput, CostsRead, StoresRead } from "@yule/contract";
import { costsTotal, feesOf, hoursCost, shareCosts, type SeasonMoney } from "@yule/core";
import { sql } from "drizzle-orm";
import { v7 } from "uuid";
import { furnish, NOW, openTestShop, wordsOf, type TestShop } from "../testing.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
beforeAll(async () => {
  shop = await openTestShop();
  ({ ids } = await furnish(shop));
}, 60_000);
afterAll(() => shop.close());

const costs = () => shop.get<CostsRead>("costs");
const units = [v7(), v7(), v7()];
const batchId = v7();

/** Two sheets at different prices are split for three panels, one of which is spoilt; the other two become cards and go out. */
async function season(): Promise<void> {
  await shop.give("count-store", { id: ids.paper, onHand: 0 });
  for (const [costMinor, receivedOn] of [
    [490, "2031-10-01"],
    [610, "2031-10-20"],
  ] as const)
    await shop.give("receive-lot", { id: v7(), storeId: ids.paper, quantity: 1, costMinor, receivedOn });
  await shop.give("split-sheets", {
    batches: [
      {
        batchId,
        needId: ids.need,
        units: [
          { id: units[0] ?? "", number: 1, colourwayId: ids.blue },
          { id: units[1] ?? "", number: 2, colourwayId: ids.blue },
          { id: units[2] ?? "", number: 3, colourwayId: ids.red },
        ],
      },
    ],
    uses: [{ storeId: ids.paper, sheets: 2 }],
  });
  const fact = (unit: number, stageId: string, what: "done" | "spoilt"): CommandInput<"tell-bench">["facts"][number] => ({
    id: v7(),
    unitId: units[unit] ?? "",
    stageId,
    what,
    at: NOW,
  });
  await shop.give("tell-bench", { batchId, facts: [0, 1, 2].map((unit) => fact(unit, ids.wash, "done")) });
  await shop.give("tell-bench", { batchId, facts: [fact(2, ids.wash, "spoilt")] });
  await shop.give("tell-bench", { batchId, facts: [0, 1].map((unit) => fact(unit, ids.dots, "done")) });
}

test("the season's money is what left the shelf at its lots' prices, hands by stage, panels that came to nothing, outlays", async () => {
  await season();
  await shop.give("add-outlay", { id: v7(), kind: "fair", title: "Table at the pier", costMinor: 2_500, on: "2031-11-02" });
  const read = await costs();
  expect(read.materials).toContainEqual({ needId: ids.need, kind: "sheet", spoilt: false, valueMinor: 1_100 });
  const [batch] = read.batches;
  expect(read.batches).toHaveLength(1);
  expect(batch).toMatchObject({ batchId, needId: ids.need, panels: 3, spoilt: 1 });
  expect([...(batch?.stages ?? [])].sort((a, b) => b.panels - a.panels)).toEqual([
    { stageId: ids.wash, panels: 3 },
    { stageId: ids.dots, panels: 2 },
  ]);
  // What it took is all that was taken for its need: no card of it is made yet.
  expect(batch?.valueMinor).toBe(read.materials.reduce((sum, { valueMinor }) => sum + valueMinor, 0));
  expect(read.outlays).toMatchObject([{ title: "Table at the pier", costMinor: 2_500 }]);
  // Saturday 8 November is in the week from the 3rd, the pier's Sunday in the one before.
  expect(read.weeks).toEqual([
    { from: "2031-10-27", lots: 0, outlays: 2_500, post: 0, income: 0 },
    { from: "2031-11-03", lots: 1_100, outlays: 0, post: 0, income: 0 },
  ]);
});

test("shared out, it is all that left the shelf, was paid and worked, to the minor unit, and equals the ledger", async () => {
  const { body } = await shop.give("take-store", { id: (await glue()).id, quantity: 40, reason: "dried up" });
  expect(wordsOf(body.event)).toMatch(/dried up$/);
  const read = await costs();
  const rates = { hour: 1_800, feeHundredths: 650, fee: 20 };
  const money: SeasonMoney = {
    rates,
    losses: read.losses.reduce((sum, { valueMinor }) => sum + valueMinor, 0),
    outlays: read.outlays.map(({ kind, costMinor }) => ({ printing: kind === "printing", cost: costMinor })),
    needs: [
      {
        id: ids.need,
        cards: 2,
        income: 1_500,
        hands: read.batches.flatMap(({ stages }) => stages).reduce((sum, { panels }) => sum + 3 * panels, 0),
        postage: 0,
        materials: read.materials.map(({ kind, spoilt, valueMinor }) => ({ kind, spoilt, value: valueMinor })),
      },
    ],
  };
  const { needs, unshared } = shareCosts(money);
  const { rows } = await shop.database.execute(
    sql`select coalesce(-sum(value_minor), 0)::int as gone from store_move where not retracted and reason not in ('received', 'first count')`,
  );
  const gone = (rows as { gone: number }[])[0]?.gone ?? NaN;
  expect(needs.reduce((sum, each) => sum + costsTotal(each.costs), unshared)).toBe(gone + 2_500 + feesOf(1_500, rates) + hoursCost(money.needs[0]?.hands ?? 0, rates));
});

const glueId = v7();
async function glue(): Promise<StoresRead["stores"][number]> {
  await shop.give("add-store", { id: glueId, kind: "glue", name: "White glue", width: null, height: null, onHand: 100, pack: 100, packCostMinor: 333, leadDays: 2 });
  const found = (await shop.get<StoresRead>("stores")).stores.find(({ id }) => id === glueId);
  if (!found) throw new Error("the glue is gone");
  return found;
}

test("what is taken back costs nothing: an outlay that was not paid, a split that was not cut", async () => {
  const before = await costs();
  const paid = await shop.give("add-outlay", { id: v7(), kind: "tool", title: "Blades", costMinor: 900, on: "2031-11-08" });
  await shop.give("undo", { eventId: paid.body.event.id });
  expect(await costs()).toEqual(before);
  const [outlay] = before.outlays;
  if (!outlay) throw new Error("no outlay");
  expect((await shop.give("drop-outlay", { id: outlay.id, version: outlay.version })).status).toBe(200);
  expect((await costs()).outlays).toEqual([]);
});

test.each([
  ["an hour below nothing", "set-rates", { hourMinor: -1 }, "hourMinor"],
  ["a fee above a half", "set-rates", { feeHundredths: 5_001 }, "feeHundredths"],
  ["an outlay of nothing", "add-outlay", { id: v7(), kind: "tool", title: "Blades", costMinor: 0, on: "2031-11-08" }, "costMinor"],
  ["an outlay without a name", "add-outlay", { id: v7(), kind: "tool", title: " ", costMinor: 5, on: "2031-11-08" }, "title"],
  ["an outlay on no day", "add-outlay", { id: v7(), kind: "tool", title: "Blades", costMinor: 5, on: "soon" }, "on"],
] as const)("%s is refused at its field", async (_, kind, payload, field) => {
  const { status, body } = await shop.send({ id: v7(), kind, payload });
  expect([status, body.errors.map(({ path }) => path[0])]).toEqual([422, [field]]);
});

test("what an hour is worth is kept with the shop, and may be taken back to nothing told", async () => {
  await shop.give("set-rates", { hourMinor: 1_800, feeHundredths: 650, feeMinor: 20 });
  expect(await shop.get("shop")).toMatchObject({ hourMinor: 1_800, feeHundredths: 650, feeMinor: 20 });
  const { body } = await shop.give("set-rates", { hourMinor: null });
  expect(wordsOf(body.event)).toBe("No price for an hour of hands");
  expect(await shop.get("shop")).toMatchObject({ hourMinor: null, feeHundredths: 650 });
});
