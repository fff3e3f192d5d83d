import { openTestShop, type TestShop } from "../testing.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
}, 60_000);
afterAll(() => shop.close());

const rows = async <Row extends object>(text: string): Promise<Row[]> => (await shop.database.$client.query<Row>(text)).rows;

/** Tables of the shops: all but what the tools of migrations and jobs keep for themselves. */
const OURS = "n.nspname = 'public' and c.relkind in ('r', 'p')";

test("every table of the shops belongs to one: the shop is in each key, each foreign key on both sides, and each rule that a row is there once", async () => {
  const tables = await rows<{ name: string; has: boolean }>(
    `select c.relname as name, exists (select 1 from pg_attribute a where a.attrelid = c.oid and a.attname = 'shop_id' and a.attnotnull) as has
     from pg_class c join pg_namespace n on n.oid = c.relnamespace where ${OURS} order by 1`,
  );
  expect(tables.length).toBeGreaterThan(40);
  expect(tables.filter(({ has }) => !has)).toEqual([]);
  const keys = await rows<{ of: string; name: string; own: boolean; theirs: boolean }>(
    `select c.relname as of, k.conname as name,
       exists (select 1 from pg_attribute a where a.attrelid = k.conrelid and a.attnum = any (k.conkey) and a.attname = 'shop_id') as own,
       k.contype <> 'f' or exists (select 1 from pg_attribute a where a.attrelid = k.confrelid and a.attnum = any (k.confkey) and a.attname = 'shop_id') as theirs
     from pg_constraint k join pg_class c on c.oid = k.conrelid join pg_namespace n on n.oid = c.relnamespace where ${OURS} and k.contype in ('p', 'u', 'f')`,
  );
  expect(keys.length).toBeGreaterThan(80);
  expect(keys.filter(({ own, theirs }) => !own || !theirs)).toEqual([]);
});

test("every index begins with the shop, but those over words and ids, which are asked for by a function that looks for the shop itself", async () => {
  const indexes = await rows<{ name: string; how: string; first: string | null; isUnique: boolean }>(
    `select i.relname as name, m.amname as how, x.indisunique as "isUnique", (select a.attname from pg_attribute a where a.attrelid = x.indrelid and a.attnum = x.indkey[0]) as first
     from pg_index x join pg_class i on i.oid = x.indexrelid join pg_class c on c.oid = x.indrelid join pg_namespace n on n.oid = c.relnamespace join pg_am m on m.oid = i.relam
     where ${OURS} order by 1`,
  );
  const other = indexes.filter(({ first }) => first !== "shop_id");
  expect(other.filter(({ how, isUnique }) => how !== "gin" || isUnique)).toEqual([]);
  expect(other.map(({ name }) => name)).toEqual(["event_by_letters", "event_by_thing", "event_by_words"]);
});
