// Makes plans beside the server, on this machine or another: with DATABASE_URL, or for the shop that runs here.
import { fork } from "node:child_process";
import { existsSync, readFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { buildPlanThread, buildWorker } from "./lib/build.mjs";
import { readFlags } from "./lib/flags.mjs";
import { ensurePackages, root } from "./lib/packages.mjs";
import { fail } from "./lib/postgres.mjs";

const flags = readFlags(process.argv.slice(2));
ensurePackages();
const lock = join(resolve(root, flags.data ?? ".data/shop"), "running.json");
const running = existsSync(lock) ? JSON.parse(readFileSync(lock, "utf8")) : null;
const url = process.env.DATABASE_URL ?? running?.database;
if (!url) fail("DATABASE_URL: given nothing, allowed the address of the shop's PostgreSQL; or start the shop here first with npm start");
const worker = await buildWorker();
const child = fork(worker, [], { env: { ...process.env, DATABASE_URL: url, YULE_PLAN_THREAD: await buildPlanThread() } });
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => child.kill("SIGTERM"));
child.on("exit", (code) => process.exit(code ?? 1));
