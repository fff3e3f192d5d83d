import { expect, test } from "@playwright/test";
import { spawn, type ChildProcess } from "node:child_process";
import { randomUUID } from "node:crypto";
import { rmSync } from "node:fs";
import { join } from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { buildServer, buildWorker } from "../scripts/lib/build.mjs";
import { freePort, startPostgres } from "../scripts/lib/postgres.mjs";
import { serverEnv } from "../scripts/lib/serverEnv.mjs";
import { temporaryFolder } from "../scripts/lib/testServer.mjs";
import { NOW } from "./src/shop.ts";

const root = join(import.meta.dirname, "..");
/** As many kills as are wanted; a few in each run. */
const KILLS = Number(process.env.YULE_KILLS ?? 6);
const SEED = Number(process.env.YULE_KILLS_SEED ?? 23);
const DEVICES = 4;

/** The same moments and victims at each run (mulberry32). */
function drawnFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Any process that may be killed at any moment, and begun again where it was. */
class Victim {
  constructor(
    private readonly begun: () => Promise<ChildProcess>,
    private child: ChildProcess | null = null,
  ) {}

  async begin(): Promise<void> {
    this.child = await this.begun();
  }
  async kill(): Promise<void> {
    const { child } = this;
    if (!child?.pid || child.exitCode !== null) return;
    const gone = new Promise((done) => child.once("exit", done));
    process.kill(child.pid, "SIGKILL");
    await gone;
  }
}

/** What the project has built, itself: nothing lives on beneath it when it is killed. */
function launched(program: string, env: NodeJS.ProcessEnv, ready: RegExp): Promise<ChildProcess> {
  const child = spawn("node", [program], { cwd: root, env, stdio: ["ignore", "pipe", "pipe"] });
  let said = "";
  return new Promise((resolve, reject) => {
    const hear = (text: Buffer): void => {
      said = (said + text.toString()).slice(-2_000);
      if (ready.test(said)) resolve(child);
    };
    child.stdout.on("data", hear);
    child.stderr.on("data", hear);
    child.once("exit", () => reject(new Error(`${program} did not begin: ${said}`)));
  });
}

interface Told {
  readonly id: string;
  readonly quantity: number;
  /** The command that it took back. */
  readonly undoes: string | null;
}

test(`${String(KILLS)} kills of server, PostgreSQL and worker under load: every acknowledged command is there once, in its device's order, and the shelf is its sum`, async () => {
  test.setTimeout(60_000 + KILLS * 12_000);
  const draw = drawnFrom(SEED);
  const folder = temporaryFolder("kills");
  const [databasePort, port] = [await freePort(), await freePort()];
  // As durable as a maker's own: what is acknowledged lies on the disk.
  let postgres = await startPostgres(folder, { durable: true, port: databasePort });
  const database = new Victim(async () => (postgres = await startPostgres(folder, { durable: true, port: databasePort })).child, postgres.child);
  const env = { ...process.env, ...(await serverEnv({ port })), DATABASE_URL: postgres.url, YULE_NOW: NOW, YULE_DATA: "", YULE_PLANNING: "0" };
  const [serving, planning] = [await buildServer(), await buildWorker()];
  const server = new Victim(() => launched(serving, env, /READY/));
  const worker = new Victim(() => launched(planning, env, /Making plans/));
  const url = `http://127.0.0.1:${String(port)}/api`;
  await server.begin();
  await worker.begin();
  let isOver = false;
  const told: Told[][] = Array.from({ length: DEVICES }, () => []);
  const wrong: string[] = [];

  /** As the outbox does: the same command is told until it is answered, and the next one waits for that. */
  const tell = async (id: string, kind: string, payload: object): Promise<boolean> => {
    const init = { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify({ id, kind, payload }) };
    for (;;) {
      const answer = await fetch(`${url}/commands`, { ...init, signal: AbortSignal.timeout(8_000) }).catch(() => null);
      if (answer?.ok) return true;
      if (answer && answer.status < 500) {
        wrong.push(`${kind}: ${String(answer.status)} ${await answer.text()}`);
        return false;
      }
      await wait(60);
    }
  };
  const stores = Array.from({ length: DEVICES }, () => randomUUID());
  for (const [of, id] of stores.entries())
    await tell(randomUUID(), "add-store", { id, kind: "glue", name: `Glue ${String(of)}`, width: null, height: null, onHand: 0, pack: 10, packCostMinor: 100, leadDays: 1 });

  const device = async (of: number): Promise<void> => {
    const own = told[of] ?? [];
    for (let turn = 1; !isOver; turn += 1) {
      const last = own[own.length - 1];
      const id = randomUUID();
      // Now and then the last one is taken back: that must be once as well.
      if (turn % 7 === 0 && last?.undoes === null) {
        if (await tell(id, "undo", { eventId: last.id })) own.push({ id, quantity: -last.quantity, undoes: last.id });
      } else if (await tell(id, "buy-store", { id: stores[of], quantity: 1 + (turn % 5) })) own.push({ id, quantity: 1 + (turn % 5), undoes: null });
    }
  };
  const devices = Array.from({ length: DEVICES }, (_, of) => device(of));
  const killed = { server: 0, database: 0, worker: 0 };
  try {
    for (let kill = 0; kill < KILLS; kill += 1) {
      await wait(80 + Math.floor(draw() * 900));
      const drawn = draw();
      const name = drawn < 0.5 ? "server" : drawn < 0.85 ? "database" : "worker";
      const victim = { server, database, worker }[name];
      await victim.kill();
      killed[name] += 1;
      await victim.begin();
    }
    isOver = true;
    await Promise.all(devices);
    expect(wrong).toEqual([]);
    const commands = told.flat();
    expect(commands.length).toBeGreaterThan(3 * KILLS);
    const there = (await (await fetch(`${url}/stores`)).json()) as { readonly stores: readonly { readonly id: string; readonly onHand: number }[] };
    const onHand = new Map(there.stores.map((each) => [each.id, each.onHand]));
    expect(stores.map((id) => onHand.get(id))).toEqual(told.map((own) => own.reduce((sum, { quantity }) => sum + quantity, 0)));
    for (const [of, own] of told.entries()) expect(await logged(url, stores[of] ?? "")).toEqual(own.map(({ id }) => id));
    test.info().annotations.push({ type: "kills", description: `${JSON.stringify(killed)}, ${String(commands.length)} commands` });
  } finally {
    isOver = true;
    await worker.kill();
    await server.kill();
    await postgres.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});

/** All that was told of a material, as the log has it, the first one first; putting it on the shelf is none of it. */
async function logged(url: string, store: string): Promise<string[]> {
  interface Page {
    readonly events: readonly { readonly id: string; readonly seq: number; readonly at: string; readonly kind: string }[];
  }
  const found: Page["events"][number][] = [];
  for (let before = ""; ;) {
    const { events } = (await (await fetch(`${url}/logbook?most=200&kind=store&of=${store}${before}`)).json()) as Page;
    found.push(...events);
    const last = events[199];
    if (!last) break;
    before = `&before=${last.at}_${String(last.seq)}`;
  }
  return found
    .filter(({ kind }) => kind !== "add-store")
    .sort((a, b) => a.seq - b.seq)
    .map(({ id }) => id);
}
