import { majorText, minorOf, money } from "./money.ts";

test.each([
  [12.5, "EUR", 1250, "12.50"],
  [1250, "JPY", 1250, "1250"],
  [3.125, "KWD", 3125, "3.125"],
])("%d %s is %d of its smallest unit, and reads as %s", (amount, currency, minor, text) => {
  expect(minorOf(amount, currency)).toBe(minor);
  expect(majorText(money(minor), currency)).toBe(text);
});
