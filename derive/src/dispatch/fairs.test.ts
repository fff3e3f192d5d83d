import type { FairRead, FairsRead } from "@yule/contract";
import { inches, NO_COSTS } from "@yule/core";
import type { CardCost } from "../stores/cardCost.ts";
import { design, line, need, season } from "../season/examples.ts";
import { fairSum, soldByHalfHour } from "./fairOver.ts";
import { fairPlan, fairsAhead, stallOf } from "./fairs.ts";

const boat = { ...design, colourways: [...design.colourways, { id: "red", name: "red", paints: [], pictureId: null }] };
const fairNeed = { ...need, kind: "fair" as const, title: "Quay fair", due: "2031-12-13", priceMinor: null, lines: [line("l", "blue", 6, 2)] };
const cost = (more: Partial<CardCost> = {}): CardCost => ({
  design: boat,
  costs: { ...NO_COSTS, paper: 60 },
  hands: 12,
  price: null,
  cards: 6,
  hour: null,
  wished: 430,
  least: 100,
  ...more,
});
const outlook = season([fairNeed], [], { designs: [boat] });
const fair = (more: Partial<FairRead> = {}): FairRead => ({
  ...{ id: "f", title: "Quay fair", on: "2031-12-13", needIds: ["n"], size: "usual", weather: "fine", tableLength: inches(72), tableDepth: inches(30), tiers: 2 },
  ...{ standMinutes: 300, feeMinor: 3000, floatMinor: 2000, tinMinor: null, goods: [], sales: [] },
  ...more,
});
const told = (more: Partial<FairsRead> = {}): FairsRead => ({ fairs: [], past: [], ...more });
const past = (brought: number, sold: number): FairsRead["past"][number] => ({
  ...{ id: "p", title: "Quay fair", on: "2030-12-14", isLeftOut: false },
  ...{ size: "usual", weather: "fine", goods: [{ design: boat.id, colourwayId: "blue", brought, sold }] },
});
const planOf = (reads: FairsRead, costs: readonly CardCost[] = [cost()]) => {
  const [ahead] = fairsAhead(outlook, reads);
  if (!ahead) throw new Error("no fair is to come");
  return fairPlan(outlook, ahead, { left: [{ colourwayId: "red", design: "Paper boat", colourway: "red", cards: 3, boxId: null }], past: reads.past, costs });
};

test("a need for a fair is one though nobody told more of it, and is not shown twice once it was", () => {
  expect(fairsAhead(outlook, told()).map(({ id, fair: known, views }) => [id, known, views.length])).toEqual([["n", null, 1]]);
  expect(fairsAhead(outlook, told({ fairs: [fair(), fair({ id: "o", tinMinor: 0, needIds: [] })] })).map(({ id, views }) => [id, views.length])).toEqual([["f", 1]]);
});

test("cards made for it and cards of nobody's go along; its price is what leaves the wished hour, on a half", () => {
  const { rows } = planOf(told());
  expect(rows.map(({ id, have, planned, price, bring }) => [id, have, planned, price, bring >= have])).toEqual([
    ["blue", 2, 4, 450, true],
    ["red", 3, 0, 450, true],
  ]);
});

test("what sold poorly is not painted for it, and what sold out asks for more than was there", () => {
  const poor = planOf(told({ past: [past(20, 1), past(20, 0)] })).rows[0];
  const out = planOf(told({ past: [past(6, 6), past(6, 6)] })).rows[0];
  expect(poor?.paint).toBe(0);
  expect(out?.paint).toBeGreaterThan(4);
  // Six were sold each time: more were wanted.
  expect(out?.sellOut).toBeGreaterThan(0.2);
});

test("a colourway that was never at a fair is judged by its sisters", () => {
  expect(planOf(told({ past: [past(20, 9)] })).rows[1]?.seen).toEqual([{ brought: 20, sold: 9, draws: 1 }]);
});

test("what nobody told the cost of is not painted, but taken along", () => {
  const { rows } = planOf(told(), []);
  expect(rows.map(({ bring, paint, have }) => [paint, bring === have])).toEqual([
    [0, true],
    [0, true],
  ]);
});

test("every card taken along has its place on the table", () => {
  const plan = planOf(told());
  const stall = stallOf(plan, fair());
  expect(stall.without).toEqual([]);
  expect(stall.piles.reduce((sum, { cards }) => sum + cards, 0)).toBe(plan.rows.reduce((sum, { bring }) => sum + bring, 0));
});

const sale = (at: string, quantity: number, more: Partial<FairRead["sales"][number]> = {}): FairRead["sales"][number] => ({
  ...{ id: at, at, isBack: false, paid: "cash", tenderMinor: null, tipMinor: 0, lines: [{ colourwayId: "blue", quantity, priceMinor: 450 }] },
  ...more,
});

test("the tin holds its float and all cash with tips, less what was given back; an hour is what is left of the takings", () => {
  const sales = [sale("2031-12-13T10:05:00Z", 2, { tipMinor: 100 }), sale("2031-12-13T10:40:00Z", 3, { paid: "card" }), sale("2031-12-13T11:10:00Z", 1, { isBack: true })];
  const sum = fairSum(fair({ sales, goods: [{ colourwayId: "blue", designId: boat.id, brought: 4, priceMinor: 450, sold: null }] }));
  expect(sum).toMatchObject({ taken: 1800, cash: 450, card: 1350, tips: 100, tin: 2550, sold: 4, brought: 4, soldOut: ["blue"] });
  expect(sum.anHour).toBeCloseTo(-220, 9);
  expect(soldByHalfHour(sales, "UTC")).toEqual([
    { minute: 600, cards: 2 },
    { minute: 630, cards: 3 },
    { minute: 660, cards: -1 },
  ]);
  expect(soldByHalfHour([], "UTC")).toEqual([]);
});
