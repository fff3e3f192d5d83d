import { spawn } from "node:child_process";
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import type { PlanRead } from "@yule/contract";
import { buildPlanThread, buildServer } from "../../scripts/lib/build.mjs";
import { makeDatabase, startTestServer } from "../../scripts/lib/testServer.mjs";
import { NOW } from "./shop.ts";

const root = join(import.meta.dirname, "../..");

/** One PostgreSQL for all journeys, with an empty shop and the demo in it: each journey begins with a copy. @returns what ends it */
export default async function openServer(): Promise<() => Promise<void>> {
  const { url, folder, close } = await startTestServer("journeys");
  const server = await buildServer();
  const thread = await buildPlanThread();
  for (const kind of ["empty", "demo"]) {
    const data = join(folder, kind);
    mkdirSync(data);
    await loadShop(server, { DATABASE_URL: await makeDatabase(url, kind), YULE_DATA: data, YULE_PLAN_THREAD: thread, YULE_EMPTY: kind === "empty" ? "1" : "0" });
  }
  process.env.YULE_E2E_POSTGRES = url;
  process.env.YULE_E2E_BEGINNINGS = folder;
  return close;
}

/** So long may the first plan of the demo take on a machine that is busy. */
const PLANNED_MS = 180_000;

/** Waits until the season is planned and what follows from it is known, so that no journey begins with planning it again. */
async function planned(url: string): Promise<void> {
  for (const until = Date.now() + PLANNED_MS; Date.now() < until; await new Promise((soon) => setTimeout(soon, 200))) {
    const plan = (await (await fetch(`${url}/api/plan`)).json()) as PlanRead;
    if (plan.revision === plan.wanted && plan.starts !== null) return;
  }
  throw new Error("the season of the demo was not planned");
}

/** Starts the application until it is ready and planned, which loads the shop, and ends it: nobody may be at a database that is copied. */
async function loadShop(server: string, env: Record<string, string>): Promise<void> {
  const made = spawn("node", [server], {
    env: { ...process.env, YULE_NOW: NOW, YULE_PORT: "0", YULE_MIGRATIONS: join(root, "server/migrations"), YULE_WEB: "", ...env },
    stdio: ["ignore", "pipe", "inherit"],
  });
  const gone = new Promise<number | null>((resolve) => made.once("exit", resolve));
  const ready = new Promise<string>((resolve) => {
    made.stdout.on("data", (text: Buffer) => {
      const [, url] = /READY (\S+)/.exec(text.toString()) ?? [];
      if (url) resolve(url);
    });
  });
  const url = await Promise.race([ready, gone]);
  if (typeof url !== "string") throw new Error("the shop that journeys begin with could not be loaded");
  await planned(url);
  made.kill("SIGTERM");
  await gone;
}
