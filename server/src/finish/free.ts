import type { Transaction } from "../db/pool.ts";
import { goodPanelsFor } from "../bench/reads.ts";
import { needLinesOf } from "../season/reads.ts";

/** Good panels of a colourway that are a need's and not in a card yet. */
export async function freeGoodOf(tx: Transaction, needId: string, colourwayId: string): Promise<number> {
  const panels = (await goodPanelsFor(tx, needId)).filter((each) => each.colourwayId === colourwayId).length;
  const lines = (await needLinesOf(tx, needId)).filter((each) => each.colourwayId === colourwayId);
  return panels - lines.reduce((sum, each) => sum + each.assembled - each.fromLeft, 0);
}
