import { phrase } from "@yule/core";
import {
  changesPlan,
  commandSchemas,
  eventPhrase,
  faultsOf,
  phraseText,
  readsTouchedBy,
  type CommandAnswer,
  type CommandKind,
  type CommandPayload,
  type EventRead,
  type EventTold,
  type NoteRead,
  type ToldBy,
} from "@yule/contract";
import { and, eq, sql } from "drizzle-orm";
import type { z } from "zod";
import type { Change } from "../db/change.ts";
import { inShop, type Database, type Transaction } from "../db/pool.ts";
import { missing, Refusal } from "../db/refusal.ts";
import { Writing } from "../db/writing.ts";
import { shopHandlers } from "../shop/commands.ts";
import { seasonHandlers } from "../season/commands.ts";
import { refuseClosed } from "../season/seasons.ts";
import { countChange } from "../season/plan/reads.ts";
import { designsHandlers } from "../designs/commands.ts";
import { colourHandlers } from "../colour/commands.ts";
import { storesHandlers } from "../stores/commands.ts";
import { sheetsHandlers } from "../sheets/commands.ts";
import { foldLearned } from "../learned/fold.ts";
import { benchHandlers } from "../bench/commands.ts";
import { finishHandlers } from "../finish/commands.ts";
import { dispatchHandlers } from "../dispatch/commands.ts";
import { learningHandlers } from "../learned/commands.ts";
import type { Outside } from "../outside/outside.ts";
import type { Handler, HandlerResult } from "./handler.ts";
import { noteHandlers } from "./notes.ts";
import { countStale } from "./revisions.ts";
import { event } from "./tables.ts";
import { keepSums } from "./years.ts";

/** Each domain tells how its commands are carried out. */
const handlers: { readonly [Kind in CommandKind]: Handler<Kind> } = {
  ...shopHandlers,
  ...seasonHandlers,
  ...designsHandlers,
  ...colourHandlers,
  ...storesHandlers,
  ...sheetsHandlers,
  ...benchHandlers,
  ...finishHandlers,
  ...dispatchHandlers,
  ...noteHandlers,
  ...learningHandlers,
  undo,
};

/** Who gives a command, and when it reaches the server. */
export interface Giver {
  readonly shopId: string;
  readonly accountId: string;
  readonly now: Date;
  readonly outside: Outside;
  /** By which device, and as whom; left out where nobody sits before one. */
  readonly by?: ToldBy;
  /** What others than the maker may take back, and be told of again; left out for the maker. */
  readonly mayUndo?: (kind: CommandKind) => boolean;
}

export interface GivenCommand {
  readonly id: string;
  readonly kind: CommandKind;
  readonly at?: string | undefined;
  readonly sentAt?: string | undefined;
  readonly payload: unknown;
}

/** A device's clock may be this far from the server's; beyond it the device's clock is wrong. */
const CLOCK_SLACK_MS = 120_000;

/** What is to be added to a device's moments: nothing where its clock is right, or where it does not tell its present. */
function clockCorrection(given: GivenCommand, now: Date): number {
  const off = given.sentAt ? now.getTime() - new Date(given.sentAt).getTime() : 0;
  return Math.abs(off) > CLOCK_SLACK_MS ? off : 0;
}

/** A command that was carried out, before the rest follows from it. */
interface CarriedOut {
  readonly kind: CommandKind;
  readonly row: typeof event.$inferSelect;
  readonly changes: readonly Change[];
}

/**
 * Runs one command in one transaction with one row in the log. The same id again answers the same without doing it.
 * @throws Refusal with what was wrong
 */
