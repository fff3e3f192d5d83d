import type { BatchRead, BenchRead } from "@yule/contract";
import { and, asc, count, desc, eq, exists, gte, inArray, isNull, or, sql, type SQL, type SQLWrapper } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { readFirstPostings } from "../dispatch/reads.ts";
import { readLearned, readYields } from "../learned/reads.ts";
import type { Hygrometer } from "../outside/hygrometer.ts";
import { openNeeds, stashNeeds } from "../season/open.ts";
import { batch, benchFact, sessionFact, unit } from "./tables.ts";

/** Sessions older than so many days are looked up in the logbook. */
const RECENT_DAYS = 30;

export async function readBench(tx: Transaction, hygrometer: Hygrometer, now: Date): Promise<BenchRead> {
  const owed = await openNeeds(tx);
  const batches = await openBatches(tx, owed, now);
  const sessions = await tx
    .select()
    .from(sessionFact)
    .where(and(eq(sessionFact.retracted, false), gte(sessionFact.at, new Date(now.getTime() - RECENT_DAYS * 86_400_000))))
    .orderBy(asc(sessionFact.at));
  const air = hygrometer.at(now);
  const asked = [...new Set([...owed, ...batches.filter(({ facts }) => facts.length > 0)].map(({ designId }) => designId))];
  const others = [...new Set(await designsPaintedLast(tx))].filter((id) => !asked.includes(id));
  return {
    batches,
    learned: await readLearned(tx, { asked, others }, now),
    sessions: sessions.map(({ id, what, at, meantPanels, meantUntil, note }) => ({
      id,
      what,
      at: at.toISOString(),
      meant: meantPanels === null ? null : { panels: meantPanels, until: meantUntil?.toISOString() ?? null },
      note,
    })),
    room: air ? { ...air, by: hygrometer.name, simulated: hygrometer.simulated } : null,
    yields: await readYields(tx, asked),
  };
}

