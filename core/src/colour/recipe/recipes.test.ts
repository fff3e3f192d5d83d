import fc from "fast-check";
import { differenceOf } from "../difference.ts";
import { hexOfXyz, labOfHex, xyzOfLab } from "../light.ts";
import { filmOfMix, labOfMix, loadLike, pigmentLoadOf, MOST_PARTS, strengthNamed, WATER_PER_PART } from "../mix.ts";
import { onePart, type ShelfPaint } from "../shelf.ts";
import { filmOf, paintOf as paint, shelfFrom as shelfOf } from "../testing.ts";
import { exhaustive } from "./exhaustive.ts";
import { chooseRecipe, costOf, worthBuying } from "./choose.ts";
import { nudges } from "./nudge.ts";
import { recipes, recipesWithin } from "./recipes.ts";

const taskOf = (wanted: string, shelf: readonly ShelfPaint[]) => ({ wanted, onePart: shelf.map(onePart), strengths: shelf.map((each) => each.strength) });

test.each([
  ["#2e9ead", ["PY3", "PR102", "PB17", "PV19", "PBr7", "PG50"]],
  ["#8d3aab", ["PV23", "PR122", "PB29", "PY150", "PW6"]],
  ["#c12b36", ["PR108", "PY97", "PV19", "PBk7", "PB60"]],
  ["#7a8a44", ["PG7", "PY42", "PB29", "PR177", "PY150"]],
  ["#9a9590", ["PBk19", "PBr7", "PB28", "PV55", "PG18"]],
  // No mix of the next two comes near: the best of the bad is still the best.
  ["#f85cb9", ["PBk6", "PB15:1", "PY65", "PB74", "PY129"]],
  ["#25f020", ["PR188", "PY74", "PV29", "PG17", "PB74"]],
])("%s from %s is found as near as trying everything, to 0.3", (wanted, indexes) => {
  const shelf = shelfOf(...indexes);
  const [, , three] = recipes(taskOf(wanted, shelf));
  expect((three[0]?.difference ?? Infinity) - exhaustive(wanted, shelf)).toBeLessThan(0.3);
});

test("what a recipe says of its colour is what mixing it gives, in whole parts and halves of water that can be counted", () => {
  const shelf = shelfOf("PB29", "PY150", "PV19", "PBr7", "PG7", "PO62");
  fc.assert(
    fc.property(fc.tuple(fc.integer({ min: 20, max: 235 }), fc.integer({ min: 20, max: 235 }), fc.integer({ min: 20, max: 235 })), (rgb) => {
      const wanted = `#${rgb.map((each) => each.toString(16).padStart(2, "0")).join("")}`;
      const answer = recipes(taskOf(wanted, shelf));
      for (const [index, found] of answer.entries()) {
        const [best] = found;
        expect(best?.parts).toHaveLength(index + 1);
        if (!best) continue;
        expect(best.parts.reduce((sum, each) => sum + each.parts, 0)).toBeLessThanOrEqual(MOST_PARTS);
        expect(Number.isInteger(best.water * 2)).toBe(true);
        expect(differenceOf(labOfMix(best, shelf.map(onePart)), labOfHex(wanted))).toBeCloseTo(best.difference, 6);
        expect(found.map((each) => each.difference)).toEqual([...found.map((each) => each.difference)].sort((a, b) => a - b));
      }
    }),
    { numRuns: 8 },
  );
});

test("a colour that was mixed from the shelf is found again", () => {
  const shelf = shelfOf("PB29", "PY150", "PV19", "PBr7", "PG7", "PO62");
  const mix = {
    parts: [
      { paint: 0, parts: 2 },
      { paint: 3, parts: 3 },
    ],
    water: 18,
  };
  const wanted = hexOfXyz(xyzOfLab(labOfMix(mix, shelf.map(onePart))));
  const [, two] = recipes(taskOf(wanted, shelf));
  expect(two[0]).toMatchObject({ parts: mix.parts });
  expect(two[0]?.difference).toBeLessThan(0.5);
});

test("a liquid goes in with more water, never as more paint", () => {
  const [pan] = recipes(taskOf("#8592c4", [paint("PB29")]))[0];
  const [liquid] = recipes(taskOf("#8592c4", [paint("PB29", { form: "liquid" })]))[0];
  expect((liquid?.water ?? 0) / (pan?.water ?? 1)).toBeCloseTo(4, 0);
});

