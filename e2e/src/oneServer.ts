import { spawn } from "node:child_process";
import { chmodSync, copyFileSync, mkdirSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { buildServer } from "../../scripts/lib/build.mjs";
import { startPostgres } from "../../scripts/lib/postgres.mjs";
import { NOW } from "./shop.ts";

const root = join(import.meta.dirname, "../..");

/** One PostgreSQL for all journeys, with an empty shop and the demo in it: each journey begins with a copy. @returns what ends it */
export default async function openServer(): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join(tmpdir(), "yule-journeys-"));
  // The unprivileged user that runs PostgreSQL must be able to enter it.
  chmodSync(folder, 0o755);
  const postgres = await startPostgres(folder, { durable: false, connections: 200 });
  const server = await buildServer();
  const admin = new pg.Client({ connectionString: postgres.url });
  await admin.connect();
  for (const kind of ["empty", "demo"]) {
    await admin.query(`create database ${kind}`);
    const data = join(folder, kind);
    mkdirSync(data);
    await loadShop(server, { DATABASE_URL: postgres.url.replace(/postgres$/, kind), YULE_DATA: data, YULE_EMPTY: kind === "empty" ? "1" : "0" });
    copyFileSync(join(data, "beginning.json"), join(folder, `${kind}.json`));
  }
  await admin.end();
  process.env.YULE_E2E_POSTGRES = postgres.url;
  process.env.YULE_E2E_BEGINNINGS = folder;
  return async () => {
    await postgres.stop();
    rmSync(folder, { recursive: true, force: true });
  };
}

/** Starts the application until it is ready, which loads the shop, and ends it: nobody may be at a database that is copied. */
async function loadShop(server: string, env: Record<string, string>): Promise<void> {
  const made = spawn("node", [server], {
    env: { ...process.env, YULE_NOW: NOW, YULE_PORT: "0", YULE_MIGRATIONS: join(root, "server/migrations"), YULE_WEB: "", ...env },
    stdio: ["ignore", "pipe", "inherit"],
  });
  const gone = new Promise<number | null>((resolve) => made.once("exit", resolve));
  const ready = new Promise<void>((resolve) => {
    made.stdout.on("data", (text: Buffer) => {
      if (text.toString().includes("READY")) resolve();
    });
  });
  if ((await Promise.race([ready, gone])) !== undefined) throw new Error("the shop that journeys begin with could not be loaded");
  made.kill("SIGTERM");
  await gone;
}
