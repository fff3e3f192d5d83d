import { hexOf, labOf } from "../light.ts";
import { over, WHITE_PAPER } from "../layers.ts";
import { filmOfMix, labOfMix } from "../mix.ts";
import { differenceOf } from "../difference.ts";
import { labOfHex } from "../light.ts";
import { onePart } from "../shelf.ts";
import { shelfFrom, there } from "../testing.ts";
import { swappedColourways } from "./colourways.ts";
import { hasTemperature, NEAR_ENOUGH, smallestPalette } from "./smallest.ts";

const shelf = shelfFrom("PB29", "PB15", "PY150", "PY42", "PV19", "PR177", "PO62", "PG7", "PBr7", "PBk7");
const at = (index: string): number => shelf.findIndex((paint) => paint.id === index);
const mixHex = (...parts: [string, number][]): string => {
  const mix = { parts: parts.map(([index, share]) => ({ paint: at(index), parts: share })), water: 4 * parts.reduce((sum, [, share]) => sum + share, 0) };
  return hexOfLabMix(mix);
};
const hexOfLabMix = (mix: { parts: { paint: number; parts: number }[]; water: number }): string => hexOf(over(mixFilm(mix), WHITE_PAPER));
const mixFilm = (mix: { parts: { paint: number; parts: number }[]; water: number }) => filmOfMix(mix, shelf.map(onePart));

test("a series mixed from three paints needs three, and every colour says how it is mixed from them", () => {
  const wanted = [mixHex(["PB15", 1], ["PY150", 2]), mixHex(["PV19", 2], ["PY150", 1]), mixHex(["PB15", 1], ["PV19", 2]), mixHex(["PY150", 1])];
  const found = smallestPalette(wanted, shelf);
  expect(found.proven).toBe(true);
  expect(found.paints.length).toBeLessThanOrEqual(3);
  found.mixes.forEach((each, index) => {
    expect(each?.mix.parts.every(({ paint }) => found.paints.includes(paint))).toBe(true);
    expect(differenceOf(labOfMix(there(each).mix, shelf.map(onePart)), labOfHex(there(wanted[index])))).toBeLessThanOrEqual(NEAR_ENOUGH);
  });
});

test("no smaller set does it: every one that is smaller is tried", () => {
  const wanted = [mixHex(["PB29", 1], ["PBr7", 1]), mixHex(["PO62", 1]), mixHex(["PY42", 1], ["PG7", 1])];
  const { paints } = smallestPalette(wanted, shelf);
  const subsets = shelf.map((_, index) => index).reduce<number[][]>((sets, index) => [...sets, ...sets.map((set) => [...set, index])], [[]]);
  for (const set of subsets.filter((each) => each.length === paints.length - 1)) {
    const some = smallestPalette(
      wanted,
      set.map((index) => there(shelf[index])),
    );
    expect(some.mixes.every((each) => each !== null)).toBe(false);
  }
}, 60_000);

test("a warm palette keeps to warm paints and says which colours it does not reach", () => {
  const found = smallestPalette([mixHex(["PB15", 1]), mixHex(["PO62", 1])], shelf, "warm");
  expect(found.mixes[0]).toBeNull();
  expect(found.mixes[1]).not.toBeNull();
  expect(found.paints.every((paint) => hasTemperature(there(shelf[paint]), "warm"))).toBe(true);
});

test("colourways keep light and dark in their order, differ from each other, and know where they would make mud", () => {
  const own = ["PY150", "PB29", "PR177"].map((index) => there(shelf[at(index)]).film);
  const found = swappedColourways(own, [{ a: 0, b: 1, how: "wet" }], shelf, 3);
  expect(found.length).toBeGreaterThan(0);
  for (const way of found) {
    expect(new Set(way.paints).size).toBe(3);
    expect(way.meets).toHaveLength(1);
    expect(way.meets[0]?.gives.verdict).not.toBe("mud");
  }
  expect(new Set(found.map((way) => way.paints.join())).size).toBe(found.length);
  expect(found[0]?.inOrder).toBe(true);
  const lightness = (paints: readonly number[]) => paints.map((paint) => labOf(over(there(shelf[paint]).film, WHITE_PAPER))[0]);
  const [light = 0, dark = 0] = lightness(there(found[0]).paints);
  expect(light).toBeGreaterThan(dark);
});
