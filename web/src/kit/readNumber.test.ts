import { readNumber } from "./readNumber.ts";

test.each([
  ["2.5", "en-IE", 2.5],
  ["2,5", "de-DE", 2.5],
  ["2,5", "en-IE", 2.5],
  ["1.234,5", "de-DE", 1234.5],
  ["1,234.5", "en-US", 1234.5],
  [" 12 ", "fr-FR", 12],
  ["-4", "en-US", -4],
])("%s in %s is %d", (text, locale, number) => {
  expect(readNumber(text, locale)).toBe(number);
});

test.each(["", "   ", "twelve", "4 1/2", "1e", "--3", "12,505", "-1,000"])("%p is no number", (text) => {
  expect(readNumber(text, "en-US")).toBeNaN();
});
