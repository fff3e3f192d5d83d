import type { CommandEnvelope, Problem } from "@yule/contract";
import { ownKey } from "../kit/shopAt.ts";
import { openDB, type DBSchema, type IDBPDatabase } from "idb";

/** What a tablet keeps when the server is away: the last answers, and the commands that have not gone up. */
interface Kept extends DBSchema {
  answers: { key: string; value: unknown };
  /** With how far the server's clock was taken to be ahead of this device's when it was given, ms. */
  outbox: { key: number; value: { readonly command: CommandEnvelope; readonly offset: number } | CommandEnvelope };
  /** What was told while nobody could answer, and could not be taken when it went up: it waits for her to decide. */
  refused: { key: string; value: NotTaken };
}

/** What was told here, and why it was not taken. */
export interface NotTaken {
  readonly command: CommandEnvelope;
  readonly problem: Problem;
  /** When it was refused. */
  readonly at: string;
}

/** Goes up whenever an answer changes its shape. */
const VERSION = 5;

let opened: Promise<IDBPDatabase<Kept>> | null = null;
const database = (): Promise<IDBPDatabase<Kept>> => {
  opened ??= openDB<Kept>(ownKey("yule-stack", "-"), VERSION, {
    upgrade: (made, before, _now, transaction) => {
      if (before < 5) made.createObjectStore("refused");
      if (before === 0) {
        made.createObjectStore("answers");
        made.createObjectStore("outbox", { autoIncrement: true });
        return;
      }
      // Answers to an earlier version may lack what this one reads; they are asked for anew. What waits to go up stays.
      void transaction.objectStore("answers").clear();
    },
  });
  return opened;
};

/** Answers beside the few of the open work, such as holidays of a year: the oldest by name go. */
const MOST_ANSWERS = 40;

/** Keeps an answer in the place of the one before; more answers than the device should hold are given up. */
export const cacheResponse = async (path: string, answer: unknown): Promise<void> => {
  const writing = (await database()).transaction("answers", "readwrite");
  await writing.store.put(answer, path);
  const keys = await writing.store.getAllKeys();
  const extra = keys.filter((key) => key.includes("?") && key !== path).slice(0, Math.max(0, keys.length - MOST_ANSWERS));
  await Promise.all(extra.map((key) => writing.store.delete(key)));
  await writing.done;
};
export const cachedResponse = async (path: string): Promise<unknown> => (await database()).get("answers", path);

/** Forgets what was read: this device may not know it any more. What was told here stays: what waits to be sent, and what could not be taken. */
export const forgetAnswers = async (): Promise<void> => {
  const writing = (await database()).transaction(["answers", "refused"], "readwrite");
  await writing.objectStore("answers").clear();
  for (const each of await writing.objectStore("refused").getAll())
    await writing.objectStore("refused").put({ ...each, problem: { ...each.problem, present: undefined } }, each.command.id);
  await writing.done;
};

export const putInOutbox = async (command: CommandEnvelope, offset: number): Promise<void> => {
  await (await database()).add("outbox", { command, offset });
};
/** What was kept before offsets were is taken to be of this device's own clock. */
const waiting = (value: Kept["outbox"]["value"]): { readonly command: CommandEnvelope; readonly offset: number } => ("command" in value ? value : { command: value, offset: 0 });

/** The oldest waiting command with its place, or null. */
export async function oldestInOutbox(): Promise<{ key: number; command: CommandEnvelope; offset: number } | null> {
  const cursor = await (await database()).transaction("outbox").store.openCursor();
  return cursor ? { key: cursor.key, ...waiting(cursor.value) } : null;
}

export const takeFromOutbox = async (key: number): Promise<void> => (await database()).delete("outbox", key);
export const outboxCount = async (): Promise<number> => (await database()).count("outbox");
export const allInOutbox = async (): Promise<readonly CommandEnvelope[]> => (await (await database()).getAll("outbox")).map((value) => waiting(value).command);

/** More than anybody decides about: the oldest go. */
const MOST_REFUSED = 200;
export const keepRefused = async (refused: NotTaken): Promise<void> => {
  const writing = (await database()).transaction("refused", "readwrite");
  await writing.store.put(refused, refused.command.id);
  // Ids are made in the order of time.
  const keys = await writing.store.getAllKeys();
  await Promise.all(keys.slice(0, Math.max(0, keys.length - MOST_REFUSED)).map((key) => writing.store.delete(key)));
  await writing.done;
};
export const allRefused = async (): Promise<readonly NotTaken[]> => (await database()).getAll("refused");
export const refusedCount = async (): Promise<number> => (await database()).count("refused");
export const dropRefused = async (id: string): Promise<void> => (await database()).delete("refused", id);
