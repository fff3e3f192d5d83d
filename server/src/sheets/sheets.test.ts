import type { BenchRead, LogbookRead, SheetsRead, StoresRead } from "@yule/contract";
import { mm } from "@yule/core";
import { v7 } from "uuid";
import { furnish, openTestShop, type TestShop, wordsOf } from "../testing.ts";

let shop: TestShop;
let furnished: Awaited<ReturnType<typeof furnish>>;
let ids: (typeof furnished)["ids"];
beforeAll(async () => {
  shop = await openTestShop();
  furnished = await furnish(shop);
  ({ ids } = furnished);
}, 60_000);
afterAll(() => shop.close());

const stash = async () => (await shop.get<SheetsRead>("sheets")).offcuts;
const onHand = async () => (await shop.get<StoresRead>("stores")).stores.find((store) => store.id === ids.paper)?.onHand ?? NaN;
const unit = (number: number) => ({ id: v7(), number, colourwayId: ids.blue });
const strip = { id: v7(), storeId: "", width: mm(400), height: mm(60), count: 3 };

test("what was found in the drawer is kept by size, and goes out again one by one", async () => {
  expect((await shop.give("keep-offcut", { ...strip, storeId: ids.paper })).status).toBe(200);
  expect(await stash()).toEqual([{ ...strip, storeId: ids.paper, version: 1 }]);
  expect((await shop.give("drop-offcut", { id: strip.id, version: 1, count: 1 })).status).toBe(200);
  expect((await stash())[0]).toMatchObject({ count: 2, version: 2 });
  const tooMany = await shop.give("drop-offcut", { id: strip.id, version: 2, count: 3 });
  expect([tooMany.status, tooMany.body.errors[0]]).toMatchObject([422, { given: "3 of an offcut", allowed: "at most 2, what is in the stash" }]);
  expect((await shop.give("drop-offcut", { id: strip.id, version: 1, count: 1 })).status).toBe(409);
});

test("an offcut of no size, of no paper, or in half a piece is refused, and nothing is kept", async () => {
  const before = await stash();
  const none = await shop.give("keep-offcut", { ...strip, id: v7(), storeId: ids.paper, width: 0 });
  expect([none.status, none.body.errors[0]?.path]).toEqual([422, ["width"]]);
  const stray = await shop.give("keep-offcut", { ...strip, id: v7(), storeId: v7() });
  expect([stray.status, stray.body.errors[0]?.path]).toEqual([422, ["storeId"]]);
  expect((await shop.give("keep-offcut", { ...strip, id: v7(), storeId: ids.paper, count: 0.5 })).status).toBe(422);
  expect(await stash()).toEqual(before);
});

test("what really happened: sheets and offcuts leave, panels stand on the bench, what is left is kept, losses are noted", async () => {
  const [first, batchId, kept] = [await onHand(), v7(), v7()];
  const answer = await shop.give("split-sheets", {
    batches: [{ batchId, needId: ids.need, perSheet: 3, units: [unit(1), unit(2), unit(3)] }],
    uses: [{ storeId: ids.paper, sheets: 1 }],
    offcutsUsed: [{ id: strip.id, count: 2 }],
    offcutsKept: [{ id: kept, storeId: ids.paper, width: mm(120), height: mm(80), count: 1 }],
    result: { id: v7(), method: "fold", wanted: 4, spoilt: 1, tearLoss: mm(1), creep: null },
  });
  expect(answer.status).toBe(200);
  expect(await onHand()).toBe(first - 1);
  expect((await stash()).map((each) => each.id)).toEqual([kept]);
  const laid = (await shop.get<BenchRead>("bench")).batches.find((batch) => batch.id === batchId);
  expect([laid?.perSheet, laid?.units.length]).toEqual([3, 3]);
  expect((await shop.get<SheetsRead>("sheets")).results).toMatchObject([{ method: "fold", wanted: 4, spoilt: 1, tearLoss: mm(1), creep: null, storeId: ids.paper }]);
  const { events } = await shop.get<LogbookRead>("logbook?most=1");
  expect(wordsOf(events[0])).toMatch(/^1 × .+, 2 offcuts split into 3 panels for Harbour office, 1 spoilt in the splitting, 1 offcut kept$/);

  const undone = await shop.give("undo", { eventId: events[0]?.id ?? "" });
  expect(undone.status).toBe(200);
  expect(await onHand()).toBe(first);
  expect((await stash()).map(({ id, count }) => [id, count])).toEqual([[strip.id, 2]]);
  expect((await shop.get<SheetsRead>("sheets")).results).toEqual([]);
});

