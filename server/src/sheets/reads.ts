import type { SheetsRead } from "@yule/contract";
import { desc, gt } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { offcut, splitPlan, splitResult } from "./tables.ts";

/** Enough splittings to learn a loss from. */
const MOST_RESULTS = 100;
/** Plans of a season, the versions before them included. */
const MOST_PLANS = 40;

export async function readSheets(tx: Transaction): Promise<SheetsRead> {
  const offcuts = await tx.select().from(offcut).where(gt(offcut.count, 0)).orderBy(desc(offcut.width), desc(offcut.height));
  const results = await tx.select().from(splitResult).orderBy(desc(splitResult.at), desc(splitResult.id)).limit(MOST_RESULTS);
  const plans = await tx.select().from(splitPlan).orderBy(desc(splitPlan.keptAt), desc(splitPlan.id)).limit(MOST_PLANS);
  return {
    plans: plans.map(({ shopId: _, keptAt, ...row }) => ({ ...row, keptAt: keptAt.toISOString() })),
    offcuts: offcuts.map(({ shopId: _, ...row }) => row),
    results: results.map(({ shopId: _, version: __, at, ...row }) => ({ ...row, at: at.toISOString() })),
  };
}
