import type { ColourRead, DesignsRead, LogbookRead, StoresRead } from "@yule/contract";
import { inches } from "@yule/core";
import { v7 } from "uuid";
import { inShop } from "../db/pool.ts";
import { furnish, openTestShop, type TestShop, wordsOf } from "../testing.ts";
import { paintTable } from "./tables.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
beforeAll(async () => {
  shop = await openTestShop();
  ({ ids } = await furnish(shop));
}, 60_000);
afterAll(() => shop.close());

const shelf = async () => (await shop.get<ColourRead>("colour")).paints;
const design = async () => {
  const found = (await shop.get<DesignsRead>("designs")).designs.find((each) => each.id === ids.design);
  if (!found) throw new Error("the design is gone");
  return found;
};
const blue = { id: v7(), name: "Ferry Blue", pigments: ["PB29"], form: "pan" as const };

test("a paint told by its pigment stands on the shelf with all else open, and the logbook says so", async () => {
  expect((await shop.give("add-paint", blue)).status).toBe(200);
  expect(await shelf()).toEqual([
    { ...blue, version: 1, gone: false, strength: null, covering: null, stains: null, granulates: null, lightfast: null, metallic: null, chart: null, ml: null, costMinor: null },
  ]);
  const { events } = await shop.get<LogbookRead>("logbook?most=1");
  expect(wordsOf(events[0])).toBe("Ferry Blue (PB29) on the paint shelf");
});

test("its own chart, its price and what differs from its pigments are kept, and taken back", async () => {
  const changed = await shop.give("change-paint", { ...blue, version: 1, chart: "#5566aa", ml: 1.6, costMinor: 420, granulates: false });
  expect((await shelf())[0]).toMatchObject({ chart: "#5566aa", ml: 1.6, costMinor: 420, granulates: false, version: 2 });
  await shop.give("undo", { eventId: changed.body.event.id });
  expect((await shelf())[0]).toMatchObject({ chart: null, ml: null, costMinor: null, granulates: null });
});

test.each([
  [{ pigments: ["PB92"] }, { path: ["pigments", 0], given: '"PB92"', allowed: expect.stringMatching(/^a pigment of the table, such as PB/) as string }],
  [{ pigments: [] }, { path: ["pigments"], allowed: "at least one pigment, such as PB29, or a colour from your own chart" }],
  [{ chart: "blue" }, { path: ["chart"], allowed: "a colour such as #3a5f8c" }],
  [{ lightfast: 9 }, { path: ["lightfast"], allowed: "at most 8" }],
  [{ ml: 0 }, { path: ["ml"] }],
  [{ form: "stick" }, { path: ["form"] }],
])("a paint with %p is met with one clear line, and nothing is kept", async (wrong, fault) => {
  const before = await shelf();
  const { status, body } = await shop.send({ id: v7(), kind: "add-paint", payload: { ...blue, id: v7(), ...wrong } });
  expect(status).toBe(422);
  expect(body.errors).toMatchObject([fault]);
  expect(await shelf()).toEqual(before);
});

test("a paint of pigments nobody knows may stand there when its chart tells how it looks", async () => {
  const told = { id: v7(), name: "From a friend", pigments: ["PX1"], form: "tube" as const, chart: "#aa5533" };
  expect((await shop.give("add-paint", told)).status).toBe(200);
  await shop.give("shelve-paint", { id: told.id, version: 1, gone: true });
  expect((await shelf()).find(({ id }) => id === told.id)).toMatchObject({ gone: true, pigments: ["PX1"] });
});

test("a stale change meets the paint as it is now; a paint that is not there is said to be missing", async () => {
  const { version } = (await shelf()).find(({ id }) => id === blue.id) ?? { version: 0 };
  const { status, body } = await shop.give("change-paint", { ...blue, name: "Old news", version: version - 1 });
  expect(status).toBe(409);
  expect(body.present).toMatchObject({ name: "Ferry Blue", version });
  const gone = await shop.give("shelve-paint", { id: v7(), version: 1, gone: true });
  expect(gone.body.errors).toMatchObject([{ path: ["id"] }]);
});

test("where paints touch is kept with the design; null leaves it to the picture again", async () => {
  const { version } = await design();
  await shop.give("mark-touches", { id: ids.design, version, touches: [{ a: 0, b: 1, how: "wet" }] });
  expect((await design()).touches).toEqual([{ a: 0, b: 1, how: "wet" }]);
  await shop.give("mark-touches", { id: ids.design, version: version + 1, touches: null });
  expect((await design()).touches).toBeNull();
});

test.each([
  [[{ a: 1, b: 0, how: "wet" }], "the earlier paint first, and two different ones"],
  [[{ a: 0, b: 14, how: "wet" }], "at most 11"],
  [
    [
      { a: 0, b: 1, how: "wet" },
      { a: 0, b: 1, how: "apart" },
    ],
    "each two paints once",
  ],
])("touches %p cannot be", async (touches, allowed) => {
  const { version } = await design();
  const { status, body } = await shop.send({ id: v7(), kind: "mark-touches", payload: { id: ids.design, version, touches } });
  expect(status).toBe(422);
  expect(body.errors[0]?.allowed).toBe(allowed);
});

test("a swapped palette is kept as a further colourway, last in the row; its name stands once", async () => {
  const before = await design();
  const way = { id: v7(), name: "on rose", pictureId: null, paints: [{ name: "Thrift", pigments: "PV19", hex: "#c9527e" }] };
  expect((await shop.give("add-colourway", { id: ids.design, version: before.version, colourway: way })).status).toBe(200);
  expect((await design()).colourways.at(-1)).toEqual(way);
  const again = await shop.give("add-colourway", { id: ids.design, version: before.version + 1, colourway: { ...way, id: v7() } });
  expect(again.body.errors).toMatchObject([{ path: ["colourway", "name"], given: "on rose" }]);
  expect((await design()).colourways).toHaveLength(before.colourways.length + 1);
});

test("card stock has a colour and may shimmer; what is left out of a change stays", async () => {
  const id = v7();
  await shop.give("add-store", {
    id,
    kind: "card stock",
    name: "Straw",
    width: inches(12),
    height: inches(18),
    onHand: 3,
    pack: 5,
    packCostMinor: 100,
    leadDays: 2,
    metallic: true,
  });
  await shop.give("change-store", { id, version: 1, hex: "#d8b96a" });
  expect((await shop.get<StoresRead>("stores")).stores.find((store) => store.id === id)).toMatchObject({ hex: "#d8b96a", metallic: true, holdsMasking: false });
  const { body } = await shop.send({ id: v7(), kind: "change-store", payload: { id, version: 2, hex: "straw" } });
  expect(body.errors).toMatchObject([{ path: ["hex"], given: '"straw"', allowed: "a colour such as #3a5f8c" }]);
});

test("another shop sees no paint of this one", async () => {
  const other = await inShop(shop.database, v7(), (tx) => tx.select().from(paintTable));
  expect(other).toEqual([]);
});
