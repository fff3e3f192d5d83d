import { doubtOf, faultMatters } from "./matters.ts";

const seen = (kind: "pale" | "shifted" | "bloom", amount: number) => ({ kind, where: null, amount });

test("with nothing judged a panel is in doubt as the photo says; what she never minded counts less and less, what she always minds more", () => {
  expect(doubtOf([seen("pale", 0.3), seen("shifted", 0.6)], [])).toBeCloseTo(0.6, 9);
  const judged = faultMatters([...Array.from({ length: 9 }, () => ({ seen: ["shifted"] as const, isGood: true })), { seen: ["pale", "pale"] as const, isGood: false }]);
  expect(judged).toEqual([
    { kind: "shifted", good: 9, bad: 0 },
    { kind: "pale", good: 0, bad: 1 },
  ]);
  const taught = doubtOf([seen("pale", 0.3), seen("shifted", 0.6)], judged);
  expect(taught).toBeCloseTo(0.36, 9);
  expect(doubtOf([seen("shifted", 0.6)], judged)).toBeLessThan(0.2);
  expect(doubtOf([seen("bloom", 0.9)], [{ kind: "bloom", good: 0, bad: 40 }])).toBe(1);
  expect(doubtOf([], judged)).toBe(0);
});
