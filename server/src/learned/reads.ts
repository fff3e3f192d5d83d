import type { BenchLearned, BenchRead, DesignRead, FinishRead, LeftCards } from "@yule/contract";
import { addDays, AIRS, dayAt, HOURS, PANEL_CAUSES, PANEL_FAULTS, RESCUE_WAYS, takenTogether, type FateOf, type StageRecord, type TimesSeen } from "@yule/core";
import { stageRecords } from "@yule/derive";
import { and, asc, gt, gte, inArray, max, min } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { readPapers, readRoutes } from "../designs/reads.ts";
import { readHome } from "../shop/reads.ts";
import { anewSince } from "./leftOut.ts";

export { anewSince, eraseFromWhys, fairsLeftOut } from "./leftOut.ts";
import { batchDay, cardOutcome, designYield, faultMatter, panelFate, rescueSeen, stageYield, timeSeen } from "./tables.ts";

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
  const anew = await anewSince(tx, "evenings");
  const [weeksAgo, anewOn] = [addDays(today, -7 * WORKED_WEEKS), anew && dayAt(anew, timeZone)];
  const worked = await tx
    .select({ day: batchDay.day, from: min(batchDay.from), to: max(batchDay.to) })
    .from(batchDay)
    .where(gte(batchDay.day, anewOn !== null && anewOn > weeksAgo ? anewOn : weeksAgo))
    .groupBy(batchDay.day)
    .orderBy(asc(batchDay.day));
  const stays = await tx
    .select({ from: min(batchDay.day), until: max(batchDay.day) })
    .from(batchDay)
    .where(gte(batchDay.day, weeksAgo))
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
  const routes = await readRoutes(tx, [...designIds]);
  const ids = [...routes.values()].flatMap((route) => route.map(({ id }) => id));
  const stages = ids.length === 0 ? [] : await tx.select().from(stageYield).where(inArray(stageYield.stageId, ids));
  const judged = new Map(rows.map(({ shopId: _, ...row }) => [row.designId, row]));
  return designIds.flatMap((designId) => {
    const own = (routes.get(designId) ?? []).flatMap(({ id }) => stages.flatMap(({ stageId, through, lost }) => (stageId === id ? [{ stageId, through, lost }] : [])));
    const known = judged.get(designId);
    return known || own.length > 0 ? [{ designId, good: 0, bad: 0, stashed: 0, served: 0, ...known, stages: own }] : [];
  });
}

/** Finished cards that belong to no need, by name. */
export async function readLeftStock(tx: Transaction): Promise<{ colourwayId: string; cards: number }[]> {
  return tx.select({ colourwayId: cardOutcome.colourwayId, cards: cardOutcome.left }).from(cardOutcome).where(gt(cardOutcome.left, 0)).orderBy(asc(cardOutcome.colourwayId));
}

/** How rescues came out here, by fault and way. */
export async function readRescued(tx: Transaction): Promise<FinishRead["rescued"]> {
  const rows = await tx.select().from(rescueSeen).orderBy(asc(rescueSeen.cause), asc(rescueSeen.way));
  return rows.flatMap(({ cause, way, worked, failed }) => {
    const [known, by] = [PANEL_CAUSES.find((each) => each === cause), RESCUE_WAYS.find((each) => each === way)];
    return known && by ? [{ cause: known, way: by, worked, failed }] : [];
  });
}

/** Which differences matter, of these designs. */
export async function readMatters(tx: Transaction, designIds: readonly string[]): Promise<FinishRead["matters"]> {
  if (designIds.length === 0) return [];
  const rows = await tx
    .select()
    .from(faultMatter)
    .where(inArray(faultMatter.designId, [...designIds]))
    .orderBy(asc(faultMatter.designId), asc(faultMatter.kind));
  return rows.flatMap(({ designId, kind, good, bad }) => PANEL_FAULTS.flatMap((each) => (each === kind ? [{ designId, kind: each, good, bad }] : [])));
}

/** How what is good is kept beside the causes of what is not. */
export const GOOD = "good";

/** What came of panels of these designs, and in what air and at what hour. */
export async function readFates(tx: Transaction, designIds: readonly string[]): Promise<FateOf[]> {
  if (designIds.length === 0) return [];
  const rows = await tx
    .select()
    .from(panelFate)
    .where(inArray(panelFate.designId, [...designIds]))
    .orderBy(asc(panelFate.designId), asc(panelFate.air), asc(panelFate.hour), asc(panelFate.stage), asc(panelFate.cause));
  const papers = await readPapers(tx, [...new Set(rows.map(({ designId }) => designId))]);
  return rows.map(({ designId: design, air, hour, stage, cause, panels }) => ({
    design,
    paper: papers.get(design) ?? null,
    air: AIRS.find((each) => each === air) ?? null,
    hour: HOURS.find((each) => each === hour) ?? null,
    stage: stage === "" ? null : stage,
    cause: cause === GOOD ? null : cause,
    panels,
  }));
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
