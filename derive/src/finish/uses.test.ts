import type { StoreRead } from "@yule/contract";
import { inches, PLAIN_LAYER } from "@yule/core";
import { design, paper } from "../examples.ts";
import { sameUses, usesOfCards } from "./uses.ts";

const stock: StoreRead = { ...paper, id: "stock", kind: "card stock", width: inches(12), height: inches(18) };
const envelopes: StoreRead = { ...paper, id: "envelopes", kind: "envelope", width: inches(6), height: inches(5.75) };
const card = { ...design, cardStockId: "stock", stack: { ...design.stack, envelope: { width: inches(5.75), height: inches(6) } } };

test("cards of 5 1/2 in take a sheet of 12 × 18 in card stock for three bases, and an envelope each, whichever way up it is kept", () => {
  expect(usesOfCards(card, 7, [paper, stock, envelopes])).toEqual([
    { storeId: "stock", quantity: 3 },
    { storeId: "envelopes", quantity: 7 },
  ]);
});

test("a mat is cut from the card stock too: three bases and six mats of a sheet, so six cards take three sheets", () => {
  const mat = { ...PLAIN_LAYER, kind: "mat" as const, name: "mat", x: null, y: null, width: inches(5), height: inches(5) };
  const matted = { ...card, stack: { ...card.stack, layers: [mat, ...card.stack.layers] } };
  const of = (cards: number) => usesOfCards(matted, cards, [stock]).map(({ quantity }) => quantity);
  expect([of(1), of(2), of(4), of(6), of(60)]).toEqual([[1], [1], [2], [3], [30]]);
});

test("what the shop does not count is not taken from anything", () => {
  expect(usesOfCards(card, 7, [paper])).toEqual([]);
  expect(
    usesOfCards(
      {
        ...card,
        cardStockId: null,
        stack: { ...card.stack, layers: [PLAIN_LAYER].map((layer) => ({ ...layer, name: "panel", x: null, y: null, width: 100, height: 100, kind: "panel" as const })) },
      },
      7,
      [envelopes],
    ),
  ).toEqual([{ storeId: "envelopes", quantity: 7 }]);
});

test("uses are the same in whatever order they are told, and not with another number", () => {
  const [a, b] = [
    { storeId: "stock", quantity: 2 },
    { storeId: "envelopes", quantity: 6 },
  ];
  expect(sameUses([a, b], [b, a])).toBe(true);
  expect(sameUses([a, b], [a])).toBe(false);
  expect(sameUses([a], [{ ...a, quantity: 1 }])).toBe(false);
});
