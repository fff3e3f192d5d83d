import { money, type Transit } from "@yule/core";
import { BY_HAND, postageOf, servicesTo } from "./postage.ts";

const table: Transit[] = [
  { zone: "inland", service: "Letter", workingDays: 2, price: money(125), mostGrams: 100 },
  { zone: "overseas", service: "Letter overseas", workingDays: 12, price: money(230), mostGrams: 50 },
];

test("a list goes as one letter to each household, anything else as one in all", () => {
  expect(postageOf({ zone: "inland", households: 14 }, "Letter", table)).toBe(1750);
  expect(postageOf({ zone: "inland", households: 0 }, "Letter", table)).toBe(125);
});

test("handed over it costs nothing, and a service that does not go there has no price", () => {
  expect(postageOf({ zone: "inland", households: 3 }, BY_HAND, table)).toBe(0);
  expect(postageOf({ zone: null, households: 0 }, "Letter", table)).toBeNull();
  expect(postageOf({ zone: "overseas", households: 0 }, "Letter", table)).toBeNull();
  expect(servicesTo("overseas", table)).toEqual(["Letter overseas", BY_HAND]);
});
