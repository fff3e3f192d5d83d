import { RESET_LENGTH } from "@yule/contract";
import { phrase } from "@yule/core";
import { verify } from "@node-rs/argon2";
import { and, eq, lt, or, sql } from "drizzle-orm";
import type { Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import { drawCode, hashByHeart, hashOf, isSame } from "./secrets.ts";
import { isGuessedSoon } from "./strength.ts";
import { signInKept } from "./tables.ts";

/** So many tries in vain by browsers that were never in are answered at once; then one a minute, whoever it is. */
const FORGIVEN = 20;
const MINUTE = 60_000;
const WAIT = MINUTE;
/** After so long without one in vain the count begins anew. */
const FORGOTTEN_AFTER = 24 * 60 * MINUTE;

/** Whose passphrase it is. */
export interface Account {
  readonly shopId: string;
  readonly accountId: string;
}

const of = ({ shopId, accountId }: Account) => and(eq(signInKept.shopId, shopId), eq(signInKept.accountId, accountId));

/** A hash of nothing that anybody knows: where there is no shop of a name, a try takes as long as where there is one. */
const NOBODYS = hashByHeart(drawCode(RESET_LENGTH));
export async function tryNobodys(passphrase: string): Promise<void> {
  await isRight(await NOBODYS, passphrase);
}

/** What is kept, made before the transaction that keeps it: it takes its time. The code is told once and nowhere kept as it is. */
export interface MadePassphrase {
  readonly code: string;
  readonly passphraseHash: string;
  readonly resetHash: string;
}

/** @throws Refusal where it would be guessed too soon */
export async function makePassphrase(passphrase: string): Promise<MadePassphrase> {
  if (await isGuessedSoon(passphrase))
    throw new Refusal(422, phrase`This passphrase is not kept.`, [
      {
        code: "guessed-soon",
        path: ["passphrase"],
        given: phrase`A passphrase that is guessed soon`,
        allowed: phrase`words that have nothing to do with each other, with the shop, or with a pattern of keys`,
      },
    ]);
  const code = drawCode(RESET_LENGTH);
  return { code, passphraseHash: await hashByHeart(passphrase), resetHash: hashOf(code) };
}

export async function keepPassphrase(tx: Transaction, account: Account, { passphraseHash, resetHash }: MadePassphrase, now: Date): Promise<void> {
  const kept = { passphraseHash, resetHash, changedAt: now, misses: 0, missedAt: null };
  await tx
    .insert(signInKept)
    .values({ shopId: account.shopId, accountId: account.accountId, ...kept })
    .onConflictDoUpdate({ target: [signInKept.shopId, signInKept.accountId], set: kept });
}

/** @param isHeld whether nobody else may change it until this transaction ends */
export async function readPassphrase(
  tx: Transaction,
  account: Account,
  isHeld = false,
): Promise<{ readonly passphraseHash: string; readonly resetHash: string; readonly changedAt: Date } | null> {
  const asked = tx.select().from(signInKept).where(of(account));
  const [row] = await (isHeld ? asked.for("update") : asked);
  return row ?? null;
}

export async function dropPassphrase(tx: Transaction, account: Account): Promise<void> {
  await tx.delete(signInKept).where(of(account));
}

export const isRight = (passphraseHash: string, told: string): Promise<boolean> => verify(passphraseHash, told);
export const isCode = (resetHash: string, code: string): boolean => isSame(resetHash, hashOf(code));

/**
 * Counts a try by a browser that was never in before it is looked at, so that a thousand at once are no more than the few that are forgiven. It is a count for
 * all such browsers together: who guesses from many addresses is slowed down like who guesses from one. @returns for how many seconds none is taken; 0 where this one is
 */
export async function claimTry(tx: Transaction, account: Account, now: Date): Promise<number> {
  const long = new Date(now.getTime() - FORGOTTEN_AFTER);
  const open = or(sql`${signInKept.missedAt} is null`, lt(signInKept.misses, FORGIVEN), lt(signInKept.missedAt, new Date(now.getTime() - WAIT)));
  const claimed = await tx
    .update(signInKept)
    .set({ misses: sql`case when ${signInKept.missedAt} < ${long.toISOString()} then 1 else ${signInKept.misses} + 1 end`, missedAt: now })
    .where(and(of(account), open));
  if (claimed.rowCount !== 0) return 0;
  const [row] = await tx.select({ missedAt: signInKept.missedAt }).from(signInKept).where(of(account));
  return row?.missedAt ? Math.max(1, Math.ceil((row.missedAt.getTime() + WAIT - now.getTime()) / 1000)) : 0;
}

/** The try that was counted was none in vain. */
export async function giveBack(tx: Transaction, account: Account): Promise<void> {
  await tx
    .update(signInKept)
    .set({ misses: sql`greatest(${signInKept.misses} - 1, 0)` })
    .where(of(account));
}
