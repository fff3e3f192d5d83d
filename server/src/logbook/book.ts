import type { BookRead } from "@yule/contract";
import { phrase } from "@yule/core";
import { sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import { designsById } from "../designs/reads.ts";
import { readLessonsOf } from "../season/reads.ts";

/**
 * What the book of a season tells of its designs: bounded by the season, however many years there are.
 * @param id the open season where none is given @throws Refusal 404 where there is no such season
 */
export async function readBook(tx: Transaction, id: string | undefined): Promise<BookRead> {
  const [season] = (await tx.execute<{ id: string }>(sql`select id from season where ${id === undefined ? sql`state = 'open'` : sql`id = ${id}`} limit 1`)).rows;
  if (!season) throw new Refusal(404, phrase`There is no such season.`);
  const { rows } = await tx.execute<{ id: string }>(sql`select distinct design_id as id from need where season_id = ${season.id}`);
  const designs = rows.map(({ id: of }) => of);
  return { designs: await designsById(tx, designs), lessons: await readLessonsOf(tx, season.id, designs) };
}
