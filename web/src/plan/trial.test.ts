import type { OddsAnswer, PromiseAnswer, SeasonChange, SeasonFacts } from "@yule/core";
import type { PlannedSeason } from "@yule/derive";
import { changedNeeds, replaced, type Tried } from "./trial.ts";

const answer = {} as PromiseAnswer;
const oddsOf = (chances: Record<string, number>): OddsAnswer =>
  ({ needs: Object.entries(chances).map(([id, chance]) => ({ id, chance, by: [0, 0, 0] })) }) as unknown as OddsAnswer;
const facts = {} as SeasonFacts;

test("needs that a trial makes likelier or less likely are told, the most changed first, and the noise of the draws is not", () => {
  const planned = { facts, answer, odds: oddsOf({ a: 0, b: 0.5, c: 0.9 }), remedies: null, moved: [] } as unknown as PlannedSeason;
  const tried: Tried = { trial: [], facts, answer, odds: oddsOf({ a: 0.7, b: 0.62, c: 0.88 }) };
  expect(changedNeeds(planned, tried)).toEqual([
    { id: "a", before: 0, after: 0.7 },
    { id: "b", before: 0.5, after: 0.62 },
  ]);
});

test("another number for the same need takes the place of the first, and its own number takes it out", () => {
  const cards = (count: number): SeasonChange => ({ kind: "cards", need: "n", cards: count });
  const same = (other: SeasonChange): boolean => other.kind === "cards" && other.need === "n";
  const later: SeasonChange = { kind: "later", need: "n", days: 2 };
  const once = replaced([later], cards(8), same, false);
  expect(replaced(once, cards(6), same, false)).toEqual([later, cards(6)]);
  expect(replaced(once, cards(12), same, true)).toEqual([later]);
});
