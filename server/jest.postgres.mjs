// One PostgreSQL for all server tests of a run, with a database that has the tables: each test file copies it.
import { join } from "node:path";
import { drizzle } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import pg from "pg";
import { makeDatabase, startTestServer } from "../scripts/lib/testServer.mjs";
import pack from "./jest.bundle.mjs";

export default async function startServer() {
  await pack();
  const server = await startTestServer("tests");
  const client = new pg.Client({ connectionString: await makeDatabase(server.url, "tables") });
  await client.connect();
  await migrate(drizzle(client), { migrationsFolder: join(import.meta.dirname, "migrations") });
  await client.end();
  process.env.YULE_TEST_POSTGRES = server.url;
  globalThis.stopTestPostgres = server.close;
}
