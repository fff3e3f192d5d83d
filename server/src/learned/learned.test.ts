import type { BelievedRead, BenchRead, DesignsRead, StoresRead } from "@yule/contract";
import { day, dayAt } from "@yule/core";
import fc from "fast-check";
import { v7 } from "uuid";
import { inShop } from "../db/pool.ts";
import { HOME } from "../shop/reads.ts";
import { furnish, NOW, openTestShop, type TestShop } from "../testing.ts";
import { learnFirst, relearn } from "./fold.ts";

let shop: TestShop;
let ids: Awaited<ReturnType<typeof furnish>>["ids"];
/** Two batches of three panels: what is told of one leaves the other's alone. */
const batches = [0, 1].map(() => ({ batchId: v7(), units: [v7(), v7(), v7()] }));
beforeAll(async () => {
  shop = await openTestShop();
  ({ ids } = await furnish(shop));
  await shop.give("add-need", {
    ...{ id: v7(), kind: "stash", title: "Spare tide pools", designId: ids.design, due: "2031-12-20" },
    lines: [{ id: v7(), colourwayId: ids.blue, quantity: 3 }],
  });
  await shop.give("split-sheets", {
    batches: batches.map(({ batchId, units }) => ({ batchId, needId: ids.need, units: units.map((id, index) => ({ id, number: index + 1, colourwayId: ids.blue })) })),
    uses: [{ storeId: ids.paper, sheets: 1 }],
  });
}, 60_000);
afterAll(() => shop.close());

const TABLES = ["time_seen", "batch_day", "batch_lesson", "design_yield", "stage_yield", "panel_fate", "fault_matter", "panel_loss", "card_outcome", "rescue_seen"] as const;
/** All that was learned, row by row. */
const learned = async (): Promise<Record<string, string[]>> => {
  const rows = await Promise.all(TABLES.map((table) => shop.database.$client.query<{ row: string }>(`select to_jsonb(${table})::text as row from ${table}`)));
  return Object.fromEntries(TABLES.map((table, index) => [table, (rows[index]?.rows ?? []).map(({ row }) => row).sort()]));
};
const rebuilt = (): Promise<void> => inShop(shop.database, HOME.shopId, (tx) => relearn(tx, HOME.shopId));
const ago = (minutes: number): string => new Date(Date.parse(NOW) - minutes * 60_000).toISOString();

/** What may happen at a bench, in any order. */
const step = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      kind: fc.constant("tell" as const),
      batch: fc.nat(1),
      unit: fc.nat(2),
      stage: fc.nat(1),
      what: fc.constantFrom("done", "done", "done", "done", "dry", "still-wet", "heated", "spoilt" as const),
      ago: fc.integer({ min: 1, max: 120 }),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant("grade" as const),
      batch: fc.nat(1),
      unit: fc.nat(2),
      grade: fc.constantFrom("good", "rescue", "stash", "scrap" as const),
      cause: fc.constantFrom("bloom", "creep" as const),
    }),
  },
  { weight: 3, arbitrary: fc.record({ kind: fc.constant("undo" as const), back: fc.nat(4) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant("route" as const), hands: fc.integer({ min: 1, max: 9 }), dry: fc.integer({ min: 5, max: 60 }) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant("leave" as const), batch: fc.nat(1), day: fc.constantFrom(null, day(NOW.slice(0, 10))) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constantFrom("anew" as const, "again" as const, "again" as const) }) },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant("zone" as const), zone: fc.constantFrom("UTC", "Asia/Tokyo", "America/Los_Angeles") }) },
);
type Step = typeof step extends fc.Arbitrary<infer Of> ? Of : never;

