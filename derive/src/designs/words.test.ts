import { newId } from "../exampleIds.ts";
import { inches, mm, printLength, type Length } from "@yule/core";
import { design } from "../season/examples.ts";
import { sentiment } from "./examples.ts";
import { bestFit, offersFor, overWords, placesOver, pulledZone, zonesFrom, type WordPlace } from "./words.ts";

const zone = (width: Length, height: Length): WordPlace => ({ id: "sky", x: 0, y: 0, width, height, curve: 0 });
const say = (length: Length): string => printLength(length, "cm");

test("words that fit and are for its occasions come first, the largest before the smaller, then those for others, then those that do not fit", () => {
  const suited = { ...design, traits: { ...design.traits, suits: ["thank-you"] } };
  const words = [
    sentiment("Many happy returns", { occasion: "birthday" }),
    sentiment("Thank you for everything", { occasion: "Thank you" }),
    sentiment("Thanks"),
    sentiment("Fair winds", { means: "stamp", width: inches(5), height: inches(1) }),
  ];
  const offers = offersFor(suited, words, [zone(inches(4), inches(0.8))]);
  expect(offers.map((offer) => offer.sentiment.text)).toEqual(["Thanks", "Thank you for everything", "Many happy returns", "Fair winds"]);
  expect(offers[2]?.against).toEqual(["for birthday, not one of its occasions"]);
  expect(offers[3]?.fit && overWords(offers[3].fit, say)).toBe("~2.55 cm too wide and 0.5 cm too high".replace("0.5 cm", "~0.5 cm"));
  expect(offersFor(suited, words, []).every((offer) => offer.fit === null)).toBe(true);
});

test("a place is what was pulled, whichever corner came first, kept on the panel and on half millimetres; a slip is none", () => {
  const panel = { width: mm(100), height: mm(80) };
  expect(pulledZone({ x: mm(60.2), y: mm(40) }, { x: mm(10), y: mm(120) }, panel, newId)).toMatchObject({ x: mm(10), y: mm(40), width: mm(50), height: mm(40) });
  expect(pulledZone({ x: mm(-30), y: mm(0) }, { x: mm(400), y: mm(10) }, panel, newId)).toMatchObject({ x: 0, width: mm(100) });
  expect(pulledZone({ x: mm(10), y: mm(10) }, { x: mm(12), y: mm(11) }, panel, newId)).toBeNull();
});

test("calm areas become places on the panel with a little room around them, too small ones none", () => {
  const [place, ...others] = zonesFrom(
    [
      { x: 0, y: 0, width: 1, height: 0.3 },
      { x: 0.5, y: 0.5, width: 0.06, height: 0.04 },
    ],
    design,
    newId,
  );
  expect(place).toMatchObject({ x: mm(2), y: mm(2), width: mm(110.5), height: mm(30.5) });
  expect(others).toEqual([]);
});

test("a place in the corner of a round panel reaches over its rim, in its middle it does not", () => {
  const panel = { width: mm(100), height: mm(100), outline: "circle" as const };
  const [corner, middle] = [
    { ...zone(mm(40), mm(12)), x: mm(2), y: mm(2) },
    { ...zone(mm(40), mm(12)), id: "middle", x: mm(30), y: mm(44) },
  ];
  expect(placesOver([corner, middle], panel).map((each) => each.id)).toEqual(["sky"]);
  expect(placesOver([corner, middle], { ...panel, outline: "rectangle" })).toEqual([]);
});

test("the same words are larger in a larger place", () => {
  const words = sentiment("A calm Yule to you");
  expect(bestFit(words, [zone(mm(90), mm(30))])?.xHeight).toBeGreaterThan(bestFit(words, [zone(mm(45), mm(15))])?.xHeight ?? 0);
});
