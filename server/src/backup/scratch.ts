import { randomBytes } from "node:crypto";
import { migrateDatabase } from "../db/pool.ts";
import { connected, forShop } from "./connection.ts";
import { hashesOf } from "./contents.ts";
import type { Archive } from "./archive.ts";
import { restoreInto } from "./restore.ts";
import { migrateTo } from "./schema.ts";
import { writeBackup } from "./write.ts";

/** PostgreSQL's word for what a role may not do. */
const MAY_NOT = "42501";

/** Whether a database of its own can be made here; a rented server may not allow it. */
export const isNotAllowed = (thrown: unknown): boolean => (thrown as { readonly code?: string } | null)?.code === MAY_NOT;

/** A database with the tables of a version, for as long as it is worked with. */
export async function inScratch<T>(url: string, migrations: string, schema: string, work: (scratch: string) => Promise<T>): Promise<T> {
  const name = `yule_scratch_${randomBytes(6).toString("hex")}`;
  const scratch = new URL(url);
  scratch.pathname = `/${name}`;
  await connected(url, (client) => client.query(`create database ${name} template template0`));
  try {
    await migrateTo(scratch.href, migrations, schema);
    return await work(scratch.href);
  } finally {
    await connected(url, (client) => client.query(`drop database if exists ${name} with (force)`)).catch(() => undefined);
  }
}

/** Reads a backup back into a scratch database and compares every file of it with what comes out of there. @returns the name of the first that differs, null where all are equal */
export async function differsFrom(url: string, migrations: string, shopId: string, archive: Archive): Promise<string | null> {
  return inScratch(url, migrations, archive.manifest.schema, (scratch) =>
    connected(scratch, async (client) => {
      await forShop(client, shopId, "write", () => restoreInto(client, shopId, archive));
      const back = await forShop(client, shopId, "read", () => hashesOf(client, shopId));
      const told = new Map(archive.manifest.files.map(({ name, sha256 }) => [name, sha256]));
      return [...new Set([...told.keys(), ...back.keys()])].find((name) => told.get(name) !== back.get(name)) ?? null;
    }),
  );
}

/**
 * Writes a backup of an older version anew as one of this version: its rows go through every change of the tables since.
 * @param file where the new one is written
 */
export async function broughtUp(url: string, migrations: string, shopId: string, archive: Archive, file: string): Promise<void> {
  await inScratch(url, migrations, archive.manifest.schema, async (scratch) => {
    await connected(scratch, (client) => forShop(client, shopId, "write", () => restoreInto(client, shopId, archive)));
    await migrateDatabase(scratch, migrations);
    await writeBackup(scratch, shopId, file, new Date(archive.manifest.made), migrations);
  });
}
