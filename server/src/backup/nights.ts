import type { Logger } from "pino";
import { connected } from "./connection.ts";
import type { BackupKeeper } from "./keeper.ts";
import { isToBeChanged } from "./schema.ts";

/** How often it is looked whether a night's backup is due; first when a shop that was just opened has its screens. */
const LOOKED_EVERY_MS = 300_000;

/** Makes a backup each night, or as soon after it as the machine runs. */
export function keepEachNight(keeper: BackupKeeper, log: Pick<Logger, "error">): { readonly close: () => void } {
  const timer = setInterval(() => {
    void keeper.night().catch((error: unknown) => log.error({ err: error }, "The night's backup was not made."));
  }, LOOKED_EVERY_MS);
  timer.unref();
  return { close: () => clearInterval(timer) };
}

/** Keeps what is there before the tables are changed by a newer version. A shop that cannot be kept is not changed. */
export async function keepBeforeUpdate(url: string, migrations: string, keeper: BackupKeeper, log: Pick<Logger, "error">): Promise<void> {
  if (!(await connected(url, (client) => isToBeChanged(client, migrations)))) return;
  process.stdout.write("Keeping a backup before the update ...\n");
  try {
    await keeper.make("update");
  } catch (error) {
    log.error({ err: error }, "The backup before the update was not made.");
    throw new Error(`The shop was left as it is: the backup before the update could not be made (${error instanceof Error ? error.message : String(error)}).`);
  }
}
