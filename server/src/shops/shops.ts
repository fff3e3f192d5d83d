import { v7 } from "uuid";
import { phrase } from "@yule/core";
import type { ShopHere } from "@yule/contract";
import { inShop, type Database } from "../db/pool.ts";
import { refuse } from "../db/refusal.ts";
import type { Outside } from "../outside/outside.ts";
import { beginShop } from "../shop/begin.ts";
import { HOME, readHome } from "../shop/reads.ts";
import { fillWithDemo } from "./demo.ts";

/** A shop, and who makes in it. */
export interface Place {
  readonly shopId: string;
  readonly accountId: string;
}
/** Every shop's maker has the same id, so that a backup of one opens in the place of any other. */
export const makersIn = (shopId: string): Place => ({ shopId, accountId: HOME.accountId });

/** So many shops of one name are never looked at when somebody names the one to come into. */
const ALIKE = 2;

/** The shops that lie side by side in one database. What is asked here is asked of all of them, by the role that may; everything else is asked in one. */
export class Shops {
  private readonly known = new Set<string>([HOME.shopId]);
  /** One at a time: a second press on the demo finds the first one's. */
  private busy: Promise<unknown> = Promise.resolve();

  constructor(private readonly setting: { readonly database: Database; readonly url: string; readonly outside: Outside }) {}

  /** The shop that is asked for where they all run. @returns null where there is no such shop; the first one of hers where none is asked for */
  async at(wanted: string | null): Promise<Place | null> {
    if (wanted === null) return this.first();
    if (!this.known.has(wanted)) {
      const { rowCount } = await this.setting.database.$client.query("select 1 from shop where shop_id = $1", [wanted]);
      if (rowCount === 0) return null;
      this.known.add(wanted);
    }
    return makersIn(wanted);
  }

  private async first(): Promise<Place> {
    const { rows } = await this.setting.database.$client.query<{ shop_id: string }>("select shop_id from shop order by is_demo, shop_id <> $1, shop_id limit 1", [HOME.shopId]);
    return makersIn(rows[0]?.shop_id ?? HOME.shopId);
  }

  /** By name, the demo last. */
  async all(): Promise<ShopHere[]> {
    const { rows } = await this.setting.database.$client.query<ShopHere>('select shop_id as id, name, is_demo as "isDemo" from shop order by is_demo, lower(name), shop_id');
    return rows;
  }

  /**
   * The shop whose door somebody stands at.
   * @param name as its maker calls it; left out where there is one to come into
   * @returns null where the name is none's, or more than one's
   */
  async behindDoor(name: string | undefined): Promise<Place | null> {
    const { $client } = this.setting.database;
    if (name !== undefined) {
      const { rows } = await $client.query<{ shop_id: string }>("select shop_id from shop where lower(name) = lower($1) limit $2", [name, ALIKE]);
      return rows.length === 1 && rows[0] ? makersIn(rows[0].shop_id) : null;
    }
    const doors = await this.doors();
    return doors.length > 1 ? null : makersIn(doors[0] ?? HOME.shopId);
  }

  /** Shops that open by what is known by heart or by a passkey: two at most, which is enough to know that there are several. */
  private async doors(): Promise<string[]> {
    const { rows } = await this.setting.database.$client.query<{ shop_id: string }>(
      "select shop_id from (select shop_id from sign_in union select shop_id from passkey) door limit $1",
      [ALIKE],
    );
    return rows.map((row) => row.shop_id);
  }

  /** The shop whose code for one device this is. @returns null where no shop has given such a code out */
  async ofCode(codeHash: string): Promise<Place | null> {
    const { rows } = await this.setting.database.$client.query<{ shop_id: string }>("select shop_id from let_in where code_hash = $1", [codeHash]);
    return rows[0] ? makersIn(rows[0].shop_id) : null;
  }

  /** A code that is none's counts against all that stand, whichever shop's it was meant for. */
  async missCodes(): Promise<void> {
    await this.setting.database.$client.query("update let_in set misses = misses + 1");
  }

  /** By its name a shop is come into: no two have the same. @param own the shop that is to have it @throws Refusal */
  async refuseTaken(name: string, own: string | null): Promise<void> {
    const { rows } = await this.setting.database.$client.query<{ shop_id: string }>("select shop_id from shop where lower(name) = lower($1) limit $2", [name.trim(), ALIKE]);
    if (rows.some((row) => row.shop_id !== own))
      refuse({ code: "name-taken", path: ["name"], given: [{ name, of: "shop" }, ", which is another shop's name here"], allowed: phrase`a name that no other shop here has` });
  }

  /** Opens a shop of her own, which begins with the country, the money and the units of the one she is in. @throws Refusal where another has the name */
  open(name: string, from: string, now: Date): Promise<Place> {
    return this.alone(async () => {
      const { database } = this.setting;
      await this.refuseTaken(name, null);
      const { lengthSystem, country, region, timeZone, currency, manner } = await inShop(database, from, readHome);
      const place = makersIn(v7());
      await inShop(database, place.shopId, (tx) => beginShop(tx, place.shopId, { name, lengthSystem, country, region, timeZone, currency, manner }, now));
      return place;
    });
  }

  /** Opens the demo beside her own, or sets back the one that is there: where a backup has made several, the one she is in. */
  demo(from: string, now: Date): Promise<Place> {
    return this.alone(async () => {
      const { url, outside } = this.setting;
      const demos = (await this.all()).filter(({ isDemo }) => isDemo);
      const there = demos.find(({ id }) => id === from) ?? demos[0];
      const place = makersIn(there?.id ?? v7());
      await fillWithDemo(url, place, outside, now);
      return place;
    });
  }

  private alone<T>(work: () => Promise<T>): Promise<T> {
    const next = this.busy.then(work, work);
    this.busy = next.catch(() => undefined);
    return next;
  }
}
