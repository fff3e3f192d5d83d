import type { BenchRead, CommandEnvelope } from "@yule/contract";

/** Jest's types leave out what its ES modules have. */
const fake = import.meta.jest as unknown as { readonly unstable_mockModule: (path: string, make: () => object) => void };

/** A disk that forgets with the test. */
let disk: { key: number; command: CommandEnvelope; offset: number }[] = [];
let keys = 0;
fake.unstable_mockModule("./cache.ts", () => ({
  putInOutbox: (command: CommandEnvelope, offset: number) => {
    disk.push({ key: (keys += 1), command, offset });
    return Promise.resolve();
  },
  oldestInOutbox: () => Promise.resolve(disk[0] ?? null),
  takeFromOutbox: (key: number) => {
    disk = disk.filter((each) => each.key !== key);
    return Promise.resolve();
  },
  outboxCount: () => Promise.resolve(disk.length),
  allInOutbox: () => Promise.resolve(disk.map(({ command }) => command)),
  keepAnswer: () => Promise.resolve(),
  keptAnswer: () => Promise.resolve(undefined),
}));
const { give, sendAll } = await import("./outbox.ts");
const { store } = await import("./store.ts");
const { api } = await import("./api.ts");

/** A server that can be away, refuses what it is told to, and counts what it was asked. */
let isAway = false;
let refused: (command: CommandEnvelope) => boolean = () => false;
let sent: CommandEnvelope[] = [];
let benchReads = 0;
const batch = { id: "b", facts: [], units: [], perSheet: 1 } as unknown as BenchRead["batches"][number];
const bench: BenchRead = { batches: [batch], sessions: [], room: null, yields: [] };
const answer = (status: number, body: unknown): Response => ({ ok: status < 400, status, json: () => Promise.resolve(body) }) as Response;
const server = (path: string, init?: RequestInit): Promise<Response> => {
  if (isAway) return Promise.reject(new Error("nothing answers"));
  if (path.endsWith("/bench")) {
    benchReads += 1;
    return Promise.resolve(answer(200, bench));
  }
  const command = JSON.parse(init?.body as string) as CommandEnvelope;
  if (refused(command))
    return Promise.resolve(
      answer(422, { type: "about:blank", title: "Refused.", status: 422, detail: "That batch is gone.", errors: [{ path: [], code: "gone", given: "", allowed: "" }] }),
    );
  sent.push(command);
  return Promise.resolve(answer(200, { event: { id: command.id, seq: sent.length, summary: "told", undoable: false } }));
};

const tap = (unitId: string) => ({ batchId: "b", facts: [{ id: `f${unitId}`, unitId, stageId: "wash", what: "done" as const, at: "2031-11-08T10:00:00.000Z" }] });
const settled = (): Promise<void> => new Promise((done) => setTimeout(done, 30));
const units = (commands: readonly CommandEnvelope[]): string[] => commands.map(({ payload }) => (payload as ReturnType<typeof tap>).facts[0]?.unitId ?? "");

beforeEach(() => {
  [disk, sent, isAway, benchReads, refused] = [[], [], false, 0, () => false];
  globalThis.fetch = server as typeof fetch;
});

const shownFacts = (): string[] => (api.endpoints.bench.select()(store.getState()).data?.batches ?? []).flatMap(({ facts }) => facts.map(({ id }) => id));

test("a tap is kept at the press and goes up, whether it has been drawn yet or not", async () => {
  let draw = (): void => undefined;
  isAway = true;
  const told = give("tell-bench", tap("1"), { quiet: true, later: (show) => (draw = show) });
  expect(units(disk.map(({ command }) => command))).toEqual(["1"]);
  isAway = false;
  await told;
  await sendAll();
  expect(units(sent)).toEqual(["1"]);
  expect(disk).toEqual([]);
  expect(store.getState().outbox.notices).toEqual([]);
  draw();
});

test("a tap that was refused before it was drawn on the whole bench is not drawn there", async () => {
  const reading = store.dispatch(api.endpoints.bench.initiate(undefined, { forceRefetch: true }));
  await reading;
  const later: (() => void)[] = [];
  refused = (command) => units([command])[0] === "1";
  await Promise.all(["1", "2"].map((unit) => give("tell-bench", tap(unit), { quiet: true, later: (show) => later.push(show) })));
  for (const show of later) show();
  expect(shownFacts()).toEqual(["f2"]);
  reading.unsubscribe();
});

test("what was told while the server was away is kept, and goes up in order, each once", async () => {
  isAway = true;
  const told = await Promise.all(["1", "2", "3"].map((unit) => give("tell-bench", tap(unit), { quiet: true })));
  expect(told.map(({ state }) => state)).toEqual(["waiting", "waiting", "waiting"]);
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
  await Promise.all(["1", "2", "3"].map((unit) => give("tell-bench", tap(unit), { quiet: true })));
  isAway = false;
  refused = (command) => units([command])[0] === "2";
  await sendAll();
  expect(units(sent)).toEqual(["1", "3"]);
  expect(disk).toEqual([]);
  expect(store.getState().outbox.notices.at(-1)).toMatchObject({ text: "That batch is gone.", bad: true });
});

test("what goes up in a row is read anew once, not for each", async () => {
  const reading = store.dispatch(api.endpoints.bench.initiate());
  await reading;
  const before = benchReads;
  isAway = true;
  await Promise.all(Array.from({ length: 40 }, (_, unit) => give("tell-bench", tap(String(unit)), { quiet: true })));
  isAway = false;
  await sendAll();
  await settled();
  expect(sent).toHaveLength(40);
  expect(benchReads).toBe(before + 1);
  reading.unsubscribe();
});
