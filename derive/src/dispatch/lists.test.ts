import type { DesignRead, HouseholdRead, LetterRead } from "@yule/contract";
import { allot, day, mm, money, type Transit } from "@yule/core";
import { allotJobOf, allotOutOf } from "@yule/contract";
import { design, houseTo, letterTo, line, need, season } from "../season/examples.ts";
import { allotQuestion, cardLists, fitsOf, heldTo, tallyOf } from "./lists.ts";
import { pileOf, pileToday, type PileLetter } from "./pile.ts";

const boat = { ...design, colourways: [...design.colourways, { id: "red", name: "red", paints: [], pictureId: null }] };
const household = (id: string, more: Partial<HouseholdRead> = {}): HouseholdRead => houseTo(id, { country: season([]).shop.country, ...more });
const letter = (id: string, more: Partial<LetterRead> = {}): LetterRead => letterTo(id, { id, ...more });
const moth = {
  ...design,
  id: "moth",
  name: "Lamp moth",
  traits: { ...design.traits, shows: ["moths"] },
  colourways: design.colourways.map((way) => ({ ...way, id: `m-${way.id}` })),
};
const boats = { ...need, kind: "mailing list" as const, lines: [line("l", "blue", 2, 2), line("r", "red", 1, 1)] };
const moths = { ...need, id: "n2", kind: "mailing list" as const, title: "Moths", designId: "moth", lines: [line("m", "m-blue", 2, 0)] };

function list(letters: readonly LetterRead[], households: readonly HouseholdRead[], more: object = {}) {
  const base = season([boats, moths], [], { designs: [boat, moth] });
  const undertakings = [{ id: "u", kind: "mailing list" as const, title: "The list", needIds: ["n", "n2"] }];
  const outlook = { ...base, dispatch: { ...base.dispatch, households, letters, undertakings, ...more } };
  const [found] = cardLists(outlook);
  if (!found) throw new Error("there is no list");
  return { outlook, list: found, question: (cards: number | null = 0) => allotQuestion(found, new Map(households.map((each) => [each.id, each])), fitsOf(outlook, []), cards) };
}

test("needs that were bound are one list; what has gone is no card any more, and counted", () => {
  const { list: found } = list(
    [letter("a", { lineId: "l", postedOn: "2031-11-07", service: "Letter" }), letter("b"), letter("c", { needId: "n2" })],
    ["a", "b", "c"].map((id) => household(id)),
  );
  expect(found).toMatchObject({ id: "u", title: "The list", gone: 1 });
  expect(found.letters.map(({ id }) => id)).toEqual(["b", "c"]);
  expect(found.lines.map(({ id, made, gone }) => [id, made, gone])).toEqual([
    ["l", 2, 1],
    ["r", 1, 0],
    ["m", 0, 0],
  ]);
});

test("nobody gets a design twice or what it will not have, and what it likes counts; the tally says so by itself", () => {
  const houses = [household("a", { likes: ["moths"] }), household("b", { without: ["moths"] }), household("c"), household("d", { likes: ["red"] })];
  const { question } = list(
    houses.map(({ id }) => letter(id)),
    houses,
    { had: [{ householdId: "c", designId: design.id, on: "2030-12-10" }] },
  );
  const asked = question();
  const job = allotJobOf(asked);
  const answer = allotOutOf(job, allot(job));
  const got = new Map(answer.cards.map((card) => [card.household, card.design]));
  expect(got.get("a")).toBe("m");
  expect(got.get("b")).not.toBe("m");
  expect(got.get("c")).toBe("m");
  expect(got.get("d")).toBe("r");
  expect(tallyOf(asked, (id) => got.get(id) ?? null)).toEqual({ unserved: 0, repeats: 0, refused: 0, likes: 2, over: [] });
  // Held to a boat, the third gets one a second time, and the tally knows.
  const held = allotOutOf(job, allot(allotJobOf(heldTo(asked, "c", "l"))));
  expect(held.repeats).toBe(1);
  expect(tallyOf(asked, () => "m")).toMatchObject({ repeats: 0, refused: 1, over: [{ lineId: "m", cards: 2 }] });
});

