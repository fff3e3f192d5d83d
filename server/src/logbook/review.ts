import type { ReviewedHands, ReviewedLoss, ReviewedNeed, ReviewedTime, ReviewRead } from "@yule/contract";
import { dryingTook, groupBy, handsTook, phrase, type TimesSeen, type TookAs } from "@yule/core";
import { sql, type SQL } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import { designNames, readRoutes } from "../designs/reads.ts";
import { sinceLastSeason } from "../season/open.ts";
import { readWeek } from "../season/reads.ts";
import { readTimeZone } from "../shop/reads.ts";
import { weeksOfMoney } from "../stores/costReads.ts";

/** So long before a season its needs may have been told of, as those that were copied from the one before. */
const TOLD_AHEAD_DAYS = 366;
/** As many seasons are offered to look back on. */
const MOST_SEASONS = 12;

/** The season that is looked back on. @param id the open one where none is given @throws Refusal 404 where there is no such season */
export async function reviewedSeason(tx: Transaction, id: string | undefined): Promise<ReviewRead["season"]> {
  const { rows } = await tx.execute(
    sql`select id, name, from_day::text as "from", until_day::text as until, state from season where shop_id = ${tx.shopId} and ${id === undefined ? sql`state = 'open'` : sql`id = ${id}`} limit 1`,
  );
  const [season] = rows as unknown as ReviewRead["season"][];
  if (!season) throw new Refusal(404, phrase`There is no such season.`);
  return season;
}

/** The latest seasons that are or were open, the newest first. */
export async function latestSeasons(tx: Transaction): Promise<readonly Pick<ReviewRead["season"], "id" | "name" | "state">[]> {
  const { rows } = await tx.execute(
    sql`select id, name, state from season where shop_id = ${tx.shopId} and state <> 'prepared' order by until_day desc, id desc limit ${MOST_SEASONS}`,
  );
  return rows as unknown as Pick<ReviewRead["season"], "id" | "name" | "state">[];
}

/**
 * What came of a season: bounded by its needs and panels, however many years there are. It is asked for across all parts of the shop, so it is asked in SQL.
 * @param id the open season where none is given @throws Refusal 404 where there is no such season
 */
export async function readReview(tx: Transaction, id: string | undefined): Promise<ReviewRead> {
  const all = async <Row>(query: SQL): Promise<Row[]> => (await tx.execute(query)).rows as unknown as Row[];
  const season = await reviewedSeason(tx, id);
  const timeZone = await readTimeZone(tx);
  const seasons = (await latestSeasons(tx)).map(({ id: of, name }) => ({ id: of, name }));
  // A day of the bench is a day of the shop.
  const dayOf = (moment: SQL): SQL => sql`(${moment} at time zone ${timeZone})::date`;
  const needs = await all<ReviewedNeed>(sql`
    with told as materialized (
      select thing, min(at) as at from event, unnest(things_in(subject_id, payload)) thing
      where shop_id = ${tx.shopId} and kind in ('add-need', 'add-needs') and at >= ${season.from}::date - ${TOLD_AHEAD_DAYS}::integer and at < ${season.until}::date + 1 group by thing)
    select n.id, n.title, n.kind, n.design_id as "designId", n.due::text as due, n.price_minor as "priceMinor",
      (select ${dayOf(sql`told.at`)}::text from told where told.thing = n.id) as "toldOn",
      case when n.zone is null then 0 else greatest(1, (select count(*) from recipient r where r.shop_id = n.shop_id and r.need_id = n.id))::int end as parcels,
      (select min(p.posted_on)::text from posting p where p.shop_id = n.shop_id and p.need_id = n.id and p.is_whole) as "wentOn",
      (select min(${dayOf(sql`f.at`)})::text from batch b join bench_fact f on f.shop_id = b.shop_id and f.batch_id = b.id and not f.retracted where b.shop_id = n.shop_id and b.need_id = n.id) as "begunOn",
      coalesce(l.cards, 0)::int as cards, coalesce(l.left_over, 0)::int as "leftOver", coalesce(u.panels, 0)::int as panels, coalesce(u.lost, 0)::int as lost
    from need n
    left join lateral (select sum(quantity) as cards, sum(left_over) as left_over from need_line where shop_id = n.shop_id and need_id = n.id) l on true
    left join lateral (
      select count(*) as panels, count(*) filter (where unit.grade = 'scrap' or exists (
        select 1 from bench_fact f where f.shop_id = unit.shop_id and f.batch_id = b.id and f.unit_id = unit.id and f.what = 'spoilt' and not f.retracted)) as lost
      from batch b join unit on unit.shop_id = b.shop_id and unit.batch_id = b.id where b.shop_id = n.shop_id and b.need_id = n.id) u on true
    where n.shop_id = ${tx.shopId} and n.season_id = ${season.id} order by n.due, n.id`);
  const ofSeason = sql`from need n join batch b on b.shop_id = n.shop_id and b.need_id = n.id join bench_fact f on f.shop_id = b.shop_id and f.batch_id = b.id and not f.retracted
    join stage s on s.shop_id = f.shop_id and s.id = f.stage_id`;
  const hands = await all<ReviewedHands>(sql`
    select date_trunc('week', ${dayOf(sql`f.at`)})::date::text as week, b.design_id as "designId", s.name as stage, count(*)::int as panels, sum(s.hands)::int as minutes
    ${ofSeason} where n.shop_id = ${tx.shopId} and n.season_id = ${season.id} and f.what = 'done' group by 1, 2, 3 order by 1, 3`);
  const losses = await all<ReviewedLoss>(sql`
    select b.design_id as "designId", s.name as stage, f.why, count(distinct f.unit_id)::int as panels
    ${ofSeason} where n.shop_id = ${tx.shopId} and n.season_id = ${season.id} and f.what = 'spoilt' group by 1, 2, 3 order by 4 desc, 2`);
  // How damp it was does not matter here, so what was seen is summed over it.
  const seen = await all<TimesSeen>(sql`
    select t.stage, t.what, t.low, t.high, 0 as beside, sum(t.count)::int as count, sum(t.sum)::int as sum, sum(t.squares)::int as squares
    from need n join batch b on b.shop_id = n.shop_id and b.need_id = n.id join batch_lesson l on l.shop_id = b.shop_id and l.batch_id = b.id,
      jsonb_to_recordset(l."of" -> 'times') as t(stage text, what text, low integer, high integer, count integer, sum integer, squares integer)
    where n.shop_id = ${tx.shopId} and n.season_id = ${season.id} group by 1, 2, 3, 4 order by 1, 2, 3, 4`);
  const money = await weeksOfMoney(
    tx,
    needs.map((each) => each.id),
    season.state === "closed" ? season : { from: await sinceLastSeason(tx), until: null },
  );
  const used = [...new Set(needs.map(({ designId }) => designId))];
  const [names, routes] = [await designNames(tx, used), await readRoutes(tx, used)];
  const week = await readWeek(tx, season);
  return { season, seasons, needs, hands, losses, times: timesOf(seen), money, designs: [...names].map(([of, name]) => ({ id: of, name, stages: routes.get(of) ?? [] })), ...week };
}

function timesOf(seen: readonly TimesSeen[]): ReviewedTime[] {
  const told = (stage: string, what: TimesSeen["what"], took: TookAs | null): ReviewedTime[] => (took ? [{ stage, what, ...took }] : []);
  return [...groupBy(seen, ({ stage }) => stage)].flatMap(([stage, cells]) => [...told(stage, "hands", handsTook(cells)), ...told(stage, "drying", dryingTook(cells))]);
}