describe("the choice", () => {
  const shelf = [
    paint("PB29", { costPerMl: 90 }),
    paint("PY150", { costPerMl: 120 }),
    paint("PB15", { costPerMl: 40 }),
    paint("PY74", { costPerMl: 30 }),
    paint("PR177", { costPerMl: 150 }),
  ];

  test("as few paints as do it to the eye, and the cheapest that nobody tells from it", () => {
    const choice = chooseRecipe("#5d9a46", shelf);
    expect(choice?.best.parts.length).toBeLessThanOrEqual(3);
    expect(choice?.cheapest?.recipe.difference).toBeLessThanOrEqual((choice?.best.difference ?? 0) + 1);
    expect(choice?.cheapest?.costPerMl).toBeLessThanOrEqual(costOf(choice?.best ?? { parts: [], water: 1, lab: [0, 0, 0], difference: 0 }, shelf) ?? Infinity);
  });

  test("without prices nothing is called cheap; an empty shelf answers nothing", () => {
    expect(chooseRecipe("#5d9a46", shelfOf("PB29", "PY150"))?.cheapest).toBeNull();
    expect(chooseRecipe("#5d9a46", [])).toBeNull();
  });

  test("a palette of one paint answers with it, and says how near it comes", () => {
    const choice = chooseRecipe("#cc2222", shelfOf("PB29"));
    expect(choice).toMatchObject({ nearest: [{ parts: [{ paint: 0, parts: 1 }] }, null, null], reached: false });
    expect(choice?.best.difference).toBeGreaterThan(20);
  });

  test("a clean turquoise that earths do not reach: a blue worth buying is named with its recipe", () => {
    const earths = shelfOf("PY42", "PBr7", "PR101", "PB60");
    const from = chooseRecipe("#2fa7a8", earths)?.best.difference ?? 0;
    expect(from).toBeGreaterThan(5);
    const [first] = worthBuying("#2fa7a8", earths, from);
    expect(first?.difference).toBeLessThan(from / 2);
    expect(first?.recipe.parts.some((part) => part.paint === earths.length)).toBe(true);
  });

  test("nothing is worth buying for a colour the shelf reaches", () => {
    expect(worthBuying("#5d9a46", shelf, 0.4)).toEqual([]);
  });
});

test("what mutes a green, as painters do it: purple, red or orange, never more green", () => {
  const shelf = shelfOf("PG7", "PY150", "PV19", "PO62", "PBk7", "PB29");
  const answers = nudges(
    {
      parts: [
        { paint: 0, parts: 1 },
        { paint: 1, parts: 1 },
      ],
      water: 8,
    },
    shelf,
  );
  const by = (nudge: string) => shelf[answers.find((each) => each.nudge === nudge)?.paint ?? -1]?.id;
  expect(["PV19", "PO62", "PBk7"]).toContain(by("mute"));
  expect(["PY150", "PO62"]).toContain(by("warm"));
  expect(["PB29", "PG7"]).toContain(by("cool"));
  expect(by("deepen")).toBeDefined();
  expect(answers.find((each) => each.nudge === "lighten")).toMatchObject({ paint: null, mix: { water: expect.any(Number) as number } });
});

test("every set that comes near enough is told, and none that does not", () => {
  const shelf = shelfOf("PB29", "PY150", "PB15", "PY74", "PR177");
  const found = recipesWithin(taskOf("#5d9a46", shelf), 5);
  expect(found.length).toBeGreaterThan(1);
  for (const recipe of found) expect(differenceOf(labOfMix(recipe, shelf.map(onePart)), labOfHex("#5d9a46"))).toBeLessThanOrEqual(5);
});

test("strength is named from tea to butter", () => {
  expect([0.2, 0.5, 1, 1.5, 2.4].map(strengthNamed)).toEqual(["tea", "coffee", "milk", "cream", "butter"]);
  expect(strengthNamed(pigmentLoadOf({ parts: [{ paint: 0, parts: 1 }], water: WATER_PER_PART }, [1]))).toBe("milk");
  expect(filmOfMix({ parts: [{ paint: 0, parts: 1 }], water: WATER_PER_PART }, [filmOf("PB29")]).absorbs[0]).toBeCloseTo(filmOf("PB29").absorbs[0] ?? 0, 9);
});

test("how thick a wash lies is read back from its lightness", () => {
  const film = filmOf("PB15");
  for (const load of [0.2, 0.7, 1.5]) expect(loadLike(film, labOfMix({ parts: [{ paint: 0, parts: 1 }], water: WATER_PER_PART / load }, [film]))).toBeCloseTo(load, 2);
});
