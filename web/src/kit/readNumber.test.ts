import { mannerOf } from "@yule/core";
import { readNumber } from "./readNumber.ts";
import { speakAs } from "./say.ts";

afterEach(() => speakAs(mannerOf("GB")));

test.each([
  ["IE", "1,234.5", 1234.5],
  ["DE", "1.234,5", 1234.5],
  ["DE", "2,5", 2.5],
  ["IE", "2,5", 2.5],
  ["US", " 12 ", 12],
])("in %s %p is %d", (country, text, number) => {
  speakAs(mannerOf(country));
  expect(readNumber(text)).toBe(number);
});

test.each(["", "   ", "twelve", "4 1/2", "1e", "--3", "1.234,5"])("%p is no number", (text) => {
  expect(readNumber(text)).toBeNaN();
});
