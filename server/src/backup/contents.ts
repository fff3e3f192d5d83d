import { createHash } from "node:crypto";
import type pg from "pg";
import { FILED, filedAs, shopTables, type FiledTable, type ShopTable } from "./catalogue.ts";

/** One file of a backup, made as it is read. */
export interface BackupFile {
  readonly name: string;
  readonly rows: number;
  /** Rows of a table are packed; pictures and recordings are packed already. */
  readonly isPacked: boolean;
  readonly chunks: AsyncIterable<Buffer>;
}

const ROWS_AT_ONCE = 500;

/** A row as text, without what another shop would have otherwise. Only ever text: numbers are not looked at on the way. */
function lineOf({ name, key }: ShopTable): string {
  const filed = filedAs(name);
  const without = name === "shop" ? "'{shop_id,id}'" : filed ? "'{shop_id,bytes,small}'" : "'{shop_id}'";
  const order = key.length === 0 || name === "shop" ? "" : ` order by ${key.map((each) => `"${each}"`).join(", ")}`;
  const also = filed?.hasSmall ? " || jsonb_build_object('small', small is not null)" : "";
  return `select (to_jsonb(t) - ${without}::text[]${also})::text as line from "${name}" t where shop_id = $1${order}`;
}

/**
 * Whatever a shop is, file by file, in an order and a spelling that depend on nothing else: two shops are the same when these are. To be read within one transaction
 * of one snapshot (`repeatable read`).
 */
export async function* contentsOf(client: pg.ClientBase, shopId: string): AsyncGenerator<BackupFile> {
  for (const table of await shopTables(client)) {
    const { rows } = await client.query<{ count: number }>(`select count(*)::int as count from "${table.name}" where shop_id = $1`, [shopId]);
    yield { name: `tables/${table.name}.jsonl`, rows: rows[0]?.count ?? 0, isPacked: true, chunks: linesOf(client, table, shopId) };
  }
  for (const filed of FILED) {
    // A database of before such files were kept has none.
    if (!(await isThere(client, filed))) continue;
    const small = filed.hasSmall ? "small is not null" : "false";
    const { rows } = await client.query<{ id: string; small: boolean }>(`select id::text, ${small} as small from "${filed.name}" where shop_id = $1 order by id`, [shopId]);
    for (const row of rows) {
      yield { name: `${filed.folder}/${row.id}`, rows: 0, isPacked: false, chunks: bytesOf(client, filed, shopId, row.id, "bytes") };
      if (row.small) yield { name: `${filed.folder}/${row.id}-small`, rows: 0, isPacked: false, chunks: bytesOf(client, filed, shopId, row.id, "small") };
    }
  }
}

async function isThere(client: pg.ClientBase, { name }: FiledTable): Promise<boolean> {
  const { rows } = await client.query<{ there: boolean }>("select to_regclass($1) is not null as there", [`public.${name}`]);
  return rows[0]?.there ?? false;
}

async function* linesOf(client: pg.ClientBase, table: ShopTable, shopId: string): AsyncGenerator<Buffer> {
  await client.query(`declare lines no scroll cursor for ${lineOf(table)}`, [shopId]);
  for (;;) {
    const { rows } = await client.query<{ line: string }>(`fetch ${String(ROWS_AT_ONCE)} from lines`);
    if (rows.length === 0) break;
    yield Buffer.from(rows.map(({ line }) => `${line}\n`).join(""));
  }
  await client.query("close lines");
}

async function* bytesOf(client: pg.ClientBase, { name }: FiledTable, shopId: string, id: string, column: "bytes" | "small"): AsyncGenerator<Buffer> {
  const { rows } = await client.query<{ bytes: Buffer }>(`select ${column} as bytes from "${name}" where shop_id = $1 and id = $2`, [shopId, id]);
  if (rows[0]) yield rows[0].bytes;
}

/** The SHA-256 of each file: two shops are the same when these are. */
export async function hashesOf(client: pg.ClientBase, shopId: string): Promise<Map<string, string>> {
  const hashes = new Map<string, string>();
  for await (const { name, chunks } of contentsOf(client, shopId)) {
    const hash = createHash("sha256");
    for await (const chunk of chunks) hash.update(chunk);
    hashes.set(name, hash.digest("hex"));
  }
  return hashes;
}

/** Passes chunks on, and says at the end how many bytes they were and their SHA-256. */
export function hashed(chunks: AsyncIterable<Buffer>): { readonly passed: AsyncIterable<Buffer>; readonly done: () => { readonly bytes: number; readonly sha256: string } } {
  const hash = createHash("sha256");
  let bytes = 0;
  async function* passing(): AsyncGenerator<Buffer> {
    for await (const chunk of chunks) {
      hash.update(chunk);
      bytes += chunk.length;
      yield chunk;
    }
  }
  return { passed: passing(), done: () => ({ bytes, sha256: hash.digest("hex") }) };
}
