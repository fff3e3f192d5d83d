import { createRequire } from "node:module";
import { highsSolver, type HighsModule, type LinearSolver } from "./linear.ts";
import { gcd, lastNotAbove, limitsFor, seededRandom } from "./search.ts";

test("the same seed gives the same numbers on every machine, another seed others", () => {
  const three = (seed: number) => {
    const random = seededRandom(seed);
    return [random(), random(), random()];
  };
  expect(three(1)).toEqual([0.6270739405881613, 0.002735721180215478, 0.5274470399599522]);
  expect(three(2)).not.toEqual(three(1));
  expect(three(-1).every((value) => value >= 0 && value < 1)).toBe(true);
});

test("limits end by the clock they are given", () => {
  let now = 1000;
  const limits = limitsFor(2, () => now);
  expect([limits.stop(), limits.left()]).toEqual([false, 2]);
  now = 2500;
  expect(limits.left()).toBe(0.5);
  now = 3000;
  expect([limits.stop(), limits.left()]).toEqual([true, 0]);
});

test("small helpers", () => {
  expect([gcd(420, 300), gcd(0, 5), gcd(0, 0)]).toEqual([60, 5, 0]);
  expect([lastNotAbove([1, 3, 5], 4), lastNotAbove([1, 3, 5], 5), lastNotAbove([1, 3, 5], 0), lastNotAbove([], 2)]).toEqual([1, 2, -1, -1]);
});

describe("the linear engine", () => {
  let solve: LinearSolver;
  beforeAll(async () => {
    solve = highsSolver(await (createRequire(import.meta.url)("highs") as () => Promise<HighsModule>)());
  });
  // Least 3x + 2y with x + y >= 4, x <= 3.
  const model = {
    costs: [3, 2],
    upper: [Infinity, 2.5],
    rows: [
      {
        terms: [
          [0, 1],
          [1, 1],
        ] as const,
        least: 4,
      },
      { terms: [[0, 1]] as const, most: 3 },
    ],
    whole: false,
  };

  test("finds the best values and the price of each row", () => {
    const answer = solve(model, 2);
    expect(answer?.values).toEqual([1.5, 2.5]);
    expect(answer?.duals).toEqual([3, 0]);
  });

  test("whole numbers where they are asked for", () => {
    expect(solve({ ...model, whole: true }, 2)?.values).toEqual([2, 2]);
  });

  test("answers nothing where nothing can be, or no time is left", () => {
    expect(solve({ ...model, upper: [1, 1] }, 2)).toBeNull();
    expect(solve(model, 0)).toBeNull();
  });
});
