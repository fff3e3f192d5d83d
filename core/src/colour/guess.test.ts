import { learnt, nextQuestion, pairKey, type Known } from "./guess.ts";
import { filmOf, there } from "./testing.ts";
import { labOfHex } from "./light.ts";
import { differenceOf } from "./difference.ts";
import { mudForecast } from "./mud.ts";

const paints = ["PB29", "PY150", "PV19", "PG7", "PO62"].map((id) => ({ id, film: filmOf(id) }));

test("the right answer is what the two give wet, and the others can be told from it", () => {
  for (let asked = 0; asked < 30; asked += 1) {
    const question = there(nextQuestion(paints, {}, asked, 5));
    const truth = mudForecast(there(paints[question.a]).film, there(paints[question.b]).film, "wet").hex;
    expect(question.choices[question.right]).toBe(truth);
    expect(question.choices.length).toBeGreaterThanOrEqual(3);
    question.choices.forEach((one, i) => question.choices.slice(i + 1).forEach((other) => expect(differenceOf(labOfHex(one), labOfHex(other))).toBeGreaterThan(8)));
  }
});

test("a pair that was wrong comes again after a few others, one that was right much later", () => {
  const wrong = pairKey("PB29", "PY150");
  let known: Known = learnt({}, wrong, false, 0);
  let [asked, last]: [number, string | null] = [1, wrong];
  const seen: string[] = [];
  while (asked < 10) {
    const key: string = there(nextQuestion(paints, known, asked, 5, last)).key;
    seen.push(key);
    known = learnt(known, key, true, asked);
    last = key;
    asked += 1;
  }
  expect(seen.slice(0, 2)).not.toContain(wrong);
  expect(seen.slice(2, 4)).toContain(wrong);
  expect(new Set(seen).size).toBe(seen.length);
});

test("the same pair never comes twice in a row; one paint gives no question", () => {
  expect(nextQuestion(paints.slice(0, 2), {}, 3, 1, pairKey("PB29", "PY150"))).not.toBeNull();
  expect(nextQuestion(paints.slice(0, 1), {}, 0, 1)).toBeNull();
});
