import { phrase } from "@yule/core";
import type { Context, Next } from "koa";
import { id as idSchema, mayRead, SHOP_HEADER, type LookUp, type ReadName, type Role } from "@yule/contract";
import { inShop, type Database } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import type { Clock } from "../http/clock.ts";
import { isHere } from "../http/guards.ts";
import type { Shops } from "../shops/shops.ts";
import { whoCarries, type Asker } from "./devices.ts";

const COOKIE = "yule";
const KNOWN = "yule-known";
const YEAR_MS = 365 * 86_400_000;
const ID = "[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}";
const SHAPE = new RegExp(`^(${ID})\\.(${ID})\\.([A-Za-z0-9_-]{43})$`);

/** By which a device comes in. */
const WAYS_IN: ReadonlySet<string> = new Set(["/api/devices", "/api/sign-in", "/api/sign-in/code", "/api/sign-in/passkey/ask", "/api/sign-in/passkey"]);

/** What needs nobody to be known: a device that asks to be let in, a calendar program that knows the secret of its address, and whoever looks whether the server lives. */
const isOpen = (ctx: Context): boolean =>
  !ctx.path.startsWith("/api/") ||
  (ctx.method === "POST" && WAYS_IN.has(ctx.path)) ||
  (ctx.method === "GET" && ctx.path === "/api/ways-in") ||
  (ctx.method === "GET" && (ctx.path.startsWith("/api/calendar/") || ctx.path === "/api/health" || ctx.path === "/api/ready"));

/** What a device carries: http-only, for this site alone (RFC 6265bis), and over TLS only where it was given so, by this server or by the proxy before it. */
export function carry(ctx: Context, shopId: string, id: string, secret: string): void {
  // Whoever makes the proxy's word up makes only what is sent to them safer.
  const isTls = ctx.secure || ctx.get("x-forwarded-proto") === "https";
  ctx.cookies.secure = isTls;
  ctx.cookies.set(COOKIE, `${shopId}.${id}.${secret}`, { httpOnly: true, sameSite: "strict", path: "/", maxAge: YEAR_MS, secure: isTls, overwrite: true });
}

/** What a browser keeps of having been in: it opens nothing, and is slowed down by nobody else's tries. */
export function carryKnown(ctx: Context, shopId: string, id: string, known: string): void {
  ctx.cookies.set(KNOWN, `${shopId}.${id}.${known}`, {
    httpOnly: true,
    sameSite: "strict",
    path: "/api/sign-in",
    maxAge: YEAR_MS,
    secure: ctx.cookies.secure,
    overwrite: true,
  });
}

/** @returns null where it keeps nothing such */
export function knownIn(ctx: Context): { readonly shopId: string; readonly id: string; readonly known: string } | null {
  const parts = SHAPE.exec(ctx.cookies.get(KNOWN) ?? "");
  return parts ? { shopId: parts[1] ?? "", id: parts[2] ?? "", known: parts[3] ?? "" } : null;
}

export function dropCarried(ctx: Context): void {
  ctx.cookies.set(COOKIE, null, { path: "/", overwrite: true });
}

const notLetIn = (): Refusal => new Refusal(401, phrase`This device was not let in. Ask for a code where the shop runs.`);

/** Lets nobody past who was not let in. Whoever sits where the shop runs is its maker, and is asked nothing. */
export function onlyLetIn({ database, clock, shops }: { readonly database: Database; readonly clock: Clock; readonly shops: Shops }) {
  return async (ctx: Context, next: Next): Promise<void> => {
    if (isOpen(ctx)) {
      await next();
      return;
    }
    const who = isHere(ctx) ? await whoSitsHere(ctx, shops) : await carrier(ctx, database, clock.now());
    if (!who) throw notLetIn();
    const wanted = wantedShop(ctx);
    if (wanted !== null && wanted !== who.shopId) throw new Refusal(409, phrase`This device is in another shop now. Read it anew.`);
    ctx.set(SHOP_HEADER, who.shopId);
    // Which shop it is has been asked here; what is looked up in it is asked by the rest.
    const { shop, ...asked } = ctx.query;
    if (shop !== undefined) ctx.query = asked;
    (ctx.state as { who?: Asker }).who = who;
    await next();
  };
}

/** The shop that a page shows: what it sends says so, and so do the addresses of its pictures. Null where it says nothing. */
export function wantedShop(ctx: Context): string | null {
  const said = ctx.get(SHOP_HEADER) || (new URLSearchParams(ctx.querystring).get("shop") ?? "");
  return idSchema.safeParse(said).data ?? null;
}

async function whoSitsHere(ctx: Context, shops: Shops): Promise<Asker> {
  const place = await shops.at(wantedShop(ctx));
  if (!place) throw new Refusal(410, phrase`This shop is not on this machine. Read it anew.`);
  return { ...place, deviceId: null, device: "", role: "maker", isLocked: false, isProven: true };
}

/** Who asks, once `onlyLetIn` has let them past. */
export function whoAsks(ctx: Context): Asker {
  const { who } = ctx.state as { readonly who?: Asker };
  if (!who) throw notLetIn();
  return who;
}

/** Who asks, where their role may: @throws Refusal 403 */
export function whoMay(ctx: Context, may: (role: Role) => boolean): Asker {
  const who = whoAsks(ctx);
  if (may(who.role)) return who;
  throw new Refusal(403, who.isLocked ? phrase`This device is locked. Unlock it first.` : phrase`This is the maker's to see and to do.`);
}

/** Who asks for a read or something that is looked up, where their role may: @throws Refusal 403 */
export const whoReads = (ctx: Context, what: ReadName | LookUp): Asker => whoMay(ctx, (role) => mayRead(role, what));

async function carrier(ctx: Context, database: Database, now: Date): Promise<Asker | null> {
  const parts = SHAPE.exec(ctx.cookies.get(COOKIE) ?? "");
  if (!parts) return null;
  const [, shopId = "", id = "", secret = ""] = parts;
  const found = await inShop(database, shopId, (tx) => whoCarries(tx, shopId, id, secret, now));
  if (found?.changed) carry(ctx, shopId, id, found.changed);
  return found?.who ?? null;
}
