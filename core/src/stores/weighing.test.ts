import { inches, mm } from "../measure/length.ts";
import { countByWeight, gramsOfOne } from "./weighing.ts";

const a4 = { kind: "card stock" as const, width: mm(210), height: mm(297), gsm: 300 };

test("forty sheets of A4 of 300 gsm weigh 748 g, and are counted by it to within one", () => {
  expect(gramsOfOne(a4)).toBeCloseTo(18.711, 3);
  expect(countByWeight(a4, 748, 0, 1)).toEqual({ amount: 40, off: 1 });
  expect(countByWeight(a4, 748 + 60, 60, 1)?.amount).toBe(40);
});

test("a tube of 8 ml that weighs 15 g with 6 g of tin has 6.4 ml in it, give or take", () => {
  const tube = { kind: "paint" as const, width: null, height: null, gsm: null };
  expect(countByWeight(tube, 15, 6, 1)).toEqual({ amount: 6_429, off: Math.ceil((0.5 + 9 * 0.05) / 0.0014) });
});

test("what is lighter than its tin, and what no scale can tell, is no count", () => {
  expect(countByWeight(a4, 10, 20, 1)).toBeNull();
  expect(countByWeight({ ...a4, gsm: null }, 500, 0, 1)).toBeNull();
  expect(gramsOfOne({ kind: "pen", width: inches(1), height: inches(1), gsm: null })).toBeNull();
});
