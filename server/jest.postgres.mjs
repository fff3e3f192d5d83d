// One PostgreSQL for all server tests of a run, with a database that has the tables: each test file copies it.
import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { drizzle } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import pg from "pg";
import { startPostgres } from "../scripts/lib/postgres.mjs";

export default async function startServer() {
  const folder = mkdtempSync(join(tmpdir(), "yule-tests-"));
  // The unprivileged user that runs PostgreSQL must be able to enter it.
  chmodSync(folder, 0o755);
  const postgres = await startPostgres(folder, { durable: false, connections: 200 });
  const admin = new pg.Client({ connectionString: postgres.url });
  await admin.connect();
  await admin.query("create database tables");
  await admin.end();
  const client = new pg.Client({ connectionString: postgres.url.replace(/postgres$/, "tables") });
  await client.connect();
  await migrate(drizzle(client), { migrationsFolder: join(import.meta.dirname, "migrations") });
  await client.end();
  process.env.YULE_TEST_POSTGRES = postgres.url;
  globalThis.stopTestPostgres = async () => {
    await postgres.stop();
    rmSync(folder, { recursive: true, force: true });
  };
}
