import { solvedSystem } from "./linearSystem.ts";

test("two lines meet where both hold, whichever stands first", () => {
  // x + y = 5 and 2 x - y = 1
  expect(
    solvedSystem([
      [1, 1, 5],
      [2, -1, 1],
    ]),
  ).toEqual([2, 3]);
  expect(
    solvedSystem([
      [2, -1, 1],
      [1, 1, 5],
    ])?.map((value) => Math.round(value * 1e9) / 1e9),
  ).toEqual([2, 3]);
});

test("a nought on the diagonal is worked around, and what was asked is left as it was", () => {
  const asked = [
    [0, 2, 4],
    [3, 0, 9],
  ];
  expect(solvedSystem(asked)).toEqual([3, 2]);
  expect(asked).toEqual([
    [0, 2, 4],
    [3, 0, 9],
  ]);
});

test("lines that never meet, or are the same, have no single answer", () => {
  expect(
    solvedSystem([
      [1, 1, 5],
      [1, 1, 6],
    ]),
  ).toBeNull();
  expect(
    solvedSystem([
      [1, 1, 5],
      [2, 2, 10],
    ]),
  ).toBeNull();
});
