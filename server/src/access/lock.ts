import { phrase } from "@yule/core";
import { verify } from "@node-rs/argon2";
import { and, eq } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import type { Asker } from "./devices.ts";
import { device } from "./tables.ts";

/** So many wrong figures are forgiven; then each next one waits twice as long as the one before, from half a minute to an hour. */
const FORGIVEN = 5;
const FIRST_WAIT_S = 30;
const LONGEST_WAIT_S = 3_600;

const itself = ({ shopId, deviceId }: Asker) => {
  if (deviceId === null) throw new Refusal(409, phrase`The machine of the shop is locked by its own system, not here.`);
  return and(eq(device.shopId, shopId), eq(device.id, deviceId));
};

/** Locks a maker's device: until it is unlocked it does what a helper does, wherever its requests come from. */
export async function lock(tx: Transaction, who: Asker, pinHash: string): Promise<void> {
  if (who.isLocked) throw new Refusal(409, phrase`This device is locked already.`);
  if (who.role !== "maker") throw new Refusal(403, phrase`Only a device of the maker's is locked.`);
  await tx.update(device).set({ pinHash, pinMisses: 0, pinMissedAt: null }).where(itself(who));
}

/** @returns null where it is unlocked, else for how many seconds no figures are taken; 0 where they may be tried again at once */
export async function unlock(tx: Transaction, who: Asker, pin: string, now: Date): Promise<number | null> {
  const [row] = await tx.select().from(device).where(itself(who)).for("update");
  if (!row?.pinHash) return null;
  const past = row.pinMisses - FORGIVEN;
  const wait = past < 0 || !row.pinMissedAt ? 0 : Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** past) - (now.getTime() - row.pinMissedAt.getTime()) / 1000;
  if (wait > 0) return Math.ceil(wait);
  const isRight = await verify(row.pinHash, pin);
  await tx
    .update(device)
    .set(isRight ? { pinHash: null, pinMisses: 0, pinMissedAt: null } : { pinMisses: row.pinMisses + 1, pinMissedAt: now })
    .where(itself(who));
  return isRight ? null : 0;
}
