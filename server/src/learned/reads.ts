import type { BenchLearned, BenchRead, DesignRead, LeftCards } from "@yule/contract";
import { addDays, dayAt, takenTogether, type StageRecord, type TimesSeen } from "@yule/core";
import { stageRecords } from "@yule/derive";
import { and, asc, gt, gte, inArray, max, min } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { readPapers, readRoutes } from "../designs/reads.ts";
import { readHome } from "../shop/reads.ts";
import { batchDay, cardOutcome, designYield, timeSeen } from "./tables.ts";

/** Sessions of so many weeks tell how long they last; of so many, whether they are held. */
const [WORKED_WEEKS, STAY_WEEKS] = [8, 3];

/** What the bench has taught: of the stages of designs that are asked for one by one, of others that were painted last taken together. */
export async function readLearned(tx: Transaction, { asked, others }: { readonly asked: readonly string[]; readonly others: readonly string[] }, now: Date): Promise<BenchLearned> {
  const { timeZone } = await readHome(tx);
  const today = dayAt(now, timeZone);
  const designs = await readRoutes(tx, [...asked, ...others]);
  const stages = [...designs.values()].flatMap((route) => route.map(({ id }) => id));
  const seen = stages.length === 0 ? [] : await tx.select().from(timeSeen).where(inArray(timeSeen.stageId, stages));
  const papers = await readPapers(tx, [...designs.keys()]);
  const worked = await tx
    .select({ day: batchDay.day, from: min(batchDay.from), to: max(batchDay.to) })
    .from(batchDay)
    .where(gte(batchDay.day, addDays(today, -7 * WORKED_WEEKS)))
    .groupBy(batchDay.day)
    .orderBy(asc(batchDay.day));
  const stays = await tx
    .select({ from: min(batchDay.day), until: max(batchDay.day) })
    .from(batchDay)
    .where(gte(batchDay.day, addDays(today, -7 * WORKED_WEEKS)))
    .groupBy(batchDay.batchId)
    .having(gte(max(batchDay.day), addDays(today, -7 * STAY_WEEKS)));
  const told = seen.map(({ shopId: _, stageId: stage, ...cell }): TimesSeen => ({ stage, ...cell }));
  const recordsFor = (ids: readonly string[]): StageRecord[] =>
    stageRecords(
      ids.map((id): Pick<DesignRead, "stages" | "paperId"> => ({ stages: designs.get(id) ?? [], paperId: papers.get(id) ?? null })),
      told,
    );
  return {
    records: [...recordsFor(asked), ...takenTogether(recordsFor(others))],
    worked: worked.flatMap(({ day, from, to }) => (from === null || to === null ? [] : [{ day, from, to }])),
    stays: [...new Map(stays.flatMap(({ from, until }) => (from === null || until === null ? [] : [[`${from} ${until}`, { from, until }] as const]))).values()],
  };
}

/** How panels of these designs have come out. */
export async function readYields(tx: Transaction, designIds: readonly string[]): Promise<BenchRead["yields"]> {
  if (designIds.length === 0) return [];
  const rows = await tx
    .select()
    .from(designYield)
    .where(inArray(designYield.designId, [...designIds]));
  return rows.map(({ shopId: _, ...row }) => row);
}

/** Cards of these colourways that were left over, and that no other need took. */
export async function readLeft(tx: Transaction, colourwayIds: readonly string[]): Promise<LeftCards[]> {
  if (colourwayIds.length === 0) return [];
  const rows = await tx
    .select({ colourwayId: cardOutcome.colourwayId, cards: cardOutcome.left })
    .from(cardOutcome)
    .where(and(inArray(cardOutcome.colourwayId, [...colourwayIds]), gt(cardOutcome.left, 0)))
    .orderBy(asc(cardOutcome.colourwayId));
  return rows;
}
