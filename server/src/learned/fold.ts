import type { BatchRead } from "@yule/contract";
import { sightingKey, sumOfSeen, type TimesSeen } from "@yule/core";
import { lessonsOf, type BatchLessons } from "@yule/derive";
import { and, eq, inArray, sql } from "drizzle-orm";
import { allBatches, batchesById, batchesOfDesigns } from "../bench/reads.ts";
import type { Transaction } from "../db/pool.ts";
import { readRoutes } from "../designs/reads.ts";
import type { Change } from "../db/change.ts";
import { readHome } from "../shop/reads.ts";
import { GOOD } from "./reads.ts";
import { batchDay, batchLesson, cardOutcome, designYield, faultMatter, panelFate, panelLoss, stageYield, timeSeen } from "./tables.ts";

/** Of a stage, what its times are seen by. */
const BEARS_ON_TIMES = ["hands", "setup", "dry", "within", "kind", "position"] as const;

/** Rows of a command's log, before and after. */
const imagesOf = ({ before, after }: Change): Record<string, unknown>[] => [before, after].filter((image) => image !== null);
const text = (value: unknown): string => (typeof value === "string" ? value : "");

/**
 * Takes what a command changed into what was learned, in the command's own transaction: batches that were told of teach anew, and what they
 * taught before is taken out. An undo is a command like any other.
 */
export async function foldLearned(tx: Transaction, shopId: string, changes: readonly Change[]): Promise<void> {
  const of = (table: string): Change[] => changes.filter((change) => change.table === table);
  if (of("shop").some(({ before, after }) => before?.timeZone !== after?.timeZone)) return relearn(tx, shopId);
  const batches = new Set<string>();
  for (const change of of("batch")) batches.add(change.id);
  for (const change of [...of("unit"), ...of("benchFact")]) for (const image of imagesOf(change)) batches.add(text(image.batchId));
  const designs = new Set(
    of("stage")
      .filter(({ before, after }) => before === null || after === null || BEARS_ON_TIMES.some((key) => before[key] !== after[key]))
      .flatMap((change) => imagesOf(change).map((image) => text(image.designId))),
  );
  if (designs.size > 0) {
    for (const id of await batchesOfDesigns(tx, [...designs])) batches.add(id);
  }
  if (batches.size > 0) await foldBatches(tx, shopId, [...batches].sort());
  await foldOutcomes(tx, shopId, of("needLine"), of("leftStock"));
}

/** So many batches are read at once. */
const AT_ONCE = 50;

/** Learns everything again from the facts. */
export async function relearn(tx: Transaction, shopId: string): Promise<void> {
  for (const table of [batchLesson, batchDay, timeSeen, designYield, stageYield, panelFate, faultMatter, panelLoss, cardOutcome])
    await tx.delete(table).where(eq(table.shopId, shopId));
  const all = await allBatches(tx);
  for (let first = 0; first < all.length; first += AT_ONCE) await foldBatches(tx, shopId, all.slice(first, first + AT_ONCE));
  await tx.execute(
    sql`insert into card_outcome (shop_id, colourway_id, sold, given, "left")
      select shop_id, colourway_id, coalesce(sum(sold), 0), coalesce(sum(given), 0), sum(coalesce(left_over, 0) - from_left) from need_line
      where shop_id = ${shopId} group by shop_id, colourway_id having bool_or(left_over is not null) or sum(from_left) > 0`,
  );
  await tx.execute(
    sql`insert into card_outcome (shop_id, colourway_id, sold, given, "left") select shop_id, id, 0, 0, counted from left_stock where shop_id = ${shopId} and counted <> 0
      on conflict (shop_id, colourway_id) do update set "left" = card_outcome."left" + excluded."left"`,
  );
}

/** Learns everything where nothing was learned yet, or less than is learned now: a shop of before that was kept. */
export async function learnFirst(tx: Transaction, shopId: string): Promise<void> {
  const { rows } = await tx.execute(
    sql`select 1 from batch where shop_id = ${shopId} and not exists (select 1 from batch_lesson where shop_id = ${shopId} and "of" -> 'matters' is not null) limit 1`,
  );
  if (rows.length > 0) await relearn(tx, shopId);
}

