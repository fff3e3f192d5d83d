import { phrase } from "@yule/core";
import type { cardScaleQuery, FinishRead, ScaleRead } from "@yule/contract";
import { gramsOfCard } from "@yule/derive";
import { and, asc, eq, inArray, isNotNull, isNull, max, sum } from "drizzle-orm";
import { batchesOfUnits } from "../bench/reads.ts";
import type { Transaction } from "../db/pool.ts";
import type { z } from "zod";
import { Refusal } from "../db/refusal.ts";
import { readColourwayNames, readDesign } from "../designs/reads.ts";
import type { Scale } from "../outside/scale.ts";
import { readShelf } from "../stores/reads.ts";
import { readFates, readLeftStock, readMatters, readRescued } from "../learned/reads.ts";
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

/** What lies on the scale. An invented one is told what should lie there, with what it stands in. */
export async function readCardScale(tx: Transaction, scale: Scale, { colourway, empty }: z.output<typeof cardScaleQuery>): Promise<ScaleRead> {
  const names = (await readColourwayNames(tx, [colourway])).get(colourway);
  const design = names && (await readDesign(tx, names.designId));
  if (!design)
    throw new Refusal(422, phrase`This cannot be weighed.`, [{ code: "not-found", path: ["colourway"], given: [{ text: colourway }], allowed: phrase`a colourway of a design` }]);
  const cards = (await readLeftStock(tx)).find(({ colourwayId }) => colourwayId === colourway)?.cards ?? 0;
  return { grams: scale.read(cards * gramsOfCard(design, await readShelf(tx)) + empty, colourway), step: scale.step, by: scale.name, simulated: scale.simulated };
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
  const left = await readLeftStock(tx);
  const names = await readColourwayNames(
    tx,
    left.map(({ colourwayId }) => colourwayId),
  );
  const leftIn = new Map((await tx.select({ id: leftStock.id, boxId: leftStock.boxId }).from(leftStock).where(isNotNull(leftStock.boxId))).map(({ id, boxId }) => [id, boxId]));
  return {
    rescues: rescues.map((each) => ({ ...each, batchId: batchOf.get(each.unitId) ?? "", doneAt: each.doneAt?.toISOString() ?? null })),
    rescued: await readRescued(tx),
    making: made.map(({ needId, step, cards, last }) => ({ needId, step, cards, last: last?.toISOString() ?? "" })),
    boxes,
    left: left
      .map(({ colourwayId, cards }) => {
        const { design = "", colourway = "" } = names.get(colourwayId) ?? {};
        return { colourwayId, design, colourway, cards, boxId: leftIn.get(colourwayId) ?? null };
      })
      .sort((one, other) => one.design.localeCompare(other.design) || one.colourway.localeCompare(other.colourway)),
    matters: await readMatters(tx, [...new Set(owed.map(({ designId }) => designId))]),
    fates: await readFates(tx, [...new Set(owed.map(({ designId }) => designId))]),
  };
}
