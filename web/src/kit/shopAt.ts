import { FIRST_SHOP, SHOP_HEADER } from "@yule/contract";

/** Under which a browser keeps the shop that it entered: of a tab for as long as it lives, of the browser for tabs to come. */
const KEY = "yule.shop";

function kept(): string | null {
  try {
    return sessionStorage.getItem(KEY) ?? localStorage.getItem(KEY);
  } catch {
    // A worker has neither, and is told; a browser that keeps nothing begins with the first shop.
    return null;
  }
}

let entered: string | null = kept();
/** Whether it was known before anything was asked: then what is asked ahead of the program (public/ahead.js) has the shop in its address. */
const wasKnown = entered !== null;

/** The shop that this page shows; null until an answer has said it. */
export const shopAt = (): string | null => entered;

/** A worker has no store of its own: it is told which shop its page shows. */
export const workFor = (id: string | null): void => void (entered = id);

/** The next start of this tab, and of tabs to come, is in that shop. Until then this page stays what it is: whatever it still sends is of the shop it shows. */
export function enterShop(id: string): void {
  try {
    sessionStorage.setItem(KEY, id);
    localStorage.setItem(KEY, id);
  } catch {
    // As above.
  }
}

/** The shop is not there any more: the next start asks for whichever comes first. */
export function leaveShop(): void {
  try {
    sessionStorage.removeItem(KEY);
    localStorage.removeItem(KEY);
  } catch {
    // As above.
  }
}

/** An address of the shop's own, for what asks by its address alone. */
export const ofShop = (address: string): string => (entered === null ? address : `${address}${address.includes("?") ? "&" : "?"}shop=${entered}`);

/** The address of a read, as it is asked for ahead of the program. */
export const readAt = (address: string): string => (wasKnown ? ofShop(address) : address);

/** What is said with each request. */
export const shopHeaders = (): Record<string, string> => (entered === null ? {} : { [SHOP_HEADER]: entered });

/** A name under which a browser keeps what is one shop's alone. What was kept before there were several is the first one's. */
export const ownKey = (key: string, before = "."): string => (entered === null || entered === FIRST_SHOP ? key : `${key}${before}${entered}`);

/** What an answer says of the shop that it is of. */
export type Heard = "the same" | "another" | "gone";

/** GONE: the shop that was asked for is not where it was asked for. */
const GONE = 410;

/** Hears from an answer which shop it is of: the first one that a page hears is its own. */
export function hearShop({ headers, status }: Pick<Response, "headers" | "status">): Heard {
  const said = headers.get(SHOP_HEADER);
  if (status === GONE && entered !== null) return "gone";
  if (said === null || said === entered) return "the same";
  if (entered === null && said === FIRST_SHOP) {
    entered = said;
    return "the same";
  }
  return "another";
}
