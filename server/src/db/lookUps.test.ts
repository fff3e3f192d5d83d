import type { LogbookRead, SeasonsRead } from "@yule/contract";
import pg from "pg";
import { startReplica } from "../../../scripts/lib/replica.mjs";
import { openTestShop, furnish, type TestShop } from "../testing.ts";
import { openDatabase } from "./pool.ts";
import { Recorded } from "./recorded.ts";

let shop: TestShop;
let copy: Awaited<ReturnType<typeof startReplica>>;
let follower: pg.Client;
let asked: Recorded;

beforeAll(async () => {
  shop = await openTestShop({
    own: true,
    replicaOf: async (url) => {
      copy = await startReplica(url);
      const replica = openDatabase(copy.url);
      asked = new Recorded(replica);
      return replica;
    },
  });
  follower = new pg.Client({ connectionString: copy.url });
  await follower.connect();
}, 120_000);
afterAll(async () => {
  await follower.end().catch(() => undefined);
  await shop.close();
  await copy.close();
});
beforeEach(() => asked.inShop.clear());

const caughtUp = async (): Promise<void> => {
  const { rows } = await shop.database.$client.query<{ at: string }>("select pg_current_wal_lsn()::text as at");
  for (let tries = 0; tries < 200; tries += 1) {
    const { rows: there } = await follower.query<{ is: boolean }>("select pg_last_wal_replay_lsn() >= $1::pg_lsn as is", [rows[0]?.at]);
    if (there[0]?.is) return;
    await new Promise((soon) => setTimeout(soon, 25));
  }
  throw new Error("the copy did not follow");
};
const of = (table: string): string[] => [...asked.inShop].filter((text) => text.includes(`from "${table}"`));
const putAway = (): Promise<{ readonly designs: readonly { readonly name: string }[] }> => shop.get("put-away");

test("a page that looks back is answered by the copy once it has the shop's newest entry, and what screens work with never is", async () => {
  await furnish(shop);
  await caughtUp();
  expect((await shop.get<SeasonsRead>("seasons")).seasons).toEqual([]);
  expect(of("season")).toHaveLength(1);
  asked.inShop.clear();
  await Promise.all(["season", "bench", "stores", "logbook"].map((path) => shop.get(path)));
  expect([...asked.inShop]).toEqual([]);
});

test("a copy that lags is not asked: who put a design away finds it there at once", async () => {
  const { design } = (await furnish(shop)).ids;
  await caughtUp();
  await follower.query("select pg_wal_replay_pause()");
  expect((await shop.give("archive-design", { id: design, archived: true, version: 1 })).status).toBe(200);
  expect(JSON.stringify(await putAway())).toContain(design);
  // Asked how far it is, and for nothing more.
  expect([...asked.inShop]).toEqual([expect.stringContaining('from "read_revision"')]);
  await follower.query("select pg_wal_replay_resume()");
  await caughtUp();
  asked.inShop.clear();
  expect(JSON.stringify(await putAway())).toContain(design);
  expect(of("design")).not.toEqual([]);
});

test("what the shop refuses is refused by the copy in the same words; a copy that is gone is missed by nobody", async () => {
  await caughtUp();
  const wrong = await fetch(`${shop.base}/households/01936b5c-7aff-7000-8000-00000000dead/everything`);
  expect([wrong.status, ((await wrong.json()) as { title: string }).title]).toEqual([404, "There is no such household."]);
  await follower.end();
  await copy.close();
  expect((await shop.get<LogbookRead>("logbook")).events.length).toBeGreaterThan(0);
  expect((await shop.get<SeasonsRead>("seasons")).seasons).toEqual([]);
  expect(JSON.stringify(await putAway())).toContain("Tide pool");
});
