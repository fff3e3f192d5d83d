import { inArray, or, sql, type SQL } from "drizzle-orm";
import type { Change } from "../db/change.ts";
import type { Transaction } from "../db/pool.ts";
import { event } from "./tables.ts";

/** What stands in the logbook instead of a name. */
const SOMEBODY = "a household";
/** Shorter words stand in many sentences that are of somebody else. */
const SHORTEST = 3;

/**
 * Takes somebody out of the whole logbook: rows that were written of them, what was told, and their names in its sentences.
 * @param ids rows of them @param words their names and addresses @param isOf whether a row that was written is of them
 */
export async function eraseFromLog(
  tx: Transaction,
  { ids, words, isOf }: { readonly ids: readonly string[]; readonly words: readonly string[]; readonly isOf: (change: Change) => boolean },
): Promise<void> {
  const names = [...new Set(words)].filter((word) => word.length >= SHORTEST);
  const anywhere = (text: string): SQL => sql`position(${text} in ${event.payload}::text || ${event.changes}::text || coalesce(${event.facts}::text, '') || ${event.summary}) > 0`;
  const rows = await tx
    .select()
    .from(event)
    .where(or(...[...ids, ...names].map(anywhere)));
  for (const row of rows)
    await tx
      .update(event)
      .set({ payload: {}, changes: row.changes.filter((change) => !isOf(change)), facts: without(row.facts, names), summary: without(row.summary, names) })
      .where(inArray(event.id, [row.id]));
}

/** A value with the names in it written over. */
function without<T>(value: T, names: readonly string[]): T {
  if (typeof value === "string") return names.reduce<string>((text, name) => text.split(name).join(SOMEBODY), value) as T;
  if (Array.isArray(value)) return value.map((each: unknown) => without(each, names)) as T;
  if (value === null || typeof value !== "object") return value;
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, without(each as unknown, names)])) as T;
}
