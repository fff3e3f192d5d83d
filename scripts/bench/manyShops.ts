import { quantile, rest } from "./figures.ts";
import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import { randomUUID } from "node:crypto";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { request } from "node:http";
import { cpus, tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { SHOP_HEADER, type BenchRead, type DesignsRead } from "@yule/contract";
import { deviceOf } from "../../server/src/access/testing.ts";
import { HOME } from "../../server/src/shop/reads.ts";
import { startPostgres } from "../lib/postgres.mjs";
import { NOW } from "../../e2e/src/shop.ts";

/** Measures many shops with years behind them in one database: one is grown, and its rows are copied for the others, whose ids are their own shop's. */
const root = join(import.meta.dirname, "../..");
const READS = ["shop", "season", "plan", "designs", "stores", "colour", "sheets", "bench", "dispatch", "orders", "logbook", "finish", "fairs"] as const;
const PROCESSES = 2;
/** Requests a second, in turn. */
const RATES = [25, 50, 100] as const;
const SECONDS = 20;
/** One command for so many requests: a bench that is worked at tells less than it asks. */
const COMMAND_EACH = 5;
const SCREENS = 1_000;
const HOST = "tern-row.example";

const shopOf = (place: number): string => (place === 0 ? HOME.shopId : `01936b5c-7a00-7000-9000-${place.toString(16).padStart(12, "0")}`);

/** The rows of the first shop, copied for shops of these places; indices over words are made anew after it. */
async function copyShops(client: pg.Client, from: number, until: number): Promise<void> {
  const { rows: tables } = await client.query<{ name: string; columns: string[] }>(
    `select c.relname as name, array_agg(quote_ident(a.attname) order by a.attnum) as columns from pg_class c join pg_namespace n on n.oid = c.relnamespace
       join pg_attribute a on a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped and a.attgenerated = ''
     where n.nspname = 'public' and c.relkind in ('r', 'p') and exists (select from pg_attribute s where s.attrelid = c.oid and s.attname = 'shop_id') group by 1 order by 1`,
  );
  const { rows: ofWords } = await client.query<{ name: string; made: string }>(
    "select indexname as name, indexdef as made from pg_indexes where schemaname = 'public' and indexdef like '%USING gin%'",
  );
  for (const { name } of ofWords) await client.query(`drop index "${name}"`);
  // Neither foreign keys nor triggers: what is copied was checked and summed when it was written first.
  await client.query("set session_replication_role = replica; set maintenance_work_mem = '1GB'; set synchronous_commit = off");
  for (const { name, columns } of tables) {
    const copied = columns.map((column) => {
      if (column === "shop_id" || (name === "shop" && column === "id")) return "new.shop_id";
      return name === "shop" && column === "name" ? "'Shop ' || new.place" : `old.${column}`;
    });
    await client.query(
      `insert into "${name}" (${columns.join(", ")}) select ${copied.join(", ")}
       from (select place, ('01936b5c-7a00-7000-9000-' || lpad(to_hex(place), 12, '0'))::uuid as shop_id from generate_series($1::integer, $2::integer) place) new, "${name}" old
       where old.shop_id = '${HOME.shopId}'`,
      [from, until],
    );
  }
  for (const { made } of ofWords) await client.query(made);
  await client.query("set session_replication_role = origin");
  await client.query("vacuum analyze");
}

interface Serving {
  readonly urls: readonly string[];
  readonly pids: readonly number[];
  readonly stop: () => Promise<void>;
}

async function serve(url: string): Promise<Serving> {
  const children: ChildProcess[] = [];
  const urls: string[] = [];
  for (let place = 0; place < PROCESSES; place += 1) {
    const child = spawn("node", [join(root, "scripts/serve.mjs"), "--host", HOST], {
      cwd: root,
      env: { ...process.env, DATABASE_URL: url, YULE_NOW: NOW, YULE_HOST: "127.0.0.1" },
      stdio: ["ignore", "pipe", "inherit"],
    });
    children.push(child);
    urls.push(
      await new Promise((ready, failed) => {
        child.stdout.on("data", (text: Buffer) => {
          const [, found] = /ready at (\S+)/.exec(text.toString()) ?? [];
          if (found) ready(found);
        });
        child.once("exit", () => failed(new Error("a server did not start")));
      }),
    );
  }
  const pids = children.map(({ pid }) =>
    Number(
      spawnSync("pgrep", ["-P", String(pid)])
        .stdout.toString()
        .trim()
        .split("\n")[0],
    ),
  );
  const stop = async (): Promise<void> => {
    await Promise.all(children.map((child) => new Promise((gone) => (child.once("exit", gone), child.kill("SIGTERM")))));
  };
  return { urls, pids, stop };
}

/** Resident memory of a process, bytes. */
const memoryOf = (pid: number): number => 4096 * Number(readFileSync(`/proc/${String(pid)}/statm`, "utf8").split(" ")[1]);

/** Reads and taps of shops by chance, as many a second whether or not the ones before were answered. */
async function underLoad(
  { urls }: Serving,
  shops: number,
  rate: number,
): Promise<{ readonly reads: number[]; readonly commands: number[]; readonly refused: number; readonly slowest: string }> {
  const at = (path: string, shop: string, turn: number, more: RequestInit = {}): Promise<Response> =>
    fetch(`${urls[turn % urls.length] ?? ""}/api/${path}`, { ...more, headers: { "content-type": "application/json", [SHOP_HEADER]: shop } });
  const { batches } = (await (await at("bench", HOME.shopId, 0)).json()) as BenchRead;
  const { designs } = (await (await at("designs", HOME.shopId, 0)).json()) as DesignsRead;
  const [batch] = batches.filter((each) => each.facts.length > 0);
  const stage = designs.find(({ id }) => id === batch?.designId)?.stages[0];
  const [unit] = batch?.units ?? [];
  const [reads, commands]: [number[], number[]] = [[], []];
  let refused = 0;
  const byRead = new Map<string, number[]>();
  const ask = async (turn: number): Promise<void> => {
    const shop = shopOf(Math.floor(Math.random() * shops));
    const from = performance.now();
    if (turn % COMMAND_EACH === 0) {
      const fact = { id: randomUUID(), unitId: unit?.id, stageId: stage?.id, what: "dry", at: new Date(Date.parse(NOW)).toISOString(), why: "" };
      const body = JSON.stringify({ id: randomUUID(), kind: "tell-bench", payload: { batchId: batch?.id, facts: [fact] } });
      const answer = await at("commands", shop, turn, { method: "POST", body });
      await answer.arrayBuffer();
      if (answer.ok) commands.push(performance.now() - from);
      else refused += 1;
      return;
    }
    const path = READS[Math.floor(Math.random() * READS.length)] ?? "shop";
    const answer = await at(path, shop, turn);
    await answer.arrayBuffer();
    const took = performance.now() - from;
    if (!answer.ok) {
      refused += 1;
      return;
    }
    reads.push(took);
    byRead.set(path, [...(byRead.get(path) ?? []), took]);
  };
  // What is read the first time comes from the disk and is compiled.
  for (let turn = 0; turn < 200; turn += 1) await ask(turn);
  for (const list of [reads, commands, ...byRead.values()]) list.length = 0;
  refused = 0;
  const begun = performance.now();
  const asked: Promise<void>[] = [];
  for (let turn = 0; turn < rate * SECONDS; turn += 1) {
    const due = begun + (turn * 1000) / rate;
    if (due > performance.now()) await rest(due - performance.now());
    asked.push(ask(turn));
  }
  await Promise.all(asked);
  const slowest = [...byRead]
    .map(([path, times]) => [path, quantile(times, 0.95)] as const)
    .sort((a, b) => b[1] - a[1])
    .slice(0, 4);
  return { reads, commands, refused, slowest: slowest.map(([path, ms]) => `${path} ${ms.toFixed(0)}`).join(", ") };
}

/** What a screen that only listens costs the servers, bytes. */
async function idleScreens({ urls, pids }: Serving, shops: number): Promise<number> {
  const held: (() => void)[] = [];
  const open = (place: number): Promise<void> =>
    new Promise((opened, failed) => {
      const to = new URL(`${urls[place % urls.length] ?? ""}/api/feed`);
      const asked = request({ host: to.hostname, port: to.port, path: to.pathname, headers: { [SHOP_HEADER]: shopOf(place % shops) }, agent: false }, (answer) => {
        answer.resume();
        opened();
      });
      asked.on("error", failed);
      asked.end();
      held.push(() => asked.destroy());
    });
  const memory = (): number => pids.reduce((sum, pid) => sum + memoryOf(pid), 0);
  for (let place = 0; place < 50; place += 1) await open(place);
  await rest(2_000);
  const before = memory();
  for (let place = 0; place < SCREENS; place += 1) await open(place);
  await rest(5_000);
  const each = (memory() - before) / SCREENS;
  for (const end of held) end();
  return each;
}

/** How long a device waits for its passphrase to be looked at, ms. */
async function signIns({ urls }: Serving, place: number): Promise<number[]> {
  const passphrase = "seven moths over the quay";
  const [url = ""] = urls;
  const json = { "content-type": "application/json", [SHOP_HEADER]: shopOf(place) };
  const set = await fetch(`${url}/api/passphrase`, { method: "PUT", headers: json, body: JSON.stringify({ passphrase }) });
  if (!set.ok) throw new Error(await set.text());
  const device = deviceOf(() => `${url}/api`);
  const times: number[] = [];
  for (let turn = 0; turn < 20; turn += 1) {
    const from = performance.now();
    const { status } = await device("POST", "sign-in", { body: { passphrase, name: `Laptop ${String(turn)}`, shop: `Shop ${String(place)}` } });
    if (status >= 300) throw new Error(`signing in was answered with ${String(status)}`);
    times.push(performance.now() - from);
  }
  return times;
}

/** @param folder of a shop that was grown before; null grows one with so many years */
export async function manyShopsBenchmarks(most: number, years: number, folder: string | null): Promise<void> {
  const place = mkdtempSync(join(tmpdir(), "yule-shops-"));
  const grown = folder ?? join(place, "grown");
  if (folder === null)
    spawnSync("node", ["scripts/with-packages.mjs", "scripts/grow.ts", "--years", String(years), "--data", grown], {
      cwd: root,
      stdio: "inherit",
      env: { ...process.env, YULE_NOW: NOW },
    });
  const postgres = await startPostgres(grown, { connections: 200 });
  const client = new pg.Client({ connectionString: postgres.url });
  await client.connect();
  const { rows: there } = await client.query<{ count: string }>("select count(*) from shop");
  let shops = Number(there[0]?.count);
  const lines: string[] = [];
  for (const wanted of [...new Set([Math.min(10, most), most])].filter((count) => count >= shops)) {
    const from = performance.now();
    if (wanted > shops) await copyShops(client, shops, wanted - 1);
    shops = wanted;
    process.stdout.write(`${String(shops)} shops, ${((performance.now() - from) / 1000).toFixed(0)} s to copy\n`);
    const { rows: size } = await client.query<{ gb: string; facts: string }>(
      "select (pg_database_size(current_database()) / 1e9)::numeric(9, 1)::text as gb, (select reltuples::bigint::text from pg_class where relname = 'bench_fact') as facts",
    );
    const serving = await serve(postgres.url);
    const figure = (values: readonly number[]): string => `${quantile(values, 0.5).toFixed(0)} / ${quantile(values, 0.95).toFixed(0)} ms`;
    const loads: string[] = [];
    for (const rate of RATES) {
      const { reads, commands, refused, slowest } = await underLoad(serving, shops, rate);
      loads.push(`${String(rate)} a second: ${figure(reads)}, commands ${figure(commands)}${refused === 0 ? "" : `, ${String(refused)} not answered`} (slowest: ${slowest})`);
      process.stdout.write(`${loads.at(-1) ?? ""}\n`);
    }
    const idle = await idleScreens(serving, shops);
    const signing = await signIns(serving, shops - 1);
    await serving.stop();
    lines.push(
      `| ${String(shops)} | ${size[0]?.gb ?? ""} GB, ${(Number(size[0]?.facts) / 1e6).toFixed(1)} million | ${loads.join("<br>")} | ${(idle / 1000).toFixed(0)} kB | ${figure(signing)} |`,
    );
    process.stdout.write(`${lines.at(-1) ?? ""}\n`);
  }
  await client.end();
  await postgres.stop();
  const text = `## Many shops in one database\n\nMeasured by \`npm run bench -- --shops ${String(most)}\` on ${String(cpus().length)} cores, with the database, ${String(PROCESSES)} servers and what asks them on the same ones: each shop has ${String(years)} years behind it. Each rate for ${String(SECONDS)} s, one request in ${String(COMMAND_EACH)} a tap at the bench, each for a shop by chance, each read in full. Median, and what 95 of 100 stay below.\n\n| shops | database, facts of the bench | reads (30 ms) and commands (20 ms at 100 a second) | memory of an idle screen (50 kB) | signing in (300 ms) |\n| --- | --- | --- | --- | --- |\n${lines.join("\n")}\n`;
  const page = join(root, "docs/benchmarks.md");
  const others = readFileSync(page, "utf8")
    .replace(/\n## Many shops in one database\n[\s\S]*?(?=\n## |$)/, "")
    .trimEnd();
  writeFileSync(page, `${others}\n\n${text}`);
  rmSync(place, { recursive: true, force: true });
}
