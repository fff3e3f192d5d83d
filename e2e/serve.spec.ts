import { expect, test } from "@playwright/test";
import { spawn, type ChildProcess } from "node:child_process";
import { randomUUID } from "node:crypto";
import { join } from "node:path";
import { startPgbouncer } from "../scripts/lib/pgbouncer.mjs";
import { copyDatabase } from "../scripts/lib/testServer.mjs";
import { NOW } from "./src/shop.ts";

const root = join(import.meta.dirname, "..");

/** A server process on a database that others use as well. */
interface Serving {
  readonly url: string;
  readonly stop: () => Promise<void>;
}

/** @param direct past the pooler */
async function serve(database: string, direct: string, port?: string): Promise<Serving> {
  const words = [join(root, "scripts/serve.mjs"), ...(port === undefined ? [] : ["--port", port])];
  const child: ChildProcess = spawn("node", words, {
    cwd: root,
    env: { ...process.env, DATABASE_URL: database, YULE_DIRECT_URL: direct, YULE_NOW: NOW },
    stdio: ["ignore", "pipe", "pipe"],
  });
  let said = "";
  const url = await new Promise<string>((resolve, reject) => {
    const hear = (text: Buffer): void => {
      said += text.toString();
      const ready = /ready at (\S+)/.exec(said)?.[1];
      if (ready) resolve(ready);
    };
    child.stdout?.on("data", hear);
    child.stderr?.on("data", hear);
    child.once("exit", () => reject(new Error(`it did not begin to serve: ${said}`)));
  });
  return {
    url,
    stop: async () => {
      if (child.exitCode !== null) return;
      const gone = new Promise((done) => child.once("exit", done));
      child.kill("SIGTERM");
      await gone;
    },
  };
}

/** As a proxy does: the next process is asked where one takes nobody. What is asked breaks off for no other reason. */
async function ask(servers: readonly (Serving | null)[], turn: number, path: string, init: RequestInit): Promise<Response> {
  for (let tries = 0; tries < 200; tries += 1) {
    const server = servers[(turn + tries) % servers.length];
    if (server) {
      try {
        return await fetch(`${server.url}/api/${path}`, init);
      } catch (error) {
        const { code } = (error as { readonly cause?: { readonly code?: string } }).cause ?? {};
        if (code !== "ECONNREFUSED") throw new Error(`${path} broke off: ${String(code)}`);
      }
    }
    await new Promise((done) => setTimeout(done, 10));
  }
  throw new Error("nobody answered");
}

test("three processes on one database, a pooler in transaction mode between, are restarted one after the other under load, and no request is lost", async () => {
  test.setTimeout(180_000);
  const database = await copyDatabase(process.env.YULE_E2E_POSTGRES ?? "", "empty");
  const pooler = await startPgbouncer(database.url);
  const begin = (port?: string): Promise<Serving> => serve(pooler.url, database.url, port);
  const first = await begin();
  const servers: (Serving | null)[] = [first, ...(await Promise.all([begin(), begin()]))];
  try {
    // Each keeps nothing of its own: what one was told, the next one tells.
    const listening = new AbortController();
    const heard: string[] = [];
    const feed = await fetch(`${servers[2]?.url ?? ""}/api/feed`, { signal: listening.signal });
    void (async () => {
      const reader = feed.body?.getReader();
      for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) heard.push(Buffer.from(part.value).toString());
    })().catch(() => undefined);
    let isOver = false;
    const told: string[] = [];
    const wrong: string[] = [];
    const device = async (of: number): Promise<void> => {
      for (let turn = 0; !isOver; turn += 1) {
        const id = randomUUID();
        const name = `Glue ${String(of)}.${String(turn)}`;
        const payload = { id: randomUUID(), kind: "glue", name, width: null, height: null, onHand: 10, pack: 10, packCostMinor: 100, leadDays: 1 };
        const init = { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify({ id, kind: "add-store", payload }) };
        const answer = await ask(servers, of + turn, "commands", init).catch((error: unknown) => String(error));
        if (typeof answer === "string") wrong.push(answer);
        else if (answer.ok) told.push(name);
        else wrong.push(await answer.text());
        const read = await ask(servers, of + turn + 1, "shop", {}).catch((error: unknown) => String(error));
        if (typeof read === "string" || !read.ok) wrong.push(typeof read === "string" ? read : await read.text());
        else await read.text();
      }
    };
    const devices = [0, 1, 2, 3].map(device);
    for (const index of [0, 1]) {
      const old = servers[index];
      // Taken from what is asked only once it takes nobody any more: whoever comes meanwhile is answered or refused, and nothing breaks off.
      await old?.stop();
      servers[index] = await begin(new URL(old?.url ?? "").port);
    }
    listening.abort();
    await servers[2]?.stop();
    servers[2] = null;
    isOver = true;
    await Promise.all(devices);
    expect(wrong).toEqual([]);
    expect(told.length).toBeGreaterThan(50);
    const { stores } = (await (await fetch(`${servers[0]?.url ?? ""}/api/stores`)).json()) as { stores: { name: string }[] };
    expect(
      stores
        .map(({ name }) => name)
        .filter((name) => name.startsWith("Glue "))
        .sort(),
    ).toEqual(told.sort());
    // What was told to the others was heard at the third.
    expect(heard.join("").split("add-store").length).toBeGreaterThan(10);
    // All of it went through the pooler, a transaction at a time.
    expect(await pooler.transactions()).toBeGreaterThan(2 * told.length);
  } finally {
    for (const server of servers) await server?.stop();
    await pooler.close();
    await database.close();
  }
});

test("a process without a database, or with a folder of its own, says what it wants", async () => {
  const say = async (words: readonly string[], env: NodeJS.ProcessEnv): Promise<string> => {
    const child = spawn("node", [join(root, "scripts/serve.mjs"), ...words], { cwd: root, env, stdio: ["ignore", "ignore", "pipe"] });
    let said = "";
    child.stderr.on("data", (text: Buffer) => (said += text.toString()));
    await new Promise((done) => child.once("exit", done));
    return said.trim();
  };
  const { DATABASE_URL: _, ...without } = process.env;
  expect(await say([], without)).toBe("DATABASE_URL: given nothing, allowed the address of the PostgreSQL that the shops are in");
  expect(await say(["--data", "x"], { ...without, DATABASE_URL: "postgres://nobody@127.0.0.1:1/none" })).toBe(
    "--data: given to a process that keeps nothing, allowed with npm start alone",
  );
});
