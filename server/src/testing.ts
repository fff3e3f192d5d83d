import { v7 } from "uuid";
import { eventPhrase, phraseText, type CommandAnswer, type CommandInput, type CommandKind, type EventRead, type Problem } from "@yule/contract";
import { inches, mm } from "@yule/core";
import { once } from "node:events";
import { rmSync } from "node:fs";
import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import { startPostgres } from "../../scripts/lib/postgres.mjs";
import { copyDatabase, readyDatabase, temporaryFolder } from "../../scripts/lib/testServer.mjs";
import { demoCommands, type Demo } from "@yule/demo";
import { Recorded } from "./db/recorded.ts";
import { inShop, migrateDatabase, openDatabase, type Database } from "./db/pool.ts";
import { runCommands } from "./logbook/run.ts";
import { savePicture } from "./shop/pictures.ts";
import { makeApp } from "./http/app.ts";
import { KeptAnswers } from "./http/keptAnswers.ts";
import { Feed } from "./http/feed.ts";
import { simulatedOutside, type Outside } from "./outside/outside.ts";
import type { Planner } from "./season/plan/planner.ts";
import { Keepers } from "./backup/keepers.ts";
import { Shops } from "./shops/shops.ts";
import { HOME } from "./shop/reads.ts";
import { ensureShop } from "./shop/begin.ts";

/** A PostgreSQL that a test may stop and start again. */
interface OwnPostgres {
  readonly stop: () => Promise<void>;
  readonly again: () => Promise<void>;
}

/** Works out each answer that was kept once more: one that has changed without being told of fails the test as it closes. */
class CheckedAnswers extends KeptAnswers {
  readonly stale: string[] = [];

  override async of(key: string, work: () => Promise<unknown>): Promise<string> {
    const made = { anew: false };
    const given = await super.of(key, () => {
      made.anew = true;
      return work();
    });
    const now = made.anew ? given : JSON.stringify(await work());
    if (now !== given) this.stale.push(`${given.slice(0, 2_000)}\nis now\n${now.slice(0, 2_000)}`);
    return now;
  }
}

let demo: Demo | null = null;

/** The demo of a test: asked twice it is the same, ids and all. */
export const testDemo = (): Demo => (demo ??= demoCommands(new Date(NOW)));

/** Fills a database with the demo, all at once. */
async function fillWithDemo(url: string): Promise<void> {
  const database = openDatabase(url);
  const now = new Date(NOW);
  const { pictures, commands } = testDemo();
  await ensureShop(database, "UTC", now);
  await inShop(database, HOME.shopId, async (tx) => {
    for (const picture of pictures) await savePicture(tx, HOME.shopId, picture.id, Buffer.from(picture.paint()), now);
  });
  await runCommands(
    database,
    { ...HOME, outside: simulatedOutside },
    commands.map((given) => ({ given, now })),
  );
  await database.$client.end();
}

/** A database of its own, with the demo or with an empty shop's tables. */
async function testDatabase(withDemo: boolean) {
  const server = process.env.YULE_TEST_POSTGRES ?? "";
  if (withDemo) await readyDatabase(server, "demo", "tables", fillWithDemo);
  return copyDatabase(server, withDemo ? "demo" : "tables");
}

/** A server on a database of its own, for tests: real requests, a pinned clock. */
export interface TestShop {
  readonly base: string;
  readonly url: string;
  readonly database: Database;
  /** What was asked of it; a statement that does not say of which shop fails the test as it closes. */
  readonly recorded: Recorded;
  /** Its own PostgreSQL, where it was asked for. */
  readonly postgres: OwnPostgres | null;
  readonly close: () => Promise<void>;
  readonly get: <T>(path: string) => Promise<T>;
  readonly send: (body: unknown) => Promise<{ status: number; body: CommandAnswer & Problem }>;
  readonly give: <Kind extends CommandKind>(
    kind: Kind,
    payload: CommandInput<Kind>,
    more?: { id?: string; at?: string },
  ) => Promise<{ status: number; body: CommandAnswer & Problem }>;
}

/** The sentence of an event, in plain words. */
export const wordsOf = (event: EventRead | undefined): string => (event ? phraseText(eventPhrase(event.happened)) : "nothing");

export const NOW = "2031-11-08T10:04:00Z";

export const MIGRATIONS = join(import.meta.dirname, "../migrations");

