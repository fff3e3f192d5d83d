import type { Storied } from "@yule/contract";
import { sql, type SQL } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";

/** As many batches, letters or lots of one thing are followed; beyond it the newest are. */
const MOST_PARTS = 300;

/**
 * What belongs to a thing: its story is told by what happened to any of them. Batches hang under needs, letters under households, lots under materials. It is asked
 * for across all parts of the shop, so it is asked in SQL: no part is read for more than ids and a name.
 */
const PARTS: Readonly<Record<Storied, (id: string, shop: string) => SQL>> = {
  need: (id, shop) =>
    sql`select id from batch where shop_id = ${shop} and need_id = ${id} union select id from posting where shop_id = ${shop} and need_id = ${id} union select undertaking_id from bound_need where shop_id = ${shop} and need_id = ${id}`,
  design: (id, shop) =>
    sql`select id from colourway where shop_id = ${shop} and design_id = ${id} union select id from (select id from batch where shop_id = ${shop} and design_id = ${id} order by started_at desc limit ${MOST_PARTS}) newest`,
  batch: (id, shop) => sql`select id from unit where shop_id = ${shop} and batch_id = ${id}`,
  store: (id, shop) => sql`select id from lot where shop_id = ${shop} and store_id = ${id}`,
  household: (id, shop) => sql`select id from recipient where shop_id = ${shop} and household_id = ${id}`,
  sheet: (id, shop) => sql`select id from split_plan where shop_id = ${shop} and replaces = ${id}`,
  offcut: (id, shop) => sql`select id from offcut where shop_id = ${shop} and id = ${id}`,
};

/** What a thing is called; a batch by its need, a sheet by its paper. */
const NAMES: Readonly<Record<Storied, (id: string, shop: string) => SQL>> = {
  need: (id, shop) => sql`select title as name from need where shop_id = ${shop} and id = ${id}`,
  design: (id, shop) => sql`select name from design where shop_id = ${shop} and id = ${id}`,
  batch: (id, shop) => sql`select title as name from need where shop_id = ${shop} and id = (select need_id from batch where shop_id = ${shop} and id = ${id})`,
  store: (id, shop) => sql`select name from store where shop_id = ${shop} and id = ${id}`,
  household: (id, shop) => sql`select name from household where shop_id = ${shop} and id = ${id}`,
  sheet: (id, shop) => sql`select name from store where shop_id = ${shop} and id = (select material_id from split_plan where shop_id = ${shop} and id = ${id})`,
  offcut: (id, shop) => sql`select name from store where shop_id = ${shop} and id = (select store_id from offcut where shop_id = ${shop} and id = ${id})`,
};

/** A thing and what belongs to it, and what it is called; null where it is no more. */
export async function thingsOf(tx: Transaction, kind: Storied, id: string): Promise<{ readonly ids: string[]; readonly name: string | null }> {
  const named = await tx.execute(NAMES[kind](id, tx.shopId));
  const parts = await tx.execute(sql`select id from (${PARTS[kind](id, tx.shopId)}) parts limit ${MOST_PARTS}`);
  const name = (named.rows[0] as { readonly name?: string } | undefined)?.name ?? null;
  return { ids: [id, ...parts.rows.map((row) => (row as { readonly id: string }).id)], name };
}
