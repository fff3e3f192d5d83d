import { drizzle, type NodePgDatabase } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import { sql } from "drizzle-orm";
import pg from "pg";
import { OneShop } from "./ofShop.ts";

export type Database = NodePgDatabase & { readonly $client: pg.Pool };
/** One connection, between its begin and its commit. */
export type Transaction = OneShop;

/** A statement is given up after this. A pooler between may keep what a connection is begun with to itself, so each transaction says it too. */
const STATEMENT_MS = 20_000;

/** Opens a pool. A server that goes away is an error of the request that meets it, never of the process. */
export function openDatabase(url: string): Database {
  // Compiling a statement takes longer than any of ours runs, and what is read lies in memory or on a disk without a head.
  const pool = new pg.Pool({
    connectionString: url,
    options: "-c jit=off -c random_page_cost=1.1",
    max: 10,
    idleTimeoutMillis: 600_000,
    connectionTimeoutMillis: 3000,
    statement_timeout: STATEMENT_MS,
    query_timeout: 25_000,
  });
  pool.on("error", () => undefined);
  // The pool listens to idle connections only; one that breaks while a transaction thinks between two queries would end the process.
  pool.on("connect", (client) => client.on("error", () => undefined));
  return drizzle(pool);
}

/** Opens as many connections as one screen's reads use, so that the first screen does not wait for them. */
export async function warm(database: Database): Promise<void> {
  await Promise.all(Array.from({ length: 6 }, () => database.$client.query("select 1").catch(() => null)));
}

/** Any number; every server process of this program asks for the same. */
const MIGRATION_LOCK = 734_010_266;

/** Brings the tables up to date; processes that start together take turns. */
export async function migrateDatabase(url: string, folder: string): Promise<void> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000 });
  await client.connect();
  try {
    await client.query("select pg_advisory_lock($1)", [MIGRATION_LOCK]);
    await migrate(drizzle(client), { migrationsFolder: folder });
  } finally {
    await client.end();
  }
}

/** One shop's rows on a connection of one's own, within the transaction that is begun there. */
export const onConnection = (client: pg.Client, shopId: string): Transaction => new OneShop(client, shopId);

/**
 * Runs as the role that cannot bypass row-level security, for one shop, in one transaction. The library's own transaction keeps a
 * connection for ever whose first word fails; here one that breaks is given up.
 */
export const inShop = <T>(database: Database, shopId: string, work: (tx: Transaction) => Promise<T>): Promise<T> => within(database, shopId, "begin", work);

/** The same for what only reads: all of it as it was at one moment, whatever is told meanwhile, so that an answer is of the state that its tag says. */
export const readShopOnce = <T>(database: Database, shopId: string, work: (tx: Transaction) => Promise<T>): Promise<T> =>
  within(database, shopId, "begin isolation level repeatable read read only", work);

async function within<T>(database: Database, shopId: string, begin: string, work: (tx: Transaction) => Promise<T>): Promise<T> {
  const client = await database.$client.connect();
  let broken: Error | undefined;
  try {
    await client.query(begin);
    const tx = new OneShop(client, shopId);
    await tx.execute(sql`select set_config('role', 'yule_app', true), set_config('yule.shop', ${shopId}, true), set_config('statement_timeout', ${String(STATEMENT_MS)}, true)`);
    const result = await work(tx);
    await client.query("commit");
    return result;
  } catch (thrown) {
    await client.query("rollback").catch((error: unknown) => {
      broken = error instanceof Error ? error : new Error(String(error));
    });
    throw thrown;
  } finally {
    client.release(broken);
  }
}
