import { day } from "../measure/day.ts";
import type { OwedNeed, SeasonFacts } from "./facts.ts";
import { seasonJobOf } from "./facts.ts";
import { keptAnyway } from "./keepAnyway.ts";
import { GUESSED_SPREADS } from "./odds/guesses.ts";
import type { NeedOdds } from "./odds/odds.ts";
import { planPromises } from "./promises/planPromises.ts";
import { keptSessions } from "./sessions.ts";

const stage = (id: string, hands: number, left: number) => ({ id, name: id, kind: "paint" as const, hands, setup: 5, dry: 30, within: null, portable: false, left });
const owed = (id: string, cards: number, readyBy: string): OwedNeed => ({
  ...{ id, design: id, palette: id, title: id, cards, fresh: cards, coming: 0, sheets: 2, parcels: 0, movable: true, suppliesOn: null, heat: false, print: false, skipped: [] },
  stages: [stage("wash", 4, cards), stage("ink", 4, cards)],
  readyBy: day(readyBy),
});
const WEEK = [0, 1, 2, 3, 4, 5, 6].map((weekday) => ({ weekday, from: 1140, to: 1230 }));
const facts = (needs: readonly OwedNeed[]): SeasonFacts => ({
  needs,
  sessions: keptSessions(WEEK, [], day("2031-11-01"), day("2031-11-30"), 1290),
  ...{ since: new Date("2031-11-01T08:00:00Z"), today: day("2031-11-01"), timeZone: "UTC", changeover: 5, drying: null, helperMay: [], pinned: [] },
});
const oddsOf = (needs: readonly OwedNeed[]): NeedOdds[] =>
  needs.map(({ id, cards }) => ({ id, units: cards, cards: Math.max(1, cards - 2), good: 18, bad: 2, posted: false, weight: 1 }));
const laidOut = (needs: readonly OwedNeed[]) => {
  const told = facts(needs);
  const { plan } = planPromises(seasonJobOf(told), GUESSED_SPREADS, oddsOf(needs), { seed: 1, turns: 10, pieces: 10_000 });
  return keptAnyway(told, plan, GUESSED_SPREADS, oddsOf(needs));
};

test("a promise without hope is laid out with its chance before all else and with those it would pull down", () => {
  const [mural, ...others] = laidOut([owed("mural", 60, "2031-11-05"), owed("kites", 8, "2031-11-06"), owed("moths", 6, "2031-11-08"), owed("quinces", 6, "2031-11-28")]);
  expect(others).toEqual([]);
  expect(mural).toMatchObject({ id: "mural", chance: expect.closeTo(0, 1) as number });
  expect(mural?.risks).toContain("kites");
  expect(mural?.risks).not.toContain("quinces");
  expect((mural?.before ?? 0) - (mural?.after ?? 0)).toBeGreaterThan(1);
});

test("one that harms nobody is said to risk nothing, and where all have hope there is no choice to make", () => {
  const [mural] = laidOut([owed("mural", 60, "2031-11-03"), owed("quinces", 4, "2031-11-29")]);
  expect(mural).toMatchObject({ id: "mural", risks: [] });
  expect(laidOut([owed("kites", 8, "2031-11-20")])).toEqual([]);
  expect(laidOut([])).toEqual([]);
});
