import type { StoresRead } from "@yule/contract";
import { inches } from "@yule/core";
import { v7 } from "uuid";
import { furnish, openTestShop, type TestShop } from "./testing.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
}, 60_000);
afterAll(() => shop.close());

/** Three good panels of a design that takes card stock and envelopes, ready to become cards. */
async function readyToAssemble() {
  const { ids } = await furnish(shop);
  const [stock, envelopes, batchId] = [v7(), v7(), v7()];
  await shop.give("add-store", { id: stock, kind: "card stock", name: "Card stock", width: inches(12), height: inches(18), onHand: 10, pack: 25, packCostMinor: 900, leadDays: 3 });
  await shop.give("add-store", {
    id: envelopes,
    kind: "envelope",
    name: "Square envelopes",
    width: inches(5.75),
    height: inches(5.75),
    onHand: 10,
    pack: 25,
    packCostMinor: 400,
    leadDays: 3,
  });
  const design = v7();
  const [blue, wash] = [v7(), v7()];
  await shop.give("add-design", {
    id: design,
    seriesId: ids.series,
    name: "Weather vane",
    method: "cut",
    paperId: ids.paper,
    cardStockId: stock,
    stack: {
      fold: "left",
      width: inches(5.5),
      height: inches(5.5),
      layers: [{ kind: "panel", name: "panel", width: inches(4.5), height: inches(4.5), x: null, y: null }],
      envelope: { width: inches(5.75), height: inches(5.75) },
      thickness: 320,
    },
    stages: [{ id: wash, name: "Wash", kind: "paint", hands: 3, setup: 2, dry: 20, within: null, portable: false }],
    colourways: [{ id: blue, name: "blue", paints: [], pictureId: null }],
  });
  const [needId, lineId] = [v7(), v7()];
  await shop.give("add-need", {
    id: needId,
    kind: "order",
    title: "Library",
    designId: design,
    due: "2031-11-20",
    zone: "inland",
    lines: [{ id: lineId, colourwayId: blue, quantity: 4 }],
  });
  const units = [1, 2, 3, 4].map((number) => ({ id: v7(), number, colourwayId: blue }));
  await shop.give("split-sheets", { batches: [{ batchId, needId, units }], uses: [{ storeId: ids.paper, sheets: 1 }] });
  await shop.give("grade-panels", { batchId, grades: units.map(({ id }) => ({ unitId: id, grade: "good" })) });
  const onHand = async (): Promise<(number | undefined)[]> => {
    const { stores } = await shop.get<StoresRead>("stores");
    return [stock, envelopes].map((id) => stores.find((each) => each.id === id)?.onHand);
  };
  return { needId, lineId, stock, envelopes, onHand };
}

test("what cards take is reckoned by the server: a screen that reckons otherwise is told what is right, and nothing leaves the shelf", async () => {
  const { needId, lineId, stock, envelopes, onHand } = await readyToAssemble();
  const lines = [{ lineId, quantity: 4 }];
  // Four bases of 11 by 5 1/2 in, three to a sheet.
  const wrong = await shop.give("assemble-cards", { needId, lines, uses: [{ storeId: stock, quantity: 1 }] });
  expect([wrong.status, wrong.body.errors[0]]).toMatchObject([
    422,
    { code: "reckoned-otherwise", path: ["uses"], given: "1 of Card stock", allowed: "2 of Card stock, 4 of Square envelopes: what these cards take" },
  ]);
  expect(await onHand()).toEqual([10, 10]);
  const right = await shop.give("assemble-cards", {
    needId,
    lines: [{ lineId, quantity: 1 }],
    uses: [
      { storeId: envelopes, quantity: 1 },
      { storeId: stock, quantity: 1 },
    ],
  });
  expect(right.status).toBe(200);
  expect((await shop.give("assemble-cards", { needId, lines: [{ lineId, quantity: 3 }] })).status).toBe(200);
  expect(await onHand()).toEqual([8, 6]);
});

test("what posting costs is reckoned by the server from the carrier's table", async () => {
  const { needId, lineId } = await readyToAssemble();
  await shop.give("assemble-cards", { needId, lines: [{ lineId, quantity: 4 }] });
  const post = (more: object) => shop.give("post-need", { id: v7(), needId, on: "2031-11-08", service: "Letter", ...more });
  const cheap = await post({ costMinor: 1 });
  expect([cheap.status, cheap.body.errors[0]]).toMatchObject([422, { code: "reckoned-otherwise", path: ["costMinor"], given: "1", allowed: "125, what Letter costs" }]);
  const far = await post({ service: "Letter overseas" });
  expect([far.status, far.body.errors[0]]).toMatchObject([
    422,
    { code: "no-service", path: ["service"], given: "Letter overseas", allowed: "Slow letter, Letter, Parcel, by hand" },
  ]);
  expect((await post({})).status).toBe(200);
  const { postings } = await shop.get<{ postings: { needId: string; costMinor: number }[] }>("dispatch");
  expect(postings.find((each) => each.needId === needId)?.costMinor).toBe(125);
});
