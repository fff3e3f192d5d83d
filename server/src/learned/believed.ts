import type { BelievedRead, TaughtBatch } from "@yule/contract";
import { day } from "@yule/core";
import type { BatchLessons } from "@yule/derive";
import { sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { readTimeZone } from "../shop/reads.ts";
import { readLeftOut } from "./leftOut.ts";

/** So many of a design's batches are told, the newest. */
const MOST_BATCHES = 60;

interface Row {
  readonly id: string;
  readonly title: string;
  readonly days: readonly string[];
  readonly of: BatchLessons | null;
}

/** What a design's batches taught, the newest first, and what is left out. A design that is no more has none. */
export async function readBelieved(tx: Transaction, designId: string): Promise<BelievedRead> {
  const timeZone = await readTimeZone(tx);
  const { rows } = await tx.execute(sql`
    with newest as materialized (select shop_id, id, need_id, started_at from batch where shop_id = ${tx.shopId} and design_id = ${designId} order by started_at desc, id desc limit ${MOST_BATCHES})
    select b.id, n.title, l."of" as "of",
      array(select distinct (f.at at time zone ${timeZone})::date::text from bench_fact f where f.shop_id = b.shop_id and f.batch_id = b.id and not f.retracted order by 1) as days
    from newest b join need n on n.shop_id = b.shop_id and n.id = b.need_id left join batch_lesson l on l.shop_id = b.shop_id and l.batch_id = b.id
    order by b.started_at desc, b.id desc`);
  const batches = (rows as unknown as Row[]).filter(({ days }) => days.length > 0).map(taught);
  const leftOut = await readLeftOut(
    tx,
    designId,
    batches.map(({ id }) => id),
  );
  return { batches, leftOut };
}

const taught = ({ id, title, days, of }: Row): TaughtBatch => ({
  ...{ id, title, days: days.map(day) },
  ...{ good: of?.good ?? 0, bad: of?.bad ?? 0, times: of?.times ?? [] },
  lost: (of?.losses ?? []).reduce((sum, { count }) => sum + count, 0),
});
