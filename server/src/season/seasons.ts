import type { CommandPayload, seasonCommands } from "@yule/contract";
import { phrase } from "@yule/core";
import { and, eq, inArray, or } from "drizzle-orm";
import { v7 } from "uuid";
import type { Change } from "../db/change.ts";
import { missing, refuse } from "../db/refusal.ts";
import type { Transaction } from "../db/pool.ts";
import type { Writing } from "../db/writing.ts";
import { keptFor, needsOfBatches } from "../bench/reads.ts";
import type { HandlerResult, Handlers } from "../logbook/handler.ts";
import { outcomeOf } from "./outcome.ts";
import { unpostedOf } from "./reads.ts";
import { need, season } from "./tables.ts";

export type SeasonRow = typeof season.$inferSelect;

/** The season that is open. */
export async function presentSeason(tx: Transaction): Promise<SeasonRow> {
  const [row] = await tx.select().from(season).where(eq(season.state, "open"));
  if (!row) throw new Error("no season of the shop is open");
  return row;
}

/** The first season of a new shop: until the end of the year, or of the next where that is near. */
export async function beginFirstSeason(tx: Transaction, shopId: string, today: string): Promise<void> {
  const year = Number(today.slice(0, 4));
  const last = today.slice(5) > "09-30" ? year + 1 : year;
  await tx.insert(season).values({ shopId, id: v7(), name: `Season ${String(year)}`, from: today, until: `${String(last)}-12-31`, state: "open" });
}

const daysOf = ({ name, from, until }: Pick<SeasonRow, "name" | "from" | "until">) => ({ name, from, until });

async function prepareSeason(writing: Writing, payload: CommandPayload<"prepare-season">): Promise<HandlerResult<"prepare-season">> {
  await writing.insert("season", { ...payload, state: "prepared" });
  return { subject: ["season", payload.id], facts: daysOf(payload) };
}

async function changeSeason(writing: Writing, { id, version, ...changed }: CommandPayload<"change-season">): Promise<HandlerResult<"change-season">> {
  const found = await writing.find("season", id);
  if (!found) return missing("season", ["id"], id);
  if (found.state === "closed")
    refuse({
      code: "season-closed",
      path: ["id"],
      given: [{ name: found.name, of: "season" }, ", which is closed"],
      allowed: phrase`a season that is not closed: open it again first`,
    });
  const days = { name: changed.name ?? found.name, from: changed.from ?? found.from, until: changed.until ?? found.until };
  if (days.until < days.from)
    refuse({
      code: "ends-early",
      path: [changed.until === undefined ? "from" : "until"],
      given: [{ text: changed.until ?? days.from }],
      allowed: phrase`a day not before ${days.from}, when it begins`,
    });
  await writing.update("season", id, days, version);
  return { subject: ["season", id], facts: days };
}

/** Needs of a season that are not done: they did not go out, or the stash does not have what they were to bring. */
async function openNeedsOf(tx: Transaction, seasonId: string): Promise<{ id: string; title: string }[]> {
  const unposted = await unpostedOf(tx, seasonId);
  const kept = await keptFor(
    tx,
    unposted.filter(({ kind }) => kind === "stash").map(({ id }) => id),
  );
  return unposted.filter(({ id, kind, cards }) => kind !== "stash" || (kept.get(id) ?? 0) < cards);
}

/** So many needs are named where a season cannot be closed. */
const MOST_NAMED = 3;

async function closeSeason(writing: Writing, payload: CommandPayload<"close-season">): Promise<HandlerResult<"close-season">> {
  // From here on no other device adds to it: each waits, and finds it closed.
  const found = await writing.find("season", payload.id);
  if (!found) return missing("season", ["id"], payload.id);
  if (found.state !== "open")
    refuse({ code: "not-open", path: ["id"], given: [{ name: found.name, of: "season" }, `, which is ${found.state}`], allowed: phrase`the season that is open` });
  const next = await preparedSeason(writing, payload.next);
  const open = await openNeedsOf(writing.tx, payload.id);
  if (open.length > 0 && !payload.handOn) {
    const named = open.slice(0, MOST_NAMED).map(({ title }) => title);
    const more = open.length - named.length;
    refuse({
      code: "needs-open",
      path: ["handOn"],
      given: phrase`${open.length} ${open.length === 1 ? "need that is" : "needs that are"} not done: ${named.join(", ")}${more === 0 ? "" : ` and ${String(more)} more`}`,
      allowed: phrase`a season whose needs are done; hand ${open.length === 1 ? "it" : "them"} on to ${next.name}, or remove ${open.length === 1 ? "it" : "them"}`,
    });
  }
  for (const { id } of open) await writing.update("need", id, { seasonId: next.id });
  await writing.update("season", payload.id, { state: "closed", cameTo: await outcomeOf(writing.tx, payload.id) }, payload.version);
  await writing.update("season", next.id, { state: "open" });
  return { subject: ["season", payload.id], facts: { name: found.name, next: next.name, handedOn: open.length } };
}

