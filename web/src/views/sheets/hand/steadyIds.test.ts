import { lengthOfUnits } from "@yule/core";
import { act, renderHook } from "@testing-library/react";
import { steadyIds, useSteadyIds, type LyingPiece, type SteadyPiece } from "./steadyIds.ts";

const at = (panel: string, x: number, y: number): LyingPiece => ({ panel, x: lengthOfUnits(x), y: lengthOfUnits(y), width: lengthOfUnits(100), height: lengthOfUnits(50) });
const names = (before: readonly SteadyPiece[], pieces: readonly LyingPiece[]): string[] => {
  let made = 0;
  return steadyIds(before, pieces, () => `new ${String((made += 1))}`).map(({ id }) => id);
};
const before = steadyIds(
  [],
  [at("moth", 0, 0), at("kite", 200, 0), at("moth", 400, 0)],
  (() => {
    let letter = 96;
    return () => String.fromCharCode((letter += 1));
  })(),
);

test("in another order the pieces keep their names", () => {
  expect(names(before, [at("moth", 400, 0), at("moth", 0, 0), at("kite", 200, 0)])).toEqual(["c", "a", "b"]);
});

test("a piece that lies elsewhere is the nearest one for the same thing", () => {
  expect(names(before, [at("kite", 0, 0), at("moth", 210, 0), at("moth", 390, 0)])).toEqual(["a", "new 1", "c"]);
  expect(names(before, [at("moth", 30, 0), at("kite", 600, 300), at("moth", 420, 10)])).toEqual(["a", "b", "c"]);
});

test("what was not there before has a new name, and one that is gone leaves none", () => {
  expect(names(before, [at("moth", 0, 0), at("quince", 200, 0)])).toEqual(["a", "b"]);
  expect(names(before, [at("moth", 0, 0), at("quince", 210, 0)])).toEqual(["a", "new 1"]);
  expect(names(before, [])).toEqual([]);
});

test("a piece that the hand moved is itself in the plan that follows, also where another takes the place it left", () => {
  const first = [at("moth", 0, 0), at("moth", 400, 0)];
  const { result, rerender } = renderHook(({ pieces }) => useSteadyIds(pieces), { initialProps: { pieces: first } });
  const [moved, other] = result.current.ids;
  act(() => result.current.follow(moved ?? "", at("moth", 0, 300)));
  // Until the rest has been laid around it, the plan is the one before.
  rerender({ pieces: [...first] });
  expect(result.current.ids).toEqual([moved, other]);
  rerender({ pieces: [at("moth", 0, 0), at("moth", 0, 300)] });
  expect(result.current.ids[1]).toBe(moved);
  expect(result.current.ids[0]).toBe(other);
});
