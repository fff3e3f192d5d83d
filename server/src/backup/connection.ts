import pg from "pg";

/** A connection of one's own, without the limits of a tap: for work on whole shops. */
export async function connected<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000, application_name: "yule-backup" });
  client.on("error", () => undefined);
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end().catch(() => undefined);
  }
}

type Kind = "read" | "write";
const BEGINS: Readonly<Record<Kind, string>> = { read: "begin isolation level repeatable read, read only", write: "begin" };

/** One transaction for one shop; row security sees the shop also where the connection's role is bound by it. */
export async function forShop<T>(client: pg.Client, shopId: string, kind: Kind, work: () => Promise<T>): Promise<T> {
  await client.query(BEGINS[kind]);
  try {
    await client.query("select set_config('yule.shop', $1, true), set_config('TimeZone', 'UTC', true)", [shopId]);
    const result = await work();
    await client.query("commit");
    return result;
  } catch (thrown) {
    await client.query("rollback").catch(() => undefined);
    throw thrown;
  }
}
