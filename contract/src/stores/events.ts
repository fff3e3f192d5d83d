import { measureOf, phrase, printAmount, type Phrase, type StoreKind } from "@yule/core";
import { howMany } from "../common/counts.ts";
import type { Sentences } from "../logbook/sentences.ts";

interface Counted {
  readonly name: string;
  /** In whole units of its kind; events of before kinds were measured are pieces. */
  readonly kind?: StoreKind | undefined;
}

/** What the logbook keeps of each. */
export interface StoresEvents {
  readonly "add-store": Counted & { readonly onHand: number };
  readonly "change-store": {
    readonly name: string;
    readonly holdsMasking?: boolean | undefined;
    readonly hex?: string | null | undefined;
    readonly archived?: boolean | undefined;
  };
  readonly "count-store": Counted & { readonly onHand: number; readonly inBooks: number };
  readonly "buy-store": Counted & { readonly quantity: number };
  readonly "receive-lot": Counted & { readonly quantity: number; readonly costMinor: number; readonly from: string | null };
  readonly "open-lot": { readonly name: string; readonly opened: boolean };
  readonly "take-store": Counted & { readonly quantity: number; readonly reason: string };
  readonly "add-supplier": { readonly name: string };
  readonly "change-supplier": { readonly name: string; readonly archived: boolean };
  readonly "add-offer": { readonly name: string; readonly supplier: string; readonly priceMinor: number };
  readonly "change-offer": { readonly name: string; readonly supplier: string; readonly priceMinor: number };
  readonly "drop-offer": { readonly name: string; readonly supplier: string };
  readonly "list-to-buy": { readonly names: readonly string[] };
  readonly "mark-to-buy": { readonly names: readonly string[]; readonly state: string };
  readonly "set-takings": { readonly name: string };
  readonly "set-rates": { readonly hourMinor?: number | null | undefined };
  readonly "add-outlay": { readonly title: string; readonly costMinor: number };
  readonly "drop-outlay": { readonly title: string };
  readonly "import-stores": { readonly materials: number; readonly prices: number; readonly counts: number };
}

const amountOf = ({ kind }: Counted, amount: number): Phrase => [printAmount(amount, measureOf(kind ?? "other"))];
const money = (minor: number): Phrase => [{ money: minor as never }];
const SHOWN = 3;
const listed = (names: readonly string[]): string => (names.length <= SHOWN ? names.join(", ") : `${names.slice(0, SHOWN).join(", ")} and ${String(names.length - SHOWN)} more`);

export const storesSentences: Sentences<StoresEvents> = {
  "add-store": (each) => phrase`${each.name}: ${amountOf(each, each.onHand)} on the shelf`,
  "change-store": ({ name, holdsMasking, hex, archived }) => {
    if (archived !== undefined) return phrase`${name} ${archived ? "put away" : "is on the shelf again"}`;
    if (holdsMasking !== undefined) return phrase`${name} ${holdsMasking ? "holds masking fluid" : "lets go of masking fluid"}`;
    return hex === undefined ? phrase`${name} changed` : phrase`${name} is ${hex ?? "of no told colour"}`;
  },
  "count-store": (each) => phrase`${each.name} counted: ${amountOf(each, each.onHand)} on the shelf, ${amountOf(each, each.inBooks)} in the books`,
  "buy-store": (each) => phrase`${amountOf(each, each.quantity)} × ${each.name} bought`,
  "receive-lot": (each) => phrase`${each.name}: ${amountOf(each, each.quantity)} come${each.from ? ` from ${each.from}` : ""} for ${money(each.costMinor)}`,
  "open-lot": ({ name, opened }) => phrase`${name} ${opened ? "opened" : "not opened after all"}`,
  "take-store": (each) => phrase`${each.name}: ${amountOf(each, each.quantity)} ${each.reason}`,
  "add-supplier": ({ name }) => phrase`${name} sells to the shop`,
  "change-supplier": ({ name, archived }) => phrase`${name} ${archived ? "sells no more to the shop" : "changed"}`,
  "add-offer": ({ name, supplier, priceMinor }) => phrase`${supplier} has ${name} for ${money(priceMinor)}`,
  "change-offer": ({ name, supplier, priceMinor }) => phrase`${supplier} has ${name} for ${money(priceMinor)} now`,
  "drop-offer": ({ name, supplier }) => phrase`${supplier} has no ${name} any more`,
  "list-to-buy": ({ names }) => phrase`To buy: ${listed(names)}`,
  "mark-to-buy": ({ names, state }) => phrase`${howMany(names.length, "line")} of the buying list ${state}: ${listed(names)}`,
  "set-takings": ({ name }) => phrase`${name}: what its stages take`,
  "set-rates": ({ hourMinor }) =>
    hourMinor === undefined ? phrase`Fees of a sale changed` : hourMinor === null ? phrase`No price for an hour of hands` : phrase`An hour of hands is worth ${money(hourMinor)}`,
  "add-outlay": ({ title, costMinor }) => phrase`${title}: ${money(costMinor)} paid`,
  "import-stores": ({ materials, prices, counts }) => phrase`From a spreadsheet: ${howMany(materials, "material")}, ${howMany(prices, "price")}, ${howMany(counts, "count")}`,
  "drop-outlay": ({ title }) => phrase`${title} was not paid after all`,
};
