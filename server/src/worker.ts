import pino from "pino";
import { openDatabase } from "./db/pool.ts";
import { clockFrom } from "./http/clock.ts";
import { simulatedOutside } from "./outside/outside.ts";
import { Planner } from "./season/plan/planner.ts";
import { PlanThread } from "./season/plan/planThread.ts";

/** A process that makes plans and answers nobody: as many of them as are wanted, on any machine that reaches the database. */
const url = process.env.DATABASE_URL ?? "";
const log = pino({ level: process.env.YULE_LOG ?? "warn" });
const database = openDatabase(url);
const thread = new PlanThread(process.env.YULE_PLAN_THREAD ?? "");
const planner = new Planner({
  database,
  url: process.env.YULE_DIRECT_URL ?? url,
  clock: clockFrom(process.env.YULE_NOW),
  outside: simulatedOutside,
  log,
  make: thread.make,
  findStarts: thread.findStarts,
});
await planner.open();
process.stdout.write("Making plans. Stop with Ctrl-C.\n");
// The pool of connections keeps nobody alive between two jobs.
const alive = setInterval(() => undefined, 60_000);

let closing = false;
const close = (): void => {
  if (closing) return;
  closing = true;
  clearInterval(alive);
  void Promise.all([planner.close(), thread.close()])
    .then(() => database.$client.end())
    .finally(() => process.exit(0));
};
process.on("SIGTERM", close);
process.on("SIGINT", close);
