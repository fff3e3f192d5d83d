import type { CommandInput, ScaleRead, StoresRead } from "@yule/contract";
import { sharedOut } from "@yule/core";
import fc from "fast-check";
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

const stores = () => shop.get<StoresRead>("stores");
const storeOf = async (id: string) => {
  const found = (await stores()).stores.find((store) => store.id === id);
  if (!found) throw new Error("the store is gone");
  return found;
};
const lotsOf = async (id: string) => (await stores()).lots.filter(({ storeId }) => storeId === id);
const material = async (kind: CommandInput<"add-store">["kind"], onHand: number, more: Partial<CommandInput<"add-store">> = {}) => {
  const id = v7();
  const { status } = await shop.give(
    "add-store",
    { id, kind, name: `${kind} ${id.slice(-4)}`, width: null, height: null, onHand, pack: 10, packCostMinor: 100, leadDays: 2, ...more },
    { at: "2031-11-01T10:00:00Z" },
  );
  expect(status).toBe(200);
  return id;
};
const lot = (storeId: string, quantity: number, costMinor: number, receivedOn: string, more: Partial<CommandInput<"receive-lot">> = {}): CommandInput<"receive-lot"> => ({
  id: v7(),
  storeId,
  quantity,
  costMinor,
  receivedOn,
  ...more,
});

test("what came first goes first, what is open before it, each at its own price", async () => {
  const id = await material("glue", 0);
  const [dear, cheap] = [lot(id, 100, 900, "2031-10-01"), lot(id, 100, 300, "2031-11-01")];
  await shop.give("receive-lot", cheap);
  await shop.give("receive-lot", dear);
  await shop.give("take-store", { id, quantity: 40, reason: "spoilt" });
  expect((await lotsOf(id)).map(({ left, valueLeft }) => [left, valueLeft])).toEqual([
    [60, 540],
    [100, 300],
  ]);
  await shop.give("open-lot", { id: cheap.id, version: 1, openedOn: "2031-11-02" });
  await shop.give("take-store", { id, quantity: 130, reason: "dried up" });
  expect((await lotsOf(id)).map((each) => [each.id, each.left, each.valueLeft])).toEqual([[dear.id, 30, 270]]);
});

test("fifty devices that take the last sheets at once: as many get one as there are, and each sheet is taken once", async () => {
  const id = await material("sheet", 30, { width: 1000, height: 1000 });
  const answers = await Promise.all(Array.from({ length: 50 }, () => shop.give("take-store", { id, quantity: 1, reason: "taken" })));
  expect(answers.filter(({ status }) => status === 200)).toHaveLength(30);
  const refused = answers.filter(({ status }) => status === 422);
  expect(refused).toHaveLength(20);
  expect(refused[0]?.body.errors[0]).toMatchObject({ path: ["quantity"], allowed: "at most 0, what is on the shelf (1 short)" });
  expect(await storeOf(id)).toMatchObject({ onHand: 0 });
}, 60_000);

/** The first on the walk along the shelf is taken: each new one stands before those of the tests before. */
let turn = 100;

/** A design whose wash is masked before, with a batch of so many panels. */
async function masked(onHand: number, panels = 4) {
  const fluid = await material("masking fluid", onHand, { position: (turn -= 1) });
  const [mask, wash, needId, batchId, designId, blue] = [v7(), v7(), v7(), v7(), v7(), v7()];
  const stage = (id: string, name: string, kind: "mask" | "paint") => ({ id, name, kind, hands: 1, setup: 1, dry: 20, within: null, portable: false });
  const { stack } = (await shop.get<{ designs: { id: string; stack: CommandInput<"add-design">["stack"] }[] }>("designs")).designs.find(({ id }) => id === ids.design) ?? {};
  if (!stack) throw new Error("no design");
  await shop.give("add-design", {
    id: designId,
    seriesId: ids.series,
    name: "Night train",
    method: "cut",
    paperId: ids.paper,
    cardStockId: null,
    stack,
    stages: [stage(mask, "Mask the lights", "mask"), stage(wash, "Wash", "paint")],
    colourways: [{ id: blue, name: "blue", paints: [], pictureId: null }],
  });
  await shop.give("add-need", { id: needId, kind: "own use", title: "Platform", designId, due: "2031-12-01", lines: [{ id: v7(), colourwayId: blue, quantity: panels }] });
  const units = Array.from({ length: panels }, (_, index) => ({ id: v7(), number: index + 1, colourwayId: blue }));
  await shop.give("split-sheets", { batches: [{ batchId, needId, units }], uses: [] });
  const done = (unit: number) => ({ id: v7(), unitId: units[unit]?.id ?? "", stageId: mask, what: "done" as const, at: NOW });
  return { fluid, designId, mask, batchId, done, needId };
}