test("more offcuts than are in the stash, or more spoilt than were wanted, and nothing at all has happened", async () => {
  const first = await onHand();
  const batch = { batchId: v7(), needId: ids.need, units: [unit(1)] };
  const uses = [{ storeId: ids.paper, sheets: 1 }];
  const noSheet = await shop.give("split-sheets", { batches: [{ ...batch, perSheet: 0 }], uses });
  expect([noSheet.status, noSheet.body.errors[0]?.path]).toEqual([422, ["batches", 0, "perSheet"]]);
  const tooMany = await shop.give("split-sheets", { batches: [batch], uses, offcutsUsed: [{ id: strip.id, count: 9 }] });
  expect([tooMany.status, tooMany.body.errors[0]]).toMatchObject([422, { path: ["offcutsUsed", 0, "count"], allowed: "at most 2, what is in the stash" }]);
  const spoilt = await shop.give("split-sheets", { batches: [batch], uses, result: { id: v7(), method: "cut", wanted: 2, spoilt: 3 } });
  expect([spoilt.status, spoilt.body.errors[0]]).toMatchObject([422, { path: ["result", "spoilt"], given: "3 spoilt", allowed: "at most the 2 that were wanted" }]);
  expect(await onHand()).toBe(first);
  expect((await shop.get<BenchRead>("bench")).batches.some((each) => each.id === batch.batchId)).toBe(false);
});

const plan = (planId: string) => ({
  id: planId,
  materialId: ids.paper,
  replaces: null,
  needIds: [ids.need],
  plan: {
    job: {
      method: "cut" as const,
      thirds: false,
      edge: 0,
      gap: 0,
      sheets: [{ id: ids.paper, width: mm(500), height: mm(400), count: null, cost: 300 }],
      panels: [{ id: "panel", width: mm(100), height: mm(100), count: 2, turn: true }],
    },
    pieces: [{ id: "panel", what: "panel" as const, needId: ids.need, name: "Kite" }],
    split: {
      layouts: [
        {
          sheet: ids.paper,
          times: 1,
          pieces: [
            { panel: "panel", x: 0, y: 0, width: mm(100), height: mm(100) },
            { panel: "panel", x: mm(100), y: 0, width: mm(100), height: mm(100) },
          ],
          cuts: [{ axis: "x" as const, at: mm(100), from: 0, to: mm(100) }],
          offcuts: [],
        },
      ],
      unplaced: [],
      sheetsUsed: 1,
      cost: 300,
      lowerBound: 300,
      proven: true,
    },
  },
});

test("a plan is kept as it was drawn, a new version takes its place, and splitting by it closes it", async () => {
  const [first, second, batchId] = [v7(), v7(), v7()];
  expect((await shop.give("keep-split-plan", plan(first))).status).toBe(200);
  expect((await shop.get<SheetsRead>("sheets")).plans).toMatchObject([{ id: first, state: "open", materialId: ids.paper, replaces: null, plan: plan(first).plan }]);
  expect((await shop.give("keep-split-plan", { ...plan(second), replaces: first })).status).toBe(200);
  expect((await shop.get<SheetsRead>("sheets")).plans.map(({ id, state }) => [id, state])).toEqual([
    [second, "open"],
    [first, "replaced"],
  ]);
  expect((await shop.give("split-sheets", { planId: second, batches: [{ batchId, needId: ids.need, units: [unit(1)] }], uses: [{ storeId: ids.paper, sheets: 1 }] })).status).toBe(
    200,
  );
  expect((await shop.get<SheetsRead>("sheets")).plans.map(({ state }) => state)).toEqual(["done", "replaced"]);
  // Told once more by another device, or dropped afterwards: nothing happens twice.
  const hand = await onHand();
  const again = await shop.give("split-sheets", { planId: second, batches: [{ batchId: v7(), needId: ids.need, units: [unit(1)] }], uses: [{ storeId: ids.paper, sheets: 1 }] });
  expect([again.status, again.body.errors[0]]).toMatchObject([422, { path: ["planId"], given: "a plan that is done", allowed: "a plan that is still open" }]);
  expect((await shop.give("drop-split-plan", { id: second, version: 2 })).body.errors[0]?.given).toBe("a plan that is done");
  expect(await onHand()).toBe(hand);
});

