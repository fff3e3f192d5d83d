import { phrase } from "@yule/core";
import type { Context } from "koa";
import { inShop, type Database } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import type { Clock } from "../http/clock.ts";
import { wasIn } from "./devices.ts";
import { knownIn } from "./guard.ts";
import { claimTry, giveBack, type Account } from "./passphrase.ts";
import { Tries } from "./tries.ts";

function tooMany(ctx: Context, seconds: number): Refusal {
  ctx.set("retry-after", String(seconds));
  return new Refusal(429, phrase`Too many tries were wrong. Wait ${{ minutes: Math.ceil(seconds / 60) }}, or take a code from where the shop runs.`);
}

/** Slows down who tries what is known by heart: a browser that was in before by itself, all others by their address and together. */
export class Slowing {
  private readonly tries = new Tries();
  private readonly setting: { readonly database: Database; readonly clock: Clock };

  constructor(setting: { readonly database: Database; readonly clock: Clock }) {
    this.setting = setting;
  }

  /** Lets one try through. @returns how to say that it was none in vain @throws Refusal 429 where none is taken for a while */
  async once(ctx: Context, account: Account): Promise<() => Promise<void>> {
    const { database, clock } = this.setting;
    const known = knownIn(ctx);
    const isKnown = known?.shopId === account.shopId && (await inShop(database, account.shopId, (tx) => wasIn(tx, known.shopId, known.id, known.known)));
    const key = isKnown ? known.id : (ctx.req.socket.remoteAddress ?? "");
    const wait = this.tries.wait(key, Date.now()) || (isKnown ? 0 : await inShop(database, account.shopId, (tx) => claimTry(tx, account, clock.now())));
    if (wait > 0) throw tooMany(ctx, wait);
    // Counted before it is looked at: a thousand at once are tried no more often than one after the other.
    this.tries.miss(key, Date.now());
    return async () => {
      this.tries.forgive(key);
      if (!isKnown) await inShop(database, account.shopId, (tx) => giveBack(tx, account));
    };
  }
}