/** A moment as it is sent. */
const sent = (moment: SQLWrapper): SQL => sql`to_char(${moment} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;

/** How much of some batches a read is to tell. */
interface Told {
  /** Whether a batch was painted to refill the stash. */
  readonly isRefill?: SQL<boolean>;
  /** Panels of a batch that are told. */
  readonly panels?: SQL | undefined;
  /** Batches of which it is told what happened to their panels. */
  readonly happened?: SQL | undefined;
}

/** Batches with their panels and what was told of them, joined where they lie: the server's one thread only passes them on. */
async function readBatches(tx: Transaction, ids: readonly string[], { isRefill = sql<boolean>`false`, panels, happened }: Told = {}): Promise<BatchRead[]> {
  if (ids.length === 0) return [];
  const units = tx
    .select({
      of: sql<
        BatchRead["units"]
      >`json_agg(json_build_object('id', ${unit.id}, 'number', ${unit.number}, 'colourwayId', ${unit.colourwayId}, 'grade', ${unit.grade}, 'servesNeedId', ${unit.servesNeedId}, 'causes', ${unit.causes}, 'doubt', ${unit.doubt} / 100.0, 'seen', ${unit.seen}) order by ${unit.number})`,
    })
    .from(unit)
    .where(and(eq(unit.shopId, batch.shopId), eq(unit.batchId, batch.id), panels));
  const room = sql`case when ${benchFact.warmTenths} is null or ${benchFact.humidHundredths} is null then null else json_build_object('warm', ${benchFact.warmTenths} / 10.0, 'humid', ${benchFact.humidHundredths} / 100.0) end`;
  const facts = tx
    .select({
      of: sql<
        BatchRead["facts"]
      >`json_agg(json_build_object('id', ${benchFact.id}, 'unitId', ${benchFact.unitId}, 'stageId', ${benchFact.stageId}, 'what', ${benchFact.what}, 'at', ${sent(benchFact.at)}, 'why', ${benchFact.why}, 'room', ${room}) order by ${benchFact.at}, ${benchFact.id})`,
    })
    .from(benchFact)
    .where(and(eq(benchFact.shopId, batch.shopId), eq(benchFact.batchId, batch.id), eq(benchFact.retracted, false), happened));
  const rows = await tx
    .select({
      id: batch.id,
      needId: batch.needId,
      designId: batch.designId,
      isStash: isRefill,
      startedAt: batch.startedAt,
      perSheet: batch.perSheet,
      units: sql<BatchRead["units"]>`coalesce((${units}), '[]')`,
      facts: sql<BatchRead["facts"]>`coalesce((${facts}), '[]')`,
    })
    .from(batch)
    .where(inArray(batch.id, [...ids]))
    .orderBy(asc(batch.startedAt), asc(batch.id));
  return rows.map((row) => ({ ...row, startedAt: row.startedAt.toISOString() }));
}

/** What was done so many days ago is still asked for where all panels of a batch are judged: its session may not be closed yet. */
const ASKED_FOR_DAYS = 2;

/** What lies on the bench, what waits to become cards, and what is in the stash of the designs that are asked for, of whatever season. */
async function openBatches(tx: Transaction, owed: readonly { readonly id: string; readonly designId: string }[], now: Date): Promise<BatchRead[]> {
  const refills = await stashNeeds(tx);
  const posted = await readFirstPostings(
    tx,
    owed.map(({ id }) => id),
  );
  const unposted = owed.flatMap(({ id }) => (posted.has(id) ? [] : [id]));
  const ofOpenWork = await batchesOfNeeds(tx, unposted);
  const ofRefills = await batchesOfNeeds(tx, refills);
  const inStash = await tx
    .selectDistinct({ id: unit.batchId })
    .from(unit)
    .innerJoin(batch, and(eq(batch.shopId, unit.shopId), eq(batch.id, unit.batchId)))
    .where(and(eq(unit.grade, "stash"), isNull(unit.servesNeedId), inArray(batch.designId, [...new Set(owed.map(({ designId }) => designId)), NONE])));
  const lie = new Set(ofRefills);
  const kept =
    lie.size === 0
      ? []
      : await tx
          .selectDistinct({ id: unit.batchId })
          .from(unit)
          .where(and(inArray(unit.batchId, ofRefills), eq(unit.grade, "good"), isNull(unit.servesNeedId)));
  // Panels that were given to open work lie in the batches they were painted in.
  const given = unposted.length === 0 ? [] : await tx.selectDistinct({ id: unit.batchId }).from(unit).where(inArray(unit.servesNeedId, unposted));
  const all = [...new Set([...ofOpenWork, ...[...inStash, ...kept, ...given].map(({ id }) => id)])];
  const isOpen = ofOpenWork.length === 0 ? sql`false` : inArray(batch.id, ofOpenWork);
  const isRefill = refills.length === 0 ? sql<boolean>`false` : sql<boolean>`${inArray(batch.needId, refills)}`;
  const since = new Date(now.getTime() - ASKED_FOR_DAYS * 86_400_000);
  const unjudged = tx
    .select({ id: unit.id })
    .from(unit)
    .where(and(eq(unit.shopId, batch.shopId), eq(unit.batchId, batch.id), isNull(unit.grade)));
  return readBatches(tx, all, {
    isRefill,
    panels: or(
      isOpen,
      unposted.length === 0 ? undefined : inArray(unit.servesNeedId, unposted),
      and(isNull(unit.servesNeedId), or(eq(unit.grade, "stash"), and(eq(unit.grade, "good"), isRefill))),
    ),
    happened: and(isOpen, or(exists(unjudged), gte(benchFact.at, since))),
  });
}

/** No thing has this id. */
const NONE = "00000000-0000-0000-0000-000000000000";

async function batchesOfNeeds(tx: Transaction, needIds: readonly string[]): Promise<string[]> {
  if (needIds.length === 0) return [];
  const rows = await tx
    .select({ id: batch.id })
    .from(batch)
    .where(inArray(batch.needId, [...needIds]));
  return rows.map(({ id }) => id);
}

/** Some batches whole, with all that was told of them. */
export const batchesById = (tx: Transaction, ids: readonly string[]): Promise<BatchRead[]> => readBatches(tx, ids);

/** The needs that some batches were painted for, as a part of another read. */
export const needsOfBatches = (tx: Transaction, ids: readonly string[]) =>
  tx
    .select({ needId: batch.needId })
    .from(batch)
    .where(inArray(batch.id, [...ids]));

/** Panels that were painted to refill the stash and are kept, by the need that asked for them. */
export async function keptFor(tx: Transaction, needIds: readonly string[]): Promise<ReadonlyMap<string, number>> {
  if (needIds.length === 0) return new Map();
  const rows = await tx
    .select({ needId: batch.needId, kept: count() })
    .from(unit)
    .innerJoin(batch, and(eq(batch.shopId, unit.shopId), eq(batch.id, unit.batchId)))
    .where(and(inArray(batch.needId, [...needIds]), inArray(unit.grade, ["good", "stash"])))
    .groupBy(batch.needId);
  return new Map(rows.map(({ needId, kept }) => [needId, kept]));
}

export async function allBatches(tx: Transaction): Promise<string[]> {
  return (await tx.select({ id: batch.id }).from(batch).orderBy(asc(batch.id))).map(({ id }) => id);
}

export async function batchesOfDesigns(tx: Transaction, designIds: readonly string[]): Promise<string[]> {
  const rows = await tx
    .select({ id: batch.id })
    .from(batch)
    .where(inArray(batch.designId, [...designIds]));
  return rows.map(({ id }) => id);
}

/** Batches begun last, whose stages are learned from beside those of the open work. */
const NEWEST_BATCHES = 8;

async function designsPaintedLast(tx: Transaction): Promise<string[]> {
  const newest = await tx.select({ designId: batch.designId }).from(batch).orderBy(desc(batch.startedAt)).limit(NEWEST_BATCHES);
  return newest.map(({ designId }) => designId);
}

/** Panels that a need can be assembled from: its own good ones that were not given away, and those that were given to it. */
export const goodPanelsFor = (tx: Transaction, needId: string): Promise<{ colourwayId: string }[]> =>
  tx
    .select({ colourwayId: unit.colourwayId })
    .from(unit)
    .innerJoin(batch, and(eq(batch.shopId, unit.shopId), eq(batch.id, unit.batchId)))
    .where(or(and(eq(batch.needId, needId), eq(unit.grade, "good"), isNull(unit.servesNeedId)), eq(unit.servesNeedId, needId)));

/** Whether panels of a need have come to the bench. */
export async function isBegun(tx: Transaction, needId: string): Promise<boolean> {
  const [found] = await tx.select({ id: batch.id }).from(batch).where(eq(batch.needId, needId)).limit(1);
  return found !== undefined;
}

/** Panels that were begun for a need, by their colourway; those that spoilt among them. */
export async function panelsBegunOf(tx: Transaction, needId: string): Promise<ReadonlyMap<string, number>> {
  const rows = await tx
    .select({ colourwayId: unit.colourwayId, panels: count() })
    .from(unit)
    .innerJoin(batch, and(eq(batch.shopId, unit.shopId), eq(batch.id, unit.batchId)))
    .where(eq(batch.needId, needId))
    .groupBy(unit.colourwayId);
  return new Map(rows.map(({ colourwayId, panels }) => [colourwayId, panels]));
}

/** The batch that each of some panels is of. */
export async function batchesOfUnits(tx: Transaction, unitIds: readonly string[]): Promise<ReadonlyMap<string, string>> {
  if (unitIds.length === 0) return new Map();
  const rows = await tx
    .select({ id: unit.id, batchId: unit.batchId })
    .from(unit)
    .where(inArray(unit.id, [...unitIds]));
  return new Map(rows.map(({ id, batchId }) => [id, batchId]));
}

/** Panels of the stash that were given to a need. */
export const panelsGivenTo = (tx: Transaction, needId: string): Promise<{ id: string }[]> => tx.select({ id: unit.id }).from(unit).where(eq(unit.servesNeedId, needId));

/** Whether something was told of a stage. */
export async function isStageTold(tx: Transaction, stageId: string): Promise<boolean> {
  const [found] = await tx.select({ id: benchFact.id }).from(benchFact).where(eq(benchFact.stageId, stageId)).limit(1);
  return found !== undefined;
}