async function preparedSeason(writing: Writing, id: string): Promise<SeasonRow> {
  const next = await writing.find("season", id);
  if (!next) return missing("season", ["next"], id);
  if (next.state !== "prepared")
    refuse({ code: "not-prepared", path: ["next"], given: [{ name: next.name, of: "season" }, `, which is ${next.state}`], allowed: phrase`a season that is prepared` });
  return next;
}

/** A season is opened in the place of the one that is: that one is prepared from then on, and can be opened again. */
async function openAgain(writing: Writing, payload: CommandPayload<"open-season">): Promise<HandlerResult<"open-season">> {
  const found = await writing.find("season", payload.id);
  if (!found) return missing("season", ["id"], payload.id);
  const standing = await presentSeason(writing.tx);
  if (found.state === "open")
    refuse({ code: "open-already", path: ["id"], given: [{ name: found.name, of: "season" }, ", which is open"], allowed: phrase`a season that is prepared or closed` });
  if (standing.id !== payload.instead)
    refuse({ code: "two-open", path: ["instead"], given: phrase`another season`, allowed: phrase`${standing.name}, which is open: one season is open at a time` });
  await writing.update("season", standing.id, { state: "prepared" });
  await writing.update("season", payload.id, { state: "open", cameTo: null }, payload.version);
  return { subject: ["season", payload.id], facts: { name: found.name, instead: standing.name } };
}

/** Rows of a command's log that speak of a need, by the column that names it. */
const OF_NEED: Readonly<Record<string, string>> = { needLine: "needId", recipient: "needId", posting: "needId", batch: "needId" };
const OF_BATCH: ReadonlySet<string> = new Set(["unit", "benchFact"]);

/**
 * Refuses what would change a season that is closed: it is read only, whoever writes and by whatever command, a taking back among them. Panels
 * of its stash and cards left over may still be given to another need.
 */
export async function refuseClosed(tx: Transaction, changes: readonly Change[]): Promise<void> {
  const [needs, seasons, batches] = [new Set<string>(), new Set<string>(), new Set<string>()];
  const put = (into: Set<string>, value: unknown): void => {
    if (typeof value === "string") into.add(value);
  };
  for (const { table, before, after } of changes) {
    if (table === "need") put(seasons, after?.seasonId ?? before?.seasonId);
    const column = OF_NEED[table];
    const isGiven = table === "unit" && before !== null && after !== null && before.grade === after.grade;
    for (const image of [before, after]) {
      if (column !== undefined) put(needs, image?.[column]);
      if (OF_BATCH.has(table) && !isGiven) put(batches, image?.batchId);
    }
  }
  if (seasons.size + needs.size + batches.size === 0) return;
  const ofBatches = batches.size === 0 ? undefined : inArray(need.id, needsOfBatches(tx, [...batches]));
  const ofNeeds = needs.size === 0 ? undefined : inArray(need.id, [...needs]);
  const touched = ofBatches || ofNeeds ? inArray(season.id, tx.select({ id: need.seasonId }).from(need).where(or(ofNeeds, ofBatches))) : undefined;
  // Shared with whoever else works in it, and held against its closing until this is kept.
  const rows = await tx
    .select({ name: season.name, state: season.state })
    .from(season)
    .where(or(seasons.size === 0 ? undefined : inArray(season.id, [...seasons]), touched))
    .orderBy(season.id)
    .for("share");
  const closed = rows.find(({ state }) => state === "closed");
  if (closed) refuse({ code: "season-closed", path: [], given: phrase`${closed.name}, which is closed`, allowed: phrase`a season that is open or prepared: open it again first` });
}

/** The season a new need belongs to: the one that was told, or the open one. */
export async function seasonFor(writing: Writing, told: string | null): Promise<string> {
  if (told === null) return (await presentSeason(writing.tx)).id;
  const [found] = await writing.tx
    .select({ id: season.id })
    .from(season)
    .where(and(eq(season.shopId, writing.shopId), eq(season.id, told)));
  return found?.id ?? missing("season", ["seasonId"], told);
}

export const seasonThingHandlers: Pick<Handlers<typeof seasonCommands>, "prepare-season" | "change-season" | "close-season" | "open-season"> = {
  "prepare-season": prepareSeason,
  "change-season": changeSeason,
  "close-season": closeSeason,
  "open-season": openAgain,
};
