import { design as boat, stage } from "../season/examples.ts";
import { colourWords, filmOfPaint, knownFilm, mixWords, pigmentsOf, seenAs } from "./shelf.ts";
import { badness, cureWords, forecastOf, proposedTouches, touchesOf } from "./touching.ts";
import { shelfPaint, type ShelfPaint } from "@yule/core";

const shelf = (["PB29", "PY150", "PV19", "PB15:3"] as const).map((index): ShelfPaint => {
  const made = shelfPaint({ id: index, name: index, pigments: [index], form: "pan" });
  if (!made.ok) throw new Error(index);
  return made.value;
});
const paint = (name: string, pigments: string) => ({ name, pigments, hex: "#888888" });
const design = { ...boat, stages: [stage("sky", 3, 30), { ...stage("drop in", 1, 30), within: 6 }, stage("shadow", 2, 20), stage("mount", 4, 20, "assemble")] };

test("paints that lie side by side on the picture touch, wet or dry by the route; the others are apart", () => {
  expect(proposedTouches(design, 3, [{ a: 0, b: 1, along: 0.8 }])).toEqual([
    { a: 0, b: 1, how: "wet" },
    { a: 0, b: 2, how: "apart" },
    { a: 1, b: 2, how: "apart" },
  ]);
  expect(proposedTouches(design, 3, null).map(({ how }) => how)).toEqual(["wet", "glazed", "glazed"]);
});

test("what the maker marked stands before what the program thinks", () => {
  const marked = { ...design, touches: [{ a: 0, b: 1, how: "apart" as const }] };
  expect(touchesOf(marked, 3, null).map(({ how }) => how)).toEqual(["apart", "glazed", "glazed"]);
});

test("the worst meeting stands first, with what to do about it; a gap gives nothing to fear", () => {
  const paints = [paint("Lamp Oil", "PY150"), paint("Ferry Blue", "PB29"), paint("Night Mail", "PV23")];
  const { pairs, unknown } = forecastOf(paints, proposedTouches({ stages: [stage("all", 3, 20)] }, 3, null), shelf);
  expect(unknown).toEqual([]);
  expect(pairs.map(({ earlier, later }) => `${earlier.name} ${later.name}`)[0]).toBe("Lamp Oil Night Mail");
  expect(pairs.map(badness)).toEqual([...pairs.map(badness)].sort((a, b) => b - a));
  const [worst] = pairs;
  expect(worst?.gives?.verdict).toBe("mud");
  expect(worst?.cures.map((cure) => cureWords(cure, worst))).toContain("Leave a white gap between them.");
  expect(forecastOf(paints, [{ a: 0, b: 2, how: "apart" }], shelf).pairs).toMatchObject([{ gives: null, cures: [] }]);
});

test("a paint of no known pigment is taken by its colour and named apart, one that stands on the shelf by its name is taken from there", () => {
  const odd = paint("From a friend", "PX1");
  const { pairs, unknown } = forecastOf([odd, paint("Ferry Blue", "PB29")], [{ a: 0, b: 1, how: "wet" }], shelf);
  expect(unknown).toEqual([odd]);
  expect(pairs[0]?.gives?.hex).toMatch(/^#[0-9a-f]{6}$/);
  expect(filmOfPaint(paint("pv19", "PX1"), shelf)).toBe(shelf[2]?.film);
  expect(knownFilm(paint("", "PB29 + PY150"))).not.toBeNull();
});

test("recipes and colours are said as at the bench", () => {
  expect(
    mixWords(
      {
        parts: [
          { paint: 0, parts: 1 },
          { paint: 1, parts: 3 },
        ],
        water: 16.5,
      },
      shelf,
    ),
  ).toBe("3 parts PY150, 1 part PB29, 16 1/2 parts water");
  expect(colourWords({ L: 52.4, C: 51, h: 272.2 })).toBe("blue, lightness 52, colour 51, hue 272°");
  expect([0.8, 2, 5, 9, 20].map(seenAs)).toEqual(["nobody tells them apart", "only side by side a difference is seen", "near, but seen", "a relative of it", "another colour"]);
  expect(pigmentsOf("PB29, PY150+PV19 / PG7")).toEqual(["PB29", "PY150", "PV19", "PG7"]);
});
