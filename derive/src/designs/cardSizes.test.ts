import { COUNTRIES, inches, mm, stackGeometry } from "@yule/core";
import { newId } from "../exampleIds.ts";
import { cardSizesIn, leavesNoRoom, stackOfSize } from "./cardSizes.ts";
import { stepOf } from "./sizes.ts";
import { TEMPLATES } from "./templates.ts";

const stackOf = (key: string) => {
  const found = TEMPLATES.find((each) => each.key === key)?.make(newId).stack;
  if (!found) throw new Error(`no template ${key}`);
  return found;
};
const named = (country: string, key: string) => {
  const found = cardSizesIn(country).find((each) => each.key === key);
  if (!found) throw new Error(`no size ${key}`);
  return found;
};
const envelopeFaults = (stack: Parameters<typeof stackGeometry>[0]) => {
  const { faults, warnings } = stackGeometry(stack);
  return [...faults, ...warnings].filter(({ code }) => code === "envelope-too-small");
};

test("each country has its usual cards: those of letter paper there, those of ISO elsewhere", () => {
  expect(cardSizesIn("US").map(({ name }) => name)).toEqual(["A2", "A6", "A7", "4-bar", "Square", "Postcard"]);
  expect(cardSizesIn("IE").map(({ name }) => name)).toEqual(["A6, C6", "A5, C5", "DL", "Square", "Postcard A6"]);
  expect(cardSizesIn("JP")).toEqual(cardSizesIn("IE"));
  for (const country of COUNTRIES) expect(cardSizesIn(country).length).toBeGreaterThan(3);
});

test("every card that is usual slips into its envelope, whatever lies on it", () => {
  for (const country of ["US", "DE"])
    for (const size of cardSizesIn(country))
      for (const key of ["square", "torn", "tall", "mats"]) {
        const stack = stackOfSize(stackOf(key), size, stepOf(country === "US" ? "in" : "cm"));
        expect({ key, size: size.key, faults: stackGeometry(stack).faults, tight: envelopeFaults(stack) }).toEqual({ key, size: size.key, faults: [], tight: [] });
        if (size.envelope) expect(stack.width).toBeLessThan(size.envelope.width);
      }
});

test("an A6 card has its base, score and even reveals", () => {
  const stack = stackOfSize(stackOf("tall"), named("DE", "a6"), stepOf("cm"));
  const { base, layers } = stackGeometry(stack);
  expect([base.width, base.height, stack.envelope?.width]).toEqual([mm(210), mm(148), mm(114)]);
  expect(layers.every(({ reveal }) => reveal.even)).toBe(true);
});

test("where its layers make it too thick for an envelope with little room, the card is cut smaller; a flat one is as usual", () => {
  const a2 = named("US", "a2");
  const thick = stackOfSize({ ...stackOf("torn"), thickness: mm(2.5) }, a2, stepOf("in"));
  expect(thick.width).toBeLessThan(inches(4.25));
  const a7 = stackOfSize(stackOf("torn"), named("US", "a7"), stepOf("in"));
  expect([a7.width, a7.height]).toEqual([inches(5), inches(7)]);
});

test("a postcard is not folded and has no envelope; a card on its side takes a size on its side", () => {
  expect(stackOfSize(stackOf("tall"), named("US", "us-postcard"), stepOf("in"))).toMatchObject({ fold: "none", envelope: null, width: inches(4), height: inches(6) });
  const lying = { ...stackOf("tall"), width: mm(148), height: mm(105) };
  expect(stackOfSize(lying, named("DE", "dl"), stepOf("cm"))).toMatchObject({ width: mm(210), height: mm(99) });
});

test("an envelope that is too small for a template's layers leaves no room, and that is known", () => {
  const tiny = { key: "tiny", name: "", card: { width: mm(30), height: mm(30) }, envelope: { width: mm(30), height: mm(30) } };
  expect(leavesNoRoom(stackOfSize(stackOf("mats"), tiny, stepOf("cm")))).toBe(true);
  expect(leavesNoRoom(stackOfSize(stackOf("mats"), named("DE", "a6"), stepOf("cm")))).toBe(false);
});
