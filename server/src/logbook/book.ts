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
  const { rows } = await tx.execute<{ id: string }>(sql`select distinct design_id as id from need where shop_id = ${tx.shopId} and season_id = ${season.id}`);
  const designs = rows.map(({ id: of }) => of);
  const photos = await tx.execute<{ designId: string; pictureId: string }>(sql`
    select distinct on (n.design_id) n.design_id as "designId", note.picture_id as "pictureId"
    from entry_note note join event e on e.shop_id = note.shop_id and e.id = note.event_id
    left join batch b on b.shop_id = e.shop_id and b.id = e.subject_id
    join need n on n.shop_id = e.shop_id and n.id = coalesce(b.need_id, e.subject_id)
    where note.shop_id = ${tx.shopId} and note.picture_id is not null and n.season_id = ${season.id} order by n.design_id, note.at desc, note.id desc`);
  return { designs: await designsById(tx, designs), lessons: await readLessonsOf(tx, season.id, designs), photos: photos.rows };
}
