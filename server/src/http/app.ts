import { phrase } from "@yule/core";
import { bodyParser } from "@koa/bodyparser";
import { Router } from "@koa/router";
import { send } from "@koa/send";
import {
  believedQuery,
  changesPlan,
  envelope,
  faultsOf,
  holidaysQuery,
  householdsQuery,
  id as idSchema,
  isPlainText,
  logbookQuery,
  mayRead,
  mayTell,
  pastNeedsQuery,
  putAwayQuery,
  cardScaleQuery,
  reviewQuery,
  letterScaleQuery,
  scaleQuery,
  seasonsQuery,
  readsTouchedBy,
  type CommandKind,
  type LookUp,
  type ReadName,
  type ShopWindowRead,
} from "@yule/contract";
import Koa, { type Context } from "koa";
import compress from "koa-compress";
import helmet from "koa-helmet";
import { createHash, randomUUID } from "node:crypto";
import { existsSync } from "node:fs";
import { join } from "node:path";
import type { Logger } from "pino";
import { z } from "zod";
import { readBench } from "../bench/reads.ts";
import type { KeptAnswers } from "./keptAnswers.ts";
import { LookUps } from "../db/lookUps.ts";
import { inShop, readShopOnce, type Database, type Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import { isIn } from "../access/devices.ts";
import { onlyLetIn, wantedShop, whoAsks, whoMay, whoReads } from "../access/guard.ts";
import { accessRoutes } from "../access/routes.ts";
import { Screens } from "../access/screens.ts";
import { seenBy } from "../access/seen.ts";
import type { Keepers } from "../backup/keepers.ts";
import { backupRoutes } from "../backup/routes.ts";
import { readColour } from "../colour/reads.ts";
import { readSheets } from "../sheets/reads.ts";
import { readDesigns, readPutAway } from "../designs/reads.ts";
import { everythingOf } from "../dispatch/erase.ts";
import { readLetterScale } from "../dispatch/letterScale.ts";
import { readShopStock } from "../dispatch/listings.ts";
import { readFairs } from "../dispatch/fairReads.ts";
import { readDispatch, readHouseholds } from "../dispatch/reads.ts";
import { readCardScale, readFinish } from "../finish/reads.ts";
import { readLogbook } from "../logbook/reads.ts";
import { readBook } from "../logbook/book.ts";
import { readReview } from "../logbook/review.ts";
import { readBelieved } from "../learned/believed.ts";
import { readYears } from "../logbook/years.ts";
import { revisionOf } from "../logbook/revisions.ts";
import { runCommand } from "../logbook/run.ts";
import type { Outside } from "../outside/outside.ts";
import { readHolidays } from "../season/holidays.ts";
import type { Planner } from "../season/plan/planner.ts";
import { readSeasonNeeds, readSeasons } from "../season/lookup.ts";
import { readOrders } from "../season/orders.ts";
import { planIsAt, readPlan } from "../season/plan/reads.ts";
import { readSeason } from "../season/reads.ts";
import { calendarAt, seasonCalendar } from "../season/calendar.ts";
import { HOME, readHome, readShop } from "../shop/reads.ts";
import { shopRoutes } from "../shops/routes.ts";
import type { Shops } from "../shops/shops.ts";
import { readCosts } from "../stores/costReads.ts";
import { readScale, readStores } from "../stores/reads.ts";
import type { Clock } from "./clock.ts";
import type { Feed } from "./feed.ts";
import { pictureRoutes, printerRoutes } from "./fileRoutes.ts";
import { keepableBodies, knownHosts, sameOrigin } from "./guards.ts";
import { Metrics } from "./metrics.ts";
import { forLog, problemOf } from "./problem.ts";

export interface AppSetting {
  readonly database: Database;
  /** A copy of it that may lag, for pages that look back; null where there is none. */
  readonly replica: Database | null;
  readonly feed: Feed;
  readonly clock: Clock;
  readonly outside: Outside;
  /** Told after each change of what the season is planned from. */
  readonly planner: Pick<Planner, "want">;
  readonly log: Pick<Logger, "error">;
  /** Names by which the server may be called beside the address that is reached. */
  readonly hosts: readonly string[];
  /** Null where backups are made by those who run the server. */
  readonly backups: Keepers | null;
  readonly shops: Shops;
  readonly answers: KeptAnswers;
  /** The built web application, or null when another server delivers it. */
  readonly webFolder: string | null;
}

export function makeApp(setting: AppSetting): Koa {
  const app = new Koa();
  app.on("error", () => undefined);
  const metrics = new Metrics(setting);
  app.use(metrics.time);
  app.use(async (ctx, next) => {
    try {
      await next();
      if (ctx.status === 404 && ctx.path.startsWith("/api/") && ctx.body === undefined) throw new Refusal(404, phrase`There is no ${ctx.path}.`);
    } catch (error) {
      const problem = problemOf(error);
      if (problem.status >= 500) setting.log.error({ ...forLog(error), path: ctx.path }, problem.title);
      ctx.status = problem.status;
      ctx.type = "application/problem+json";
      ctx.body = JSON.stringify(problem);
    }
  });
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          // The interface's styles are made at run time; nothing else may be inline.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", "data:", "blob:"],
          mediaSrc: ["'self'", "blob:"],
          workerSrc: ["'self'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(knownHosts(setting.hosts));
  app.use(sameOrigin);
  app.use(onlyLetIn(setting));
  app.use(compress({ threshold: 2048, filter: (type) => !/event-stream/.test(type) && /json|text|javascript|css|svg|wasm/.test(type), br: false }));
  app.use(bodyParser({ jsonLimit: "4mb", enableTypes: ["json"] }));
  app.use(keepableBodies);
  const router = routes(setting);
  metrics.routes(router);
  app.use(router.routes());
  if (setting.webFolder) app.use(webFiles(setting.webFolder));
  return app;
}

function routes(setting: AppSetting): Router {
  const router = new Router({ prefix: "/api" });
  readRoutes(router, setting);
  pictureRoutes(router, setting);
  calendarRoutes(router, setting);
  printerRoutes(router, setting);
  const screens = new Screens();
  accessRoutes(router, setting, screens);
  backupRoutes(router, setting.backups, (shopId) => void setting.planner.want(shopId));
  shopRoutes(router, setting, (shopId) => void setting.planner.want(shopId));
  const { database, feed, clock, outside, planner } = setting;
  healthRoutes(router, database);
  const tellSoon = windowTeller(setting);
  router.post("/commands", async (ctx) => {
    const given: unknown = ctx.request.body;
    const parsed = envelope.safeParse(given);
    if (!parsed.success) throw new Refusal(422, phrase`This is not a command.`, faultsOf(parsed.error, given));
    const { shopId, accountId, role, device } = whoMay(ctx, (each) => mayTell(each, parsed.data.kind));
    const { kind, payload } = parsed.data;
    if (kind === "set-shop" && typeof payload === "object" && payload !== null && "name" in payload && typeof payload.name === "string")
      await setting.shops.refuseTaken(payload.name, shopId);
    ctx.body = await runCommand(
      database,
      { shopId, accountId, by: { device, role }, ...(role === "maker" ? {} : { mayUndo: (kind: CommandKind) => mayTell(role, kind) }), now: clock.now(), outside },
      parsed.data,
    );
    // Asked beside the answer: nobody waits for a plan to hear that a change is kept.
    if (changesPlan(parsed.data.kind, parsed.data.payload)) void planner.want(shopId);
    if (readsTouchedBy(parsed.data.kind, parsed.data.payload).some((name) => SHOP_STOCK.has(name))) tellSoon(shopId);
  });
  router.get("/feed", (ctx) => {
    ctx.type = "text/event-stream";
    ctx.set("cache-control", "no-store");
    ctx.status = 200;
    ctx.req.socket.setTimeout(0);
    const who = whoAsks(ctx);
    const stream = feed.screen(who.shopId, (name) => mayRead(who.role, name));
    screens.add(who, stream, () => inShop(database, who.shopId, (tx) => isIn(tx, who)));
    ctx.req.on("close", () => stream.destroy());
    ctx.body = stream;
  });
  return router;
}

/** For whoever keeps many processes running: whether this one lives, and whether it can answer. Nothing of a shop is in it. */
function healthRoutes(router: Router, database: Database): void {
  router.get("/health", (ctx) => {
    ctx.set("cache-control", "no-store");
    ctx.body = { state: "alive" };
  });
  router.get("/ready", async (ctx) => {
    ctx.set("cache-control", "no-store");
    await database.$client.query("select 1");
    ctx.body = { state: "ready" };
  });
}

/** What a change of these may change in the shop's window. */
const SHOP_STOCK: ReadonlySet<ReadName> = new Set(["season", "finish", "fairs"]);

/** Many changes together are told to the window once. */
const TOLD_AFTER_MS = 300;

/** Says to the window what may be sold, soon after a change, so that nothing is sold twice. */
function windowTeller({ database, outside, log }: Pick<AppSetting, "database" | "outside" | "log">): (shopId: string) => void {
  const due = new Set<string>();
  const tell = async (shopId: string): Promise<void> => {
    due.delete(shopId);
    await inShop(database, shopId, async (tx) => outside.window.tell(shopId, await readShopStock(tx)));
  };
  return (shopId) => {
    if (due.has(shopId)) return;
    due.add(shopId);
    setTimeout(() => void tell(shopId).catch((error: unknown) => log.error(forLog(error), "the window was not told")), TOLD_AFTER_MS).unref();
  };
}

/** What the views read, each in one transaction. */
function readRoutes(router: Router, { database, replica, clock, outside, answers }: AppSetting): void {
  // By the hour: the day turns at another one in each zone.
  const hour = (): string => clock.now().toISOString().slice(0, 13);
  /** @param beside what the read depends on beside what commands change; null where that is the moment itself */
  const read = (name: ReadName, answer: (tx: Transaction, ctx: Context) => Promise<unknown>, beside: ((tx: Transaction, ctx: Context) => unknown) | null): void => {
    router.get(`/${name}`, (ctx) => {
      const { shopId, role } = whoReads(ctx, name);
      return readShopOnce(database, shopId, async (tx) => {
        const work = async (): Promise<unknown> => seenBy(role, name, await answer(tx, ctx));
        ctx.set("cache-control", beside ? "private, no-cache" : "no-store");
        if (!beside) {
          ctx.body = await work();
          return;
        }
        const told = createHash("sha1").update(JSON.stringify([BEGUN, role, name, await revisionOf(tx, name), await beside(tx, ctx)]));
        const tag = told.digest("base64url");
        ctx.set("etag", `W/"${tag}"`);
        if (ctx.get("if-none-match") === ctx.response.get("etag")) {
          ctx.status = 304;
          return;
        }
        ctx.type = "json";
        ctx.body = await answers.of(`${shopId} ${tag}`, work);
      });
    });
  };
  read("shop", (tx, ctx) => readShop(tx, whoAsks(ctx), clock.now()), null);
  read("season", readSeason, hour);
  read("plan", readPlan, planIsAt);
  read("designs", readDesigns, () => null);
  read("stores", (tx) => readStores(tx, clock.now()), hour);
  read("costs", readCosts, () => null);
  read("colour", readColour, () => null);
  read("sheets", readSheets, () => null);
  read(
    "bench",
    (tx) => readBench(tx, outside.hygrometer, clock.now()),
    () => [hour(), outside.hygrometer.at(clock.now())],
  );
  read("finish", readFinish, hour);
  read("dispatch", (tx) => readDispatch(tx, outside.carrier, clock.now()), hour);
  read("fairs", readFairs, () => null);
  read("orders", (tx) => readOrders(tx, outside.orders, clock.now()), null);
  lookUpRoutes(router, { database, replica, outside, clock });
  router.get("/holidays", async (ctx) => {
    const query = holidaysQuery.safeParse(ctx.query);
    if (!query.success) throw new Refusal(422, phrase`These places are not known.`, faultsOf(query.error, ctx.query));
    whoReads(ctx, "holidays");
    ctx.set("cache-control", "private, max-age=3600");
    ctx.body = await readHolidays(query.data.places, query.data.from);
  });
  read(
    "logbook",
    (tx, ctx) => {
      const query = logbookQuery.safeParse(ctx.query);
      if (!query.success) throw new Refusal(422, phrase`The page of the logbook cannot be found.`, faultsOf(query.error, ctx.query));
      return readLogbook(tx, query.data);
    },
    (_, ctx) => ctx.querystring,
  );
}

/** What is not carried along with the open work: a page at a time, each from where the one before ended. */
function lookUpRoutes(router: Router, { database, replica, outside, clock }: Pick<AppSetting, "database" | "replica" | "outside" | "clock">): void {
  const lookUps = new LookUps(database, replica);
  const page = <Query>(what: LookUp, query: z.ZodType<Query>, answer: (tx: Transaction, query: Query, ctx: Context) => Promise<unknown>, path = `/${what}`): void => {
    router.get(path, async (ctx) => {
      const { shopId } = whoReads(ctx, what);
      const read = query.safeParse(ctx.query);
      if (!read.success) throw new Refusal(422, phrase`This page cannot be found.`, faultsOf(read.error, ctx.query));
      ctx.set("cache-control", "no-store");
      ctx.body = await lookUps.in(shopId, (tx) => answer(tx, read.data, ctx));
    });
  };
  page("seasons", seasonsQuery, (tx, { before }) => readSeasons(tx, before));
  page("seasons", pastNeedsQuery, (tx, { after }, ctx) => readSeasonNeeds(tx, pathId((ctx.params as { readonly id?: string }).id, "season"), after), "/seasons/:id");
  page("scale", scaleQuery, (tx, query) => readScale(tx, outside.scale, query));
  page("card-scale", cardScaleQuery, (tx, query) => readCardScale(tx, outside.scale, query));
  page("letter-scale", letterScaleQuery, (tx, query) => readLetterScale(tx, outside.scale, query));
  page("households", householdsQuery, readHouseholds);
  page(
    "households/everything",
    z.object({}),
    async (tx, _, ctx) => {
      const everything = await everythingOf(tx, pathId((ctx.params as { readonly id?: string }).id, "household"));
      if (!everything) throw new Refusal(404, phrase`There is no such household.`);
      return everything;
    },
    "/households/:id/everything",
  );
  page("shop-window", z.object({}), async (tx): Promise<ShopWindowRead> => {
    const { id } = await readHome(tx);
    outside.window.tell(id, await readShopStock(tx));
    return { name: outside.window.name, simulated: outside.window.simulated, stock: outside.window.told(id) };
  });
  page("book", reviewQuery, (tx, { season }) => readBook(tx, season));
  page("believed", believedQuery, (tx, { design }) => readBelieved(tx, design));
  page("years", z.object({}), (tx) => readYears(tx, clock.now()));
  page("review", reviewQuery, (tx, { season }) => readReview(tx, season));
  page("put-away", putAwayQuery, (tx, { after }) => readPutAway(tx, after));
}

function pathId(given: string | undefined, of: string): string {
  const parsed = idSchema.safeParse(given);
  if (!parsed.success) throw new Refusal(404, phrase`There is no such ${of}.`);
  return parsed.data;
}

/** Another version of the server may tell the same otherwise. */
const BEGUN = randomUUID();

/** The season for calendar programs. */
function calendarRoutes(router: Router, { database, clock, outside }: AppSetting): void {
  // For the maker herself, as a file; the address with a secret is for other programs.
  router.get("/season.ics", async (ctx) => {
    ctx.type = "text/calendar; charset=utf-8";
    ctx.set("cache-control", "no-store");
    ctx.set("content-disposition", 'attachment; filename="season.ics"');
    ctx.body = await inShop(database, whoReads(ctx, "season.ics").shopId, (tx) => seasonCalendar(tx, clock.now(), outside.carrier));
  });
  router.get("/calendar/:secret", async (ctx) => {
    // The shop stands in the address; those that were given out before there were several are the first one's.
    const found = await inShop(database, wantedShop(ctx) ?? HOME.shopId, (tx) => calendarAt(tx, secretIn(ctx.params.secret), clock.now(), outside.carrier));
    if (found === null) throw new Refusal(404, phrase`There is no ${ctx.path}.`);
    ctx.type = "text/calendar; charset=utf-8";
    ctx.set("cache-control", "private, no-cache");
    ctx.body = found;
  });
}

/** What cannot be kept was never given to anybody. */
function secretIn(given = ""): string {
  return isPlainText(given) ? given.replace(/\.ics$/, "") : "";
}

/** The built application; every other address without a dot is one of its views. */
function webFiles(folder: string) {
  return async (ctx: Context): Promise<void> => {
    if (ctx.method !== "GET" && ctx.method !== "HEAD") return;
    const isFile = /\.[a-z0-9]+$/i.test(ctx.path) && existsSync(join(folder, "." + ctx.path));
    const hashed = ctx.path.startsWith("/assets/");
    if (!isFile && hashed) return;
    // The start command leaves a packed copy beside each file; packing again for every screen takes longer than sending.
    await send(ctx, isFile ? ctx.path : "/index.html", { root: folder, immutable: hashed, maxAge: hashed ? 31_536_000_000 : 0 });
    if (!hashed) ctx.set("cache-control", "no-cache");
  };
}
