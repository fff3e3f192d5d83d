import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import pino from "pino";
import { Keepers } from "./backup/keepers.ts";
import { keepEachNight, keepBeforeUpdate } from "./backup/nights.ts";
import { inShop, migrateDatabase, openDatabase, warm } from "./db/pool.ts";
import { KeptAnswers } from "./http/keptAnswers.ts";
import { clockFrom, type Clock } from "./http/clock.ts";
import { makeApp } from "./http/app.ts";
import { forLog } from "./http/problem.ts";
import { stopServer } from "./http/stopping.ts";
import { learnFirst } from "./learned/fold.ts";
import { sumFirst } from "./logbook/years.ts";
import { Feed } from "./http/feed.ts";
import { simulatedOutside } from "./outside/outside.ts";
import { Planner } from "./season/plan/planner.ts";
import { PlanThread } from "./season/plan/planThread.ts";
import { ensureShop } from "./shop/begin.ts";
import { HOME, readTimeZone } from "./shop/reads.ts";
import { fillWithDemo } from "./shops/demo.ts";
import { Shops } from "./shops/shops.ts";

/** What the start command passes on. */
function need(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is missing; start with npm start`);
  return value;
}

/** Remembers beside the database whether the demo was wanted and when it began, so that a broken load goes on. */
interface Beginning {
  readonly demo: boolean;
  readonly at: string;
  readonly loaded: boolean;
}

async function loadDemo(url: string, clock: Clock, dataFolder: string, fresh: boolean, wanted: boolean): Promise<void> {
  const file = join(dataFolder, "beginning.json");
  const known = existsSync(file) ? (JSON.parse(readFileSync(file, "utf8")) as Beginning) : null;
  const beginning = known ?? { demo: fresh && wanted, at: clock.now().toISOString(), loaded: false };
  if (!known) writeFileSync(file, JSON.stringify(beginning));
  if (!beginning.demo || beginning.loaded) return;
  process.stdout.write("Loading the demo shop ...\n");
  await fillWithDemo(url, HOME, simulatedOutside, new Date(beginning.at));
  writeFileSync(file, JSON.stringify({ ...beginning, loaded: true }));
}

const url = need("DATABASE_URL");
// Past a pooler in transaction mode, for what waits to be told and for locks that outlast a transaction.
const direct = process.env.YULE_DIRECT_URL ?? url;
const log = pino({ level: process.env.YULE_LOG ?? "warn" });
const clock = clockFrom(process.env.YULE_NOW);
const database = openDatabase(url);
const replica = process.env.YULE_REPLICA_URL ? openDatabase(process.env.YULE_REPLICA_URL) : null;
// One of many processes has no folder: who runs the database keeps it.
const data = process.env.YULE_DATA === "" ? null : need("YULE_DATA");
const backups =
  data === null
    ? null
    : new Keepers({
        url,
        migrations: need("YULE_MIGRATIONS"),
        data,
        now: () => clock.now(),
        timeZone: (shopId) => inShop(database, shopId, readTimeZone),
      });
if (backups) await keepBeforeUpdate(url, need("YULE_MIGRATIONS"), backups, log);
await migrateDatabase(direct, need("YULE_MIGRATIONS"));
const fresh = await ensureShop(database, Intl.DateTimeFormat().resolvedOptions().timeZone, clock.now());
await inShop(database, HOME.shopId, (tx) => learnFirst(tx, HOME.shopId));
if (data !== null) await loadDemo(direct, clock, data, fresh, process.env.YULE_EMPTY !== "1");
const feed = new Feed(direct);
const shops = new Shops({ database, url: direct, outside: simulatedOutside });
// Another process may do the planning; this one then only asks for it.
const thread = process.env.YULE_PLANNING === "0" ? null : new PlanThread(need("YULE_PLAN_THREAD"));
const planner = new Planner({ database, url: direct, clock, outside: simulatedOutside, log, make: thread?.make ?? null, ...(thread && { findStarts: thread.findStarts }) });
await Promise.all([feed.open(), warm(database)]);
const webFolder = process.env.YULE_WEB ?? "";
const namedHosts = (process.env.YULE_HOSTS ?? "").split(",").filter((name) => name !== "");
const app = makeApp({
  database,
  replica,
  feed,
  clock,
  outside: simulatedOutside,
  planner,
  log,
  backups,
  shops,
  answers: new KeptAnswers(),
  hosts: namedHosts,
  webFolder: webFolder === "" ? null : webFolder,
});
const host = process.env.YULE_HOST ?? "127.0.0.1";
const server = app.listen(Number(need("YULE_PORT")), host);
server.on("error", (error: NodeJS.ErrnoException) => {
  process.stderr.write(error.code === "EADDRINUSE" ? `--port: given ${need("YULE_PORT")}, allowed a port that nothing else uses\n` : `${error.message}\n`);
  process.exit(3);
});
server.on("listening", () => {
  const address = server.address();
  const port = typeof address === "object" && address ? address.port : 0;
  process.stdout.write(`READY http://${host === "0.0.0.0" ? "127.0.0.1" : host}:${String(port)}\n`);
  process.send?.({ ready: port });
  // Nobody waits for it: until it is done, whoever asks sums by themselves.
  void inShop(database, HOME.shopId, (tx) => sumFirst(tx, HOME.shopId, clock.now())).catch((error: unknown) => log.error(forLog(error), "Earlier seasons could not be summed."));
  void planner.open().catch((error: unknown) => log.error({ err: error }, "Planning could not be begun."));
});

/** The start command waits two seconds. */
const ANSWERED_WITHIN_MS = 1500;
const nights = backups && keepEachNight(backups, shops, log);

let closing = false;
const close = (): void => {
  if (closing) return;
  closing = true;
  nights?.close();
  // Screens that listen are closed first: they would be waited for.
  void Promise.all([feed.close(), stopServer(server, ANSWERED_WITHIN_MS), planner.close(), thread?.close()])
    .then(() => Promise.all([database.$client.end(), replica?.$client.end()]))
    .finally(() => process.exit(0));
};
// The start command may be killed outright; then nobody is left to stop this process.
process.on("disconnect", close);
process.on("SIGTERM", close);
process.on("SIGINT", close);
