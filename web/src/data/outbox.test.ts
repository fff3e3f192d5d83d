/** A database of the browser, in memory. */
import "fake-indexeddb/auto";
import type { BenchRead, CommandEnvelope } from "@yule/contract";

import { api } from "./api.ts";
import { allInOutbox, allRefused, forgetAnswers, keepRefused, outboxCount, takeFromOutbox, oldestInOutbox } from "./cache.ts";
import { letGo, sendAll, sendCommand, tellAnew } from "./outbox.ts";
import { store } from "./store.ts";

const GONE = { path: ["batchId"], code: "not-found", given: "b", allowed: "the id of a batch of this shop" };
const told = { code: "not-found", path: ["batchId"], given: ["b"], allowed: ["the id of a batch of this shop"] };

/** A server that can be away, refuses what it is told to, and counts what it was asked. */
let isAway = false;
let refused: (command: CommandEnvelope) => boolean = () => false;
let sent: CommandEnvelope[] = [];
let benchReads = 0;
const batch = { id: "b", facts: [], units: [], perSheet: 1 } as unknown as BenchRead["batches"][number];
const bench: BenchRead = { batches: [batch], sessions: [], room: null, yields: [], learned: { records: [], worked: [], stays: [] } };
const answer = (status: number, body: unknown): Response => ({ ok: status < 400, status, headers: new Headers(), json: () => Promise.resolve(body) }) as Response;
const server = (path: string, init?: RequestInit): Promise<Response> => {
  if (isAway) return Promise.reject(new Error("nothing answers"));
  if (path.endsWith("/bench")) {
    benchReads += 1;
    return Promise.resolve(answer(200, bench));
  }
  const command = JSON.parse(init?.body as string) as CommandEnvelope;
  if (refused(command)) return Promise.resolve(answer(422, { type: "about:blank", title: "Refused.", status: 422, detail: "That batch is gone.", errors: [GONE] }));
  sent.push(command);
  return Promise.resolve(answer(200, { event: { id: command.id, seq: sent.length, happened: { kind: "older", words: "told" }, undoable: false } }));
};

const tap = (unitId: string) => ({ batchId: "b", facts: [{ id: `f${unitId}`, unitId, stageId: "wash", what: "done" as const, at: "2031-11-08T10:00:00.000Z" }] });
const settled = (): Promise<void> => new Promise((done) => setTimeout(done, 30));
const units = (commands: readonly CommandEnvelope[]): string[] => commands.map(({ payload }) => (payload as ReturnType<typeof tap>).facts[0]?.unitId ?? "");

beforeEach(async () => {
  for (let next = await oldestInOutbox(); next; next = await oldestInOutbox()) await takeFromOutbox(next.key);
  for (const { command } of await allRefused()) await letGo(command.id);
  [sent, isAway, benchReads, refused] = [[], false, 0, () => false];
  globalThis.fetch = server as typeof fetch;
});

const shownFacts = (): string[] => (api.endpoints.bench.select()(store.getState()).data?.batches ?? []).flatMap(({ facts }) => facts.map(({ id }) => id));

test("a tap is kept at the press and goes up, whether it has been drawn yet or not", async () => {
  let draw = (): void => undefined;
  isAway = true;
  const answered = sendCommand("tell-bench", tap("1"), { quiet: true, later: (show) => (draw = show) });
  await settled();
  expect(units(await allInOutbox())).toEqual(["1"]);
  isAway = false;
  await answered;
  await sendAll();
  expect(units(sent)).toEqual(["1"]);
  expect(await outboxCount()).toBe(0);
  expect(store.getState().outbox.notices).toEqual([]);
  draw();
});

test("a tap that was refused before it was drawn on the whole bench is not drawn there", async () => {
  const reading = store.dispatch(api.endpoints.bench.initiate(undefined, { forceRefetch: true }));
  await reading;
  const later: (() => void)[] = [];
  refused = (command) => units([command])[0] === "1";
  await Promise.all(["1", "2"].map((unit) => sendCommand("tell-bench", tap(unit), { quiet: true, later: (show) => later.push(show) })));
  for (const show of later) show();
  expect(shownFacts()).toEqual(["f2"]);
  reading.unsubscribe();
});

