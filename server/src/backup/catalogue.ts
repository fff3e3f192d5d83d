import type pg from "pg";

/** A table that belongs to shops, as the database itself describes it. */
export interface ShopTable {
  readonly name: string;
  readonly columns: readonly string[];
  /** The key without the shop, which is the order of its rows. */
  readonly key: readonly string[];
  /** Whether its rows speak of each other. */
  readonly isSelfish: boolean;
}

/** Who is let in is a thing of this machine and this moment: an older backup lets nobody in again who was sent out since. */
const NOT_KEPT = ["device", "let_in", "sign_in", "passkey", "challenge"];

/** A table whose rows have bytes: they are kept as files, under a folder of their own. */
export interface FiledTable {
  readonly name: string;
  readonly folder: string;
  /** Whether a row may have the same at a smaller size beside it. */
  readonly hasSmall: boolean;
}
export const FILED: readonly FiledTable[] = [
  { name: "picture", folder: "pictures", hasSmall: true },
  { name: "recording", folder: "recordings", hasSmall: false },
];
export const filedAs = (table: string): FiledTable | null => FILED.find(({ name }) => name === table) ?? null;

interface Described {
  readonly name: string;
  readonly columns: readonly string[];
  readonly key: readonly string[];
  readonly parents: readonly string[];
}

/**
 * Every table of the shops, parents before children (a topological order of the foreign keys, Kahn 1962). Read from the catalogue, so that a table that is new, or one
 * of an older version, is carried without a word here.
 * @throws Error where rows of two tables speak of each other, or where bytes lie in a table that does not keep them as files
 */
export async function shopTables(client: pg.ClientBase): Promise<ShopTable[]> {
  const { rows } = await client.query<Described>(
    `
    select c.relname::text as name,
      array(select a.attname::text from pg_attribute a where a.attrelid = c.oid and a.attnum > 0 and not a.attisdropped order by a.attnum) as columns,
      array(select a.attname::text from pg_constraint k, unnest(k.conkey) with ordinality as p(num, at) join pg_attribute a on a.attnum = p.num
        where k.conrelid = c.oid and k.contype = 'p' and a.attrelid = c.oid and a.attname <> 'shop_id' order by p.at) as key,
      array(select f.confrelid::regclass::text from pg_constraint f where f.conrelid = c.oid and f.contype = 'f') as parents
    from pg_class c join pg_namespace n on n.oid = c.relnamespace
    where n.nspname = 'public' and c.relname::text <> all($1) and c.relkind in ('r', 'p') and not c.relispartition
      and exists (select 1 from pg_attribute a where a.attrelid = c.oid and a.attname = 'shop_id' and not a.attisdropped)
    order by c.relname`,
    [NOT_KEPT],
  );
  await refuseBytes(client);
  const waiting = new Map(rows.map((each) => [each.name, each]));
  const ordered: ShopTable[] = [];
  while (waiting.size > 0) {
    const free = [...waiting.values()].filter(({ name, parents }) => parents.every((parent) => parent === name || !waiting.has(parent)));
    if (free.length === 0) throw new Error(`tables speak of each other in a circle: ${[...waiting.keys()].join(", ")}`);
    for (const { name, columns, key, parents } of free) {
      waiting.delete(name);
      ordered.push({ name, columns, key, isSelfish: parents.includes(name) });
    }
  }
  return ordered;
}

async function refuseBytes(client: pg.ClientBase): Promise<void> {
  const { rows } = await client.query<{ name: string }>(
    "select distinct table_name::text as name from information_schema.columns where table_schema = 'public' and udt_name = 'bytea' and table_name <> all($1)",
    [[...NOT_KEPT, ...FILED.map(({ name }) => name)]],
  );
  if (rows.length > 0) throw new Error(`bytes of ${rows.map(({ name }) => name).join(", ")} are not carried by a backup yet`);
}
