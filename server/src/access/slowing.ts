import { phrase } from "@yule/core";
import type { Context } from "koa";
import { inShop, type Database } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import type { Clock } from "../http/clock.ts";
import { wasIn } from "./devices.ts";
import { knownIn } from "./guard.ts";
import { claimTry, giveBack, type Account } from "./passphrase.ts";
import { Tries } from "./tries.ts";

export const addressOf = (ctx: Context): string => ctx.req.socket.remoteAddress ?? "";

export function tooMany(ctx: Context, seconds: number): Refusal {
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

  /**
   * Lets one try at a passphrase through. @param deviceId the device of the maker that tries, where it is in
   * @returns how to say that it was none in vain @throws Refusal 429 where none is taken for a while
   */
  async once(ctx: Context, account: Account, deviceId: string | null = null): Promise<() => Promise<void>> {
    const { database, clock } = this.setting;
    const known = deviceId ?? (await this.knownBrowser(ctx, account));
    const right = this.oncePer(ctx, known ?? addressOf(ctx));
    if (known !== null) return () => Promise.resolve(right());
    const wait = await inShop(database, account.shopId, (tx) => claimTry(tx, account, clock.now()));
    if (wait > 0) throw tooMany(ctx, wait);
    return async () => {
      right();
      await inShop(database, account.shopId, (tx) => giveBack(tx, account));
    };
  }

  /** Lets one try at what nobody could guess through, counted by who tries alone. @returns and throws as for a passphrase */
  oncePer(ctx: Context, key = addressOf(ctx)): () => void {
    const wait = this.tries.wait(key, Date.now());
    if (wait > 0) throw tooMany(ctx, wait);
    // Counted before it is looked at: a thousand at once are tried no more often than one after the other.
    this.tries.miss(key, Date.now());
    return () => this.tries.forgive(key);
  }

  /** What was counted under a key before was none in vain. */
  forgive(key: string): void {
    this.tries.forgive(key);
  }

  private async knownBrowser(ctx: Context, account: Account): Promise<string | null> {
    const known = knownIn(ctx);
    if (known?.shopId !== account.shopId) return null;
    const isKnown = await inShop(this.setting.database, account.shopId, (tx) => wasIn(tx, known.shopId, known.id, known.known));
    return isKnown ? known.id : null;
  }
}
