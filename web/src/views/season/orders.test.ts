import type { FeedOrder } from "@yule/contract";
import { design } from "@yule/derive/examples";
import { needOfOrder, variantFor } from "./orders.ts";

const order: FeedOrder = {
  ref: "SD-7",
  placedOn: "2031-11-05",
  buyer: "Low Tide Café",
  listing: "Paper Boat",
  variant: " Blue",
  quantity: 3,
  promisedBy: "2031-11-21",
  zone: "neighbour",
  paidMinor: 1650,
};

test("an order finds its design by the listing's name, whatever its capitals, or by the one chosen for it", () => {
  expect(variantFor(order, [design], undefined)?.colourway.id).toBe("blue");
  expect(variantFor({ ...order, listing: "Barometer" }, [design], undefined)).toBeNull();
  expect(variantFor({ ...order, listing: "Barometer" }, [design], "blue")?.design.id).toBe("boat");
  expect(variantFor({ ...order, variant: "green" }, [design], undefined)).toBeNull();
});

test("it becomes a need that is posted by the promised day, with what was paid and its number", () => {
  const found = variantFor(order, [design], undefined);
  if (!found) throw new Error("no design found");
  expect(needOfOrder(order, found, () => "id")).toMatchObject({
    kind: "order",
    title: "Low Tide Café, SD-7",
    due: "2031-11-21",
    zone: "neighbour",
    priceMinor: 1650,
    orderRef: "SD-7",
    lines: [{ colourwayId: "blue", quantity: 3 }],
  });
});
