import { copyFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type pg from "pg";
import { migrateDatabase } from "../db/pool.ts";

interface Journal {
  readonly entries: readonly { readonly tag: string; readonly when: number }[];
}
const journalIn = (migrations: string): Journal => JSON.parse(readFileSync(join(migrations, "meta/_journal.json"), "utf8")) as Journal;
export const schemasIn = (migrations: string): string[] => journalIn(migrations).entries.map(({ tag }) => tag);

/** How many changes of the tables were made; 0 before the first. */
async function changesMade(client: pg.ClientBase): Promise<number> {
  const { rows: there } = await client.query<{ there: boolean }>("select to_regclass('drizzle.__drizzle_migrations') is not null as there");
  if (!there[0]?.there) return 0;
  const { rows } = await client.query<{ count: number }>("select count(*)::int as count from drizzle.__drizzle_migrations");
  return rows[0]?.count ?? 0;
}

/** The name of the last change that the tables have had. @throws Error where they have had none, or more than are known */
export async function schemaOf(client: pg.ClientBase, migrations: string): Promise<string> {
  const tag = schemasIn(migrations)[(await changesMade(client)) - 1];
  if (tag === undefined) throw new Error("the tables are not of a version that is known here");
  return tag;
}

/** Whether tables are there and wait for a change. */
export async function isToBeChanged(client: pg.ClientBase, migrations: string): Promise<boolean> {
  const made = await changesMade(client);
  return made > 0 && made < schemasIn(migrations).length;
}

/** Brings the tables of a database up to a change by its name and no further. */
export async function migrateTo(url: string, migrations: string, schema: string): Promise<void> {
  const journal = journalIn(migrations);
  const entries = journal.entries.slice(0, journal.entries.findIndex(({ tag }) => tag === schema) + 1);
  const folder = mkdtempSync(join(tmpdir(), "yule-schema-"));
  try {
    mkdirSync(join(folder, "meta"));
    writeFileSync(join(folder, "meta/_journal.json"), JSON.stringify({ ...journal, entries }));
    for (const { tag } of entries) copyFileSync(join(migrations, `${tag}.sql`), join(folder, `${tag}.sql`));
    await migrateDatabase(url, folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
