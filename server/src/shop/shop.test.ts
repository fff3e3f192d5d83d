import type { ShopRead } from "@yule/contract";
import { mannerOfShop } from "@yule/derive";
import { openTestShop, wordsOf, type TestShop } from "../testing.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
}, 60_000);
afterAll(() => shop.close());
const now = () => shop.get<ShopRead>("shop");

test("a shop writes as its country does but for what it told otherwise, also after it moves to another; it can be taken back", async () => {
  await shop.give("set-shop", { country: "DE" });
  expect(mannerOfShop(await now())).toMatchObject({ country: "DE", hours: 24, decimal: ",", firstDay: 1, paper: "A4" });
  const told = await shop.give("set-shop", { manner: { decimal: ".", hours: 12 } });
  expect(wordsOf(told.body.event)).toBe("The shop was set: how days, times and numbers are written");
  await shop.give("set-shop", { country: "US" });
  expect(mannerOfShop(await now())).toMatchObject({ country: "US", hours: 12, decimal: ".", firstDay: 0, paper: "letter", temperature: "F" });
  await shop.give("set-shop", { manner: {} });
  expect((await now()).manner).toEqual({});
});

test("a language, an hour, a weekday and a sign that are none are refused at their fields", async () => {
  const refused = async (manner: object) => (await shop.give("set-shop", { manner })).body.errors[0];
  expect(await refused({ language: "tlh" })).toMatchObject({ path: ["manner", "language"], given: '"tlh"', allowed: "one of en" });
  expect(await refused({ hours: 13 })).toMatchObject({ path: ["manner", "hours"], given: "13", allowed: "one of 12, 24" });
  expect(await refused({ firstDay: 7 })).toMatchObject({ path: ["manner", "firstDay"], given: "7", allowed: "at most 6" });
  expect(await refused({ decimal: ";" })).toMatchObject({ path: ["manner", "decimal"], allowed: "one of ., ," });
  expect(await refused({ locale: "xx" })).toMatchObject({ path: ["manner", "locale"] });
  expect((await now()).manner).toEqual({});
});
