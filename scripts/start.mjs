// One command for everything: packages, database, build, demo, server.
import { fork } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { buildServer, buildWeb } from "./lib/build.mjs";
import { ensurePackages, root } from "./lib/packages.mjs";
import { fail, startPostgres } from "./lib/postgres.mjs";
import { readFlags } from "./lib/flags.mjs";
import { serverEnv } from "./lib/serverEnv.mjs";

const flags = readFlags(process.argv.slice(2));
ensurePackages();
const data = resolve(root, flags.data ?? ".data/shop");
try {
  mkdirSync(data, { recursive: true });
} catch (error) {
  fail(`--data: given ${data}, allowed a folder that can be written (${error.code})`);
}

const lock = join(data, "running.json");
await findRunning();
await buildWeb();
const server = await buildServer();
const env = await serverEnv(flags);
const database = process.env.DATABASE_URL ? null : await startPostgres(data);
const child = fork(server, [], {
  stdio: ["ignore", "pipe", "inherit", "ipc"],
  detached: false,
  env: {
    ...process.env,
    ...env,
    DATABASE_URL: process.env.DATABASE_URL ?? database.url,
    YULE_DATA: data,
    YULE_EMPTY: flags.empty ? "1" : "0",
  },
});
child.stdout.on("data", (text) => {
  const ready = /READY (\S+)/.exec(String(text));
  if (!ready) return process.stdout.write(text);
  writeFileSync(lock, JSON.stringify({ pid: process.pid, url: ready[1], database: process.env.DATABASE_URL ?? database.url }), { mode: 0o600 });
  process.stdout.write(`Yule Stack is ready at ${ready[1]}\nStop it with Ctrl-C.\n`);
});

/** So long a server that is to end may take for it. */
const PATIENCE_MS = 2_000;
let stopping = false;
async function stop(code) {
  if (stopping) return;
  stopping = true;
  rmSync(lock, { force: true });
  if (child.exitCode === null && child.signalCode === null) {
    child.kill("SIGTERM");
    // Whatever it is busy with: every command is one transaction, so that nothing is half kept.
    const patience = setTimeout(() => child.kill("SIGKILL"), PATIENCE_MS);
    await new Promise((done) => child.once("exit", done));
    clearTimeout(patience);
  }
  await database?.stop();
  process.exit(code);
}
process.on("SIGINT", () => void stop(0));
process.on("SIGTERM", () => void stop(0));
child.on("exit", (code) => void stop(code ?? 1));
// A database that dies is started again on the same port; requests fail clearly meanwhile and then recover.
if (database) watch(database);
function watch(running) {
  running.child.once("exit", async () => {
    if (stopping) return;
    process.stderr.write("The database stopped; starting it again ...\n");
    await new Promise((done) => setTimeout(done, 500));
    if (stopping) return;
    const again = await startPostgres(data, { port: running.port });
    database.stop = again.stop;
    watch(again);
  });
}

/** A second start finds the first, if it still answers. */
async function findRunning() {
  if (!existsSync(lock)) return;
  try {
    const { url } = JSON.parse(readFileSync(lock, "utf8"));
    const answer = await fetch(`${url}/api/shop`, { signal: AbortSignal.timeout(3000) });
    if (!answer.ok) throw new Error("no answer");
    process.stdout.write(`Yule Stack is running already at ${url}\n`);
    process.exit(0);
  } catch {
    rmSync(lock, { force: true });
  }
}
