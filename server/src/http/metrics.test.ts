import type { LetInRead } from "@yule/contract";
import { v7 } from "uuid";
import { cookieOf, deviceOf } from "../access/testing.ts";
import { openTestShop, type TestShop } from "../testing.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
}, 60_000);
afterAll(() => shop.close());

const metrics = async (): Promise<string> => await (await fetch(`${shop.base}/metrics`)).text();
/** The value of one line. */
const figure = (text: string, line: RegExp): number => Number(line.exec(text)?.[1] ?? NaN);

test("it tells how long each route takes by its pattern, and nothing of what was asked for", async () => {
  const nobody = v7();
  await fetch(`${shop.base}/shop`);
  await fetch(`${shop.base}/shop`);
  await fetch(`${shop.base}/seasons/${nobody}`);
  await fetch(`${shop.base}/logbook?find=Marram`);
  await fetch(`${shop.base}/nowhere/${nobody}`);
  await fetch(`${shop.base}/commands`, { method: "POST", headers: { "content-type": "application/json" }, body: "{}" });
  const answer = await fetch(`${shop.base}/metrics`);
  expect(answer.headers.get("content-type")).toMatch(/^text\/plain; version=0\.0\.4/);
  const text = await answer.text();
  expect(figure(text, /yule_request_seconds_count\{method="GET",route="\/api\/shop",status="200"\} (\d+)/)).toBe(2);
  expect(figure(text, /yule_request_seconds_count\{method="POST",route="\/api\/commands",status="422"\} (\d+)/)).toBe(1);
  expect(figure(text, /yule_request_seconds_count\{method="GET",route="nowhere",status="404"\} (\d+)/)).toBe(1);
  expect(text).toMatch(/route="\/api\/seasons\/:id"/);
  expect(text).not.toContain(nobody);
  expect(text).not.toContain("Marram");
  // What Node tells of itself is there too.
  expect(figure(text, /^process_resident_memory_bytes (\d+)$/m)).toBeGreaterThan(1_000_000);
  expect(text).toMatch(/^nodejs_eventloop_lag_p99_seconds \S+$/m);
});

test("screens that listen are counted while they do, and the database's connections stay bounded", async () => {
  const listening = new AbortController();
  await fetch(`${shop.base}/feed`, { signal: listening.signal });
  const open = await metrics();
  expect(figure(open, /yule_open_screens (\d+)/)).toBe(1);
  await Promise.all(Array.from({ length: 40 }, () => fetch(`${shop.base}/season`)));
  const busy = await metrics();
  expect(figure(busy, /yule_database_connections (\d+)/)).toBeLessThanOrEqual(10);
  expect(figure(busy, /yule_database_waiting (\d+)/)).toBe(0);
  listening.abort();
  for (let tries = 0; tries < 50 && figure(await metrics(), /yule_open_screens (\d+)/) > 0; tries += 1) await new Promise((done) => setTimeout(done, 20));
  expect(figure(await metrics(), /yule_open_screens (\d+)/)).toBe(0);
});

test("a device of the maker's own is not told: it is for the machine itself", async () => {
  const asDevice = deviceOf(() => shop.base);
  expect((await asDevice("GET", "metrics")).status).toBe(401);
  const { code } = (await (await fetch(`${shop.base}/devices/code`, { method: "POST" })).json()) as LetInRead;
  const cookie = cookieOf(await asDevice("POST", "devices", { body: { code, name: "Tablet" } }));
  expect((await asDevice("GET", "metrics", { cookie })).status).toBe(403);
});
