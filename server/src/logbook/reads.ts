import type { LogbookRead } from "@yule/contract";
import { and, desc, ilike, lt } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { eventRead } from "./run.ts";
import { event } from "./tables.ts";

/** A page of what happened, latest first. */
export async function readLogbook(tx: Transaction, query: { before?: number | undefined; find?: string | undefined; most: number }): Promise<LogbookRead> {
  const rows = await tx
    .select()
    .from(event)
    .where(and(query.before ? lt(event.seq, query.before) : undefined, query.find ? ilike(event.summary, `%${query.find.replace(/[%_\\]/g, "\\$&")}%`) : undefined))
    .orderBy(desc(event.seq))
    .limit(query.most);
  return { events: rows.map(eventRead) };
}
