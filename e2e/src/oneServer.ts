import { spawn } from "node:child_process";
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { buildServer } from "../../scripts/lib/build.mjs";
import { makeDatabase, startTestServer } from "../../scripts/lib/testServer.mjs";
import { NOW } from "./shop.ts";

const root = join(import.meta.dirname, "../..");

/** One PostgreSQL for all journeys, with an empty shop and the demo in it: each journey begins with a copy. @returns what ends it */
export default async function openServer(): Promise<() => Promise<void>> {
  const { url, folder, close } = await startTestServer("journeys");
  const server = await buildServer();
  for (const kind of ["empty", "demo"]) {
    const data = join(folder, kind);
    mkdirSync(data);
    await loadShop(server, { DATABASE_URL: await makeDatabase(url, kind), YULE_DATA: data, YULE_EMPTY: kind === "empty" ? "1" : "0" });
  }
  process.env.YULE_E2E_POSTGRES = url;
  process.env.YULE_E2E_BEGINNINGS = folder;
  return close;
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