async function take(each: Step, done: string[]): Promise<void> {
  if (each.kind === "again") return countAll();
  const batch = "batch" in each ? batches[each.batch] : undefined;
  const answer =
    each.kind === "tell" && batch
      ? await shop.give("tell-bench", {
          batchId: batch.batchId,
          facts: [
            {
              id: v7(),
              unitId: batch.units[each.unit] ?? "",
              stageId: [ids.wash, ids.dots][each.stage] ?? "",
              what: each.what,
              at: ago(each.ago),
              why: each.what === "spoilt" ? "it fell" : "",
            },
          ],
        })
      : each.kind === "grade" && batch
        ? await shop.give("grade-panels", {
            batchId: batch.batchId,
            grades: [{ unitId: batch.units[each.unit] ?? "", grade: each.grade, causes: [each.cause], seen: [each.cause] }],
          })
        : each.kind === "undo"
          ? await shop.give("undo", { eventId: done[done.length - 1 - each.back] ?? v7() })
          : each.kind === "zone"
            ? await shop.give("set-shop", { timeZone: each.zone })
            : each.kind === "route"
              ? await changeRoute(each)
              : each.kind === "anew"
                ? await shop.give("learn-anew", { id: v7(), of: "design", designId: ids.design, why: "another brush" })
                : each.kind === "leave" && batch
                  ? await shop.give("leave-out", { id: v7(), of: "batch", batchId: batch.batchId, day: each.day, why: "the heating was broken" })
                  : null;
  if (answer?.status === 200) done.push(answer.body.event.id);
}

async function changeRoute({ hands, dry }: { hands: number; dry: number }) {
  const { designs } = await shop.get<DesignsRead>("designs");
  const design = designs.find(({ id }) => id === ids.design);
  const stages = (design?.stages ?? []).map(({ position: _, ...stage }) => ({ ...stage, ...(stage.id === ids.wash ? { hands, dry } : {}) }));
  return shop.give("change-route", { id: ids.design, version: design?.version ?? 1, stages });
}

const believed = () => shop.get<BelievedRead>(`believed?design=${ids.design}`);
async function countAll(): Promise<void> {
  for (const { id, version } of (await believed()).leftOut) expect((await shop.give("count-again", { id, version })).status).toBe(200);
}

test("whatever happens at the bench and is taken back, what was counted is what the facts teach, to the last digit", async () => {
  const done: string[] = [];
  let most = 0;
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 6, maxLength: 12 }), async (steps) => {
      for (const each of steps) await take(each, done);
      const folded = await learned();
      await rebuilt();
      expect(folded).toEqual(await learned());
      most = Math.max(most, folded.time_seen?.length ?? 0);
    }),
    { numRuns: 16, seed: 17, endOnFailure: true },
  );
  expect(done.length).toBeGreaterThan(40);
  expect(most).toBeGreaterThan(4);
}, 120_000);

test("two devices that tell of one batch at the same moment are both counted", async () => {
  const { batchId, units } = batches[0] ?? { batchId: "", units: [] };
  const tell = (unit: number, minute: number) =>
    shop.give("tell-bench", { batchId, facts: [{ id: v7(), unitId: units[unit] ?? "", stageId: ids.wash, what: "done", at: ago(minute), why: "" }] });
  const told = await Promise.all([tell(0, 900), tell(1, 903), tell(2, 905), tell(0, 911), tell(1, 914)]);
  expect(told.map(({ status }) => status)).toEqual([200, 200, 200, 200, 200]);
  const folded = await learned();
  await rebuilt();
  expect(folded).toEqual(await learned());
});

test("a shop that was kept before anything was counted learns from what it has when it is opened", async () => {
  const before = await learned();
  for (const table of TABLES) await shop.database.$client.query(`delete from ${table}`);
  await inShop(shop.database, HOME.shopId, (tx) => learnFirst(tx, HOME.shopId));
  expect(await learned()).toEqual(before);
});

test("the bench's read tells what was learned, not what it was learned from", async () => {
  const { learned: told, yields } = await shop.get<BenchRead>("bench");
  const wash = told.records.find(({ id }) => id === ids.wash);
  expect((wash?.drying.length ?? 0) + (wash?.hands.length ?? 0)).toBeGreaterThan(0);
  expect(wash).toMatchObject({ medium: "watercolour", paper: ids.paper });
  expect(told.worked.length).toBeGreaterThan(0);
  expect(told.stays.length).toBeGreaterThan(0);
  expect(yields).toHaveLength(1);
  expect(yields[0]?.stages.every(({ through, lost }) => through + lost > 0)).toBe(true);
});

