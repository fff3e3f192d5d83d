import { demoCommands } from "@yule/demo";
import type { Place } from "./shops.ts";
import { replaceBy } from "../backup/restore.ts";
import { connected, forShop } from "../backup/connection.ts";
import { onConnection, type Transaction } from "../db/pool.ts";
import { carryOutAll } from "../logbook/run.ts";
import type { Outside } from "../outside/outside.ts";
import { beginShop, DEMO_WORDS } from "../shop/begin.ts";
import { savePicture } from "../shop/pictures.ts";

/** All that the demo has done until a moment, within a transaction of its shop. */
async function fill(tx: Transaction, { shopId, accountId }: Place, outside: Outside, now: Date): Promise<void> {
  const { pictures, commands } = demoCommands(now);
  await beginShop(tx, shopId, DEMO_WORDS, now);
  for (const picture of pictures) await savePicture(tx, shopId, picture.id, Buffer.from(picture.paint()), now);
  await carryOutAll(
    tx,
    { shopId, accountId, outside },
    commands.map((given) => ({ given, now })),
  );
}

/**
 * Puts the demo in the place of all that a shop has, or makes a shop of it, in one transaction: it begins at this moment, and until it is
 * whole everybody reads what was there before.
 */
export const fillWithDemo = (url: string, place: Place, outside: Outside, now: Date): Promise<void> =>
  connected(url, (client) => forShop(client, place.shopId, "write", () => replaceBy(client, place.shopId, () => fill(onConnection(client, place.shopId), place, outside, now))));
