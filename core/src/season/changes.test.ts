import { addDays, day } from "../measure/day.ts";
import { minutes } from "../measure/minutes.ts";
import { planAmong, withChange, type SeasonChange } from "./changes.ts";
import type { OwedNeed, SeasonFacts } from "./facts.ts";
import type { StandingPlan } from "./promises/planPromises.ts";
import type { KeptSession } from "./sessions.ts";

const today = day("2031-11-08");
const evening = (ahead: number, part: Partial<KeptSession> = {}): KeptSession => ({
  ...{ day: addDays(today, ahead), from: 1140, to: 1230, length: minutes(90), who: "maker", light: false, late: false },
  ...part,
});
const stage = (id: string, left: number, kind: "paint" | "assemble" = "paint") => ({ id, name: id, kind, hands: 4, setup: 5, dry: 30, within: null, portable: false, left });
const kites: OwedNeed = {
  ...{ id: "kites", design: "kites", palette: "kites", title: "Kites", cards: 10, fresh: 12, coming: 0, sheets: 3, parcels: 5 },
  ...{ readyBy: day("2031-11-20"), movable: true, suppliesOn: null, heat: false, print: false, skipped: [] },
  stages: [stage("wash", 12), stage("mount", 10, "assemble")],
};
const facts: SeasonFacts = {
  needs: [kites],
  sessions: [evening(0), evening(1), evening(1, { who: "helper" }), evening(3)],
  ...{ since: new Date("2031-11-08T10:00:00Z"), today, timeZone: "UTC", changeover: 5, drying: null, helperMay: [], pinned: [] },
};
const after = (change: SeasonChange): SeasonFacts => withChange(facts, change);
const needAfter = (change: SeasonChange): OwedNeed => after(change).needs[0] ?? kites;

test("a session more stands in its place among the others; one that is left free is gone, the helper's stays", () => {
  const more = after({ kind: "session", day: addDays(today, 2), from: 600, to: 720, who: "maker" });
  expect(more.sessions.map((session) => session.day)).toEqual([0, 1, 1, 2, 3].map((ahead) => addDays(today, ahead)));
  const free = after({ kind: "no session", day: addDays(today, 1), from: 1140, to: 1230 });
  expect(free.sessions.map(({ who }) => who)).toEqual(["maker", "helper", "maker"]);
  expect(after({ kind: "no session", day: addDays(today, 1), from: 600, to: 700 }).sessions).toHaveLength(4);
});

test("fewer cards take fewer panels, sheets and parcels; those that are begun are kept", () => {
  const fewer = needAfter({ kind: "cards", need: "kites", cards: 5 });
  expect(fewer).toMatchObject({ cards: 5, fresh: 6, sheets: 2, parcels: 3 });
  expect(fewer.stages.map(({ left }) => left)).toEqual([6, 5]);
  const begun = withChange({ ...facts, needs: [{ ...kites, fresh: 0, coming: 12 }] }, { kind: "cards", need: "kites", cards: 5 }).needs[0];
  expect(begun).toMatchObject({ cards: 5, fresh: 0, coming: 12 });
});

test("stages are left out and taken in again, days are asked for, a quicker post leaves more of them", () => {
  expect(needAfter({ kind: "skip", need: "kites", stage: "wash", on: true }).skipped).toEqual(["wash"]);
  expect(withChange(after({ kind: "skip", need: "kites", stage: "wash", on: true }), { kind: "skip", need: "kites", stage: "wash", on: false }).needs[0]?.skipped).toEqual([]);
  expect(needAfter({ kind: "later", need: "kites", days: 3 }).readyBy).toBe("2031-11-23");
  expect(needAfter({ kind: "later", need: "kites", days: 3, readyBy: day("2031-11-22") }).readyBy).toBe("2031-11-22");
  expect(needAfter({ kind: "later", need: "kites", days: -2 }).readyBy).toBe("2031-11-18");
  expect(needAfter({ kind: "post", need: "kites", service: "Swift", readyBy: day("2031-11-21"), costMinor: 160 }).readyBy).toBe("2031-11-21");
  expect(needAfter({ kind: "heat", need: "kites", on: true }).heat).toBe(true);
  expect(needAfter({ kind: "heat", need: "nobody", on: true })).toEqual(kites);
});

test("what was to be printed and is painted after all takes a panel for each card", () => {
  const printed = { ...kites, print: true, fresh: 1, sheets: 1, stages: [stage("wash", 1), stage("mount", 10, "assemble")] };
  const painted = withChange({ ...facts, needs: [printed] }, { kind: "print", need: "kites", on: false }).needs[0];
  expect(painted).toMatchObject({ print: false, fresh: 10, sheets: 10 });
  expect(painted?.stages.map(({ left }) => left)).toEqual([10, 10]);
  expect(needAfter({ kind: "print", need: "kites", on: true }).print).toBe(true);
});

const standing: StandingPlan = {
  choice: { order: ["kites"], joined: [], reach: 4, patience: 10, free: [3], resigned: [] },
  blocks: [0, 1, 2, 3].map((session) => ({ needs: ["kites"], step: "wash", session, units: 3 })),
};
const placed = (sessions: readonly KeptSession[], pinned: SeasonFacts["pinned"] = []) => {
  const { choice, blocks, pinned: places } = planAmong(standing, facts, { sessions, pinned });
  return { free: choice.free, sessions: blocks.map(({ session }) => session), pinned: places };
};

test("a plan that stands is found again by its sessions when one has passed, while the first is on and its beginning moves", () => {
  expect(placed(facts.sessions)).toEqual({ free: [3], sessions: [0, 1, 2, 3], pinned: [] });
  expect(placed([evening(0, { from: 1200, length: minutes(30) }), ...facts.sessions.slice(1)]).sessions).toEqual([0, 1, 2, 3]);
  // What was not done in the session that has passed comes before the next, and yields to what that has of its own.
  expect(placed(facts.sessions.slice(1))).toEqual({ free: [2], sessions: [-0.5, 0, 1, 2], pinned: [] });
});

test("what lay in a lost session goes to the next of the same hands; where there is none, nowhere", () => {
  expect(placed([evening(0), evening(1, { who: "helper" }), evening(3)]).sessions).toEqual([0, 1.5, 1, 2]);
  expect(placed([evening(0), evening(1), evening(3)]).sessions).toEqual([0, 1, 2]);
  expect(placed([evening(0), evening(1), evening(1, { who: "helper" })])).toEqual({ free: [], sessions: [0, 1, 2], pinned: [] });
});

test("an added session moves none of the others' work, and pins are told by day, end and hands", () => {
  const more = [evening(0), evening(1), evening(1, { who: "helper" }), evening(2), evening(3)];
  expect(
    placed(more, [
      { day: addDays(today, 3), to: 1230, who: "maker" },
      { day: addDays(today, 1), to: 1230, who: "helper" },
    ]),
  ).toEqual({
    free: [4],
    sessions: [0, 1, 2, 4],
    pinned: [2, 4],
  });
  expect(placed(more, [{ day: addDays(today, 3), to: 1200, who: "maker" }]).pinned).toEqual([]);
});