async function foldBatches(tx: Transaction, shopId: string, ids: readonly string[]): Promise<void> {
  // Two devices that tell of one batch meet here: the second counts what the first has told. Always in one order.
  await tx.execute(sql`select id from batch where shop_id = ${shopId} and id in ${[...ids]} order by id for no key update`);
  const { timeZone } = await readHome(tx);
  const [batches, known] = [
    await batchesById(tx, ids),
    await tx
      .select()
      .from(batchLesson)
      .where(and(eq(batchLesson.shopId, shopId), inArray(batchLesson.batchId, [...ids]))),
  ];
  const routes = await readRoutes(tx, [...new Set(batches.map(({ designId }) => designId))]);
  const taught = batches.map((each): [BatchRead, BatchLessons] => [each, lessonsOf(each, { stages: routes.get(each.designId) ?? [] }, timeZone)]);
  const before = known.map(({ of }) => of);
  await addTimes(
    tx,
    shopId,
    sumOfSeen(
      taught.map(([, { times }]) => times),
      before.flatMap(({ times }) => times),
    ),
  );
  await addLosses(
    tx,
    shopId,
    taught.map(([, { losses }]) => losses),
    before.map(({ losses }) => losses),
  );
  const was = new Map(known.map(({ batchId, of }) => [batchId, of]));
  await addYields(
    tx,
    shopId,
    taught.map(([{ id, designId }, now]) => ({
      designId,
      good: now.good - (was.get(id)?.good ?? 0),
      bad: now.bad - (was.get(id)?.bad ?? 0),
      stashed: now.stashed - (was.get(id)?.stashed ?? 0),
      served: now.served - (was.get(id)?.served ?? 0),
    })),
  );
  await addStages(
    tx,
    shopId,
    taught.map(([, { stages }]) => stages),
    before.map(({ stages }) => stages),
  );
  await addMatters(
    tx,
    shopId,
    taught.map(([{ id, designId }, { matters }]) => ({ designId, matters, before: was.get(id)?.matters ?? [] })),
  );
  await addFates(
    tx,
    shopId,
    taught.map(([{ id, designId }, { fates }]) => ({ designId, fates, before: was.get(id)?.fates ?? [] })),
  );
  await keepDays(
    tx,
    shopId,
    ids.map((id) => ({ id, days: taught.find(([each]) => each.id === id)?.[1].days ?? [], before: was.get(id)?.days ?? [] })),
  );
  if (taught.length > 0)
    await tx
      .insert(batchLesson)
      .values(taught.map(([{ id }, of]) => ({ shopId, batchId: id, of })))
      .onConflictDoUpdate({ target: [batchLesson.shopId, batchLesson.batchId], set: { of: sql`excluded.of` } });
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
const rowsToAdd = <Row extends object>(rows: readonly Row[], key: (row: Row) => string): string =>
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

/** What was sold, given and left over, by the rows of the lines that a command wrote, and what a count was off. */
async function foldOutcomes(tx: Transaction, shopId: string, changes: readonly Change[], counts: readonly Change[]): Promise<void> {
  const sums = new Map<string, { colourway: string; sold: number; given: number; left: number }>();
  const number = (value: unknown): number => (typeof value === "number" ? value : 0);
  const add = (image: Record<string, unknown> | null, sign: number): void => {
    if (!image) return;
    const colourway = text(image.colourwayId);
    const sum = sums.get(colourway) ?? { colourway, sold: 0, given: 0, left: 0 };
    const left = number(image.leftOver) - number(image.fromLeft);
    sums.set(colourway, { colourway, sold: sum.sold + sign * number(image.sold), given: sum.given + sign * number(image.given), left: sum.left + sign * left });
  };
  const counted = (image: Record<string, unknown> | null) => image && { colourwayId: image.id, leftOver: image.counted };
  for (const { before, after } of [...changes, ...counts.map(({ before, after }) => ({ before: counted(before), after: counted(after) }))]) {
    add(after, 1);
    add(before, -1);
  }
  const changed = [...sums.values()].filter(({ sold, given, left }) => sold !== 0 || given !== 0 || left !== 0);
  if (changed.length === 0) return;
  await tx.execute(
    sql`insert into card_outcome (shop_id, colourway_id, sold, given, "left")
      select ${shopId}::uuid, * from json_to_recordset(${rowsToAdd(changed, ({ colourway }) => colourway)}::json) as added(colourway uuid, sold integer, given integer, "left" integer)
      on conflict (shop_id, colourway_id) do update set sold = card_outcome.sold + excluded.sold, given = card_outcome.given + excluded.given, "left" = card_outcome."left" + excluded."left"`,
  );
  const ids = changed.map(({ colourway }) => colourway);
  await tx.delete(cardOutcome).where(and(inArray(cardOutcome.colourwayId, ids), eq(cardOutcome.sold, 0), eq(cardOutcome.given, 0), eq(cardOutcome.left, 0)));
}
