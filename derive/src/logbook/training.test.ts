import type { ReviewedNeed, ReviewRead } from "@yule/contract";
import { day } from "@yule/core";
import fc from "fast-check";
import { reviewedNeed, reviewRead } from "./examples.ts";
import { eyeSoFar, questionAfter, questionsFrom, type JudgementAnswer } from "./training.ts";

const today = day("2031-12-10");
const need = (id: string, more: Partial<ReviewedNeed> = {}): ReviewedNeed => reviewedNeed(id, { cards: 6, priceMinor: null, panels: 8, lost: 2, ...more });
const read = (needs: readonly ReviewedNeed[]): ReviewRead => reviewRead({ needs });
const answer = (kind: "good" | "promise", said: number, was: number, of = 1): JudgementAnswer => ({ id: `${kind} x`, kind, said, was, of });

test("from ten cards on it asks what is over: how many came out good, and whether it would have been promised", () => {
  expect(questionsFrom(read([need("a")]), today)).toEqual([]);
  const open = need("open", { wentOn: null, due: day("2031-12-20") });
  const few = need("few", { panels: 2, lost: 0 });
  const missed = need("missed", { wentOn: null });
  const never = need("never", { wentOn: null, begunOn: null });
  const asked = questionsFrom(read([need("a"), need("b", { wentOn: day("2031-12-02") }), open, few, missed, never]), today);
  expect(asked.map(({ id, was }) => [id, was])).toEqual([
    ["promise a", true],
    ["good a", 6],
    ["promise b", false],
    ["good b", 6],
    ["promise few", true],
    ["promise missed", false],
  ]);
});

test("each is asked before any is asked again, and then the one that was asked longest ago", () => {
  const questions = questionsFrom(read([need("a"), need("b")]), today);
  const asked: string[] = [];
  const answers: JudgementAnswer[] = [];
  for (let round = 0; round < 8; round += 1) {
    const next = questionAfter(questions, answers);
    asked.push(next?.id ?? "");
    answers.push({ ...answer("good", 1, 1), id: next?.id ?? "" });
  }
  expect(asked.slice(0, 4)).toEqual(questions.map(({ id }) => id));
  expect(asked.slice(4)).toEqual(asked.slice(0, 4));
  expect(questionAfter([], answers)).toBeNull();
});

test("who expects more good panels than came is too hopeful; little is said of few answers", () => {
  expect(eyeSoFar([answer("good", 8, 6, 8)]).hope).toBeNull();
  expect(eyeSoFar(Array.from({ length: 5 }, () => answer("good", 8, 6, 8))).hope).toBeCloseTo(0.25);
  const { given, broken, refused, possible } = eyeSoFar([answer("promise", 1, 0), answer("promise", 1, 1), answer("promise", 0, 1)]);
  expect([given, broken, refused, possible]).toEqual([2, 1, 1, 1]);
});

test("hope lies between none of them and all of them, and whoever is always right hopes neither too much nor too little", () => {
  const any = fc.integer({ min: 3, max: 30 }).chain((of) => fc.record({ said: fc.integer({ min: 0, max: of }), was: fc.integer({ min: 0, max: of }), of: fc.constant(of) }));
  fc.assert(
    fc.property(fc.array(any, { minLength: 5 }), (told) => {
      const { hope } = eyeSoFar(told.map(({ said, was, of }) => answer("good", said, was, of)));
      expect(Math.abs(hope ?? 9)).toBeLessThanOrEqual(1);
      expect(eyeSoFar(told.map(({ was, of }) => answer("good", was, was, of))).hope).toBe(0);
    }),
  );
});

test("which of two stages dried first is asked where they differ, and knowing it is counted", () => {
  const stage = (id: string, dry: number) => ({ ...{ id, name: `Stage ${id}`, kind: "wash" as const, hands: 2, setup: 0, dry, within: null, portable: false, position: 0 } });
  const took = (of: string, seen = 6) => ({ stage: of, what: "drying" as const, times: 1, seen });
  const designs = [{ id: "moth", name: "Lamp moth", stages: [stage("a", 20), stage("b", 22), stage("c", 60), stage("d", 90)] as never }];
  const asked = questionsFrom(reviewRead({ needs: [need("n", { cards: 12 })], designs, times: [took("a"), took("b"), took("c"), took("d", 2)] }), today);
  const pairs = asked.filter((each) => each.kind === "dried");
  // a and b dry alike, d was seen too seldom.
  expect(pairs.map(({ id, was }) => [id, was])).toEqual([
    ["dried a c", 0],
    ["dried b c", 0],
  ]);
  const eye = eyeSoFar([
    { id: "dried a c", kind: "dried", said: 0, was: 0, of: 1 },
    { id: "dried b c", kind: "dried", said: 1, was: 0, of: 1 },
  ]);
  expect([eye.pairs, eye.known, eye.given]).toEqual([2, 1, 0]);
});