test("a stage that is done takes what it uses, panel by panel; told by two devices it is taken once, and undo gives it back though others came after", async () => {
  const { fluid, batchId, done } = await masked(10_000);
  const first = await shop.give("tell-bench", { batchId, facts: [done(0)] });
  const each = 10_000 - (await storeOf(fluid)).onHand;
  // 4 1/2 in square are 131 cm2; an eighth of it masked, 10 µl on each cm2.
  expect(each).toBe(Math.round((114.3 * 114.3 * 0.12 * 10) / 100));
  await shop.give("tell-bench", { batchId, facts: [done(0), done(1), done(2)] });
  expect((await storeOf(fluid)).onHand).toBe(10_000 - 3 * each);
  expect((await shop.give("undo", { eventId: first.body.event.id })).status).toBe(200);
  expect((await storeOf(fluid)).onHand).toBe(10_000 - 2 * each);
});

test("a tap that would take more than there is is kept: the shelf is empty, and a count is asked for until somebody counts", async () => {
  const { fluid, batchId, done } = await masked(200);
  const answer = await shop.give("tell-bench", { batchId, facts: [done(0), done(1), done(2)] });
  expect(answer.status).toBe(200);
  const store = await storeOf(fluid);
  expect(store.onHand).toBe(0);
  expect(store.unbooked).toBe(3 * 157 - 200);
  const counted = await shop.give("count-store", { id: fluid, onHand: 40 });
  expect(await storeOf(fluid)).toMatchObject({ onHand: 40, unbooked: 0, counts: 1 });
  await shop.give("undo", { eventId: counted.body.event.id });
  expect(await storeOf(fluid)).toMatchObject({ onHand: 0, unbooked: 3 * 157 - 200, counts: 0 });
  await shop.give("count-store", { id: fluid, onHand: 40 });
  expect(await storeOf(fluid)).toMatchObject({ onHand: 40, unbooked: 0, counts: 1 });
});

test("what the maker told of a stage goes before the tables, and nothing may be told twice", async () => {
  const { fluid, designId, mask, batchId, done } = await masked(10_000);
  await shop.give("set-takings", { id: designId, version: 1, takings: [{ stageId: mask, storeId: fluid, amount: 500 }] });
  await shop.give("tell-bench", { batchId, facts: [done(0)] });
  expect((await storeOf(fluid)).onHand).toBe(9_500);
  const line = { stageId: mask, storeId: fluid, amount: null };
  const twice = await shop.give("set-takings", { id: designId, version: 2, takings: [line, line] });
  expect(twice.body.errors).toMatchObject([{ path: ["takings", 1], allowed: "each material once at a stage" }]);
});

test("counts teach how much goes: half of what was assumed is believed a little after one count, and a tap takes as much less", async () => {
  const { fluid, batchId, done } = await masked(10_000);
  await shop.give("tell-bench", { batchId, facts: [done(0), done(1)] });
  await shop.give("count-store", { id: fluid, onHand: 10_000 - 157 });
  const { logSum, counts } = await storeOf(fluid);
  expect([counts, logSum / 10_000]).toEqual([1, expect.closeTo(Math.log(0.5), 2)]);
  await shop.give("tell-bench", { batchId, facts: [done(2)] });
  expect((await storeOf(fluid)).onHand).toBe(10_000 - 157 - Math.round(157 * Math.exp(logSum / 10_000 / 2)));
});

test("a count that arrives late tells of its own moment: what was taken since stays taken, and a later count stands", async () => {
  const id = await material("glue", 0);
  await shop.give("receive-lot", lot(id, 1_000, 100, "2031-11-08"), { at: "2031-11-08T08:00:00Z" });
  await shop.give("take-store", { id, quantity: 100, reason: "spoilt" }, { at: "2031-11-08T09:00:00Z" });
  await shop.give("take-store", { id, quantity: 200, reason: "spoilt" }, { at: "2031-11-08T10:00:00Z" });
  await shop.give("count-store", { id, onHand: 850 }, { at: "2031-11-08T09:30:00Z" });
  expect((await storeOf(id)).onHand).toBe(650);
  await shop.give("count-store", { id, onHand: 300 }, { at: "2031-11-08T10:02:00Z" });
  await shop.give("count-store", { id, onHand: 900 }, { at: "2031-11-08T10:01:00Z" });
  expect((await storeOf(id)).onHand).toBe(300);
});

