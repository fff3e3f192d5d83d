import type { SeasonSum, YearsRead } from "@yule/contract";
import { dayAt, type Day } from "@yule/core";
import { seasonSumOf } from "@yule/derive";
import { and, eq, inArray } from "drizzle-orm";
import type { Change } from "../db/change.ts";
import type { Transaction } from "../db/pool.ts";
import { readTimeZone } from "../shop/reads.ts";
import { latestSeasons, readReview } from "./review.ts";
import { seasonSum } from "./tables.ts";

/** The latest seasons beside each other: those that are closed as they were summed then, the others as they stand. */
export async function readYears(tx: Transaction, now: Date): Promise<YearsRead> {
  const seasons = await latestSeasons(tx);
  const kept = new Map((await tx.select().from(seasonSum)).map(({ seasonId, of }) => [seasonId, of]));
  const today = dayAt(now, await readTimeZone(tx));
  const years: SeasonSum[] = [];
  for (const { id } of seasons) years.push(kept.get(id) ?? (await sumOf(tx, id, today)));
  return { years };
}

const sumOf = async (tx: Transaction, id: string, today: Day): Promise<SeasonSum> => seasonSumOf(await readReview(tx, id), today);

/** Sums what was closed by some commands, and forgets the sum of what was opened again. */
export async function keepSums(tx: Transaction, shopId: string, changes: readonly Change[], now: Date): Promise<void> {
  const seasons = new Map(changes.filter(({ table }) => table === "season").map((change) => [change.id, change.after?.state === "closed"]));
  if (seasons.size === 0) return;
  const closed = [...seasons].flatMap(([id, isClosed]) => (isClosed ? [id] : []));
  await tx.delete(seasonSum).where(and(eq(seasonSum.shopId, shopId), inArray(seasonSum.seasonId, [...seasons.keys()])));
  const today = dayAt(now, await readTimeZone(tx));
  for (const seasonId of closed) await tx.insert(seasonSum).values({ shopId, seasonId, of: await sumOf(tx, seasonId, today) });
}

/** Sums the closed seasons that nobody has summed: those of before sums were kept. */
export async function sumFirst(tx: Transaction, shopId: string, now: Date): Promise<void> {
  const known = (await tx.select({ id: seasonSum.seasonId }).from(seasonSum)).map(({ id }) => id);
  const missing = (await latestSeasons(tx)).filter(({ id, state }) => state === "closed" && !known.includes(id));
  const today = dayAt(now, await readTimeZone(tx));
  // Of several processes that begin together one is first.
  for (const { id } of missing)
    await tx
      .insert(seasonSum)
      .values({ shopId, seasonId: id, of: await sumOf(tx, id, today) })
      .onConflictDoNothing();
}
