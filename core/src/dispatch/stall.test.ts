import { mm } from "../measure/length.ts";
import { layStall, lengthForAll, type StallGoods } from "./stall.ts";

const good = (id: string, sold: number, bring = 10): StallGoods => ({ id, width: mm(100), height: mm(150), sold, bring });

test("what sells best stands in the middle of the nearest step, and every design has a place", () => {
  const { piles, without } = layStall({ length: mm(400), depth: mm(600), tiers: 2 }, [good("moth", 3), good("kite", 9), good("boat", 6), good("quince", 1)]);
  expect(without).toEqual([]);
  const front = piles.filter(({ tier }) => tier === 0);
  expect(front.map(({ id }) => id)).toEqual(["boat", "kite", "moth"]);
  expect(piles.filter(({ tier }) => tier === 1).map(({ id }) => id)).toEqual(["quince"]);
  const middle = front[1];
  expect((middle?.x ?? 0) + mm(50)).toBe(mm(200));
});

test("nothing stands beside the table or in another pile, and every card is dealt", () => {
  const goods = [good("a", 20, 40), good("b", 12, 31), good("c", 4, 9)];
  const { piles } = layStall({ length: mm(1200), depth: mm(700), tiers: 2 }, goods);
  for (const pile of piles) {
    expect(pile.x).toBeGreaterThanOrEqual(0);
    expect(pile.x + pile.width).toBeLessThanOrEqual(mm(1200));
    for (const other of piles) if (other !== pile && other.tier === pile.tier) expect(other.x >= pile.x + pile.width || other.x + other.width <= pile.x).toBe(true);
  }
  for (const { id, bring } of goods) expect(piles.filter((pile) => pile.id === id).reduce((sum, { cards }) => sum + cards, 0)).toBe(bring);
  expect(piles.filter(({ id }) => id === "a").length).toBeGreaterThan(piles.filter(({ id }) => id === "c").length);
});

test("what finds no place is named, with the length that would take all", () => {
  const goods = [good("a", 2), good("b", 1)];
  expect(layStall({ length: mm(120), depth: mm(600), tiers: 1 }, goods).without).toEqual(["b"]);
  expect(lengthForAll(goods)).toBe(mm(250));
});

test("a step that begins further off than an arm reaches is told", () => {
  expect(layStall({ length: mm(500), depth: mm(1000), tiers: 3 }, []).reach).toEqual([true, true, false]);
});
