import { phrase } from "@yule/core";
import { unkeepable } from "@yule/contract";
import { isIPv4 } from "node:net";
import type { Context, Next } from "koa";
import { Refusal } from "../db/refusal.ts";

const LOOPBACK: ReadonlySet<string> = new Set(["127.0.0.1", "::1"]);
/** An IPv4 address as a socket for both kinds has it. */
const plainAddress = (address: string | undefined): string => (address ?? "").replace(/^::ffff:/, "");
/** Whether somebody is at this very machine. */
export const isLoopback = (address: string | undefined): boolean => LOOPBACK.has(plainAddress(address));

/** Whether somebody sits where the shop runs, and calls it by that: a proxy on this machine passes others on, by other names. */
export const isHere = (ctx: Context): boolean =>
  isLoopback(ctx.req.socket.remoteAddress) && ctx.get("x-forwarded-for") === "" && ctx.get("forwarded") === "" && ["localhost", ...LOOPBACK].includes(hostOf(ctx.get("host")));

/**
 * Answers only who calls the server by the address that was reached, or by a name it was given. A page on the web may point a name of its own at this
 * machine, and would read the shop through the visitor's browser (DNS rebinding).
 */
export function knownHosts(named: readonly string[]) {
  const names = new Set(named.map((name) => name.toLowerCase()));
  return async (ctx: Context, next: Next): Promise<void> => {
    const given = hostOf(ctx.get("host"));
    const reached = plainAddress(ctx.req.socket.localAddress);
    const isReached = given === reached || (LOOPBACK.has(reached) && (given === "localhost" || LOOPBACK.has(given)));
    if (!isReached && !names.has(given)) throw new Refusal(421, phrase`This address is not known here. Start the server with --host and the name it is called by.`);
    await next();
  };
}

/** The name in a Host, without its port; empty where it is none. */
function hostOf(host: string): string {
  const whole = /^(?:\[([0-9a-f:.]+)\]|([^:[\]/@\s]+))(?::\d+)?$/i.exec(host);
  const name = (whole?.[1] ?? whole?.[2] ?? "").toLowerCase();
  return isIPv4(name) ? name : name.replace(/\.$/, "");
}

/** Other sites may not write here, even though no cookie is needed yet. */
export async function sameOrigin(ctx: Context, next: Next): Promise<void> {
  const origin = ctx.get("origin");
  if (origin !== "" && ctx.method !== "GET" && ctx.method !== "HEAD" && URL.parse(origin)?.host !== ctx.host)
    throw new Refusal(403, phrase`Writing from another site is not allowed.`);
  await next();
}

/** What no command can keep is refused before anything looks into it. */
export async function keepableBodies(ctx: Context, next: Next): Promise<void> {
  const fault = unkeepable(ctx.request.body);
  if (fault) throw new Refusal(422, phrase`Some of what was given cannot be.`, [fault]);
  await next();
}