describe("what is left out", () => {
  const taps = async (): Promise<number> => (await shop.get<BenchRead>("bench")).learned.records.reduce((sum, { hands, drying }) => sum + hands.length + drying.length, 0);
  test("a day at a batch teaches nothing while it is left out, and again what it did once it counts again", async () => {
    await countAll();
    const [before, was] = [await learned(), await believed()];
    const batch = was.batches.find(({ times }) => times.length > 0);
    const [on] = batch?.days ?? [];
    const id = v7();
    expect((await shop.give("leave-out", { id, of: "batch", batchId: batch?.id ?? "", day: on ?? null, why: "The heating was broken" })).status).toBe(200);
    const out = await believed();
    expect(out.leftOut).toMatchObject([{ id, of: "batch", ofId: batch?.id, day: on, why: "The heating was broken" }]);
    const now = out.batches.find((each) => each.id === batch?.id);
    // The day can still be seen, or it could not be counted again.
    expect([now?.days, now?.times]).toEqual([batch?.days, batch?.days.length === 1 ? [] : now?.times]);
    expect((now?.times ?? []).length).toBeLessThan((batch?.times ?? []).length);
    await countAll();
    expect(await learned()).toEqual(before);
  });

  test("a design that is learned anew is a guess again until the next tap; undoing it brings all back", async () => {
    const before = [await learned(), await taps()];
    const { body } = await shop.give("learn-anew", { id: v7(), of: "design", designId: ids.design, why: "Another brush" });
    expect(await taps()).toBe(0);
    await shop.give("undo", { eventId: body.event.id });
    expect([await learned(), await taps()]).toEqual(before);
  });

  test("a material's counts are forgotten and come back by counting them again", async () => {
    const seen = async (): Promise<readonly unknown[]> => {
      const store = (await shop.get<StoresRead>("stores")).stores.find((each) => each.id === ids.paper);
      return [store?.counts, store?.logSum, store?.logSquares];
    };
    await shop.database.$client.query(
      `insert into store_move (shop_id, id, store_id, quantity, reason, at, taught_counts, taught_log_sum, taught_log_squares) values ($1, $2, $3, 0, 'counted', now(), 3, 900, 700)`,
      [HOME.shopId, v7(), ids.paper],
    );
    const before = await seen();
    expect(before[0]).toBe(3);
    await shop.give("learn-anew", { id: v7(), of: "material", storeId: ids.paper, why: "Another mill" });
    expect(await seen()).toEqual([0, 0, 0]);
    await countAll();
    expect(await seen()).toEqual(before);
  });

  test("the evenings are learned from the day on which they are learned anew", async () => {
    expect((await shop.get<BenchRead>("bench")).learned.worked.length).toBeGreaterThan(0);
    await shop.send({ id: v7(), kind: "learn-anew", payload: { id: v7(), of: "evenings", why: "The children are at school" } });
    const { timeZone } = await shop.get<{ timeZone: string }>("shop");
    expect((await shop.get<BenchRead>("bench")).learned.worked.filter((each) => each.day < dayAt(new Date(NOW), timeZone))).toEqual([]);
  });

  test("what cannot be left out is said", async () => {
    const detail = async (payload: unknown, kind: "leave-out" | "learn-anew" = "leave-out") => (await shop.give(kind, payload as never)).body as unknown as { detail: string };
    const { batchId } = batches[0] ?? { batchId: "" };
    expect((await detail({ id: v7(), of: "batch", batchId, day: null, why: " " })).detail).toMatch(/^why: given/);
    expect((await detail({ id: v7(), of: "batch", batchId: v7(), day: null, why: "x" })).detail).toMatch(/batch/);
    expect((await detail({ id: v7(), of: "weather", why: "x" }, "learn-anew")).detail).toMatch(/^of: given/);
  });
});
