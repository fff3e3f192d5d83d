import { phrase } from "@yule/core";
import type { Router } from "@koa/router";
import { faultsOf, letInDevice, lockPin, makeLetIn, type DevicesRead, type LetInRead } from "@yule/contract";
import type { Context } from "koa";
import { networkInterfaces } from "node:os";
import { inShop, type Database, type Transaction } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import type { Clock } from "../http/clock.ts";
import { isHere, isLoopback } from "../http/guards.ts";
import { letDeviceIn, makeCode, readDevices, sendOut, type Asker } from "./devices.ts";
import { carry, carryKnown, dropCarried, whoAsks } from "./guard.ts";
import { lock, unlock } from "./lock.ts";
import { readPasskeys } from "./passkeys.ts";
import { readPassphrase } from "./passphrase.ts";
import { hashByHeart, hashOf } from "./secrets.ts";
import type { Screens } from "./screens.ts";
import type { Shops } from "../shops/shops.ts";
import { Tries } from "./tries.ts";
import { addressOf } from "./slowing.ts";
import { proven, wayRoutes } from "./ways.ts";

interface AccessSetting {
  readonly database: Database;
  readonly clock: Clock;
  readonly hosts: readonly string[];
  readonly shops: Shops;
}

function pinIn(ctx: Context): string {
  const given: unknown = ctx.request.body;
  const read = lockPin.safeParse(given);
  if (!read.success) throw new Refusal(422, phrase`These figures cannot lock a device.`, faultsOf(read.error, given));
  return read.data.pin;
}

/** Letting devices in, seeing which are in, and sending them out: where the shop runs, or by the maker who has just said her passphrase. */
export function accessRoutes(router: Router, { database, clock, hosts, shops }: AccessSetting, screens: Screens): void {
  const tries = new Tries();
  router.post("/devices", async (ctx) => {
    const wait = tries.wait(addressOf(ctx), Date.now());
    if (wait > 0) {
      ctx.set("retry-after", String(wait));
      throw new Refusal(429, phrase`Too many codes were wrong. Wait ten minutes, or ask for help where the shop runs.`);
    }
    const given: unknown = ctx.request.body;
    const read = letInDevice.safeParse(given);
    if (!read.success) throw new Refusal(422, phrase`This device cannot be let in.`, faultsOf(read.error, given));
    const place = await shops.ofCode(hashOf(read.data.code));
    const made = place && (await inShop(database, place.shopId, (tx) => letDeviceIn(tx, place.shopId, read.data.code, read.data.name, clock.now())));
    if (!made) {
      if (!place) await shops.missCodes();
      tries.miss(addressOf(ctx), Date.now());
      throw new Refusal(422, phrase`This device cannot be let in.`, [
        { code: "no-code", path: ["code"], given: phrase`This code`, allowed: phrase`the code that is shown where the shop runs` },
      ]);
    }
    carry(ctx, place.shopId, made.id, made.secret);
    carryKnown(ctx, place.shopId, made.id, made.known);
    ctx.body = { id: made.id };
  });
  router.get("/devices", async (ctx) => {
    ctx.set("cache-control", "no-store");
    const who = whoAsks(ctx);
    ctx.body = await inShop(database, who.shopId, (tx) => readWhoIsIn(tx, who, isHere(ctx)));
  });
  router.post("/devices/code", async (ctx) => {
    const who = proven(ctx);
    const given: unknown = ctx.request.body ?? {};
    const read = makeLetIn.safeParse(given);
    if (!read.success) throw new Refusal(422, phrase`This code cannot be made.`, faultsOf(read.error, given));
    const { role } = read.data;
    const { code, until } = await inShop(database, who.shopId, (tx) => makeCode(tx, who, role, clock.now()));
    ctx.body = { code, role, until: until.toISOString(), addresses: addresses(ctx, hosts) } satisfies LetInRead;
  });
  // Before the addresses with an id, which these are none of.
  lockRoutes(router, { database, clock });
  wayRoutes(router, { database, clock, shops }, screens);
  // A device sends itself out; where the shop runs any of them is, and all.
  router.delete("/devices/:id", async (ctx) => {
    const who = whoAsks(ctx);
    const { id } = ctx.params as { readonly id: string };
    const itself = id === who.deviceId;
    if (!itself) proven(ctx);
    screens.close(await inShop(database, who.shopId, (tx) => sendOut(tx, who.shopId, id, clock.now(), { itself })));
    if (itself) dropCarried(ctx);
    ctx.status = 204;
  });
  router.delete("/devices", async (ctx) => {
    const who = proven(ctx);
    // Who asks from a device stays in with that one.
    screens.close(await inShop(database, who.shopId, (tx) => sendOut(tx, who.shopId, null, clock.now(), { kept: who.deviceId })));
    ctx.status = 204;
  });
}

/** Who is let in, and by what; a helper's and the till's device know of themselves alone. */
async function readWhoIsIn(tx: Transaction, who: Asker, isThere: boolean): Promise<DevicesRead> {
  const isMaker = who.role === "maker";
  const devices = await readDevices(tx, who);
  return {
    devices: isMaker ? devices : devices.filter(({ isThis }) => isThis),
    isHere: isThere,
    mayManage: isMaker && who.isProven,
    passphraseSince: isMaker ? ((await readPassphrase(tx, who))?.changedAt.toISOString() ?? null) : null,
    passkeys: isMaker ? await readPasskeys(tx, who) : [],
  };
}

/** Locking a device that is shared, and opening it again. */
function lockRoutes(router: Router, { database, clock }: Pick<AccessSetting, "database" | "clock">): void {
  router.post("/devices/lock", async (ctx) => {
    const who = whoAsks(ctx);
    const pin = pinIn(ctx);
    const hash = await hashByHeart(pin);
    await inShop(database, who.shopId, (tx) => lock(tx, who, hash));
    ctx.status = 204;
  });
  router.post("/devices/unlock", async (ctx) => {
    const who = whoAsks(ctx);
    const pin = pinIn(ctx);
    const wait = await inShop(database, who.shopId, (tx) => unlock(tx, who, pin, clock.now()));
    if (wait === null) return void (ctx.status = 204);
    ctx.set("retry-after", String(wait));
    if (wait > 0) throw new Refusal(429, phrase`Too many figures were wrong. Wait ${{ minutes: Math.ceil(wait / 60) }}, or let this device in anew where the shop runs.`);
    throw new Refusal(422, phrase`This device stays locked.`, [
      { code: "wrong-pin", path: ["pin"], given: phrase`What was typed`, allowed: phrase`the figures it was locked with` },
    ]);
  });
}

/** By which addresses another device reaches this server: the names it was given, and those of its networks, where it listens to them. */
function addresses(ctx: Context, hosts: readonly string[]): string[] {
  const bound = ctx.req.socket.localAddress ?? "";
  const port = String(ctx.req.socket.localPort ?? "");
  if (hosts.length === 0 && isLoopback(bound)) return [];
  const own = Object.values(networkInterfaces()).flatMap((each) => (each ?? []).filter(({ family, internal }) => family === "IPv4" && !internal).map(({ address }) => address));
  return [...hosts, ...own].map((host) => `http://${host}:${port}`);
}