test("what was told while the server was away is kept, and goes up in order, each once", async () => {
  isAway = true;
  const answered = await Promise.all(["1", "2", "3"].map((unit) => sendCommand("tell-bench", tap(unit), { quiet: true })));
  expect(answered.map(({ state }) => state)).toEqual(["waiting", "waiting", "waiting"]);
  expect(store.getState().outbox).toMatchObject({ online: false, waiting: 3 });
  isAway = false;
  await Promise.all([sendAll(), sendAll()]);
  await settled();
  expect(units(sent)).toEqual(["1", "2", "3"]);
  expect(new Set(sent.map(({ id }) => id)).size).toBe(3);
  expect(store.getState().outbox).toMatchObject({ online: true, waiting: 0 });
});

test("what is refused is said, and holds nothing up behind it", async () => {
  isAway = true;
  await Promise.all(["1", "2", "3"].map((unit) => sendCommand("tell-bench", tap(unit), { quiet: true })));
  isAway = false;
  refused = (command) => units([command])[0] === "2";
  await sendAll();
  expect(units(sent)).toEqual(["1", "3"]);
  expect(await outboxCount()).toBe(0);
  expect(store.getState().outbox.notices.at(-1)).toMatchObject({ lines: [told], bad: true });
});

test("what was told without the server and could not be taken waits for her to decide: told anew it goes over what is there, or it is let go", async () => {
  isAway = true;
  await sendCommand("count-store", { id: "s", version: 3, onHand: 12 }, { ownRefusals: true });
  await sendCommand("tell-bench", tap("2"), { quiet: true });
  isAway = false;
  refused = () => true;
  await sendAll();
  expect(store.getState().outbox.refused).toBe(2);
  const [count, tapped] = await allRefused();
  expect([count?.command.kind, tapped?.command.kind, count?.problem.errors]).toEqual(["count-store", "tell-bench", [GONE]]);
  if (!count || !tapped) throw new Error("two were refused");
  // Refused again it stays, with what is wrong now; nothing of it is told elsewhere.
  expect((await tellAnew(count)).state).toBe("refused");
  expect(store.getState().outbox.refused).toBe(2);
  refused = () => false;
  await tellAnew({ ...count, problem: { ...count.problem, present: { version: 5, onHand: 9 } } });
  expect(sent.map(({ kind, payload }) => [kind, payload])).toEqual([["count-store", { id: "s", version: 5, onHand: 12 }]]);
  expect(sent[0]?.id).not.toBe(count.command.id);
  await letGo(tapped.command.id);
  expect([store.getState().outbox.refused, await allRefused()]).toEqual([0, []]);
  // A device that is sent out keeps what was told on it, and nothing that it was told of the shop.
  await keepRefused({ ...count, problem: { ...count.problem, present: { version: 5, onHand: 9 } } });
  await forgetAnswers();
  expect((await allRefused()).map(({ command, problem }) => [command.id, problem.present])).toEqual([[count.command.id, undefined]]);
});

test("who is told at once why something is refused is not asked about it again", async () => {
  refused = () => true;
  await sendCommand("add-series", { id: "s", name: "Shore", palette: "cool" }, { quiet: true });
  expect(await allRefused()).toEqual([]);
});

test("a refusal is told by the sender; a caller that says it itself takes it over", async () => {
  refused = () => true;
  const notices = () => store.getState().outbox.notices;
  const before = notices().at(-1)?.id;
  const own = await sendCommand("add-series", { id: "s", name: "Shore", palette: "cool" }, { ownRefusals: true });
  expect(own.state).toBe("refused");
  expect(notices().at(-1)?.id).toBe(before);
  await sendCommand("add-series", { id: "s", name: "Shore", palette: "cool" }, { quiet: true });
  expect(notices().at(-1)).toMatchObject({ lines: [told], bad: true, undo: null });
  expect(notices().at(-1)?.id).not.toBe(before);
});

test("what a caller was to say itself is told all the same when it is refused after the caller has gone", async () => {
  isAway = true;
  const waiting = await sendCommand("add-series", { id: "s", name: "Shore", palette: "cool" }, { ownRefusals: true });
  expect(waiting.state).toBe("waiting");
  const before = store.getState().outbox.notices.at(-1)?.id;
  isAway = false;
  refused = () => true;
  await sendAll();
  expect(store.getState().outbox.notices.at(-1)?.id).not.toBe(before);
});

test("what goes up in a row is read anew once, not for each", async () => {
  const reading = store.dispatch(api.endpoints.bench.initiate());
  await reading;
  const before = benchReads;
  isAway = true;
  await Promise.all(Array.from({ length: 40 }, (_, unit) => sendCommand("tell-bench", tap(String(unit)), { quiet: true })));
  isAway = false;
  await sendAll();
  await settled();
  expect(sent).toHaveLength(40);
  expect(benchReads).toBe(before + 1);
  reading.unsubscribe();
});
