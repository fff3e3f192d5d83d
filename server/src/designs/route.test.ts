import type { DesignsRead, ShopRead } from "@yule/contract";
import { v7 } from "uuid";
import { furnish, openTestShop, type TestShop } from "../testing.ts";

let shop: TestShop;
let furnished: Awaited<ReturnType<typeof furnish>>;
beforeAll(async () => {
  shop = await openTestShop();
  furnished = await furnish(shop);
}, 60_000);
afterAll(() => shop.close());

const designNow = async () => {
  const [design] = (await shop.get<DesignsRead>("designs")).designs;
  if (!design) throw new Error("the design was lost");
  return design;
};

test("stages keep their technique and their order when the route is changed, and undo brings the old ones back", async () => {
  const before = await designNow();
  expect(before.stages.map((stage) => stage.technique)).toEqual([null, null]);
  const stages = before.stages.map(({ position: _position, ...stage }) => stage);
  const splatter = { id: v7(), name: "Splatter", kind: "paint" as const, hands: 1, setup: 3, dry: 15, within: null, portable: false, technique: "splatter" as const, note: "" };
  const changed = await shop.give("change-route", { id: before.id, version: before.version, stages: [splatter, ...stages] });
  expect((await designNow()).stages.map((stage) => [stage.name, stage.technique])).toEqual([
    ["Splatter", "splatter"],
    ["Wash", null],
    ["Dots", null],
  ]);
  await shop.give("undo", { eventId: changed.body.event.id });
  expect((await designNow()).stages).toHaveLength(2);
  const wrong = await shop.give("change-route", { id: before.id, version: (await designNow()).version, stages: [{ ...splatter, technique: "juggle" }] });
  expect(wrong.body.errors[0]).toMatchObject({ path: ["stages", 0, "technique"], given: '"juggle"' });
});

test("a stage that panels have gone through cannot be taken out of the route", async () => {
  const design = await designNow();
  const batchId = v7();
  const unit = { id: v7(), number: 1, colourwayId: furnished.ids.blue };
  await shop.give("split-sheets", { batches: [{ batchId, needId: furnished.ids.need, units: [unit] }], uses: [{ storeId: furnished.ids.paper, sheets: 1 }] });
  await shop.give("tell-bench", { batchId, facts: [{ id: v7(), unitId: unit.id, stageId: furnished.ids.wash, what: "done", at: "2031-11-08T10:00:00Z" }] });
  const stages = design.stages.filter((stage) => stage.id !== furnished.ids.wash).map(({ position: _position, ...stage }) => stage);
  const refused = await shop.give("change-route", { id: design.id, version: design.version, stages });
  expect([refused.status, refused.body.errors[0]?.given, refused.body.errors[0]?.allowed]).toEqual([
    422,
    "Wash left out",
    "a route that keeps the stages panels have gone through",
  ]);
  expect((await designNow()).stages).toHaveLength(2);
});

test("a rule of the craft is switched off with a note, and only one there is", async () => {
  await shop.give("set-shop", { rulesOff: [{ rule: "words-after-water", note: "waterproof ink" }] });
  expect((await shop.get<ShopRead>("shop")).rulesOff).toEqual([{ rule: "words-after-water", note: "waterproof ink" }]);
  expect((await shop.give("set-shop", { rulesOff: [{ rule: "no-such-rule", note: "" }] })).body.errors[0]).toMatchObject({
    path: ["rulesOff", 0, "rule"],
    allowed: "the id of a rule of the route check",
  });
});

test("guides are kept with a design, and those that do not lie on its panel are refused", async () => {
  const design = await designNow();
  const guides = { kind: "cells" as const, columns: 3, rows: 3, margin: 3_000, gap: 1_000, circles: true };
  await shop.give("change-guides", { id: design.id, version: design.version, guides });
  expect((await designNow()).guides).toEqual(guides);
  const wide = await shop.give("change-guides", { id: design.id, version: design.version + 1, guides: { ...guides, margin: 30_000 } });
  expect([wide.status, wide.body.errors[0]?.path, wide.body.errors[0]?.given]).toEqual([422, ["guides", "columns"], "193.75 mm needed"]);
  const stale = await shop.give("change-guides", { id: design.id, version: design.version, guides: null });
  expect(stale.status).toBe(409);
});
