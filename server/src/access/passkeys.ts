import type { PasskeyRead } from "@yule/contract";
import { phrase } from "@yule/core";
import {
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
  type AuthenticationResponseJSON,
  type PublicKeyCredentialCreationOptionsJSON,
  type PublicKeyCredentialRequestOptionsJSON,
  type RegistrationResponseJSON,
} from "@simplewebauthn/server";
import { and, count, eq, gt, isNull, lte } from "drizzle-orm";
import { v7 } from "uuid";
import type { Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import type { Account } from "./passphrase.ts";
import { challenge, passkey } from "./tables.ts";

/** So long may somebody look for their finger. */
const ASKED_FOR_MS = 5 * 60_000;
/** So many may be asked at once; more are nobody's who means it. */
const MOST_ASKED = 500;
/** No shop needs more. */
const MOST_PASSKEYS = 50;

/** By which name and address the shop is called: a passkey signs for that alone. */
export interface CalledBy {
  readonly rpId: string;
  readonly origin: string;
}

type Kept = Parameters<typeof verifyAuthenticationResponse>[0]["credential"];
const refused = (): Refusal => new Refusal(422, phrase`This passkey does not open the shop. Try another one, or another way in.`);

/** 16 bytes of the shop and 16 of the account: whose passkey it is comes back with its signature (Web Authentication Level 3, 5.4.3). */
const handleOf = ({ shopId, accountId }: Account): Uint8Array<ArrayBuffer> => Uint8Array.from(Buffer.from(`${shopId}${accountId}`.replaceAll("-", ""), "hex"));
const HANDLE = /^([0-9a-f]{8})([0-9a-f]{4})([0-9a-f]{4})([0-9a-f]{4})([0-9a-f]{12})/;
function shopIn(handle: string | undefined): string | null {
  const parts = HANDLE.exec(Buffer.from(handle ?? "", "base64url").toString("hex"));
  return parts ? parts.slice(1, 6).join("-") : null;
}

async function ask(tx: Transaction, { shopId, accountId }: { readonly shopId: string; readonly accountId: string | null }, asked: string, now: Date): Promise<string> {
  await tx.delete(challenge).where(and(eq(challenge.shopId, shopId), lte(challenge.until, now)));
  const [open] = await tx
    .select({ many: count() })
    .from(challenge)
    .where(and(eq(challenge.shopId, shopId), isNull(challenge.accountId)));
  // The maker's own are replaced by her next: what strangers ask keeps her from making none.
  if (accountId === null && (open?.many ?? 0) >= MOST_ASKED) throw new Refusal(429, phrase`Too many are signing in at once. Try again in five minutes.`);
  const id = v7();
  await tx.insert(challenge).values({ shopId, id, accountId, challenge: asked, until: new Date(now.getTime() + ASKED_FOR_MS) });
  return id;
}

/** What a new passkey signs: the newest that was asked of this account. */
export async function askForPasskey(tx: Transaction, account: Account, { rpId }: CalledBy, shopName: string, now: Date): Promise<PublicKeyCredentialCreationOptionsJSON> {
  const known = await tx.select({ id: passkey.id }).from(passkey).where(eq(passkey.shopId, account.shopId));
  if (known.length >= MOST_PASSKEYS) throw new Refusal(409, phrase`There are ${{ count: MOST_PASSKEYS }} passkeys already. Take one away that is no longer used.`);
  const options = await generateRegistrationOptions({
    rpName: shopName,
    rpID: rpId,
    userID: handleOf(account),
    userName: shopName,
    userDisplayName: shopName,
    attestationType: "none",
    excludeCredentials: known,
    authenticatorSelection: { residentKey: "required", userVerification: "required" },
  });
  await tx.delete(challenge).where(and(eq(challenge.shopId, account.shopId), eq(challenge.accountId, account.accountId)));
  await ask(tx, account, options.challenge, now);
  return options;
}

/** Takes what was asked: it is signed once, whatever comes of it, so this is a transaction of its own. @returns null where it was not asked, or too long ago */
export async function takeAsked(tx: Transaction, shopId: string, of: { readonly accountId: string } | { readonly id: string }, now: Date): Promise<string | null> {
  const which = "id" in of ? and(eq(challenge.id, of.id), isNull(challenge.accountId)) : eq(challenge.accountId, of.accountId);
  const [asked] = await tx
    .delete(challenge)
    .where(and(eq(challenge.shopId, shopId), which, gt(challenge.until, now)))
    .returning();
  return asked?.challenge ?? null;
}

const tooLate = (): Refusal => new Refusal(422, phrase`Too much time went by. Begin anew.`);

/** @throws Refusal where it was not asked for, or does not verify */
export async function keepNewPasskey(
  tx: Transaction,
  account: Account,
  { rpId, origin }: CalledBy,
  told: { readonly asked: string | null; readonly name: string; readonly credential: unknown },
  now: Date,
): Promise<void> {
  if (told.asked === null) throw tooLate();
  const verified = await verifyRegistrationResponse({
    response: told.credential as RegistrationResponseJSON,
    expectedChallenge: told.asked,
    expectedOrigin: origin,
    expectedRPID: rpId,
    requireUserVerification: true,
  }).catch(() => null);
  if (!verified?.verified) throw new Refusal(422, phrase`This passkey could not be checked. Nothing was kept.`);
  const { id, publicKey, counter, transports } = verified.registrationInfo.credential;
  await tx
    .insert(passkey)
    .values({ shopId: account.shopId, id, accountId: account.accountId, name: told.name, publicKey: Buffer.from(publicKey), counter, transports: transports ?? [], madeAt: now });
}

/** What any passkey of a shop signs to come in: the browser knows which it has for this name. */
export async function askForSignature(
  tx: Transaction,
  shopId: string,
  { rpId }: CalledBy,
  now: Date,
): Promise<{ readonly challenge: string; readonly options: PublicKeyCredentialRequestOptionsJSON }> {
  const options = await generateAuthenticationOptions({ rpID: rpId, userVerification: "required" });
  return { challenge: await ask(tx, { shopId, accountId: null }, options.challenge, now), options };
}

/** @returns whose passkey signed. @throws Refusal where nobody's did */
export async function whoSigned(
  tx: Transaction,
  shopId: string,
  { rpId, origin }: CalledBy,
  { asked, credential }: { readonly asked: string | null; readonly credential: unknown },
  now: Date,
): Promise<Account> {
  if (asked === null) throw tooLate();
  const response = credential as AuthenticationResponseJSON;
  const [row] = await tx
    .select()
    .from(passkey)
    .where(and(eq(passkey.shopId, shopId), eq(passkey.id, response.id)));
  if (!row || shopIn(response.response.userHandle) !== shopId) throw refused();
  const kept: Kept = { id: row.id, publicKey: Uint8Array.from(row.publicKey), counter: row.counter, transports: row.transports };
  const verified = await verifyAuthenticationResponse({
    response,
    expectedChallenge: asked,
    expectedOrigin: origin,
    expectedRPID: rpId,
    credential: kept,
    requireUserVerification: true,
  }).catch(() => null);
  if (!verified?.verified) throw refused();
  await tx
    .update(passkey)
    .set({ counter: verified.authenticationInfo.newCounter, usedAt: now })
    .where(and(eq(passkey.shopId, shopId), eq(passkey.id, row.id)));
  return { shopId, accountId: row.accountId };
}

export async function readPasskeys(tx: Transaction, { shopId, accountId }: Account): Promise<PasskeyRead[]> {
  const rows = await tx
    .select()
    .from(passkey)
    .where(and(eq(passkey.shopId, shopId), eq(passkey.accountId, accountId)))
    .orderBy(passkey.madeAt);
  return rows.map(({ id, name, madeAt, usedAt }) => ({ id, name, madeAt: madeAt.toISOString(), usedAt: usedAt?.toISOString() ?? null }));
}

/** @throws Refusal where there is none such */
export async function dropPasskey(tx: Transaction, { shopId, accountId }: Account, id: string): Promise<void> {
  const gone = await tx.delete(passkey).where(and(eq(passkey.shopId, shopId), eq(passkey.accountId, accountId), eq(passkey.id, id)));
  if (gone.rowCount === 0) throw new Refusal(404, phrase`There is no such passkey.`);
}

/** Whether anybody could come in by one. */
export async function hasPasskeys(tx: Transaction, shopId: string): Promise<boolean> {
  const rows = await tx.select({ id: passkey.id }).from(passkey).where(eq(passkey.shopId, shopId)).limit(1);
  return rows.length > 0;
}
