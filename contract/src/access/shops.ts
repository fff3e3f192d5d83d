import { z } from "zod";
import { name } from "../common/envelope.ts";

/** A shop of her own, beside the others of this machine. */
export const openShop = z.strictObject({ name });

/** A shop that lies beside others. */
export interface ShopHere {
  readonly id: string;
  readonly name: string;
  /** What lies in it is the demo. */
  readonly isDemo: boolean;
}

/** The shops that whoever asks may enter: all of them where they run, elsewhere the one that let the device in. */
export interface ShopsRead {
  readonly shops: readonly ShopHere[];
  /** Whether shops are opened and set back from here. */
  readonly mayOpen: boolean;
}

/** The shop that was opened. */
export interface ShopOpened {
  readonly id: string;
}

/** By which a page says which shop it shows, and an answer which one it is of. */
export const SHOP_HEADER = "x-yule-shop";
/** The first shop of a machine: what a browser kept before there were several is of this one. */
export const FIRST_SHOP = "01936b5c-7a00-7000-8000-000000000001";
