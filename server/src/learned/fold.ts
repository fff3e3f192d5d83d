import type { BatchRead } from "@yule/contract";
import { lessonsOf, type BatchLessons } from "@yule/derive";
import { and, eq, inArray, sql } from "drizzle-orm";
import { allBatches, batchesById, batchesOfDesigns } from "../bench/reads.ts";
import type { Transaction } from "../db/pool.ts";
import { readRoutes } from "../designs/reads.ts";
import type { Change } from "../db/change.ts";
import { readHome } from "../shop/reads.ts";
import { countedOf } from "./leftOut.ts";
import { countIn, rowsToAdd } from "./sums.ts";
import { batchDay, batchLesson, cardOutcome, designYield, faultMatter, panelFate, panelLoss, rescueSeen, stageYield, timeSeen } from "./tables.ts";

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
  for (const image of of("leftOut").flatMap(imagesOf)) {
    if (image.of === "batch") batches.add(text(image.ofId));
    if (image.of === "design") designs.add(text(image.ofId));
  }
  if (designs.size > 0) {
    for (const id of await batchesOfDesigns(tx, [...designs])) batches.add(id);
  }
  if (batches.size > 0) await foldBatches(tx, shopId, [...batches].sort());
  await foldRescues(tx, shopId, of("rescue"));
  await foldOutcomes(tx, shopId, of("needLine"), of("leftStock"));
}

/** So many batches are read at once. */
const AT_ONCE = 50;

/** Learns everything again from the facts. */
export async function relearn(tx: Transaction, shopId: string): Promise<void> {
  for (const table of [batchLesson, batchDay, timeSeen, designYield, stageYield, panelFate, faultMatter, panelLoss, cardOutcome, rescueSeen])
    await tx.delete(table).where(eq(table.shopId, shopId));
  const all = await allBatches(tx);
  for (let first = 0; first < all.length; first += AT_ONCE) await foldBatches(tx, shopId, all.slice(first, first + AT_ONCE));
  await tx.execute(
    sql`insert into card_outcome (shop_id, colourway_id, sold, given, "left")
      select shop_id, colourway_id, coalesce(sum(sold), 0), coalesce(sum(given), 0), sum(coalesce(left_over, 0) - from_left) from need_line
      where shop_id = ${shopId} group by shop_id, colourway_id having bool_or(left_over is not null) or sum(from_left) > 0`,
  );
  await tx.execute(
    sql`insert into rescue_seen (shop_id, cause, way, worked, failed)
      select shop_id, cause, way, count(*) filter (where worked), count(*) filter (where not worked) from rescue
      where shop_id = ${shopId} and worked is not null group by shop_id, cause, way`,
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
  const counted = await countedOf(tx, batches);
  const taught = batches.map((each): [BatchRead, BatchLessons] => [each, lessonsOf(each, { stages: routes.get(each.designId) ?? [] }, timeZone, counted(each))]);
  await countIn(
    tx,
    shopId,
    taught.map(([{ id, designId }, lessons]) => ({ id, designId, lessons })),
    new Map(known.map(({ batchId, of }) => [batchId, of])),
    ids,
  );
  if (taught.length > 0)
    await tx
      .insert(batchLesson)
      .values(taught.map(([{ id }, of]) => ({ shopId, batchId: id, of })))
      .onConflictDoUpdate({ target: [batchLesson.shopId, batchLesson.batchId], set: { of: sql`excluded.of` } });
}

/** How rescues came out, by the rows that a command wrote. */
async function foldRescues(tx: Transaction, shopId: string, changes: readonly Change[]): Promise<void> {
  const sums = new Map<string, { cause: string; way: string; worked: number; failed: number }>();
  const add = (image: Record<string, unknown> | null, sign: number): void => {
    if (!image || typeof image.worked !== "boolean") return;
    const [cause, way] = [text(image.cause), text(image.way)];
    const sum = sums.get(`${cause} ${way}`) ?? { cause, way, worked: 0, failed: 0 };
    sums.set(`${cause} ${way}`, { cause, way, worked: sum.worked + (image.worked ? sign : 0), failed: sum.failed + (image.worked ? 0 : sign) });
  };
  for (const { before, after } of changes) {
    add(after, 1);
    add(before, -1);
  }
  const changed = [...sums.values()].filter(({ worked, failed }) => worked !== 0 || failed !== 0);
  if (changed.length === 0) return;
  await tx.execute(
    sql`insert into rescue_seen (shop_id, cause, way, worked, failed)
      select ${shopId}::uuid, * from json_to_recordset(${rowsToAdd(changed, ({ cause, way }) => `${cause} ${way}`)}::json) as added(cause text, way text, worked integer, failed integer)
      on conflict (shop_id, cause, way) do update set worked = rescue_seen.worked + excluded.worked, failed = rescue_seen.failed + excluded.failed`,
  );
  await tx.delete(rescueSeen).where(and(eq(rescueSeen.shopId, shopId), eq(rescueSeen.worked, 0), eq(rescueSeen.failed, 0)));
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
