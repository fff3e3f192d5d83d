import { createInterface } from "node:readline";
import { Readable } from "node:stream";
import type pg from "pg";
import type { Archive } from "./archive.ts";
import { whole } from "./archive.ts";
import { filedAs, shopTables, type FiledTable, type ShopTable } from "./catalogue.ts";

const ROWS_AT_ONCE = 1000;
/** Lines of a table whose rows speak of each other go in together. */
const ALL_AT_ONCE = Infinity;

/**
 * Puts what a backup holds in the place of all that a shop has, within the transaction it is called in: until that ends, everybody reads what was there, and who writes
 * waits. The schema of the tables is that of the backup.
 */
export async function restoreInto(client: pg.Client, shopId: string, archive: Archive): Promise<void> {
  const tables = await emptied(client, shopId);
  for (const table of tables) await fill(client, shopId, table, archive);
  await client.query("select setval('event_seq_seq', greatest((select last_value from event_seq_seq), (select coalesce(max(seq), 1) from event where shop_id = $1)))", [shopId]);
}

/** Takes all that a shop has out of its tables, within the transaction it is called in. @returns the tables, parents first */
async function emptied(client: pg.ClientBase, shopId: string): Promise<ShopTable[]> {
  const tables = await shopTables(client);
  // Whoever is writing holds the shop or its maker; from here on the others wait.
  await client.query("select 1 from shop where shop_id = $1 for update", [shopId]);
  await client.query("select 1 from account where shop_id = $1 for update", [shopId]);
  await quietly(client);
  for (const { name } of [...tables].reverse()) await client.query(`delete from "${name}" where shop_id = $1`, [shopId]);
  return tables;
}

/** The same for a shop that screens look at. */
export const replaceShop = (client: pg.Client, shopId: string, archive: Archive): Promise<void> => beforeScreens(client, shopId, () => restoreInto(client, shopId, archive));

/** Puts something else in the place of all that a shop has, within the transaction it is called in. */
export const replaceBy = (client: pg.ClientBase, shopId: string, filling: () => Promise<void>): Promise<void> =>
  beforeScreens(client, shopId, async () => {
    await emptied(client, shopId);
    // From here on as any command runs: triggers follow, and row security shows this shop alone.
    await client.query("select set_config('yule.restoring', '', true), set_config('role', 'yule_app', true)");
    await filling();
  });

/** Screens that look at the shop are told, and by counts that were never reached before they know that what they have read is old. */
async function beforeScreens(client: pg.ClientBase, shopId: string, replaced: () => Promise<void>): Promise<void> {
  const { rows } = await client.query<{ most: number }>("select coalesce(max(revision), 0)::int + 1 as most from read_revision where shop_id = $1", [shopId]);
  await replaced();
  await client.query("update read_revision set revision = revision + $2 where shop_id = $1", [shopId, rows[0]?.most ?? 1]);
  await client.query(
    `select pg_notify('yule', json_build_object('shop', $1::text, 'seq', (select max(seq) from event where shop_id = $1::uuid), 'kind', 'many', 'wanted', null,
      'revisions', coalesce((select json_object_agg(name, revision) from read_revision where shop_id = $1::uuid), '{}'::json))::text)`,
    [shopId],
  );
}

/** What follows from a row that is new follows from none that comes back: sums lie in the backup beside what was summed. */
async function quietly(client: pg.ClientBase): Promise<void> {
  await client.query("select set_config('yule.restoring', 'on', true)");
  const { rows } = await client.query<{ knows: boolean }>("select prosrc like '%yule.restoring%' as knows from pg_proc where proname = 'store_moved'");
  // Tables of a version that does not know the word stand alone in a scratch database.
  if (rows[0] && !rows[0].knows) await client.query("alter table store_move disable trigger user");
}

async function fill(client: pg.Client, shopId: string, table: ShopTable, archive: Archive): Promise<void> {
  const name = `tables/${table.name}.jsonl`;
  // A table that came with a later version is empty.
  if (!archive.manifest.files.some((each) => each.name === name)) return;
  const own = JSON.stringify(table.name === "shop" ? { shop_id: shopId, id: shopId } : { shop_id: shopId });
  const most = table.isSelfish ? ALL_AT_ONCE : ROWS_AT_ONCE;
  let waiting: string[] = [];
  const put = async (): Promise<void> => {
    if (waiting.length === 0) return;
    const filed = filedAs(table.name);
    if (filed) for (const line of waiting) await putFiled(client, table, filed, line, own, archive);
    else
      await client.query(`insert into "${table.name}" select r.* from unnest($1::text[]) as line, jsonb_populate_record(null::"${table.name}", line::jsonb || $2::jsonb) as r`, [
        waiting,
        own,
      ]);
    waiting = [];
  };
  for await (const line of createInterface({ input: Readable.from(await archive.chunks(name)), crlfDelay: Infinity })) {
    if (line !== "") waiting.push(line);
    if (waiting.length >= most) await put();
  }
  await put();
}

async function putFiled(client: pg.Client, { name, columns }: ShopTable, { folder, hasSmall }: FiledTable, line: string, own: string, archive: Archive): Promise<void> {
  const { id, small = false } = JSON.parse(line) as { readonly id: string; readonly small?: boolean };
  const parts = [await whole(await archive.chunks(`${folder}/${id}`))];
  if (small) parts.push(await whole(await archive.chunks(`${folder}/${id}-small`)));
  const plain = columns.filter((column) => column !== "bytes" && column !== "small");
  const kept = hasSmall ? ["bytes", "small"] : ["bytes"];
  await client.query(
    `insert into "${name}" (${[...plain, ...kept].map((each) => `"${each}"`).join(", ")}) select ${plain.map((each) => `r."${each}"`).join(", ")}, ${kept.map((_, at) => `$${String(at + 3)}::bytea`).join(", ")}
     from jsonb_populate_record(null::"${name}", ($1::jsonb - 'small') || $2::jsonb) as r`,
    [line, own, ...kept.map((_, at) => parts[at] ?? null)],
  );
}
