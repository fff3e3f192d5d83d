import type { ColourwayRead, CommandInput, DesignRead, FeedOrder } from "@yule/contract";

export interface Variant {
  readonly design: DesignRead;
  readonly colourway: ColourwayRead;
}

/** The design and colourway an order means: the one chosen, else those of its names; null where none has them. */
export function variantFor(order: Pick<FeedOrder, "listing" | "variant">, designs: readonly DesignRead[], chosen: string | undefined): Variant | null {
  const same = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();
  for (const design of designs)
    for (const colourway of design.colourways)
      if (chosen ? colourway.id === chosen : same(design.name, order.listing) && same(colourway.name, order.variant)) return { design, colourway };
  return null;
}

/** An order as a need: posted to the buyer by the day the listing promises. */
export const needOfOrder = (order: FeedOrder, { design, colourway }: Variant, makeId: () => string): CommandInput<"add-needs">["needs"][number] => ({
  id: makeId(),
  kind: "order",
  title: `${order.buyer}, ${order.ref}`,
  designId: design.id,
  due: order.promisedBy,
  zone: order.zone,
  priceMinor: order.paidMinor,
  orderRef: order.ref,
  lines: [{ id: makeId(), colourwayId: colourway.id, quantity: order.quantity }],
});
