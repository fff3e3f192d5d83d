import { kindsOfPart, type LogbookQuery, type LogbookRead } from "@yule/contract";
import { addDays, day, momentAt } from "@yule/core";
import { desc, sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { readTimeZone } from "../shop/reads.ts";
import { notesOf } from "./notes.ts";
import { eventRead } from "./run.ts";
import { event } from "./tables.ts";
import { thingsOf } from "./things.ts";

/** Commands that tell of other parts too: a taking back is of whatever it takes back, so it is shown with all. */
const ALWAYS = ["undo"];

/**
 * A page of what happened, latest first by the moment of it.
 * @param query `find` is looked for by indices of PostgreSQL: three letters or more anywhere, fewer at the beginning of a word; `of` by every id that an entry names
 */
export async function readLogbook(tx: Transaction, query: LogbookQuery): Promise<LogbookRead> {
  const { before, part, from, until, kind, of, who, most } = query;
  const find = query.find?.trim() ?? "";
  const things = kind === undefined || of === undefined ? null : await thingsOf(tx, kind, of);
  const timeZone = from === undefined && until === undefined ? "UTC" : await readTimeZone(tx);
  const begins = (told: string): string => momentAt(day(told), 0, timeZone).toISOString();
  const kinds = part === undefined ? null : [...kindsOfPart(part), ...ALWAYS];
  const rows = await tx
    .select()
    .from(event)
    .where(
      sql`${event.id} in (select id from logbook_page(${find}, ${things && arrayOf(things.ids)}::uuid[], ${kinds && arrayOf(kinds)}::text[], ${from === undefined ? null : begins(from)}::timestamptz, ${until === undefined ? null : begins(addDays(day(until), 1))}::timestamptz, ${before?.at ?? null}::timestamptz, ${before?.seq ?? null}::bigint, ${most}::integer, ${who ?? null}::text))`,
    )
    .orderBy(desc(event.at), desc(event.seq));
  const notes = await notesOf(
    tx,
    rows.map(({ id }) => id),
  );
  return { events: rows.map((row) => eventRead(row, notes.get(row.id))), ...(things && { name: things.name }) };
}

/** A list as PostgreSQL reads it; ids and kinds of commands have nothing in them that would have to be quoted. */
const arrayOf = (values: readonly string[]): string => `{${values.join(",")}}`;
