import { phrase } from "@yule/core";
import { CODE_LENGTH, type DeviceRead, type Role } from "@yule/contract";
import { and, eq, gt, isNull, lt, ne, sql } from "drizzle-orm";
import { v7 } from "uuid";
import type { Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import { drawCode, hashOf, isSame, newSecret } from "./secrets.ts";
import { device, letIn } from "./tables.ts";

/** Who asks. */
export interface Asker {
  readonly shopId: string;
  readonly accountId: string;
  /** Null for whoever sits where the shop runs. */
  readonly deviceId: string | null;
  /** What the device is called; "" where the shop runs. */
  readonly device: string;
  /** What they may: a device that is locked does what a helper does. */
  readonly role: Role;
  readonly isLocked: boolean;
  /** Whether the maker has just said that it is her, or sits where the shop runs: then she lets others in and sends them out. */
  readonly isProven: boolean;
}

const MINUTE = 60_000;
const CODE_LASTS = 10 * MINUTE;
/** So many wrong codes end those that stand: of 32^8 that could be, nobody comes near one. */
const MOST_MISSES = 50;
/** What a device carries is changed so often; what it carried before counts a little longer, for answers that were on their way. */
const CHANGED_AFTER = 24 * 60 * MINUTE;
const OVERLAPS = 10 * MINUTE;
/** When it was last seen is kept no more exactly than this. */
const SEEN_WITHIN = 5 * MINUTE;
/** A device that was not seen for so long is let in anew. */
const FORGOTTEN_AFTER = 180 * 24 * 60 * MINUTE;
/** So long after the passphrase was said others are managed without saying it again. */
const PROVEN_FOR = 10 * MINUTE;

/** Makes a code for one device; those that stood are over. */
export async function makeCode(
  tx: Transaction,
  { shopId, accountId }: Pick<Asker, "shopId" | "accountId">,
  role: Role,
  now: Date,
): Promise<{ readonly code: string; readonly until: Date }> {
  await tx.delete(letIn).where(eq(letIn.shopId, shopId));
  const code = drawCode(CODE_LENGTH);
  const until = new Date(now.getTime() + CODE_LASTS);
  await tx.insert(letIn).values({ shopId, id: v7(), accountId, codeHash: hashOf(code), until, role });
  return { code, until };
}

/**
 * Lets a device in by a code, which is over by that.
 * @returns what the device carries from now on, or null where no such code stands
 */
export async function letDeviceIn(tx: Transaction, shopId: string, code: string, name: string, now: Date): Promise<LetIn | null> {
  const [known] = await tx
    .delete(letIn)
    .where(and(eq(letIn.shopId, shopId), eq(letIn.codeHash, hashOf(code)), gt(letIn.until, now), lt(letIn.misses, MOST_MISSES)))
    .returning();
  if (!known) {
    await tx
      .update(letIn)
      .set({ misses: sql`${letIn.misses} + 1` })
      .where(eq(letIn.shopId, shopId));
    return null;
  }
  return addDevice(tx, { shopId, accountId: known.accountId, role: known.role, name, provenAt: null }, now);
}

/** What a browser is given when it comes in. */
export interface LetIn {
  readonly id: string;
  readonly secret: string;
  /** What it keeps when it leaves by itself. */
  readonly known: string;
}

/** Whoever asks has seen that it may come in. */
export async function addDevice(
  tx: Transaction,
  told: { readonly shopId: string; readonly accountId: string; readonly role: Role; readonly name: string; readonly provenAt: Date | null },
  now: Date,
): Promise<LetIn> {
  const [id, secret, known] = [v7(), newSecret(), newSecret()];
  await tx.insert(device).values({ ...told, id, secretHash: hashOf(secret), knownHash: hashOf(known), changedAt: now, letInAt: now, seenAt: now });
  return { id, secret, known };
}

/** Whether a browser was in before, and was not sent out since by somebody else. */
export async function wasIn(tx: Transaction, shopId: string, id: string, known: string): Promise<boolean> {
  const [row] = await tx
    .select({ knownHash: device.knownHash })
    .from(device)
    .where(and(eq(device.shopId, shopId), eq(device.id, id)));
  return isSame(row?.knownHash ?? null, hashOf(known));
}

/** Who holds the device has just said that she is the maker. */
export async function proveDevice(tx: Transaction, { shopId, deviceId }: Pick<Asker, "shopId" | "deviceId">, now: Date): Promise<void> {
  if (deviceId === null) return;
  await tx
    .update(device)
    .set({ provenAt: now })
    .where(and(eq(device.shopId, shopId), eq(device.id, deviceId)));
}

/**
^ * Who carries this. Where it is time, it is changed for another, so that a copy that was taken is worth little.
 * @returns null where nobody was let in with it, or is no more
 */
export async function whoCarries(tx: Transaction, shopId: string, id: string, secret: string, now: Date): Promise<{ readonly who: Asker; readonly changed: string | null } | null> {
  const [row] = await tx
    .select()
    .from(device)
    .where(and(eq(device.shopId, shopId), eq(device.id, id), isNull(device.endedAt)));
  if (!row || now.getTime() - row.seenAt.getTime() > FORGOTTEN_AFTER) return null;
  const isLocked = row.pinHash !== null;
  const isProven = !isLocked && row.role === "maker" && row.provenAt !== null && now.getTime() - row.provenAt.getTime() < PROVEN_FOR;
  const who: Asker = { shopId, accountId: row.accountId, deviceId: id, device: row.name, role: isLocked && row.role === "maker" ? "helper" : row.role, isLocked, isProven };
  const hash = hashOf(secret);
  if (isSame(row.beforeHash, hash)) return now.getTime() - row.changedAt.getTime() < OVERLAPS ? { who, changed: null } : null;
  if (!isSame(row.secretHash, hash)) return null;
  const isOld = now.getTime() - row.changedAt.getTime() > CHANGED_AFTER;
  if (!isOld && now.getTime() - row.seenAt.getTime() < SEEN_WITHIN) return { who, changed: null };
  const changed = isOld ? newSecret() : null;
  // Of two requests at once one changes it; the other is answered with what it came with.
  const done = await tx
    .update(device)
    .set({ seenAt: now, ...(changed === null ? {} : { secretHash: hashOf(changed), beforeHash: row.secretHash, changedAt: now }) })
    .where(and(eq(device.shopId, shopId), eq(device.id, id), eq(device.secretHash, row.secretHash)));
  return { who, changed: done.rowCount === 0 ? null : changed };
}

/** Whether a device is still let in. */
export async function isIn(tx: Transaction, { shopId, deviceId }: Pick<Asker, "shopId" | "deviceId">): Promise<boolean> {
  if (deviceId === null) return true;
  const rows = await tx
    .select({ id: device.id })
    .from(device)
    .where(and(eq(device.shopId, shopId), eq(device.id, deviceId), isNull(device.endedAt)));
  return rows.length > 0;
}

export async function readDevices(tx: Transaction, { shopId, deviceId }: Pick<Asker, "shopId" | "deviceId">): Promise<DeviceRead[]> {
  const rows = await tx
    .select()
    .from(device)
    .where(and(eq(device.shopId, shopId), isNull(device.endedAt)))
    .orderBy(device.letInAt);
  return rows.map(({ id, name, role, pinHash, letInAt, seenAt }) => ({
    id,
    name,
    role,
    isLocked: pinHash !== null,
    letInAt: letInAt.toISOString(),
    seenAt: seenAt.toISOString(),
    isThis: id === deviceId,
  }));
}

/** Sends one device out, or all but the one that is kept. @param itself whether it goes by itself: then its browser stays known @returns whose screens are to be closed @throws Refusal where there is no such device */
export async function sendOut(
  tx: Transaction,
  shopId: string,
  id: string | null,
  now: Date,
  { itself = false, kept = null }: { itself?: boolean; kept?: string | null } = {},
): Promise<string[]> {
  const rows = await tx
    .update(device)
    .set({ endedAt: now, ...(itself ? {} : { knownHash: null }) })
    .where(and(eq(device.shopId, shopId), isNull(device.endedAt), ...(id === null ? [] : [eq(device.id, id)]), ...(kept === null ? [] : [ne(device.id, kept)])))
    .returning({ id: device.id });
  if (id !== null && rows.length === 0) throw new Refusal(404, phrase`There is no such device.`);
  return rows.map((row) => row.id);
}