export async function runCommand(database: Database, giver: Giver, given: GivenCommand): Promise<CommandAnswer> {
  return untangled(() =>
    inShop(database, giver.shopId, async (tx) => {
      // Two tellings of one command meet here, and the second waits for the first.
      await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${given.id}, 0))`);
      const [before] = await tx.select().from(event).where(eq(event.id, given.id));
      if (before) {
        if (giver.mayUndo) onlyWhatMay(giver.mayUndo, before);
        return { event: eventRead(before) };
      }
      const done = await carryOut(tx, giver, given);
      await settle(tx, giver.shopId, [done]);
      return { event: eventRead(done.row) };
    }),
  );
}

/** A command with the moment at which it is given. */
export interface BulkCommand {
  readonly given: GivenCommand;
  readonly now: Date;
}

/**
 * Runs many commands in one transaction, each with its row in the log: all of them or none. What follows from them is worked out once.
 * @throws Refusal with what was wrong with the first that cannot be; where one was done before, as the log takes no second row of it
 */
export async function runCommands(database: Database, giver: Omit<Giver, "now">, bulk: readonly BulkCommand[]): Promise<void> {
  await inShop(database, giver.shopId, (tx) => carryOutAll(tx, giver, bulk));
}

/** The same within a transaction that does more. */
export async function carryOutAll(tx: Transaction, giver: Omit<Giver, "now">, bulk: readonly BulkCommand[]): Promise<void> {
  const done: CarriedOut[] = [];
  for (const { given, now } of bulk) done.push(await carryOut(tx, { ...giver, now }, given));
  await settle(tx, giver.shopId, done);
}

async function carryOut(tx: Transaction, giver: Giver, given: GivenCommand): Promise<CarriedOut> {
  const { kind } = given;
  const schema = commandSchemas[kind] as z.ZodType;
  const read = schema.safeParse(given.payload);
  if (!read.success) throw new Refusal(422, phrase`Some of what was given cannot be.`, faultsOf(read.error, given.payload));
  if (kind === "undo" && giver.mayUndo) {
    const [asked] = await tx
      .select()
      .from(event)
      .where(eq(event.id, (read.data as CommandPayload<"undo">).eventId));
    if (asked) onlyWhatMay(giver.mayUndo, asked);
  }
  const correction = clockCorrection(given, giver.now);
  const happenedAt = given.at ? new Date(new Date(given.at).getTime() + correction) : giver.now;
  const at = happenedAt.getTime() > giver.now.getTime() + CLOCK_SLACK_MS ? giver.now : happenedAt;
  const writing = new Writing(tx, giver.shopId, at, giver.outside, { now: giver.now, correction });
  const handler = handlers[kind] as (writing: Writing, payload: unknown, eventId: string) => Promise<HandlerResult<CommandKind>>;
  const done = await handler(writing, read.data, given.id);
  const [row] = await tx
    .insert(event)
    .values({
      shopId: giver.shopId,
      id: given.id,
      accountId: giver.accountId,
      at,
      kind,
      subjectKind: done.subject[0],
      subjectId: done.subject[1],
      facts: done.facts,
      summary: phraseText(eventPhrase({ kind, facts: done.facts } as EventTold)),
      payload: given.payload ?? {},
      changes: writing.changes,
      toldBy: giver.by?.device ?? null,
      toldAs: giver.by?.role ?? null,
    })
    .returning();
  if (!row) throw new Error("the log took no row");
  return { kind, row, changes: writing.changes };
}

/** Whoever may not tell something may not take it back or be told of it either: @throws Refusal 403 */
function onlyWhatMay(may: (kind: CommandKind) => boolean, row: typeof event.$inferSelect): void {
  const told = toldOf(row);
  const kind = told.kind === "undo" ? told.facts.of.kind : told.kind;
  if (kind === "older" || !may(kind)) throw new Refusal(403, phrase`This is the maker's to see and to do.`);
}

/** What follows from commands, in their own transaction: what was learned, whether a plan is of the newest facts, which reads are stale, and the word of it to every screen. */
async function settle(tx: Transaction, shopId: string, done: readonly CarriedOut[]): Promise<void> {
  const last = done[done.length - 1];
  if (!last) return;
  const changes = done.flatMap((each) => each.changes);
  await refuseClosed(tx, changes);
  await foldLearned(tx, shopId, changes);
  await keepSums(tx, shopId, changes, last.row.at);
  // Told with the change: from now on the plan that stands is not of the newest facts.
  const wanted = done.some(({ kind, row }) => changesPlan(kind, row.payload)) ? await countChange(tx, shopId) : null;
  const revisions = await countStale(tx, shopId, [...new Set(done.flatMap(({ kind, row }) => readsTouchedBy(kind, row.payload)))]);
  const kinds = [...new Set(done.map(({ kind }) => kind))];
  // Of many kinds together the screens are told as of one that is not known: they read all anew.
  await tx.execute(
    sql`select pg_notify('yule', ${JSON.stringify({ shop: shopId, seq: last.row.seq, id: last.row.id, kind: kinds.length === 1 ? last.kind : "many", wanted, revisions })})`,
  );
}

/** PostgreSQL's word for two transactions that wait for each other, of which it has ended one. */
const DEADLOCK = "40P01";
const MOST_TRIES = 3;

/** Tries again what was ended because two commands waited for each other: nothing of it was kept. */
async function untangled<T>(work: () => Promise<T>, tries = 1): Promise<T> {
  try {
    return await work();
  } catch (thrown) {
    const cause = thrown instanceof Error ? (thrown.cause ?? thrown) : thrown;
    if (tries < MOST_TRIES && (cause as { readonly code?: string }).code === DEADLOCK) return untangled(work, tries + 1);
    throw thrown;
  }
}

/** Takes a command back, or an undo: that is redo. */
async function undo(writing: Writing, payload: CommandPayload<"undo">, eventId: string): Promise<HandlerResult<"undo">> {
  const [found] = await writing.tx
    .select()
    .from(event)
    .where(and(eq(event.shopId, writing.shopId), eq(event.id, payload.eventId)))
    .for("no key update");
  if (!found) return missing("logbook entry", ["eventId"], payload.eventId);
  if (found.undoneBy) throw new Refusal(409, phrase`This was undone already.`);
  await writing.takeBack(found.changes);
  await writing.tx
    .update(event)
    .set({ undoneBy: eventId })
    .where(and(eq(event.shopId, writing.shopId), eq(event.id, found.id)));
  const taken = toldOf(found);
  // Taking back a taking back says what it brings again, not the whole way there.
  const facts = taken.kind === "undo" ? { of: taken.facts.of, again: !taken.facts.again } : { of: taken, again: false };
  return { subject: [found.subjectKind, found.subjectId], facts };
}

/** What a row keeps; older rows have their words alone. */
const toldOf = (row: typeof event.$inferSelect): EventTold => (row.facts === null ? { kind: "older", words: row.summary } : ({ kind: row.kind, facts: row.facts } as EventTold));

/** @param notes what is pinned to it; to one that was just told nothing is */
export const eventRead = (row: typeof event.$inferSelect, notes: readonly NoteRead[] = []): EventRead => ({
  seq: row.seq,
  id: row.id,
  at: row.at.toISOString(),
  kind: row.kind,
  subjectKind: row.subjectKind,
  subjectId: row.subjectId,
  happened: toldOf(row),
  undoneBy: row.undoneBy,
  undoable: row.undoneBy === null && row.changes.length > 0,
  by: row.toldBy === null ? null : { device: row.toldBy, role: row.toldAs ?? "maker" },
  notes,
});
