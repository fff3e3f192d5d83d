import { plainSpeech } from "@yule/contract";
import { day, money, phrase, type Fault } from "@yule/core";
import { giveInstead, whatToDo } from "./whatToDo.ts";

const said = (told: Partial<Fault>): string =>
  whatToDo({ code: "custom", path: ["cards"], given: ["nothing"], allowed: ["a whole number"], ...told }, (value) =>
    "money" in value ? `€${String(value.money / 100)}` : plainSpeech(value),
  );

test.each<[string, Partial<Fault>]>([
  ["Give it a name.", { code: "too_small", path: ["name"], allowed: phrase`at least ${1} character` }],
  ["This is empty. Fill it in.", { code: "too_small", path: ["text"], allowed: phrase`at least ${1} character` }],
  ["Give a whole number.", {}],
  ["2.5 does not fit. Give a whole number.", { given: [{ text: "2.5" }] }],
  ["€60 is too much. Give at most the price, €45.", { given: [{ money: money(6000) }], allowed: phrase`at most the price, ${{ money: money(4500) }}` }],
  ["0 is too little. Give more than 0.", { given: [{ count: 0 }], allowed: phrase`more than ${0}` }],
  ["This is too long. Give at most 60 characters.", { code: "too_big", given: [{ text: "a very long name" }], allowed: phrase`at most ${60} characters` }],
  ["60 is too much. Give at most 52.", { code: "too_big", given: [{ text: "60" }], allowed: phrase`at most ${52}` }],
  ["2031-11-01 has passed. Choose today or later.", { given: [{ day: day("2031-11-01") }], allowed: phrase`today, ${{ day: day("2031-11-08") }}, or later` }],
  ["2031-11-01 is too early. Choose a day not before 2031-11-08.", { given: [{ day: day("2031-11-01") }], allowed: phrase`a day not before ${{ day: day("2031-11-08") }}` }],
])("%s", (sentence, fault) => {
  expect(said(fault)).toBe(sentence);
});

test("what a view finds itself is said the same way, with the field where the words stand elsewhere", () => {
  expect(giveInstead("", "a time such as 19:30")).toBe("Give a time such as 19:30.");
  expect(giveInstead(" late ", "a time such as 19:30", "Ends")).toBe("Ends: late does not fit. Give a time such as 19:30.");
});
