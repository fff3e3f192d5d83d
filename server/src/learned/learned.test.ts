import type { BenchRead, DesignsRead } from "@yule/contract";
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
  { weight: 1, arbitrary: fc.record({ kind: fc.constant("zone" as const), zone: fc.constantFrom("UTC", "Asia/Tokyo", "America/Los_Angeles") }) },
);
type Step = typeof step extends fc.Arbitrary<infer Of> ? Of : never;

async function take(each: Step, done: string[]): Promise<void> {
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
              : null;
  if (answer?.status === 200) done.push(answer.body.event.id);
}

async function changeRoute({ hands, dry }: { hands: number; dry: number }) {
  const { designs } = await shop.get<DesignsRead>("designs");
  const design = designs.find(({ id }) => id === ids.design);
  const stages = (design?.stages ?? []).map(({ position: _, ...stage }) => ({ ...stage, ...(stage.id === ids.wash ? { hands, dry } : {}) }));
  return shop.give("change-route", { id: ids.design, version: design?.version ?? 1, stages });
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
