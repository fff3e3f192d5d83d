import type { LogbookRead, SeasonsRead } from "@yule/contract";
import pg from "pg";
import { startReplica } from "../../../scripts/lib/replica.mjs";
import { openTestShop, furnish, type TestShop } from "../testing.ts";
import { openDatabase } from "./pool.ts";

let shop: TestShop;
let copy: Awaited<ReturnType<typeof startReplica>>;
let follower: pg.Client;
/** What was asked of the copy, since it was last looked at. */
let asked: string[] = [];

beforeAll(async () => {
  shop = await openTestShop({
    own: true,
    replicaOf: async (url) => {
      copy = await startReplica(url);
      const replica = openDatabase(copy.url);
      replica.$client.on("connect", (client) => {
        const query = client.query.bind(client) as (...given: unknown[]) => unknown;
        Object.assign(client, {
          query: (...given: unknown[]) => {
            asked.push(JSON.stringify(given[0]));
            return query(...given);
          },
        });
      });
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
beforeEach(() => {
  asked = [];
});

const caughtUp = async (): Promise<void> => {
  const { rows } = await shop.database.$client.query<{ at: string }>("select pg_current_wal_lsn()::text as at");
  for (let tries = 0; tries < 200; tries += 1) {
    const { rows: there } = await follower.query<{ is: boolean }>("select pg_last_wal_replay_lsn() >= $1::pg_lsn as is", [rows[0]?.at]);
    if (there[0]?.is) return;
    await new Promise((soon) => setTimeout(soon, 25));
  }
  throw new Error("the copy did not follow");
};
const putAway = (): Promise<{ readonly designs: readonly { readonly name: string }[] }> => shop.get("put-away");

test("a page that looks back is answered by the copy once it has the shop's newest entry, and what screens work with never is", async () => {
  await furnish(shop);
  await caughtUp();
  expect((await shop.get<SeasonsRead>("seasons")).seasons).toEqual([]);
  expect(asked.filter((text) => text.includes('from \\"season\\"'))).toHaveLength(1);
  asked = [];
  await Promise.all(["season", "bench", "stores", "logbook"].map((path) => shop.get(path)));
  expect(asked).toEqual([]);
});

test("a copy that lags is not asked: who put a design away finds it there at once", async () => {
  const { design } = (await furnish(shop)).ids;
  await caughtUp();
  await follower.query("select pg_wal_replay_pause()");
  expect((await shop.give("archive-design", { id: design, archived: true, version: 1 })).status).toBe(200);
  expect(JSON.stringify(await putAway())).toContain(design);
  // Asked how far it is, and for nothing more.
  expect(asked.filter((text) => text.includes('from \\"'))).toEqual([expect.stringContaining('max(\\"seq\\") from \\"event\\"')]);
  await follower.query("select pg_wal_replay_resume()");
  await caughtUp();
  asked = [];
  expect(JSON.stringify(await putAway())).toContain(design);
  expect(asked.some((text) => text.includes('from \\"design\\"'))).toBe(true);
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
