import type { Router } from "@koa/router";
import {
  askForPasskeys,
  faultsOf,
  keepPasskey,
  provePassphrase,
  resetPassphrase,
  setPassphrase,
  signIn,
  signInByPasskey,
  type PassphraseSetRead,
  type WaysInRead,
} from "@yule/contract";
import { phrase, type Phrase } from "@yule/core";
import type { Context } from "koa";
import type { z } from "zod";
import { inShop, type Database, type Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import type { Clock } from "../http/clock.ts";
import { isHere } from "../http/guards.ts";
import type { Place, Shops } from "../shops/shops.ts";
import { readHome } from "../shop/reads.ts";
import { addDevice, proveDevice, sendOut, type Asker } from "./devices.ts";
import { carry, carryKnown, whoMay } from "./guard.ts";
import { askForPasskey, askForSignature, dropPasskey, hasPasskeys, keepNewPasskey, takeAsked, whoSigned, type CalledBy } from "./passkeys.ts";
import { dropPassphrase, isCode, isRight, keepPassphrase, makePassphrase, readPassphrase, tryNobodys, type Account } from "./passphrase.ts";
import type { Screens } from "./screens.ts";
import { addressOf, Slowing } from "./slowing.ts";

interface WaysSetting {
  readonly database: Database;
  readonly clock: Clock;
}
interface DoorSetting extends WaysSetting {
  readonly shops: Shops;
}

const maker = (ctx: Context): Asker => whoMay(ctx, (role) => role === "maker");

function told<Read>(ctx: Context, schema: z.ZodType<Read>, title: Phrase): Read {
  const given: unknown = ctx.request.body ?? {};
  const read = schema.safeParse(given);
  if (!read.success) throw new Refusal(422, title, faultsOf(read.error, given));
  return read.data;
}

const wrongPassphrase = (path: string): Refusal =>
  new Refusal(422, phrase`This is not the passphrase of the shop.`, [
    { code: "wrong-passphrase", path: [path], given: phrase`This passphrase`, allowed: phrase`the one that was set in the shop` },
  ]);
const notSet = (): Refusal => new Refusal(422, phrase`No passphrase opens this shop. Ask for a code where the shop runs.`);

const noPasskey = (): Refusal => new Refusal(422, phrase`No passkey of this device opens this shop. Take the passphrase or a code.`);

/** The shop that is meant. @returns null where the name that was told is none's @throws Refusal where there are several, and none was named */
async function doorOf(shops: Shops, name: string | undefined): Promise<Place | null> {
  const place = await shops.behindDoor(name);
  if (place || name !== undefined) return place;
  throw new Refusal(422, phrase`There are several shops here.`, [
    { code: "which-shop", path: ["shop"], given: phrase`no name of a shop`, allowed: phrase`the name of the shop to come into, as it stands in its settings` },
  ]);
}

/** A passkey signs for a name; an address of figures has none (Web Authentication Level 3, 5.1.2). @throws Refusal where the shop is called by such */
function calledBy(ctx: Context): CalledBy {
  const origin = ctx.get("origin");
  const rpId = ctx.hostname;
  if (origin === "" || !/[a-z]/i.test(rpId) || rpId.includes(":"))
    throw new Refusal(409, phrase`A passkey needs the shop to be called by a name, over TLS. Take the passphrase or a code.`);
  return { rpId, origin };
}

const waysInto = async (tx: Transaction, place: Place): Promise<WaysInRead> => ({
  areSeveral: false,
  hasPassphrase: (await readPassphrase(tx, place)) !== null,
  hasPasskeys: await hasPasskeys(tx, place.shopId),
});

/** The ways into the shop from elsewhere: a passphrase, a code that was kept for when it is forgotten, and passkeys. */
export function wayRoutes(router: Router, { database, clock, shops }: DoorSetting, screens: Screens): void {
  const within = <T>({ shopId }: Place, work: (tx: Transaction) => Promise<T>): Promise<T> => inShop(database, shopId, work);
  const slowing = new Slowing({ database, clock });
  const enter = async (ctx: Context, account: Account, name: string): Promise<void> => {
    const now = clock.now();
    const made = await inShop(database, account.shopId, (tx) => addDevice(tx, { ...account, role: "maker", name, provenAt: now }, now));
    carry(ctx, account.shopId, made.id, made.secret);
    carryKnown(ctx, account.shopId, made.id, made.known);
  };
  router.get("/ways-in", async (ctx) => {
    ctx.set("cache-control", "no-store");
    const place = await shops.behindDoor(undefined);
    ctx.body = place ? await within(place, (tx) => waysInto(tx, place)) : ({ areSeveral: true, hasPassphrase: true, hasPasskeys: true } satisfies WaysInRead);
  });
  router.post("/sign-in", async (ctx) => {
    const { passphrase, name, shop } = told(ctx, signIn, phrase`This device cannot sign in.`);
    const place = await doorOf(shops, shop);
    const kept = place && (await within(place, (tx) => readPassphrase(tx, place)));
    if (!kept) {
      if (shop === undefined) throw notSet();
      // Which names are a shop's is not said to who tries them.
      slowing.oncePer(ctx);
      await tryNobodys(passphrase);
      throw wrongPassphrase("passphrase");
    }
    const right = await slowing.once(ctx, place);
    if (!(await isRight(kept.passphraseHash, passphrase))) throw wrongPassphrase("passphrase");
    await right();
    await enter(ctx, place, name);
    ctx.status = 204;
  });
  router.post("/sign-in/code", async (ctx) => {
    const { code, passphrase, name, shop } = told(ctx, resetPassphrase, phrase`The passphrase cannot be set anew.`);
    const place = await doorOf(shops, shop);
    const kept = place && (await within(place, (tx) => readPassphrase(tx, place)));
    if (!kept && shop === undefined) throw notSet();
    // A hundred random bits: strangers who try the passphrase keep nobody with the paper waiting.
    const right = slowing.oncePer(ctx);
    const wrong = (): Refusal =>
      new Refusal(422, phrase`The passphrase cannot be set anew.`, [
        { code: "no-code", path: ["code"], given: phrase`This code`, allowed: phrase`the code that was shown when the passphrase was set` },
      ]);
    if (!kept || !isCode(kept.resetHash, code)) throw wrong();
    right();
    const made = await makePassphrase(passphrase);
    const out = await within(place, async (tx) => {
      // Of two who hold the code at once one sets it anew.
      if ((await readPassphrase(tx, place, true))?.resetHash !== kept.resetHash) throw wrong();
      await keepPassphrase(tx, place, made, clock.now());
      return sendOut(tx, place.shopId, null, clock.now());
    });
    // Who forgot it may have lost it: what was let in by it is out.
    screens.close(out);
    await enter(ctx, place, name);
    ctx.body = { code: made.code } satisfies PassphraseSetRead;
  });
  ownPassphraseRoutes(router, { database, clock }, slowing, screens);
  passkeyRoutes(router, { database, clock, shops }, { within, enter, slowing });
}

/** The maker's own passphrase: set, changed, said once more, taken away. */
function ownPassphraseRoutes(router: Router, { database, clock }: WaysSetting, slowing: Slowing, screens: Screens): void {
  router.put("/passphrase", async (ctx) => {
    const who = maker(ctx);
    const { passphrase, before, sendOthersOut } = told(ctx, setPassphrase, phrase`This passphrase is not kept.`);
    const kept = await inShop(database, who.shopId, (tx) => readPassphrase(tx, who));
    if (kept && !isHere(ctx)) {
      const right = await slowing.once(ctx, who, who.deviceId);
      if (before === undefined || !(await isRight(kept.passphraseHash, before))) throw wrongPassphrase("before");
      await right();
    } else if (!who.isProven) throw new Refusal(403, phrase`The first passphrase is set where the shop runs.`);
    const made = await makePassphrase(passphrase);
    const now = clock.now();
    screens.close(
      await inShop(database, who.shopId, async (tx) => {
        await keepPassphrase(tx, who, made, now);
        await proveDevice(tx, who, now);
        return sendOthersOut ? sendOut(tx, who.shopId, null, now, { kept: who.deviceId }) : [];
      }),
    );
    ctx.body = { code: made.code } satisfies PassphraseSetRead;
  });
  router.post("/passphrase/prove", async (ctx) => {
    const who = maker(ctx);
    const { passphrase } = told(ctx, provePassphrase, phrase`This cannot be checked.`);
    const kept = await inShop(database, who.shopId, (tx) => readPassphrase(tx, who));
    if (!kept) throw notSet();
    const right = await slowing.once(ctx, who, who.deviceId);
    if (!(await isRight(kept.passphraseHash, passphrase))) throw wrongPassphrase("passphrase");
    await right();
    await inShop(database, who.shopId, (tx) => proveDevice(tx, who, clock.now()));
    ctx.status = 204;
  });
  router.delete("/passphrase", async (ctx) => {
    const who = proven(ctx);
    await inShop(database, who.shopId, (tx) => dropPassphrase(tx, who));
    ctx.status = 204;
  });
}

/** The maker who has just said that it is her. @throws Refusal 403 */
export function proven(ctx: Context): Asker {
  const who = maker(ctx);
  if (!who.isProven) throw new Refusal(403, phrase`This is done where the shop runs, or by the maker once she has said her passphrase again.`);
  return who;
}

interface Entering {
  readonly within: <T>(place: Place, work: (tx: Transaction) => Promise<T>) => Promise<T>;
  readonly enter: (ctx: Context, account: Account, name: string) => Promise<void>;
  readonly slowing: Slowing;
}

/** Questions that nobody signed are counted apart from wrong passphrases. */
const asking = (ctx: Context): string => `passkey ${addressOf(ctx)}`;

function passkeyRoutes(router: Router, { database, clock, shops }: DoorSetting, { within, enter, slowing }: Entering): void {
  router.post("/passkeys/ask", async (ctx) => {
    const who = proven(ctx);
    const by = calledBy(ctx);
    ctx.body = await inShop(database, who.shopId, async (tx) => askForPasskey(tx, who, by, (await readHome(tx)).name, clock.now()));
  });
  router.post("/passkeys", async (ctx) => {
    const who = proven(ctx);
    const { name, credential } = told(ctx, keepPasskey, phrase`This passkey is not kept.`);
    const by = calledBy(ctx);
    const asked = await inShop(database, who.shopId, (tx) => takeAsked(tx, who.shopId, { accountId: who.accountId }, clock.now()));
    await inShop(database, who.shopId, (tx) => keepNewPasskey(tx, who, by, { asked, name, credential }, clock.now()));
    ctx.status = 204;
  });
  router.delete("/passkeys/:id", async (ctx) => {
    const who = proven(ctx);
    const { id } = ctx.params as { readonly id: string };
    await inShop(database, who.shopId, (tx) => dropPasskey(tx, who, id));
    ctx.status = 204;
  });
  router.post("/sign-in/passkey/ask", async (ctx) => {
    const by = calledBy(ctx);
    slowing.oncePer(ctx, asking(ctx));
    const { shop } = told(ctx, askForPasskeys, phrase`This device cannot sign in.`);
    const place = await doorOf(shops, shop);
    if (!place) throw noPasskey();
    ctx.body = await within(place, (tx) => askForSignature(tx, place.shopId, by, clock.now()));
  });
  router.post("/sign-in/passkey", async (ctx) => {
    const { challenge, name, credential, shop } = told(ctx, signInByPasskey, phrase`This device cannot sign in.`);
    const by = calledBy(ctx);
    const place = await doorOf(shops, shop);
    if (!place) throw noPasskey();
    const asked = await within(place, (tx) => takeAsked(tx, place.shopId, { id: challenge }, clock.now()));
    const account = await within(place, (tx) => whoSigned(tx, place.shopId, by, { asked, credential }, clock.now()));
    slowing.forgive(asking(ctx));
    await enter(ctx, account, name);
    ctx.status = 204;
  });
}
