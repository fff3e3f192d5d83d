import { day } from "@yule/core";
import { houseTo, letterTo, line, need, season } from "../season/examples.ts";
import { cardLists } from "./lists.ts";
import { pileOf, pileToday } from "./pile.ts";
import { addressOn, wantsNeutral } from "./whereabouts.ts";

const winter = {
  id: "e",
  address: "Lange Str. 4, 28195 Bremen",
  parts: { street: "Lange Str. 4", district: "", town: "Bremen", region: "", code: "28195" },
  country: "DE",
  from: "2031-12-01",
  until: "2032-02-28",
};
const list = { ...need, kind: "mailing list" as const, lines: [line("l", "blue", 3, 3)] };

test("a letter goes to where they are on its day", () => {
  const house = houseTo("a", { elsewhere: [winter] });
  expect(addressOn(house, day("2031-11-30")).address).toBe(house.address);
  expect(addressOn(house, day("2031-12-01"))).toMatchObject({ country: "DE" });
  expect(addressOn(house, day("2032-03-01")).country).toBe(house.country);
});

test("who was bereaved is wished no feast for a year", () => {
  const house = houseTo("a", { state: "bereaved", stateOn: "2031-11-01" });
  expect([wantsNeutral(house, day("2032-10-31")), wantsNeutral(house, day("2032-11-01")), wantsNeutral(houseTo("b", { neutral: true }), day("2040-01-01"))]).toEqual([
    true,
    false,
    true,
  ]);
});

test("the pile prices the place they are at, keeps back who has moved, and leaves out who gets no cards", () => {
  const base = season([list]);
  const houses = [
    houseTo("a", { country: base.shop.country, elsewhere: [{ ...winter, from: base.today, until: "2032-01-01" }] }),
    houseTo("b", { state: "moved", stateOn: "2031-11-01" }),
    houseTo("c", { state: "no more", stateOn: "2031-11-01" }),
  ];
  const outlook = { ...base, dispatch: { ...base.dispatch, households: houses, letters: houses.map(({ id }) => letterTo(id, { id, lineId: "l" })) } };
  const pile = pileOf(outlook, []);
  expect(pile.map(({ household, isHeld }) => [household.id, household.country, isHeld])).toEqual([
    ["a", "DE", false],
    ["b", "GB", true],
  ]);
  const today = pileToday(pile, day("2032-01-01"));
  expect([today.held.map(({ letter }) => letter.id), [...today.must, ...today.may, ...today.stuck].map(({ letter }) => letter.id)]).toEqual([["b"], ["a"]]);
  expect(cardLists(outlook)[0]?.letters.map(({ id }) => id)).toEqual(["a", "b"]);
});