test("where cards are too few it says what to paint more of to lose the last repeat", () => {
  const houses = ["a", "b", "c"].map((id) => household(id));
  const { question } = list(
    houses.map(({ id }) => letter(id)),
    houses,
    { had: houses.map(({ id }) => ({ householdId: id, designId: design.id, on: null })) },
  );
  const solve = (more: number | null) => {
    const job = allotJobOf(question(more));
    return allotOutOf(job, allot(job));
  };
  expect(solve(0)).toMatchObject({ repeats: 1, paint: [] });
  expect(solve(null)).toMatchObject({ repeats: 0, paint: [{ design: "m", count: 1 }] });
});

test("words fit: neutral ones for who wants them, and nobody gets words in another language", () => {
  const sentiment = {
    id: "s",
    text: "A calm Yule",
    occasion: "yule",
    recipient: "",
    tone: "plain" as const,
    language: "en",
    neutral: false,
    means: "hand" as const,
    width: null,
    height: null,
    version: 1,
  };
  const worded = { ...design, words: { ...design.words, inside: ["s"] } };
  const base = season([boats], [], { designs: [worded] });
  const outlook = { ...base, dispatch: { ...base.dispatch, households: [household("a")], letters: [letter("a")] } };
  const [found] = cardLists(outlook);
  const [first] = found?.lines ?? [];
  if (!first) throw new Error("there is no line");
  const fit = fitsOf(outlook, [sentiment]);
  expect(fit(household("a"), first).refuses).toBeNull();
  expect(fit(household("a", { neutral: true }), first).refuses).toBe("the words “A calm Yule”");
  expect(fit(household("a", { language: "de" }), first).refuses).toMatch(/another language/);
});

describe("the pile", () => {
  const houses = [household("a"), household("b"), household("c", { country: "NZ" })];
  const told = (letters: readonly LetterRead[], thickness = design.stack.thickness): PileLetter[] => {
    const made: DesignRead = { ...design, stack: { ...design.stack, thickness } };
    const base = season([{ ...boats, due: "2031-11-12" }], [], { designs: [made] });
    return pileOf({ ...base, dispatch: { ...base.dispatch, households: houses, letters, carrier: { ...base.dispatch.carrier, table: TABLE } } }, []);
  };
  const flat = { mostThick: mm(5), mostGrams: 50 };
  const TABLE: readonly Transit[] = [
    { zone: "inland", service: "Slow", workingDays: 5, price: money(85), ...flat },
    { zone: "inland", service: "Quick", workingDays: 1, price: money(125), ...flat },
    { zone: "inland", service: "Parcel", workingDays: 1, price: money(480), mostThick: mm(100), mostGrams: 2000 },
    { zone: "overseas", service: "Far", workingDays: 12, price: money(230), ...flat },
  ];

  test("each letter goes by the cheapest that is there in time, or the quickest; three cards are made for three", () => {
    const pile = told(houses.map(({ id }) => letter(id)));
    expect(pile.map(({ way, isMade }) => [way?.service, isMade])).toEqual([
      ["Quick", true],
      ["Quick", true],
      ["Far", true],
    ]);
    const today = pileToday(pile, day("2031-11-10"));
    expect(today.must.map(({ household: of }) => of.id)).toEqual(["c"]);
    expect(today.may).toHaveLength(2);
  });

  test("what is too thick for a letter goes as a parcel, with what that costs more; what nothing takes is said to be stuck", () => {
    const thick = told([letter("a"), letter("c")], 1900);
    expect(thick.map(({ way, dearerBy }) => [way?.service ?? null, dearerBy])).toEqual([
      ["Parcel", 355],
      [null, null],
    ]);
    expect(pileToday(thick, day("2031-11-10")).stuck.map(({ household: of }) => of.id)).toEqual(["c"]);
  });

  test("letters wait whose cards are not made, those of a line by that line", () => {
    const pile = told([letter("a", { lineId: "r" }), letter("b", { lineId: "r" }), letter("c", { lineId: "l" })]);
    expect(pile.filter(({ isMade }) => !isMade).map(({ household: of }) => of.id)).toEqual(["b"]);
  });
});