test("what came cannot be taken back once some of it has gone, and it says why", async () => {
  const id = await material("glue", 0);
  const bought = await shop.give("receive-lot", lot(id, 50, 500, "2031-11-01"));
  await shop.give("take-store", { id, quantity: 10, reason: "given away" });
  const { status, body } = await shop.give("undo", { eventId: bought.body.event.id });
  expect([status, body.title]).toEqual([409, "Some of it has been taken since, so it cannot be undone. Count what lies there instead."]);
  expect((await storeOf(id)).onHand).toBe(40);
});

test.each([
  ["a day that is to come", { receivedOn: "2031-11-09" }, "receivedOn"],
  ["nothing at all", { quantity: 0 }, "quantity"],
  ["less than nothing", { quantity: -5 }, "quantity"],
  ["a supplier nobody knows", { supplierId: v7() }, "supplierId"],
  ["a price below zero", { costMinor: -1 }, "costMinor"],
  ["half a unit", { quantity: 1.5 }, "quantity"],
])("a lot of %s is refused, and nothing of it is kept", async (_, wrong, field) => {
  const id = await material("glue", 0);
  const { status, body } = await shop.give("receive-lot", { ...lot(id, 10, 10, "2031-11-01"), ...wrong });
  expect([status, body.errors[0]?.path]).toEqual([422, [field]]);
  expect(await lotsOf(id)).toEqual([]);
});

test("two lots with one code: the second is refused", async () => {
  const id = await material("glue", 0);
  await shop.give("receive-lot", lot(id, 10, 10, "2031-11-01", { code: "L-7" }));
  const { body } = await shop.give("receive-lot", lot(id, 10, 10, "2031-11-02", { code: "L-7" }));
  expect(body.errors).toMatchObject([{ path: ["code"], given: "L-7", allowed: "a code that no other lot has" }]);
});

test("a line of the buying list is ordered, comes and teaches how long the supplier takes; it comes once", async () => {
  const id = await material("glue", 0);
  const [supplierId, line] = [v7(), v7()];
  await shop.give("add-supplier", { id: supplierId, name: "Marram Colours", leadDays: 5, postMinor: 450 });
  await shop.give("list-to-buy", { lines: [{ id: line, storeId: id, supplierId, packs: 2, quantity: 100, costMinor: 900, orderBy: "2031-11-06" }] });
  await shop.give("mark-to-buy", { ids: [line], state: "ordered" }, { at: "2031-11-05T10:00:00Z" });
  expect((await stores()).toBuy).toMatchObject([{ id: line, state: "ordered", orderedOn: "2031-11-05" }]);
  const came = lot(id, 100, 900, "2031-11-08", { supplierId, toBuyId: line });
  expect(wordsOf((await shop.give("receive-lot", came)).body.event)).toContain("come from Marram Colours");
  expect((await stores()).toBuy).toEqual([]);
  expect((await stores()).suppliers.find((each) => each.id === supplierId)?.took).toEqual([3]);
  expect((await shop.give("receive-lot", { ...came, id: v7() })).body.errors).toMatchObject([{ path: ["toBuyId"] }]);
});

test("a material of which something lies there is not put away", async () => {
  const id = await material("glue", 5);
  const { version } = await storeOf(id);
  expect((await shop.give("change-store", { id, version, archived: true })).body.errors).toMatchObject([{ path: ["archived"] }]);
  await shop.give("count-store", { id, onHand: 0 });
  expect((await shop.give("change-store", { id, version, archived: true })).status).toBe(200);
  expect((await stores()).stores.some((store) => store.id === id)).toBe(false);
});

test("a paint on the paint shelf is a material: one, full, of the same name; used up it leaves both", async () => {
  const id = v7();
  await shop.give("add-paint", { id, name: "Rockpool", pigments: ["PB16"], form: "tube", ml: 8, costMinor: 890 });
  expect(await storeOf(id)).toMatchObject({ kind: "paint", name: "Rockpool", onHand: 8_000, pack: 8_000, form: "tube" });
  await shop.give("shelve-paint", { id, version: 1, gone: true });
  expect((await stores()).stores.some((store) => store.id === id)).toBe(false);
  expect(await lotsOf(id)).toEqual([]);
});

