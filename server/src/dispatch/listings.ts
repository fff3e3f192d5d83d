import type { StockTold } from "@yule/contract";
import { soldSoFar } from "@yule/core";
import type { Transaction } from "../db/pool.ts";
import { readColourwayNames } from "../designs/reads.ts";
import { readLeftStock } from "../learned/reads.ts";
import { listedLines } from "../season/open.ts";
import { linesOfNeeds } from "../season/reads.ts";
import { readOpenFairs } from "./fairReads.ts";

/** What may be sold in the window: cards made for listings that are open and cards that belong to nobody, less what lies on the table of a fair. */
export async function readShopStock(tx: Transaction): Promise<StockTold[]> {
  const cards = new Map<string, number>();
  const add = (colourwayId: string, count: number): void => void cards.set(colourwayId, (cards.get(colourwayId) ?? 0) + count);
  for (const { colourwayId, assembled } of await listedLines(tx)) add(colourwayId, assembled);
  const listed = new Set(cards.keys());
  for (const { colourwayId, cards: left } of await readLeftStock(tx)) add(colourwayId, left);
  for (const { goods, sales, needIds } of await readOpenFairs(tx)) {
    const sold = soldSoFar(sales);
    const own = await madeForFair(tx, needIds);
    // Cards that were made for the fair were never in the window: only those beyond them are taken out of it.
    for (const { colourwayId, brought } of goods) add(colourwayId, -Math.max(0, Math.max(brought, sold.get(colourwayId) ?? 0) - (own.get(colourwayId) ?? 0)));
  }
  const names = await readColourwayNames(tx, [...cards.keys()]);
  return [...cards]
    .filter(([id, count]) => count > 0 || listed.has(id))
    .map(([colourwayId, count]) => ({ colourwayId, design: names.get(colourwayId)?.design ?? "", colourway: names.get(colourwayId)?.colourway ?? "", cards: Math.max(0, count) }))
    .sort((a, b) => a.design.localeCompare(b.design) || a.colourway.localeCompare(b.colourway));
}

async function madeForFair(tx: Transaction, needIds: readonly string[]): Promise<ReadonlyMap<string, number>> {
  const made = new Map<string, number>();
  for (const { colourwayId, assembled } of await linesOfNeeds(tx, needIds)) made.set(colourwayId, (made.get(colourwayId) ?? 0) + assembled);
  return made;
}
