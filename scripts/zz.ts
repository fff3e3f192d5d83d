import { startPostgres } from "./lib/postgres.mjs";
import pg from "pg";
import { inShop, openDatabase } from "../server/src/db/pool.ts";
import { HOME } from "../server/src/shop/reads.ts";
import { readBench } from "../server/src/bench/reads.ts";
import { readDispatch } from "../server/src/dispatch/reads.ts";
import { simulatedOutside } from "../server/src/outside/outside.ts";
const postgres = await startPostgres("/tmp/grown10", { durable: false });
const database = openDatabase(postgres.url);
const now = new Date("2031-11-08T10:04:00Z");
const orig = pg.Client.prototype.query as any;
const slow: any[] = [];
pg.Client.prototype.query = function (this: any, ...args: any[]) {
  const from = performance.now();
  const r = orig.apply(this, args);
  if (r?.then) return r.then((x: any) => { const ms = performance.now() - from; if (ms > 4) slow.push([ms, args[0].text ?? args[0], args[1]]); return x; });
  return r;
} as any;
for (const [name, read] of [["bench", (tx: any) => readBench(tx, simulatedOutside.hygrometer, now)], ["dispatch", (tx: any) => readDispatch(tx, simulatedOutside.carrier, now)]] as const) {
  for (let k = 0; k < 2; k += 1) {
    slow.length = 0;
    const from = performance.now();
    const got = await inShop(database, HOME.shopId, read as any);
    console.log(name, (performance.now() - from).toFixed(0), "ms", JSON.stringify(got).length);
    if (name === "bench") { const b = got as any; console.log("records", b.learned.records.length, JSON.stringify(b.learned).length, "batches", b.batches.length, JSON.stringify(b.batches).length, "cells", b.learned.records.reduce((s: number, r: any) => s + r.drying.length + r.hands.length, 0)); }
  }
  for (const [ms, text, values] of slow) {
    console.log(ms.toFixed(0), text.slice(0, 3000));
    await inShop(database, HOME.shopId, async (tx: any) => {
      const client = tx.session.client;
      const { rows } = await orig.call(client, "explain (analyze, costs off, timing on) " + text, values);
      console.log(rows.map((r: any) => r["QUERY PLAN"]).join("\n").slice(0, 5000));
    });
  }
}
await database.$client.end(); await postgres.stop(); process.exit(0);
