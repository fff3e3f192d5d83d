import { sightingKey, sumOfSeen, type TimesSeen } from "@yule/core";
import type { BatchLessons } from "@yule/derive";
import { and, eq, inArray, sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { GOOD } from "./reads.ts";
import { batchDay, designYield, faultMatter, panelFate, panelLoss, stageYield, timeSeen } from "./tables.ts";

/** A batch with what it teaches now. */
interface Taught {
  readonly id: string;
  readonly designId: string;
  readonly lessons: BatchLessons;
}

/**
 * Counts what some batches teach into the sums, and what they taught before out of them.
 * @param was what each taught before; lessons of before something was learned have none of it
 * @param ids of all batches that are told of, those that are gone among them
 */
export async function countIn(tx: Transaction, shopId: string, taught: readonly Taught[], was: ReadonlyMap<string, BatchLessons>, ids: readonly string[]): Promise<void> {
  const [now, before] = [taught.map(({ lessons }) => lessons), [...was.values()]];
  await addTimes(
    tx,
    shopId,
    sumOfSeen(
      now.map(({ times }) => times),
      before.flatMap(({ times }) => times),
    ),
  );
  await addLosses(
    tx,
    shopId,
    now.map(({ losses }) => losses),
    before.map(({ losses }) => losses),
  );
  await addYields(
    tx,
    shopId,
    taught.map(({ id, designId, lessons }) => ({
      designId,
      good: lessons.good - (was.get(id)?.good ?? 0),
      bad: lessons.bad - (was.get(id)?.bad ?? 0),
      stashed: lessons.stashed - (was.get(id)?.stashed ?? 0),
      served: lessons.served - (was.get(id)?.served ?? 0),
    })),
  );
  await addStages(
    tx,
    shopId,
    now.map(({ stages }) => stages),
    before.map(({ stages }) => stages),
  );
  await addMatters(
    tx,
    shopId,
    taught.map(({ id, designId, lessons }) => ({ designId, matters: lessons.matters, before: was.get(id)?.matters ?? [] })),
  );
  await addFates(
    tx,
    shopId,
    taught.map(({ id, designId, lessons }) => ({ designId, fates: lessons.fates, before: was.get(id)?.fates ?? [] })),
  );
  await keepDays(
    tx,
    shopId,
    ids.map((id) => ({ id, days: taught.find((each) => each.id === id)?.lessons.days ?? [], before: was.get(id)?.days ?? [] })),
  );
}

/** Days that a batch was worked at: those that are no more go, those that are otherwise are written. */
async function keepDays(
  tx: Transaction,
  shopId: string,
  batches: readonly { readonly id: string; readonly days: BatchLessons["days"]; readonly before: BatchLessons["days"] }[],
): Promise<void> {
  const key = (id: string, { day, from, to }: BatchLessons["days"][number]): string => `${id} ${day} ${String(from)} ${String(to)}`;
  const known = new Set(batches.flatMap(({ id, before }) => before.map((each) => key(id, each))));
  const gone = batches.filter(({ days, before }) => before.some(({ day }) => !days.some((each) => each.day === day))).map(({ id }) => id);
  if (gone.length > 0) await tx.delete(batchDay).where(and(eq(batchDay.shopId, shopId), inArray(batchDay.batchId, gone)));
  const fresh = batches.flatMap(({ id, days }) => days.filter((each) => gone.includes(id) || !known.has(key(id, each))).map((each) => ({ shopId, batchId: id, ...each })));
  if (fresh.length > 0)
    await tx
      .insert(batchDay)
      .values(fresh)
      .onConflictDoUpdate({ target: [batchDay.shopId, batchDay.batchId, batchDay.day], set: { from: sql`excluded.from_minute`, to: sql`excluded.to_minute` } });
}

/** Rows to be added, sorted by what tells them apart: two commands that add to the same rows never wait for each other. */
export const rowsToAdd = <Row extends object>(rows: readonly Row[], key: (row: Row) => string): string =>
  JSON.stringify(
    rows
      .map((row) => [key(row), row] as const)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([, row]) => row),
  );

