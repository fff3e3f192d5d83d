// A PostgreSQL for the tests of a run: many databases in one server, each a copy of one that was made ready.
import { randomUUID } from "node:crypto";
import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { startPostgres } from "./postgres.mjs";

/** A folder that the unprivileged user who runs PostgreSQL can enter. */
export function temporaryFolder(name) {
  const folder = mkdtempSync(join(tmpdir(), `yule-${name}-`));
  chmodSync(folder, 0o755);
  return folder;
}

/** Starts a server in a folder of its own. */
export async function startTestServer(name) {
  const folder = temporaryFolder(name);
  const { url, stop } = await startPostgres(folder, { durable: false, connections: 200 });
  return {
    url,
    folder,
    close: async () => {
      await stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

async function asAdmin(server, words) {
  const admin = new pg.Client({ connectionString: server });
  await admin.connect();
  await admin.query(words);
  await admin.end();
}

/** @returns the address of a new, empty database */
export async function makeDatabase(server, name) {
  await asAdmin(server, `create database ${name}`);
  return server.replace(/postgres$/, name);
}

/** A database of its own, as another was made ready; nobody may be at that one meanwhile. */
export async function copyDatabase(server, template) {
  const name = `shop_${randomUUID().replaceAll("-", "")}`;
  await asAdmin(server, `create database ${name} template ${template}`);
  return { url: server.replace(/postgres$/, name), close: () => asAdmin(server, `drop database ${name} with (force)`) };
}

/** A database that is made ready once in a run, by whichever test wants it first: the others wait for it and copy it. */
export async function readyDatabase(server, name, template, fill) {
  const admin = new pg.Client({ connectionString: server });
  await admin.connect();
  await admin.query("select pg_advisory_lock(hashtext($1))", [name]);
  try {
    const { rowCount } = await admin.query("select from pg_database where datname = $1", [name]);
    if (rowCount > 0) return;
    const begun = `${name}_begun`;
    // What a fill that failed left behind.
    await admin.query(`drop database if exists ${begun} with (force)`);
    await admin.query(`create database ${begun} template ${template}`);
    await fill(server.replace(/postgres$/, begun));
    await admin.query(`alter database ${begun} rename to ${name}`);
  } finally {
    await admin.end();
  }
}
