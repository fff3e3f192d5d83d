import { expect, test } from "@playwright/test";
import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import { randomUUID } from "node:crypto";
import { closeSync, cpSync, lstatSync, mkdirSync, openSync, renameSync, rmSync, symlinkSync, writeSync } from "node:fs";
import { join } from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { freePort } from "../scripts/lib/postgres.mjs";
import { temporaryFolder } from "../scripts/lib/testServer.mjs";

const root = join(import.meta.dirname, "..");
/** A small file system of nothing else, of 320 MB or so; without one there is nothing to fill, and no journey here. */
const SMALL = process.env.YULE_SMALL_DISK;
/** So long it stays full. */
const FULL_MS = 20_000;

interface Shop {
  readonly url: string;
  readonly stop: () => Promise<void>;
}

/** The application as a maker starts it: durable, and watching over its own PostgreSQL. */
async function startedIn(folder: string): Promise<Shop> {
  const port = await freePort();
  const env = { ...process.env };
  delete env.DATABASE_URL;
  const child: ChildProcess = spawn("node", [join(root, "scripts/start.mjs"), "--data", folder, "--empty", "--port", String(port)], {
    cwd: root,
    env,
    stdio: ["ignore", "pipe", "ignore"],
  });
  const gone = new Promise<void>((done) => child.once("exit", () => done()));
  await new Promise<void>((resolve, reject) => {
    child.stdout?.on("data", (said: Buffer) => said.toString().includes("ready at") && resolve());
    void gone.then(() => reject(new Error("the shop did not start")));
  });
  return {
    url: `http://127.0.0.1:${String(port)}/api`,
    stop: async () => {
      child.kill("SIGTERM");
      await gone;
    },
  };
}

/** Takes all room that is left, and gives it back. */
class Ballast {
  private readonly path: string;
  private readonly file: number;
  constructor(folder: string) {
    this.path = join(folder, "ballast");
    this.file = openSync(this.path, "w");
  }
  fill(): void {
    for (const size of [1 << 16, 512])
      try {
        for (;;) writeSync(this.file, Buffer.alloc(size, 1));
      } catch {
        // Full, which is what is wanted.
      }
  }
  giveBack(): void {
    closeSync(this.file);
    rmSync(this.path, { force: true });
  }
}

/** PostgreSQL's log on the small disk, the rest where it was: then the log alone is full. */
function moveLog(folder: string, small: string): void {
  const log = join(folder, "postgres", "pg_wal");
  expect(lstatSync(log).isDirectory()).toBe(true);
  const moved = join(small, "pg_wal");
  rmSync(moved, { recursive: true, force: true });
  renameSync(log, `${log}.before`);
  cpSync(`${log}.before`, moved, { recursive: true, preserveTimestamps: true });
  spawnSync("chown", ["-R", `--reference=${log}.before`, moved]);
  symlinkSync(moved, log);
}

for (const what of SMALL === undefined ? [] : (["the disk", "the log of the database"] as const))
  test(`while ${what} is full nothing is half kept and what is refused says so; once there is room, all that was acknowledged is there once`, async () => {
    test.setTimeout(240_000);
    const small = SMALL ?? "";
    const folder = what === "the disk" ? join(small, "shop") : temporaryFolder("full");
    mkdirSync(folder, { recursive: true });
    let shop = await startedIn(folder);
    if (what !== "the disk") {
      await shop.stop();
      moveLog(folder, small);
      shop = await startedIn(folder);
    }
    const { url } = shop;
    const tell = async (id: string, kind: string, payload: object): Promise<number> => {
      const init = { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify({ id, kind, payload }) };
      return (await fetch(`${url}/commands`, { ...init, signal: AbortSignal.timeout(8_000) }).catch(() => null))?.status ?? 0;
    };
    const glue = randomUUID();
    expect(await tell(randomUUID(), "add-store", { id: glue, kind: "glue", name: "Glue", width: null, height: null, onHand: 0, pack: 10, packCostMinor: 100, leadDays: 1 })).toBe(
      200,
    );
    const [kept, refused, answers]: [string[], string[], Set<number>] = [[], [], new Set()];
    const buy = async (): Promise<number> => {
      const id = randomUUID();
      const status = await tell(id, "buy-store", { id: glue, quantity: 1 });
      (status === 200 ? kept : refused).push(id);
      return status;
    };
    const onHand = async (): Promise<number | undefined> =>
      ((await (await fetch(`${url}/stores`)).json()) as { stores: { id: string; onHand: number }[] }).stores.find(({ id }) => id === glue)?.onHand;
    const ballast = new Ballast(small);
    try {
      for (const until = Date.now() + FULL_MS; Date.now() < until || refused.length === 0;) {
        ballast.fill();
        const status = await buy();
        answers.add(status);
        if (status !== 200) await wait(100);
      }
      // Each says that nothing was kept, and is told again by the device that told it.
      expect([...answers].filter((status) => ![200, 503, 507, 0].includes(status))).toEqual([]);
      ballast.giveBack();
      await expect.poll(buy, { timeout: 60_000 }).toBe(200);
      expect(await onHand()).toBeGreaterThanOrEqual(kept.length);
      // What was not acknowledged is told again, as its device does it; had it been kept after all, it would be no second one.
      for (const id of refused) expect(await tell(id, "buy-store", { id: glue, quantity: 1 })).toBe(200);
      expect(await onHand()).toBe(kept.length + refused.length);
    } finally {
      await shop.stop();
      rmSync(folder, { recursive: true, force: true });
    }
  });
