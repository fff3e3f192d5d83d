import { phrase, type BuyJob, type Fault, type Purchase } from "@yule/core";
import { z } from "zod";
import { idText, seedField, uniqueIds } from "../common/fields.ts";

const count = z.int().min(0).max(1_000_000);
const money = z.int().min(0).max(1_000_000_000);

/** Input of `calc buy`, money in minor units. */
export const buyIn = z
  .strictObject({
    wants: z
      .array(z.strictObject({ id: idText, quantity: count }))
      .max(500)
      .superRefine(uniqueIds("wants")),
    offers: z
      .array(
        z.strictObject({
          want: idText,
          supplier: idText,
          pack: z.int().min(1).max(1_000_000),
          price: money,
          atLeast: z.int().min(1).max(1_000_000).default(1).describe("none, or so many packs at least"),
        }),
      )
      .max(3_000),
    suppliers: z
      .array(
        z.strictObject({
          id: idText,
          post: money.default(0),
          freeFrom: money.nullable().default(null).describe("goods from which post is free; null for never"),
          least: money.default(0).describe("goods below which no order is taken"),
        }),
      )
      .max(100)
      .superRefine(uniqueIds("suppliers")),
    seed: seedField.default(1),
  })
  .superRefine(({ wants, offers, suppliers }, context) => {
    const [known, sold] = [new Set(wants.map(({ id }) => id)), new Set(suppliers.map(({ id }) => id))];
    offers.forEach((offer, index) => {
      if (!known.has(offer.want)) context.addIssue({ code: "custom", path: ["offers", index, "want"], message: "the id of one of wants" });
      if (!sold.has(offer.supplier)) context.addIssue({ code: "custom", path: ["offers", index, "supplier"], message: "the id of one of suppliers" });
    });
  });

/** Output of `calc buy`: packs by the place of their offer. */
export const buyOut = z.object({
  packs: z.array(z.object({ offer: z.int(), count: z.int() })),
  goods: z.int(),
  post: z.int(),
  total: z.int(),
  bound: z.int(),
  proven: z.boolean(),
});

/** The job with wants and suppliers by their places. */
export function buyJobOf({ wants, offers, suppliers }: z.output<typeof buyIn>): BuyJob {
  return {
    wants,
    suppliers,
    offers: offers.map((offer) => ({
      ...offer,
      want: wants.findIndex(({ id }) => id === offer.want),
      supplier: suppliers.findIndex(({ id }) => id === offer.supplier),
    })),
  };
}

/** A want that cannot be bought, and why. */
export function uncoveredFault({ wants, offers }: BuyJob, want: number): Fault {
  const { id, quantity } = wants[want] ?? { id: "", quantity: 0 };
  const isOffered = offers.some((offer) => offer.want === want);
  return {
    code: "not-offered",
    path: ["wants", want],
    given: phrase`${quantity} of ${{ text: id }}, which ${isOffered ? "only suppliers offer whose least order nothing of theirs reaches" : "nobody offers"}`,
    allowed: phrase`a want that an offer covers`,
  };
}

export const buyOutOf = (purchase: Purchase): z.input<typeof buyOut> => ({ ...purchase, packs: [...purchase.packs] });
