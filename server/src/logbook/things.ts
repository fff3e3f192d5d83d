import type { Storied } from "@yule/contract";
import { sql, type SQL } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";

/** As many batches, letters or lots of one thing are followed; beyond it the newest are. */
const MOST_PARTS = 300;

/**
 * What belongs to a thing: its story is told by what happened to any of them. Batches hang under needs, letters under households, lots under materials. It is asked
 * for across all parts of the shop, so it is asked in SQL: no part is read for more than ids and a name.
 */
const PARTS: Readonly<Record<Storied, (id: string) => SQL>> = {
  need: (id) =>
    sql`select id from batch where need_id = ${id} union select id from posting where need_id = ${id} union select undertaking_id from bound_need where need_id = ${id}`,
  design: (id) =>
    sql`select id from colourway where design_id = ${id} union select id from (select id from batch where design_id = ${id} order by started_at desc limit ${MOST_PARTS}) newest`,
  batch: (id) => sql`select id from unit where batch_id = ${id}`,
  store: (id) => sql`select id from lot where store_id = ${id}`,
  household: (id) => sql`select id from recipient where household_id = ${id}`,
  sheet: (id) => sql`select id from split_plan where replaces = ${id}`,
  offcut: (id) => sql`select id from offcut where id = ${id}`,
};

/** What a thing is called; a batch by its need, a sheet by its paper. */
const NAMES: Readonly<Record<Storied, (id: string) => SQL>> = {
  need: (id) => sql`select title as name from need where id = ${id}`,
  design: (id) => sql`select name from design where id = ${id}`,
  batch: (id) => sql`select title as name from need where id = (select need_id from batch where id = ${id})`,
  store: (id) => sql`select name from store where id = ${id}`,
  household: (id) => sql`select name from household where id = ${id}`,
  sheet: (id) => sql`select name from store where id = (select material_id from split_plan where id = ${id})`,
  offcut: (id) => sql`select name from store where id = (select store_id from offcut where id = ${id})`,
};

/** A thing and what belongs to it, and what it is called; null where it is no more. */
export async function thingsOf(tx: Transaction, kind: Storied, id: string): Promise<{ readonly ids: string[]; readonly name: string | null }> {
  const named = await tx.execute(NAMES[kind](id));
  const parts = await tx.execute(sql`select id from (${PARTS[kind](id)}) parts limit ${MOST_PARTS}`);
  const name = (named.rows[0] as { readonly name?: string } | undefined)?.name ?? null;
  return { ids: [id, ...parts.rows.map((row) => (row as { readonly id: string }).id)], name };
}
