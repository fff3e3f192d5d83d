import type pg from "pg";
import type { Logger } from "pino";
import type { Shops } from "../shops/shops.ts";
import { connected } from "./connection.ts";
import type { Keepers } from "./keepers.ts";
import { isToBeChanged } from "./schema.ts";

/** How often it is looked whether a night's backup is due; first when a shop that was just opened has its screens. */
const LOOKED_EVERY_MS = 300_000;

/** Makes a backup each night, or as soon after it as the machine runs. */
export function keepEachNight(keepers: Keepers, shops: Shops, log: Pick<Logger, "error">): { readonly close: () => void } {
  const look = async (): Promise<void> => {
    const fault = (error: unknown): void => log.error({ err: error }, "The night's backup was not made.");
    // One shop after the other; one that cannot be kept keeps no other from it.
    for (const { id } of await shops.all()) await keepers.of(id).night().catch(fault);
  };
  const timer = setInterval(() => void look().catch((error: unknown) => log.error({ err: error }, "The shops were not found.")), LOOKED_EVERY_MS);
  timer.unref();
  return { close: () => clearInterval(timer) };
}

/** The shops of tables that wait for an update. */
const shopsIn = async (client: pg.Client): Promise<string[]> =>
  (await client.query<{ shop_id: string }>("select shop_id from shop order by shop_id")).rows.map((row) => row.shop_id);

/** Keeps what is there before the tables are changed by a newer version. A shop that cannot be kept is not changed. */
export async function keepBeforeUpdate(url: string, migrations: string, keepers: Keepers, log: Pick<Logger, "error">): Promise<void> {
  if (!(await connected(url, (client) => isToBeChanged(client, migrations)))) return;
  process.stdout.write("Keeping a backup before the update ...\n");
  try {
    for (const id of await connected(url, shopsIn)) await keepers.of(id).make("update");
  } catch (error) {
    log.error({ err: error }, "The backup before the update was not made.");
    throw new Error(`The shop was left as it is: the backup before the update could not be made (${error instanceof Error ? error.message : String(error)}).`);
  }
}
