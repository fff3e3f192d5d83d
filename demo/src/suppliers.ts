import type { CommandInput } from "@yule/contract";
import { STORES } from "./stores.ts";
import { idMaker } from "./ids.ts";
import { SHELF } from "./shelf.ts";

const makeId = idMaker(0x1012);

/** Made-up shops that sell to the maker. */
export const SUPPLIERS = {
  paper: { id: makeId(), name: "Tarn & Rill Papers", leadDays: 5, postMinor: 590, freeFromMinor: 4500 },
  colour: { id: makeId(), name: "Marram Colours", leadDays: 4, postMinor: 450, freeFromMinor: 6000, leastMinor: 800 },
  sundries: { id: makeId(), name: "Sandbar Sundries", leadDays: 3, postMinor: 390, freeFromMinor: 2500 },
} as const satisfies Record<string, CommandInput<"add-supplier">>;

const offer = (storeId: string, supplier: keyof typeof SUPPLIERS, pack: number, packName: string, priceMinor: number, atLeast = 1): CommandInput<"add-offer"> => ({
  id: makeId(),
  storeId,
  supplierId: SUPPLIERS[supplier].id,
  pack,
  packName,
  priceMinor,
  atLeast,
});

/** What each of them sells, in which packs. */
export const OFFERS: readonly CommandInput<"add-offer">[] = [
  offer(STORES.cotton.id, "paper", 5, "pack of 5", 2450),
  offer(STORES.cotton.id, "paper", 25, "pack of 25", 10_900),
  offer(STORES.cotton.id, "sundries", 1, "sheet", 560),
  offer(STORES.halfPaper.id, "paper", 20, "pad of 20", 1680),
  offer(STORES.kraft.id, "paper", 25, "pack of 25", 1150),
  offer(STORES.slate.id, "paper", 25, "pack of 25", 1290),
  offer(STORES.slate.id, "sundries", 10, "pack of 10", 590),
  offer(STORES.squareEnvelopes.id, "paper", 50, "box of 50", 900),
  offer(STORES.longEnvelopes.id, "paper", 50, "box of 50", 700),
  offer(STORES.masking.id, "colour", 45_000, "bottle", 890),
  offer(STORES.tape.id, "sundries", 50_000, "roll", 520),
  offer(STORES.mounting.id, "sundries", 50_000, "roll", 640),
  offer(STORES.mounting.id, "sundries", 250_000, "five rolls", 2750),
  offer(STORES.fineliner.id, "colour", 1_000, "pen", 340),
  ...SHELF.flatMap(({ id, name, form, ml, costMinor }) =>
    form === "pan" || !ml || !costMinor ? [] : [offer(id, "colour", Math.round(ml * 1_000), name === "Night Mail" ? "bottle" : "tube", costMinor)],
  ),
  ...SHELF.flatMap(({ id, form, costMinor }) => (form === "pan" && costMinor ? [offer(id, "colour", 1_600, "half pan", costMinor)] : [])),
];