/** A PostgreSQL of its own, for a test that stops it. */
async function startOwn(): Promise<OwnPostgres & { readonly url: string; readonly close: () => Promise<void> }> {
  const folder = temporaryFolder("test");
  let running = await startPostgres(folder, { durable: false });
  await migrateDatabase(running.url, MIGRATIONS);
  return {
    url: running.url,
    stop: () => running.stop(),
    again: async () => {
      running = await startPostgres(folder, { durable: false, port: running.port });
    },
    close: async () => {
      await running.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

async function listen(app: ReturnType<typeof makeApp>): Promise<{ readonly server: Server; readonly base: string }> {
  const server: Server = app.listen(0, "127.0.0.1");
  if (!server.listening) await once(server, "listening");
  return { server, base: `http://127.0.0.1:${String((server.address() as AddressInfo).port)}/api` };
}

/** What tests ask and tell, as a screen does. */
function talkTo(base: string): Pick<TestShop, "get" | "send" | "give"> {
  const send: TestShop["send"] = async (body) => {
    const answer = await fetch(`${base}/commands`, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify(body) });
    return { status: answer.status, body: (await answer.json()) as CommandAnswer & Problem };
  };
  return {
    send,
    get: async <T>(path: string) => (await (await fetch(`${base}/${path}`)).json()) as T,
    give: (kind, payload, more = {}) => send({ id: more.id ?? v7(), kind, payload, ...(more.at ? { at: more.at } : {}) }),
  };
}

interface TestSetting {
  readonly own?: boolean;
  readonly demo?: boolean;
  readonly planner?: Pick<Planner, "want">;
  readonly outside?: Partial<Outside>;
  readonly keeps?: boolean;
  readonly replicaOf?: (url: string) => Promise<Database>;
  readonly checksAnswers?: boolean;
}

/**
 * @param checksAnswers works out each answer that was kept once more, and compares
 * @param own with a PostgreSQL that nothing else uses
 * @param demo with the demo in it, which is worked out once for all
 * @param keeps with backups, in a folder of its own
 * @param replicaOf a copy of the database for pages that look back
 * @param planner told of changes; nothing is planned unless a test does it
 */
export async function openTestShop({
  own = false,
  demo = false,
  planner = { want: () => Promise.resolve() },
  outside = {},
  keeps = false,
  replicaOf,
  checksAnswers = true,
}: TestSetting = {}): Promise<TestShop> {
  const postgres = own ? await startOwn() : null;
  const { url, close } = postgres ?? (await testDatabase(demo));
  const database = openDatabase(url);
  const recorded = new Recorded(database);
  const answers = checksAnswers ? new CheckedAnswers() : new KeptAnswers();
  await ensureShop(database, "UTC", new Date(NOW));
  const replica = (await replicaOf?.(url)) ?? null;
  const data = keeps ? temporaryFolder("backups") : null;
  const backups = data === null ? null : new Keepers({ url, data, migrations: MIGRATIONS, now: () => new Date(NOW), timeZone: () => Promise.resolve("UTC") });
  const feed = new Feed(url);
  await feed.open();
  const app = makeApp({
    database,
    replica,
    feed,
    clock: { now: () => new Date(NOW) },
    outside: { ...simulatedOutside, ...outside },
    planner,
    log: { error: () => undefined },
    hosts: ["tern-row.example"],
    backups,
    shops: new Shops({ database, url, outside: { ...simulatedOutside, ...outside } }),
    answers,
    webFolder: null,
  });
  const { server, base } = await listen(app);
  const shop: TestShop = {
    base,
    url,
    database,
    recorded,
    postgres,
    ...talkTo(base),
    close: async () => {
      server.closeAllConnections();
      server.close();
      await feed.close();
      await Promise.all([database.$client.end(), replica?.$client.end()]);
      await close();
      if (data !== null) rmSync(data, { recursive: true, force: true });
      const faults = [...recorded.faults(), ...(answers instanceof CheckedAnswers ? answers.stale : [])];
      if (faults.length > 0) throw new Error(faults.join("\n\n"));
    },
  };
  return shop;
}

/** A shop with paper, a design in two colourways and a need for three cards. */
export async function furnish(shop: TestShop) {
  const ids = { paper: v7(), series: v7(), design: v7(), blue: v7(), red: v7(), wash: v7(), dots: v7(), need: v7(), blueLine: v7(), redLine: v7() };
  await shop.give("add-store", { id: ids.paper, kind: "sheet", name: "Cotton", width: inches(20), height: inches(26), onHand: 3, pack: 5, packCostMinor: 1000, leadDays: 4 });
  await shop.give("add-series", { id: ids.series, name: "Shore", palette: "cool" });
  const stage = (id: string, name: string, dry: number) => ({ id, name, kind: "paint" as const, hands: 3, setup: 2, dry, within: null, portable: false });
  await shop.give("add-design", {
    id: ids.design,
    seriesId: ids.series,
    name: "Tide pool",
    method: "cut",
    paperId: ids.paper,
    cardStockId: null,
    stack: {
      fold: "left",
      width: inches(5.5),
      height: inches(5.5),
      layers: [{ kind: "panel", name: "panel", width: inches(4.5), height: inches(4.5), x: null, y: null }],
      envelope: null,
      thickness: mm(1),
    },
    stages: [stage(ids.wash, "Wash", 20), stage(ids.dots, "Dots", 0)],
    colourways: [
      { id: ids.blue, name: "blue", paints: [], pictureId: null },
      { id: ids.red, name: "red", paints: [], pictureId: null },
    ],
  });
  const need = {
    id: ids.need,
    kind: "commission" as const,
    title: "Harbour office",
    designId: ids.design,
    due: "2031-11-20",
    zone: "inland" as const,
    lines: [
      { id: ids.blueLine, colourwayId: ids.blue, quantity: 2 },
      { id: ids.redLine, colourwayId: ids.red, quantity: 1 },
    ],
  };
  const answer = await shop.give("add-need", need);
  return { ids, need, answer };
}

/** Cards of a need, from the sheet to the finished ones, each of its lines whole. */
export async function makeCards(
  shop: TestShop,
  paper: string,
  needId: string,
  lines: readonly { readonly id: string; readonly colourwayId: string; readonly quantity: number }[],
): Promise<void> {
  const batchId = v7();
  const units = lines.flatMap((line) => Array.from({ length: line.quantity }, () => line.colourwayId)).map((colourwayId, index) => ({ id: v7(), number: index + 1, colourwayId }));
  await shop.give("split-sheets", { batches: [{ batchId, needId, units }], uses: [{ storeId: paper, sheets: 1 }] });
  await shop.give("grade-panels", { batchId, grades: units.map(({ id }) => ({ unitId: id, grade: "good" })) });
  const { status } = await shop.give("assemble-cards", { needId, lines: lines.map(({ id, quantity }) => ({ lineId: id, quantity })) });
  if (status !== 200) throw new Error("the cards were not made");
}
