import type { FaultSeen } from "@yule/core";
import { seenOf, seenWords, sharedWords, spotOf } from "./words.ts";

const fault = (kind: FaultSeen["kind"], amount: number, where: FaultSeen["where"] = null): FaultSeen => ({ kind, amount, where });

test("each kind is said once, the clearest first, and what is weak is not said", () => {
  const seen = seenOf([fault("missing", 0.8), fault("missing", 0.7), fault("pale", 0.5), fault("smudge", 0.1)]);
  expect(seen.map(({ kind, amount }) => [kind, amount])).toEqual([
    ["missing", 0.8],
    ["pale", 0.5],
  ]);
  expect(seenOf([])).toEqual([]);
});

test.each([
  ["top left", [0.05, 0.05, 0.2, 0.2]],
  ["middle", [0.4, 0.4, 0.6, 0.6]],
  ["right", [0.8, 0.45, 0.9, 0.55]],
  ["bottom", [0.4, 0.8, 0.6, 0.9]],
] as const)("a place is said as a maker points at it: %s", (words, where) => {
  expect(seenWords(fault("bloom", 0.9, where))).toBe(`a bloom, ${words}`);
});

test("what is of the whole has no place, and no ring", () => {
  const wide = fault("pale", 0.9, [0.05, 0.05, 0.95, 0.95]);
  expect(spotOf(wide)).toBeNull();
  expect(seenWords(wide)).toBe("paler than its sisters");
  expect(seenWords(fault("tilted", 0.9))).toBe("the picture is turned");
});

test("what all share is said against the master", () => {
  expect(sharedWords(fault("pale", 0.6))).toBe("paler than the master: the puddle was thinned");
  expect(sharedWords(fault("border", 0.6))).toBe("the border is off");
});