/** Adds whole numbers to the counts; one that comes to nothing goes. */
async function addTimes(tx: Transaction, shopId: string, times: readonly TimesSeen[]): Promise<void> {
  if (times.length === 0) return;
  await tx.execute(
    sql`insert into time_seen (shop_id, stage_id, what, low, high, beside, count, sum, squares)
      select ${shopId}::uuid, * from json_to_recordset(${rowsToAdd(times, sightingKey)}::json)
        as added(stage uuid, what text, low integer, high integer, beside integer, count integer, sum bigint, squares bigint)
      on conflict (shop_id, stage_id, what, low, high, beside) do update
      set count = time_seen.count + excluded.count, sum = time_seen.sum + excluded.sum, squares = time_seen.squares + excluded.squares`,
  );
  const less = times.filter(({ count }) => count < 0).map(({ stage }) => stage);
  if (less.length > 0) await tx.delete(timeSeen).where(and(eq(timeSeen.shopId, shopId), inArray(timeSeen.stageId, [...new Set(less)]), eq(timeSeen.count, 0)));
}

type Losses = BatchLessons["losses"];

async function addLosses(tx: Transaction, shopId: string, taught: readonly Losses[], before: readonly Losses[]): Promise<void> {
  const counts = new Map<string, Losses[number]>();
  const add = (losses: readonly Losses[], sign: number): void => {
    for (const { stage, why, count } of losses.flat()) {
      const key = `${stage} ${why}`;
      counts.set(key, { stage, why, count: (counts.get(key)?.count ?? 0) + sign * count });
    }
  };
  add(taught, 1);
  add(before, -1);
  const changed = [...counts.values()].filter(({ count }) => count !== 0);
  if (changed.length === 0) return;
  await tx.execute(
    sql`insert into panel_loss (shop_id, stage_id, why, count)
      select ${shopId}::uuid, * from json_to_recordset(${rowsToAdd(changed, ({ stage, why }) => `${stage} ${why}`)}::json) as added(stage uuid, why text, count integer)
      on conflict (shop_id, stage_id, why) do update set count = panel_loss.count + excluded.count`,
  );
  await tx.delete(panelLoss).where(and(eq(panelLoss.shopId, shopId), inArray(panelLoss.stageId, [...new Set(changed.map(({ stage }) => stage))]), eq(panelLoss.count, 0)));
}

interface Judged {
  readonly designId: string;
  readonly good: number;
  readonly bad: number;
  readonly stashed: number;
  readonly served: number;
}

async function addYields(tx: Transaction, shopId: string, judged: readonly Judged[]): Promise<void> {
  const sums = new Map<string, Omit<Judged, "designId"> & { design: string }>();
  for (const { designId: design, good, bad, stashed, served } of judged) {
    const sum = sums.get(design) ?? { design, good: 0, bad: 0, stashed: 0, served: 0 };
    sums.set(design, { design, good: sum.good + good, bad: sum.bad + bad, stashed: sum.stashed + stashed, served: sum.served + served });
  }
  const changed = [...sums.values()].filter(({ good, bad, stashed, served }) => good !== 0 || bad !== 0 || stashed !== 0 || served !== 0);
  if (changed.length === 0) return;
  await tx.execute(
    sql`insert into design_yield (shop_id, design_id, good, bad, stashed, served)
      select ${shopId}::uuid, * from json_to_recordset(${rowsToAdd(changed, ({ design }) => design)}::json)
        as added(design uuid, good integer, bad integer, stashed integer, served integer)
      on conflict (shop_id, design_id) do update set good = design_yield.good + excluded.good, bad = design_yield.bad + excluded.bad,
        stashed = design_yield.stashed + excluded.stashed, served = design_yield.served + excluded.served`,
  );
  const designs = changed.map(({ design }) => design);
  await tx
    .delete(designYield)
    .where(and(eq(designYield.shopId, shopId), inArray(designYield.designId, designs), eq(designYield.good, 0), eq(designYield.bad, 0), eq(designYield.stashed, 0)));
}

type Stages = BatchLessons["stages"];

