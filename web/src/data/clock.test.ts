import { jumpOf } from "./clock.ts";

const before = { heard: 1_000_000, steady: 500 };
const after = (heard: number, steady: number) => ({ heard: before.heard + heard, steady: before.steady + steady });

test("a clock that goes as time goes has not jumped, nor has one that is put right by a second", () => {
  expect(jumpOf(before, after(60_000, 60_000))).toBe(0);
  expect(jumpOf(before, after(61_000, 60_000))).toBe(0);
  expect(jumpOf(before, after(0, 0))).toBe(0);
});

test("a clock put back by two hours is found by exactly that, and one put on or slept through too", () => {
  expect(jumpOf(before, after(15_000 - 7_200_000, 15_000))).toBe(-7_200_000);
  expect(jumpOf(before, after(15_000 + 7_200_000, 15_000))).toBe(7_200_000);
});
