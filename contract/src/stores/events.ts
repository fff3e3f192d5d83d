import { phrase } from "@yule/core";
import type { Sentences } from "../logbook/sentences.ts";

/** What the logbook keeps of each. */
export interface StoresEvents {
  readonly "add-store": { readonly name: string; readonly onHand: number };
  readonly "count-store": { readonly name: string; readonly onHand: number; readonly inBooks: number };
  readonly "buy-store": { readonly name: string; readonly quantity: number };
  readonly "change-store": { readonly name: string; readonly holdsMasking?: boolean | undefined; readonly hex?: string | null | undefined };
}

export const storesSentences: Sentences<StoresEvents> = {
  "add-store": ({ name, onHand }) => phrase`${name}: ${onHand} on the shelf`,
  "count-store": ({ name, onHand, inBooks }) => phrase`${name} counted: ${onHand} on the shelf, ${inBooks} in the books`,
  "buy-store": ({ name, quantity }) => phrase`${quantity} × ${name} bought`,
  "change-store": ({ name, holdsMasking, hex }) => {
    if (holdsMasking !== undefined) return phrase`${name} ${holdsMasking ? "holds masking fluid" : "lets go of masking fluid"}`;
    return hex === undefined ? phrase`${name} changed` : phrase`${name} is ${hex ?? "of no told colour"}`;
  },
};