test("whatever is received, taken, counted and taken back: on hand is the sum of the lots and of the moves, and value never comes from nowhere", async () => {
  const id = await material("glue", 0);
  const step = fc.oneof(
    fc.record({ what: fc.constant("come" as const), many: fc.integer({ min: 1, max: 90 }), cost: fc.integer({ min: 0, max: 777 }) }),
    fc.record({ what: fc.constant("go" as const), many: fc.integer({ min: 1, max: 60 }) }),
    fc.record({ what: fc.constant("count" as const), many: fc.integer({ min: 0, max: 120 }) }),
    fc.record({ what: fc.constant("back" as const), many: fc.integer({ min: 0, max: 50 }) }),
  );
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 4, maxLength: 14 }), async (steps) => {
      const events: string[] = [];
      for (const each of steps) {
        const answer =
          each.what === "come"
            ? await shop.give("receive-lot", lot(id, each.many, each.cost, "2031-11-01"))
            : each.what === "go"
              ? await shop.give("take-store", { id, quantity: each.many, reason: "taken" })
              : each.what === "count"
                ? await shop.give("count-store", { id, onHand: each.many })
                : await shop.give("undo", { eventId: events[each.many % Math.max(1, events.length)] ?? v7() });
        expect([200, 404, 409, 422]).toContain(answer.status);
        if (answer.status === 200) events.push(answer.body.event.id);
      }
      const { rows } = await shop.database.execute(sql`
        select on_hand, (select coalesce(sum(left_of_it), 0)::int from lot where store_id = ${id}) as lots,
          (select coalesce(sum(value_left), 0)::int from lot where store_id = ${id}) as value,
          (select coalesce(sum(quantity), 0)::int from store_move where store_id = ${id} and not retracted) as moves,
          (select coalesce(sum(value_minor), 0)::int from store_move where store_id = ${id} and not retracted) as worth from store where id = ${id}`);
      const [row] = rows as { on_hand: number; lots: number; value: number; moves: number; worth: number }[];
      expect(row).toMatchObject({ lots: row?.on_hand, moves: row?.on_hand, worth: row?.value });
    }),
    { numRuns: 12, seed: 7 },
  );
}, 60_000);

test("shares add up to what is shared", () => {
  fc.assert(
    fc.property(fc.integer({ min: -100_000, max: 100_000 }), fc.array(fc.integer({ min: 0, max: 1_000 }), { minLength: 1, maxLength: 12 }), (total, weights) => {
      expect(sharedOut(total, weights).reduce((sum, each) => sum + each, 0)).toBe(total);
    }),
  );
});

test("a list of materials, prices and counts is taken as a whole, or not at all", async () => {
  const [known, fresh, supplierId] = [await material("glue", 900), v7(), v7()];
  const store = { id: fresh, kind: "tape" as const, name: "Tape from the list", width: null, height: null, onHand: 30_000, pack: 10_000, packCostMinor: 500, leadDays: 3 };
  const list = {
    stores: [store],
    suppliers: [{ id: supplierId, name: "Of the list", leadDays: 4 }],
    offers: [{ id: v7(), storeId: known, supplierId, pack: 100, priceMinor: 250 }],
    counts: [{ id: known, onHand: 700 }],
  };
  const wrong = await shop.give("import-stores", { ...list, counts: [...list.counts, { id: v7(), onHand: 3 }] });
  expect([wrong.status, wrong.body.errors[0]?.path]).toEqual([422, ["id"]]);
  expect((await storeOf(known)).onHand).toBe(900);
  expect((await stores()).stores.some(({ id }) => id === fresh)).toBe(false);
  const { status, body } = await shop.give("import-stores", list);
  expect([status, wordsOf(body.event)]).toEqual([200, "From a spreadsheet: 1 material, 1 price, 1 count"]);
  expect([(await storeOf(known)).onHand, (await storeOf(fresh)).onHand]).toEqual([700, 30_000]);
  expect(await lotsOf(fresh)).toMatchObject([{ left: 30_000, valueLeft: 1_500 }]);
  expect((await shop.give("undo", { eventId: body.event.id })).status).toBe(200);
  expect((await stores()).stores.some(({ id }) => id === fresh)).toBe(false);
  expect((await storeOf(known)).onHand).toBe(900);
});

test("what is laid on the scale is read in grams, with its vessel; what cannot be weighed is told so", async () => {
  const id = await material("masking fluid", 45_000);
  const read = await shop.get<ScaleRead>(`scale?store=${id}&empty=20`);
  expect(read).toMatchObject({ step: 1, simulated: true, by: "Kitchen scale (simulated)" });
  expect(read.grams).toBeGreaterThan(55);
  expect(read.grams).toBeLessThan(75);
  const pen = await material("pen", 1_000);
  expect(await shop.get(`scale?store=${pen}`)).toMatchObject({
    status: 422,
    errors: [{ path: ["store"], allowed: "paper and card of a told weight, fluids, paints and glitter" }],
  });
  expect(await shop.get("scale?store=mine")).toMatchObject({ status: 422 });
});

test("a material's picture is one that is there", async () => {
  const { version } = await storeOf(ids.paper);
  const { status, body } = await shop.send({ id: v7(), kind: "change-store", payload: { id: ids.paper, version, pictureId: v7() } });
  expect([status, body.errors[0]?.path]).toEqual([422, ["pictureId"]]);
});
