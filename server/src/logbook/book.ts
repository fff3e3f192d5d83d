import type { BookRead } from "@yule/contract";
import { sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { designsById } from "../designs/reads.ts";
import { readLessonsOf } from "../season/reads.ts";
import { reviewedSeason } from "./review.ts";

/**
 * What the book of a season tells of its designs: bounded by the season, however many years there are.
 * @param id the open season where none is given @throws Refusal 404 where there is no such season
 */
export async function readBook(tx: Transaction, id: string | undefined): Promise<BookRead> {
  const season = await reviewedSeason(tx, id);
  const { rows } = await tx.execute<{ id: string }>(sql`select distinct design_id as id from need where season_id = ${season.id}`);
  const designs = rows.map(({ id: of }) => of);
  return { designs: await designsById(tx, designs), lessons: await readLessonsOf(tx, season.id, designs) };
}
