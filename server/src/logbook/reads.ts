import type { LogbookRead } from "@yule/contract";
import { and, desc, lt, sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { eventRead } from "./run.ts";
import { event } from "./tables.ts";

/**
 * A page of what happened, latest first.
 * @param query `find` is looked for by indices of PostgreSQL: three letters or more anywhere, fewer at the beginning of a word
 */
export async function readLogbook(tx: Transaction, query: { before?: number | undefined; find?: string | undefined; most: number }): Promise<LogbookRead> {
  const find = query.find?.trim() ?? "";
  const before = query.before ?? null;
  const rows = await tx
    .select()
    .from(event)
    .where(
      and(
        before === null ? undefined : lt(event.seq, before),
        find === "" ? undefined : sql`${event.id} in (select id from find_in_logbook(${find}, ${before}::bigint, ${query.most}::integer))`,
      ),
    )
    .orderBy(desc(event.seq))
    .limit(query.most);
  return { events: rows.map(eventRead) };
}
