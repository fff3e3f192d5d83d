import { problemTitle } from "@yule/contract";
import {
  eventPhrase,
  problemFaults,
  readsTouchedBy,
  type CommandAnswer,
  type CommandEnvelope,
  type CommandInput,
  type CommandKind,
  type LogbookRead,
  type Problem,
  type ReadName,
} from "@yule/contract";
import { v7 } from "uuid";
import { clockOffset } from "./serverClock.ts";
import { api, problemIn, request } from "./api.ts";
import { dropRefused, keepRefused, oldestInOutbox, outboxCount, putInOutbox, refusedCount, takeFromOutbox, type NotTaken } from "./cache.ts";
import { askToKeep, noteWaiting } from "./kept.ts";
import { noticeAdded, refusedCounted, serverReached, tapShown, waitingCounted } from "./notices.ts";
import { store, type AppDispatch } from "./store.ts";
import { applyPendingCommand, applyToFairs, applyToShelf, applyToShop } from "./pending.ts";

/** What became of a command: done, refused with what was wrong, or kept until the server is back. */
export type Sent = { readonly state: "done"; readonly answer: CommandAnswer } | { readonly state: "refused"; readonly problem: Problem } | { readonly state: "waiting" };

let sending = false;
let retry: ReturnType<typeof setTimeout> | undefined;
const RETRY_MS = 2_000;
const READ_EVERY_MS = 1_500;

/** A device that was sent out keeps what waits until it is let in again. Nothing answered, or the server, its database or its disk cannot just now. Anything else would be refused again, and must not hold up what waits behind it. */
const AWAY: ReadonlySet<number> = new Set([0, 401, 502, 503, 504, 507]);

/** What this screen sent itself: it reads anew by the answer, and the feed tells it once more, often before that. */
const sentHere = new Set<string>();
export const isOwn = (id: string | undefined): boolean => id !== undefined && sentHere.delete(id);

/** How a command is sent. */
export interface Sending {
  /** Tells nothing when it is done, as for taps at the bench. */
  readonly quiet?: boolean;
  /** When it happened, where that is not now. */
  readonly at?: Date;
  /** Is given the showing of a tap on the whole bench, to do it when the tap's own panel has been drawn; otherwise it is done at once. */
  readonly later?: (show: () => void) => void;
  /** The caller says itself, where it was asked for, why a command was refused; otherwise it is told in a notice. */
  readonly ownRefusals?: boolean;
}

/** Who waits for what becomes of a command. */
interface Waiting {
  readonly resolve: (sent: Sent) => void;
  readonly ownRefusals: boolean;
}
const waiting = new Map<string, Waiting>();

/** Sends a command: kept first, so that no reload loses it, then sent in order. A refusal is always told. */
export async function sendCommand<Kind extends CommandKind>(
  kind: Kind,
  payload: CommandInput<Kind>,
  { quiet = false, at, later = (show) => show(), ownRefusals = false }: Sending = {},
): Promise<Sent> {
  const command: CommandEnvelope<Kind> = { id: v7(), kind, payload, ...(at ? { at: at.toISOString() } : {}) };
  let isRefused = false;
  if (command.kind === "tell-bench" || command.kind === "tell-session") {
    later(() => {
      if (!isRefused) show(command);
    });
  }
  if (SHOWN_AT_ONCE.has(kind)) showOnShelf(command);
  if (kind === "set-shop") showInShop(command);
  if (kind === "ring-up") showAtTill(command);
  await putInOutbox(command, clockOffset());
  const sent = new Promise<Sent>((resolve) => waiting.set(command.id, { resolve, ownRefusals }));
  void sendAll();
  const result = await sent;
  isRefused = result.state === "refused";
  if (result.state === "done" && !quiet)
    store.dispatch(noticeAdded({ id: command.id, lines: [eventPhrase(result.answer.event.happened)], undo: result.answer.event.undoable ? command.id : null, bad: false }));
  return result;
}

/**
 * A tap is shown before it is sent. The plain answer is used: a draft of it would be walked through whole. The store tells of patched
 * answers a blink later, by itself, but at once when it is told anything else: another tap may follow within that blink.
 */
function show(command: CommandEnvelope): void {
  const { data } = api.endpoints.bench.select()(store.getState());
  if (data) store.dispatch(api.util.updateQueryData("bench", undefined, () => applyPendingCommand(data, command)));
  store.dispatch(tapShown());
}

/** What is counted and ticked is shown before it is sent, with the server or without it. What is refused is read anew. */
const SHOWN_AT_ONCE: ReadonlySet<CommandKind> = new Set(["count-store", "mark-to-buy"]);
function showOnShelf(command: CommandEnvelope): void {
  const { data } = api.endpoints.stores.select()(store.getState());
  if (data) store.dispatch(api.util.updateQueryData("stores", undefined, () => applyToShelf(data, command)));
}

/** Other units or another country's way of writing are seen at the press. What is refused is read anew. */
function showInShop(command: CommandEnvelope): void {
  const { data } = api.endpoints.shop.select()(store.getState());
  if (data) store.dispatch(api.util.updateQueryData("shop", undefined, () => applyToShop(data, command)));
}

