import fc from "fast-check";
import { checkFamily, gapsIn, paletteDistances, type Wanted } from "./check.ts";
import type { Member, Ties } from "./model.ts";
import { colourDistance, paletteDistance, temperatureOf, warmth } from "./palette.ts";
import { FAMILY_RULES } from "./rules.ts";

const ties: Ties = { palette: "mixed", alternate: false, recurring: "", off: [] };
const SEA = ["#1f8a96", "#1f3f5f", "#c6953c"];
const member = (id: string, more: Partial<Member> = {}): Member => ({
  id,
  name: id,
  colourways: [{ id: `${id}-1`, name: "one", colours: SEA }],
  light: "left",
  highlight: "left",
  looks: "left",
  line: 0.3,
  elements: 3,
  lettering: "written by hand",
  border: "white",
  margin: 6,
  recurring: true,
  size: null,
  suits: [],
  shows: [],
  ages: null,
  neutral: false,
  ...more,
});
const three = (more: Partial<Member>) => [member("pool"), member("boat"), member("tern", more)];
const broken = (family: readonly Member[], wants: Partial<Ties> = {}) => checkFamily(family, { ...ties, ...wants }).findings.map(({ rule, design }) => `${rule} ${design}`);

test("a family whose cards share everything holds together, and says what ties it", () => {
  const check = checkFamily(three({}), { ...ties, recurring: "a tern" });
  expect(check.findings).toEqual([]);
  expect(check.ties.map((tie) => tie.says)).toEqual([
    "colours that come again on other cards",
    "light from the left",
    "lines of 0.3 mm",
    "words written by hand",
    "a white border",
    "about 6 mm around the panel",
    "a tern on every card",
  ]);
  expect(paletteDistances(three({})).map((each) => each.distance)).toEqual([0, 0, 0]);
});

test.each<[string, Partial<Member>, Partial<Ties>]>([
  ["palette-apart", { colourways: [{ id: "odd", name: "odd", colours: ["#c9527e", "#1f8a96"] }] }, {}],
  ["palette-side", { colourways: [{ id: "warm", name: "warm", colours: ["#c6953c", "#dd7434"] }] }, { palette: "cool", off: ["palette-apart"] }],
  ["light", { light: "right", highlight: "right" }, {}],
  ["highlight", { highlight: "right" }, {}],
  ["line", { line: 0.1 }, {}],
  ["odd", { elements: 4 }, {}],
  ["lettering", { lettering: "stamped" }, {}],
  ["border", { border: "none" }, {}],
  ["margin", { margin: 12 }, {}],
  ["recurring", { recurring: false }, { recurring: "a tern" }],
])("%s names the card that breaks it, and how to mend it; switched off it is said no more", (rule, more, wants) => {
  const { findings } = checkFamily(three(more), { ...ties, ...wants });
  expect(findings).toMatchObject([{ rule, design: "tern" }]);
  expect(findings[0]?.mend).not.toBe("");
  expect(broken(three(more), { ...wants, off: [...(wants.off ?? []), rule] })).toEqual([]);
});

test("where a series alternates, each card is held against the one before it as it should hang", () => {
  const family = [member("a"), member("b", { looks: "right" }), member("c", { looks: "right" }), member("d", { looks: "right" })];
  expect(broken(family)).toEqual([]);
  expect(broken(family, { alternate: true })).toEqual(["alternating c"]);
  expect(broken([member("a"), member("b"), member("c")], { alternate: true })).toEqual(["alternating b"]);
});

test("nothing that varies is said once, of the last card; what is not told breaks nothing", () => {
  const size = { width: 140, height: 140 };
  expect(broken(three({ size }).map((each) => ({ ...each, size })))).toEqual(["varied tern"]);
  const untold = { light: null, highlight: null, looks: null, line: null, elements: null, lettering: null, border: null, margin: null, recurring: null };
  expect(
    broken(
      ["a", "b", "c"].map((id) => member(id, untold)),
      { alternate: true, recurring: "a tern" },
    ),
  ).toEqual([]);
});

test("one against one is no majority: nobody is said to break a family of two", () => {
  expect(broken([member("a"), member("b", { light: "right", highlight: "right", lettering: "stamped" })])).toEqual([]);
});

test("distances are those of CIEDE2000, and palettes of the same colours lie nowhere apart", () => {
  // Sharma, Wu and Dalal 2005, pair 1 is in Lab; here the black and the white that everybody knows.
  expect(colourDistance("#000000", "#ffffff")).toBeCloseTo(100, 1);
  const colour = fc.integer({ min: 0, max: 0xffffff }).map((value) => `#${value.toString(16).padStart(6, "0")}`);
  const palette = fc.array(colour, { minLength: 1, maxLength: 5 });
  fc.assert(
    fc.property(palette, palette, (a, b) => {
      expect(paletteDistance(a, a)).toBe(0);
      expect(paletteDistance(a, b)).toBeCloseTo(paletteDistance(b, a), 9);
    }),
  );
});

test("a painter's warm and cool, and neutrals that are neither", () => {
  for (const warm of ["#dd7434", "#b53a45", "#dba520", "#8a6a4f"]) expect(temperatureOf(warm)).toBe("warm");
  for (const cool of ["#33479c", "#1f8a96", "#6b4b8c", "#1f3f5f"]) expect(temperatureOf(cool)).toBe("cool");
  expect(temperatureOf("#808080")).toBeNull();
  expect(warmth(["#808080", "#ffffff"])).toBeNull();
  // Turquoise over most of the card with two warm accents is no warm card.
  expect(warmth(["#1f8a96", "#8a6a4f", "#dd7434"])).toBe(0);
});

test("every rule has a name of its own and breaks nothing in an empty family or of one card", () => {
  expect(new Set(FAMILY_RULES.map((rule) => rule.id)).size).toBe(FAMILY_RULES.length);
  expect(broken([])).toEqual([]);
  expect(broken([member("a")], { alternate: true, recurring: "a tern" })).toEqual([]);
});

describe("gaps", () => {
  const wanted = (says: string, more: Partial<Wanted>): Wanted => ({ says, occasion: null, without: [], neutral: false, age: null, ...more });
  const designs = [member("pool", { suits: ["yule"], shows: ["flowers"] }), member("boat", { suits: ["thank-you"], ages: { from: 5, to: 8 } })];
  test.each<[string, Partial<Wanted>, string | null]>([
    ["a thank-you for a child of six", { occasion: "thank-you", age: 6 }, null],
    ["a thank-you for a child of nine", { occasion: "thank-you", age: 9 }, "for ages 5 to 8"],
    ["Yule", { occasion: "yule" }, null],
    ["Yule without flowers", { occasion: "yule", without: ["flowers"] }, "shows flowers"],
    ["neutral words", { occasion: "yule", neutral: true }, "its words are not neutral"],
    ["a wedding", { occasion: "wedding" }, "not for wedding"],
  ])("%s", (says, more, lacks) => {
    const gaps = gapsIn(designs, [wanted(says, more)]);
    expect(gaps.map((gap) => gap.lacks)).toEqual(lacks === null ? [] : [lacks]);
  });

  test("without any design everything is a gap, and an occasion told of no design suits all", () => {
    expect(gapsIn([], [wanted("a thank-you", { occasion: "thank-you" })])).toMatchObject([{ lacks: "there is no design yet", nearest: null }]);
    expect(gapsIn([member("any")], [wanted("a thank-you", { occasion: "thank-you" })])).toEqual([]);
  });
});
