import type { FinishRead } from "@yule/contract";
import { and, asc, count, eq, inArray, isNotNull, isNull, max, sum } from "drizzle-orm";
import { batchesOfUnits } from "../bench/reads.ts";
import type { Transaction } from "../db/pool.ts";
import { readFates } from "../learned/reads.ts";
import { openNeeds } from "../season/open.ts";
import { cardBox, leftStock, making, rescue } from "./tables.ts";

/** Rescues of a panel of which it is not known yet whether they worked. */
export const openRescuesOf = (tx: Transaction, unitId: string): Promise<{ id: string; doneAt: Date | null }[]> =>
  tx
    .select({ id: rescue.id, doneAt: rescue.doneAt })
    .from(rescue)
    .where(and(eq(rescue.unitId, unitId), isNull(rescue.worked)));

/** By how many cards a count of what is left over was off from what the needs say. */
export async function countedOff(tx: Transaction, colourwayId: string): Promise<number> {
  const [found] = await tx.select({ counted: leftStock.counted }).from(leftStock).where(eq(leftStock.id, colourwayId));
  return found?.counted ?? 0;
}

export async function boxesNamed(tx: Transaction, name: string): Promise<string[]> {
  return (await tx.select({ id: cardBox.id }).from(cardBox).where(eq(cardBox.name, name))).map(({ id }) => id);
}

export async function readFinish(tx: Transaction): Promise<FinishRead> {
  const owed = await openNeeds(tx);
  const needIds = owed.map(({ id }) => id);
  const rescues = await tx
    .select({ id: rescue.id, unitId: rescue.unitId, cause: rescue.cause, way: rescue.way, doneAt: rescue.doneAt })
    .from(rescue)
    .where(isNull(rescue.worked))
    .orderBy(asc(rescue.id));
  const batchOf = await batchesOfUnits(
    tx,
    rescues.map(({ unitId }) => unitId),
  );
  const tried = await tx
    .select({ cause: rescue.cause, way: rescue.way, worked: rescue.worked, rescues: count() })
    .from(rescue)
    .where(isNotNull(rescue.worked))
    .groupBy(rescue.cause, rescue.way, rescue.worked)
    .orderBy(asc(rescue.cause), asc(rescue.way));
  const rescued = new Map<string, FinishRead["rescued"][number]>();
  for (const { cause, way, worked, rescues: many } of tried) {
    const own = rescued.get(`${cause} ${way}`) ?? { cause, way, worked: 0, failed: 0 };
    rescued.set(`${cause} ${way}`, worked ? { ...own, worked: own.worked + many } : { ...own, failed: own.failed + many });
  }
  const made =
    needIds.length === 0
      ? []
      : await tx
          .select({ needId: making.needId, step: making.step, cards: sum(making.cards).mapWith(Number), last: max(making.at) })
          .from(making)
          .where(and(inArray(making.needId, needIds), eq(making.retracted, false)))
          .groupBy(making.needId, making.step)
          .orderBy(asc(making.needId), asc(making.step));
  const boxes = await tx.select({ id: cardBox.id, name: cardBox.name, place: cardBox.place }).from(cardBox).orderBy(asc(cardBox.name), asc(cardBox.id));
  const leftIn = await tx.select({ colourwayId: leftStock.id, boxId: leftStock.boxId }).from(leftStock).where(isNotNull(leftStock.boxId)).orderBy(asc(leftStock.id));
  return {
    rescues: rescues.map((each) => ({ ...each, batchId: batchOf.get(each.unitId) ?? "", doneAt: each.doneAt?.toISOString() ?? null })),
    rescued: [...rescued.values()],
    making: made.map(({ needId, step, cards, last }) => ({ needId, step, cards, last: last?.toISOString() ?? "" })),
    boxes,
    leftIn: leftIn.flatMap(({ colourwayId, boxId }) => (boxId === null ? [] : [{ colourwayId, boxId }])),
    fates: await readFates(tx, [...new Set(owed.map(({ designId }) => designId))]),
  };
}