/** At a stall the next buyer waits, and there may be no network: what was rung up is gone from the table at once. */
function showAtTill(command: CommandEnvelope): void {
  const { data } = api.endpoints.fairs.select()(store.getState());
  if (data) store.dispatch(api.util.updateQueryData("fairs", undefined, () => applyToFairs(data, command)));
}

/** Sends what waits, oldest first, one at a time. */
export async function sendAll(): Promise<void> {
  if (sending) return;
  sending = true;
  clearTimeout(retry);
  const { dispatch } = store;
  const touched = new Touched(dispatch);
  try {
    for (let next = await oldestInOutbox(); next; next = await oldestInOutbox()) {
      const left = await outboxCount();
      dispatch(waitingCounted(left));
      // The present by the clock that told the moments, so that a clock that was wrong then shows now.
      const sent = await sendOne({ ...next.command, sentAt: new Date(Date.now() + next.offset).toISOString() });
      if (sent.state === "waiting") {
        dispatch(serverReached(false));
        noteWaiting(left);
        askToKeep();
        // Those who wait for an answer are told that it is kept; it goes up later all the same.
        for (const { resolve } of waiting.values()) resolve(sent);
        waiting.clear();
        retry = setTimeout(() => void sendAll(), RETRY_MS);
        return;
      }
      dispatch(serverReached(true));
      noteWaiting(left - 1);
      // Kept before it is taken out of what waits: whatever happens in between, it is not lost.
      if (sent.state === "refused" && !waiting.has(next.command.id)) await keepForHer(next.command, sent.problem);
      await takeFromOutbox(next.key);
      settle(dispatch, next.command, sent);
      touched.add(readsTouchedBy(next.command.kind, next.command.payload));
    }
    dispatch(waitingCounted(0));
  } finally {
    touched.readAnew();
    sending = false;
  }
}

async function keepForHer(command: CommandEnvelope, problem: Problem): Promise<void> {
  await keepRefused({ command, problem, at: new Date().toISOString() });
  await countRefused();
}

/** How much waits for her to decide, as it lies on this device. */
export const countRefused = async (): Promise<void> => {
  store.dispatch(refusedCounted(await refusedCount()));
};

/** Whatever was there when it was told: it goes on from what is there now. */
function overWhatIsThere({ command, problem }: NotTaken): CommandEnvelope["payload"] {
  const now = (problem.present as { readonly version?: unknown } | null | undefined)?.version;
  return typeof now === "number" && "version" in command.payload ? { ...command.payload, version: now } : command.payload;
}

/** Tells once more what could not be taken, as something new. @returns what became of it; it is no longer laid before her unless it was refused again */
export async function tellAnew(refused: NotTaken): Promise<Sent> {
  const sent = await sendCommand(refused.command.kind, overWhatIsThere(refused) as CommandInput<CommandKind>, { ownRefusals: true });
  if (sent.state === "refused") await keepRefused({ ...refused, problem: sent.problem });
  else await letGo(refused.command.id);
  return sent;
}

/** She decides that what is there stays. */
export async function letGo(id: string): Promise<void> {
  await dropRefused(id);
  await countRefused();
}

async function sendOne(command: CommandEnvelope): Promise<Sent> {
  sentHere.add(command.id);
  try {
    const answer = (await request("commands", { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify(command) })) as CommandAnswer;
    return { state: "done", answer };
  } catch (thrown) {
    const problem = problemIn(thrown);
    return AWAY.has(problem.status) ? { state: "waiting" } : { state: "refused", problem };
  }
}

function settle(dispatch: AppDispatch, command: CommandEnvelope, sent: Sent): void {
  const caller = waiting.get(command.id);
  waiting.delete(command.id);
  caller?.resolve(sent);
  // Nobody waits any more for what was kept over a reload or a time without the server: it is told here, and laid before her until she decides.
  if (sent.state === "refused" && !caller?.ownRefusals) dispatch(noticeAdded({ id: command.id, lines: problemFaults(sent.problem), undo: null, bad: true }));
}

/** Of many commands that go up after each other what they touched is read anew every so often and at the end, not once for each. */
class Touched {
  private readonly tags = new Set<ReadName>();
  private since = Date.now();

  constructor(private readonly dispatch: AppDispatch) {}

  add(tags: readonly ReadName[]): void {
    for (const tag of tags) this.tags.add(tag);
    if (Date.now() - this.since > READ_EVERY_MS) this.readAnew();
  }

  readAnew(): void {
    this.since = Date.now();
    if (this.tags.size === 0) return;
    this.dispatch(api.util.invalidateTags([...this.tags]));
    this.tags.clear();
  }
}

/** Takes a command back. */
export const undo = (eventId: string): Promise<Sent> => sendCommand("undo", { eventId });

/** Takes the last tap at the bench back, whichever device told it. Without the server there is nothing to ask. */
export async function undoLastTap(): Promise<void> {
  try {
    const { events } = (await request("logbook?most=20&part=bench")) as LogbookRead;
    const last = events.find((event) => event.kind === "tell-bench" && event.undoable);
    if (last) await undo(last.id);
  } catch (thrown) {
    store.dispatch(noticeAdded({ id: v7(), lines: [problemTitle(problemIn(thrown))], undo: null, bad: true }));
  }
}
