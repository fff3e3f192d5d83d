import { readFileSync } from "node:fs";
import { join } from "node:path";
import pg from "pg";
import { startTestServer } from "../../../scripts/lib/testServer.mjs";

const FOLDER = join(import.meta.dirname, "../../migrations");
const tags = (JSON.parse(readFileSync(join(FOLDER, "meta/_journal.json"), "utf8")) as { entries: { tag: string }[] }).entries.map(({ tag }) => tag);

/** One row in every table, all of one id, so that whatever speaks of another finds it. */
const ID = "01936b5c-7a00-7000-8000-0000000000aa";
const BY_TYPE: Readonly<Record<string, unknown>> = {
  uuid: ID,
  text: "x",
  integer: 1,
  bigint: 1,
  boolean: false,
  date: "2031-11-08",
  "timestamp with time zone": "2031-11-08T10:04:00Z",
  jsonb: "{}",
  bytea: Buffer.from([1]),
  "double precision": 1,
  ARRAY: "{}",
};
/** Where a check wants more than its type says. */
const EXAMPLES: Readonly<Record<string, unknown>> = {
  "shop.length_system": "in",
  "session_pattern.to_minute": 90,
  "session_change.what": "away",
  "lesson.moment": "planning",
  "paint.pigments": "{PB29}",
  "undertaking.kind": "order",
  "fair.size": "usual",
  "fair.weather": "rain",
  "sale.paid": "cash",
};

interface Column {
  readonly table_name: string;
  readonly column_name: string;
  readonly data_type: string;
  readonly is_nullable: "YES" | "NO";
  readonly column_default: string | null;
}

let server: Awaited<ReturnType<typeof startTestServer>>;
let client: pg.Client;

beforeAll(async () => {
  server = await startTestServer("migrations");
  client = new pg.Client({ connectionString: server.url });
  await client.connect();
}, 60_000);
afterAll(async () => {
  await client.end();
  await server.close();
});

const columns = async (): Promise<Column[]> =>
  (
    await client.query<Column>(
      "select table_name, column_name, data_type, is_nullable, column_default from information_schema.columns where table_schema = 'public' order by table_name, ordinal_position",
    )
  ).rows;
const tablesIn = (all: readonly Column[]): string[] => [...new Set(all.map(({ table_name }) => table_name))];

/** Puts a row into every table that has none, as a shop of this version would have it. */
async function fill(): Promise<void> {
  const all = await columns();
  // Rows speak of each other in circles: they are put in before it is looked whom they speak of.
  await client.query("set session_replication_role = replica");
  for (const table of tablesIn(all)) {
    if ((await client.query(`select 1 from "${table}"`)).rowCount !== 0) continue;
    const told = all.filter((column) => column.table_name === table && column.is_nullable === "NO" && (column.column_default === null || column.column_name === "version"));
    const values = told.map(({ column_name, data_type }) => EXAMPLES[`${table}.${column_name}`] ?? BY_TYPE[data_type]);
    await client.query(`insert into "${table}" (${told.map(({ column_name }) => `"${column_name}"`).join()}) values (${told.map((_, at) => `$${String(at + 1)}`).join()})`, values);
  }
  await client.query("set session_replication_role = default");
}

const rows = async (): Promise<Map<string, Record<string, unknown>>> => {
  const found = new Map<string, Record<string, unknown>>();
  for (const table of tablesIn(await columns())) found.set(table, ((await client.query(`select * from "${table}"`)).rows as Record<string, unknown>[])[0] ?? {});
  return found;
};

const statementsOf = (tag: string): string[] => readFileSync(join(FOLDER, `${tag}.sql`), "utf8").split("--> statement-breakpoint");

test("every migration takes the rows of the schema before it along, each column as it was, and gives them what is new", async () => {
  for (const [at, tag] of tags.entries()) {
    const before = at === 0 ? new Map<string, Record<string, unknown>>() : await rows();
    for (const statement of statementsOf(tag)) await client.query(statement);
    const after = await rows();
    for (const [table, row] of before) expect([tag, table, after.get(table)]).toMatchObject([tag, table, row]);
    for (const { table_name, column_name, is_nullable } of await columns()) {
      const row = after.get(table_name);
      if (before.has(table_name) && is_nullable === "NO")
        expect([tag, table_name, column_name, row?.[column_name] ?? "nothing"]).not.toEqual([tag, table_name, column_name, "nothing"]);
    }
    await fill();
  }
  expect((await rows()).size).toBeGreaterThan(25);
}, 60_000);

test("every table that belongs to a shop is closed to other shops", async () => {
  const { rows: open } = await client.query<{ relname: string }>(
    "select relname from pg_class join information_schema.columns on table_name = relname and column_name = 'shop_id' where relkind = 'r' and not (relrowsecurity and relforcerowsecurity)",
  );
  expect(open).toEqual([]);
});