/** @param before lessons of before stages were told have none */
async function addStages(tx: Transaction, shopId: string, taught: readonly Stages[], before: readonly (Stages | undefined)[]): Promise<void> {
  const sums = new Map<string, { stage: string; through: number; lost: number }>();
  const add = (stages: Stages, sign: number): void => {
    for (const { stage, through, lost } of stages) {
      const sum = sums.get(stage) ?? { stage, through: 0, lost: 0 };
      sums.set(stage, { stage, through: sum.through + sign * through, lost: sum.lost + sign * lost });
    }
  };
  for (const each of taught) add(each, 1);
  for (const each of before) add(each ?? [], -1);
  const changed = [...sums.values()].filter(({ through, lost }) => through !== 0 || lost !== 0);
  if (changed.length === 0) return;
  await tx.execute(
    sql`insert into stage_yield (shop_id, stage_id, through, lost)
      select ${shopId}::uuid, * from json_to_recordset(${rowsToAdd(changed, ({ stage }) => stage)}::json) as added(stage uuid, through integer, lost integer)
      on conflict (shop_id, stage_id) do update set through = stage_yield.through + excluded.through, lost = stage_yield.lost + excluded.lost`,
  );
  const ids = changed.map(({ stage }) => stage);
  await tx.delete(stageYield).where(and(eq(stageYield.shopId, shopId), inArray(stageYield.stageId, ids), eq(stageYield.through, 0), eq(stageYield.lost, 0)));
}

type Matters = BatchLessons["matters"];

async function addMatters(tx: Transaction, shopId: string, taught: readonly { readonly designId: string; readonly matters: Matters; readonly before: Matters }[]): Promise<void> {
  const sums = new Map<string, { design: string; kind: string; good: number; bad: number }>();
  const add = (design: string, matters: Matters, sign: number): void => {
    for (const { kind, good, bad } of matters) {
      const sum = sums.get(`${design} ${kind}`) ?? { design, kind, good: 0, bad: 0 };
      sums.set(`${design} ${kind}`, { design, kind, good: sum.good + sign * good, bad: sum.bad + sign * bad });
    }
  };
  for (const { designId, matters, before } of taught) {
    add(designId, matters, 1);
    add(designId, before, -1);
  }
  const changed = [...sums.values()].filter(({ good, bad }) => good !== 0 || bad !== 0);
  if (changed.length === 0) return;
  await tx.execute(
    sql`insert into fault_matter (shop_id, design_id, kind, good, bad)
      select ${shopId}::uuid, * from json_to_recordset(${rowsToAdd(changed, ({ design, kind }) => `${design} ${kind}`)}::json) as added(design uuid, kind text, good integer, bad integer)
      on conflict (shop_id, design_id, kind) do update set good = fault_matter.good + excluded.good, bad = fault_matter.bad + excluded.bad`,
  );
  const designs = [...new Set(changed.map(({ design }) => design))];
  await tx.delete(faultMatter).where(and(eq(faultMatter.shopId, shopId), inArray(faultMatter.designId, designs), eq(faultMatter.good, 0), eq(faultMatter.bad, 0)));
}

type Fates = BatchLessons["fates"];

async function addFates(tx: Transaction, shopId: string, taught: readonly { readonly designId: string; readonly fates: Fates; readonly before: Fates }[]): Promise<void> {
  const sums = new Map<string, { design: string; air: string; hour: string; stage: string; cause: string; panels: number }>();
  const add = (design: string, fates: Fates, sign: number): void => {
    for (const { air, hour, stage, cause, panels } of fates) {
      const row = { design, air: air ?? "", hour: hour ?? "", stage: stage ?? "", cause: cause ?? GOOD };
      const key = JSON.stringify(row);
      sums.set(key, { ...row, panels: (sums.get(key)?.panels ?? 0) + sign * panels });
    }
  };
  for (const { designId, fates, before } of taught) {
    add(designId, fates, 1);
    add(designId, before, -1);
  }
  const changed = [...sums.values()].filter(({ panels }) => panels !== 0);
  if (changed.length === 0) return;
  await tx.execute(
    sql`insert into panel_fate (shop_id, design_id, air, hour, stage, cause, panels)
      select ${shopId}::uuid, * from json_to_recordset(${rowsToAdd(changed, ({ panels: _, ...key }) => JSON.stringify(key))}::json)
        as added(design uuid, air text, hour text, stage text, cause text, panels integer)
      on conflict (shop_id, design_id, air, hour, stage, cause) do update set panels = panel_fate.panels + excluded.panels`,
  );
  const designs = [...new Set(changed.map(({ design }) => design))];
  await tx.delete(panelFate).where(and(eq(panelFate.shopId, shopId), inArray(panelFate.designId, designs), eq(panelFate.panels, 0)));
}