test("a plan whose pieces lie on no sheet of it is refused, and a plan is dropped without a trace on the bench", async () => {
  const third = v7();
  const bad = plan(third);
  const answer = await shop.give("keep-split-plan", {
    ...bad,
    plan: { ...bad.plan, split: { ...bad.plan.split, layouts: bad.plan.split.layouts.map((layout) => ({ ...layout, sheet: "none" })) } },
  });
  expect([answer.status, answer.body.errors[0]?.path.slice(0, 3)]).toEqual([422, ["plan", "split", "layouts"]]);
  expect((await shop.give("keep-split-plan", bad)).status).toBe(200);
  expect((await shop.give("drop-split-plan", { id: third, version: 1 })).status).toBe(200);
  expect((await shop.get<SheetsRead>("sheets")).plans.find((each) => each.id === third)?.state).toBe("dropped");
});

const pixel = Buffer.from("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==", "base64");

test("a plan for a painting names its picture, which must be there", async () => {
  const [planId, picture] = [v7(), v7()];
  const painted = plan(planId);
  const told = { ...painted, plan: { ...painted.plan, picture } };
  const stray = await shop.give("keep-split-plan", told);
  expect([stray.status, stray.body.errors[0]?.path]).toEqual([422, ["plan", "picture"]]);
  expect((await shop.get<SheetsRead>("sheets")).plans.some((each) => each.id === planId)).toBe(false);
  const put = await fetch(`${shop.base}/pictures/${picture}`, { method: "PUT", headers: { "content-type": "image/png" }, body: new Uint8Array(pixel) });
  expect(put.status).toBe(204);
  expect((await shop.give("keep-split-plan", told)).status).toBe(200);
  expect((await shop.get<SheetsRead>("sheets")).plans.find((each) => each.id === planId)?.plan.picture).toBe(picture);
});

test("a tape plan is followed twice: taped it goes to the bench, cut apart it tells how far the paint crept", async () => {
  const [planId, batchId] = [v7(), v7()];
  const grid = plan(planId);
  await shop.give("keep-split-plan", { ...grid, plan: { ...grid.plan, job: { ...grid.plan.job, method: "tape" } } });
  const state = async () => (await shop.get<SheetsRead>("sheets")).plans.find((each) => each.id === planId)?.state;
  await shop.give("split-sheets", { planId, batches: [{ batchId, needId: ids.need, units: [unit(1), unit(2)] }], uses: [{ storeId: ids.paper, sheets: 1 }] });
  expect(await state()).toBe("taped");
  const apart = await shop.give("split-sheets", { planId, result: { id: v7(), method: "tape", wanted: 2, spoilt: 0, creep: mm(1.5) } });
  expect(wordsOf(apart.body.event)).toBe("Taped sheets cut apart");
  expect(await state()).toBe("done");
  expect((await shop.get<SheetsRead>("sheets")).results[0]).toMatchObject({ method: "tape", creep: mm(1.5), storeId: ids.paper });
  const nothing = await shop.give("split-sheets", {});
  expect([nothing.status, nothing.body.errors[0]?.given]).toEqual([422, "no batch and no plan"]);
});

test("several needs are split in one go", async () => {
  const second = v7();
  await shop.give("add-need", { ...furnished.need, id: second, kind: "fair", title: "Quay fair", zone: null, lines: [{ id: v7(), colourwayId: ids.blue, quantity: 4 }] });
  const answer = await shop.give("split-sheets", {
    batches: [
      { batchId: v7(), needId: ids.need, units: [unit(1)] },
      { batchId: v7(), needId: second, units: [unit(1), unit(2)] },
    ],
    uses: [{ storeId: ids.paper, sheets: 1 }],
  });
  expect(wordsOf(answer.body.event)).toMatch(/split into 3 panels for Harbour office, Quay fair$/);
});
