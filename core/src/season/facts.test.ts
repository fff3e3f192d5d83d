import { addDays, day } from "../measure/day.ts";
import { limitsFor } from "../search/search.ts";
import { withChange } from "./changes.ts";
import { seasonJobOf, stepsOf, type OwedNeed, type OwedStage, type SeasonFacts } from "./facts.ts";
import { GUESSED_SPREADS } from "./odds/guesses.ts";
import { HELD_EFFORT, planPromises } from "./promises/planPromises.ts";
import { movedNeeds, remedies, type RemedyBasis } from "./remedies.ts";
import { keptSessions, type SessionChange } from "./sessions.ts";
import { planWork } from "./schedule/planWork.ts";
import { seasonFaults } from "./schedule/verify.ts";

const monday = day("2031-11-03");
const stage = (id: string, part: Partial<OwedStage> = {}): OwedStage => ({
  id,
  name: id,
  kind: "paint",
  hands: 5,
  setup: 3,
  dry: 30,
  within: null,
  portable: false,
  left: 10,
  ...part,
});
const owed = (part: Partial<OwedNeed> = {}): OwedNeed => ({
  id: "kites",
  design: "kite",
  palette: "kite",
  title: "Kites",
  cards: 9,
  fresh: 10,
  coming: 0,
  sheets: 2,
  stages: [stage("wash"), stage("dots", { hands: 2 }), stage("mount", { kind: "assemble", left: 9, dry: 20 })],
  parcels: 1,
  readyBy: addDays(monday, 12),
  movable: true,
  suppliesOn: null,
  heat: false,
  print: false,
  skipped: [],
  ...part,
});
const pattern = [
  { weekday: 2, from: 1170, to: 1290 },
  { weekday: 6, from: 540, to: 720 },
];
const facts = (needs: readonly OwedNeed[], part: Partial<SeasonFacts> = {}): SeasonFacts => ({
  needs,
  sessions: keptSessions(pattern, [], monday, addDays(monday, 60), 1300),
  since: new Date("2031-11-03T08:00:00Z"),
  today: monday,
  timeZone: "UTC",
  changeover: 5,
  drying: null,
  helperMay: ["assemble", "pack"],
  pinned: [],
  ...part,
});
const names = (need: OwedNeed): string[] => stepsOf(need).map((step) => `${String(step.units)} ${step.name}`);
const limits = () => ({ ...limitsFor(60, () => 0), steps: 60 });
const planOf = (told: SeasonFacts) => planWork(seasonJobOf(told), limits()).plan;

test("a need not begun is split, tested, painted, flattened overnight, assembled and packed", () => {
  expect(names(owed())).toEqual(["2 Split sheets", "1 Test colours", "10 wash", "10 dots", "10 Flatten under books", "9 mount", "1 Address and pack"]);
  expect(names(owed({ parcels: 0, stages: [stage("wash"), stage("books", { kind: "finish", hands: 0, dry: 480 })] }))).not.toContain("10 Flatten under books");
});

test("a wet-in-wet pair is planned as one, panel by panel", () => {
  const [, , wash] = stepsOf(owed({ stages: [stage("wash", { dry: 2 }), stage("drop in", { within: 3, hands: 2, setup: 1, dry: 40 })] }));
  // One can be caught at a time: each is set up for twice, and waited for until it has settled, as the bench does it.
  expect(wash).toMatchObject({ name: "wash, then drop in", hands: 12, setup: 5, dry: 40, units: 10 });
  const [, , wide] = stepsOf(owed({ stages: [stage("wash", { dry: 2 }), stage("drop in", { within: 60, hands: 2, setup: 1, dry: 40 })] }));
  expect(wide).toMatchObject({ hands: 7, setup: 4, units: 10 });
});

test("a hand that is long at one stage rests, and paint that has thickened is mixed again", () => {
  const wash = (part: Partial<OwedNeed>): number | undefined => stepsOf(owed(part)).find(({ id }) => id === "wash")?.hands;
  const stages = [stage("wash", { hands: 6, setup: 3 })];
  // Seven of six minutes fit into three quarters of an hour, then come five minutes of rest.
  expect(wash({ stages })).toBeCloseTo(6 + 5 / 7, 9);
  expect(wash({ stages: [stage("wash", { hands: 6, left: 7 })] })).toBe(6);
  expect(wash({ stages, perMixing: 5 })).toBeCloseTo(6.6 + 5 / 6, 9);
});

/** Ten panels of five minutes, with a rest of five after each nine. */
const rested = 5 + 5 / 9;

test("heat dries washes at the cost of hands, but neither masking fluid nor a night under books", () => {
  const steps = stepsOf(owed({ heat: true, stages: [stage("mask", { kind: "mask" }), stage("wash"), stage("books", { kind: "finish", dry: 480 })] }));
  expect(steps.filter((step) => step.kind !== "prepare").map((step) => [step.name, step.hands, step.dry])).toEqual(
    expect.arrayContaining([
      ["mask", rested, 30],
      ["wash", rested + 3, 0],
      ["books", rested, 480],
    ]),
  );
});

test("printed, one master is painted and the cards are copied; a stage left out is not there", () => {
  expect(names(owed({ print: true }))).toEqual([
    "1 Split sheets",
    "1 Test colours",
    "1 wash",
    "1 dots",
    "1 Flatten under books",
    "9 Scan and print",
    "9 mount",
    "1 Address and pack",
  ]);
  expect(names(owed({ skipped: ["dots"] })).join()).not.toContain("dots");
});

test("panels begun anew beside a batch under way catch up before its next stage and do not hold it up", () => {
  const steps = stepsOf(owed({ fresh: 1, coming: 6, stages: [stage("sketch", { left: 1, dry: 60 }), stage("wash", { left: 7 }), stage("dots", { left: 7 })] }));
  expect(steps[0]).toMatchObject({ name: "wash", units: 7, setup: 3 + 8 });
});

test("days are told by the shop's clock, also when it is put back", () => {
  const told = facts([owed()], {
    today: day("2031-10-24"),
    since: new Date("2031-10-24T08:00:00Z"),
    timeZone: "Europe/Berlin",
    sessions: keptSessions(pattern, [], day("2031-10-24"), day("2031-11-02"), 1300),
  });
  const job = seasonJobOf(told);
  const [, sunday] = [job.dayEnds[1], job.dayEnds[2]];
  // Sunday 26 October 2031 has 25 hours there.
  expect((sunday ?? 0) - (job.dayEnds[1] ?? 0)).toBe(25 * 60);
});

describe("kept sessions", () => {
  const change = (part: Partial<SessionChange>): SessionChange => ({ what: "extra", first: monday, last: monday, from: 600, to: 660, who: "maker", light: false, ...part });
  const on = (changes: readonly SessionChange[], of = pattern) =>
    keptSessions(of, changes, monday, addDays(monday, 6), 1280).map(
      (each) => `${each.day.slice(8)} ${String(each.from)}-${String(each.to)}${each.who === "helper" ? " helper" : ""}${each.late ? " late" : ""}`,
    );
  test("an extra session is added, a day away is taken out, a busy hour is cut out", () => {
    expect(on([])).toEqual(["04 1170-1290 late", "08 540-720"]);
    expect(on([change({})])).toContain("03 600-660");
    expect(on([change({ what: "away", first: day("2031-11-07"), last: day("2031-11-09"), from: null, to: null })])).toEqual(["04 1170-1290 late"]);
    expect(on([change({ what: "busy", first: day("2031-11-08"), last: day("2031-11-08"), from: 600, to: 630 })])).toEqual(["04 1170-1290 late", "08 540-600", "08 630-720"]);
  });
  test("what an extra session shares with an ordinary one counts once, and a helper's hours are her own", () => {
    expect(on([change({ first: day("2031-11-08"), last: day("2031-11-08"), from: 500, to: 600 })])).toEqual(["04 1170-1290 late", "08 500-540", "08 540-720"]);
    expect(on([change({ first: day("2031-11-08"), last: day("2031-11-08"), from: 540, to: 720, who: "helper" })])).toContain("08 540-720 helper");
  });
});

test("each change does what it says to the facts", () => {
  const told = facts([owed()]);
  const [need] = withChange(told, { kind: "cards", need: "kites", cards: 4 }).needs;
  expect(need?.cards).toBe(4);
  expect(need?.fresh).toBeLessThan(6);
  expect(need?.stages.map((each) => each.left)).toEqual([need?.fresh, need?.fresh, 4]);
  expect(withChange(told, { kind: "later", need: "kites", days: 3 }).needs[0]?.readyBy).toBe(addDays(monday, 15));
  expect(withChange(told, { kind: "session", day: addDays(monday, 2), from: 540, to: 600, who: "maker" }).sessions[1]?.day).toBe(addDays(monday, 2));
  expect(withChange(told, { kind: "no session", day: addDays(monday, 1), from: 1170, to: 1290 }).sessions[0]?.day).toBe(addDays(monday, 5));
});

const basisOf = (told: SeasonFacts): RemedyBasis => ({
  spreads: GUESSED_SPREADS,
  needs: told.needs.map((need) => ({ id: need.id, units: need.fresh, cards: Math.min(need.fresh, need.cards), good: 9, bad: 1, posted: false, weight: 1 })),
  effort: HELD_EFFORT,
  readyAfter: new Map(),
});

test("where a promise is not safe, every remedy was planned and played, and keeps more", () => {
  const told = facts([
    owed({
      fresh: 30,
      cards: 26,
      readyBy: addDays(monday, 8),
      stages: [stage("wash", { left: 30 }), stage("dots", { left: 30, hands: 2 }), stage("mount", { kind: "assemble", left: 26 })],
    }),
  ]);
  const found = remedies(told, planOf(told), [], basisOf(told), () => false);
  expect(found.length).toBeGreaterThanOrEqual(2);
  for (const remedy of found) {
    expect(remedy.after).toBeGreaterThan(remedy.before);
    expect(remedy.unsafe).toBe(remedy.repairs.length === 1 ? 0 : 1);
    const changed = remedy.changes.reduce(withChange, told);
    const again = planPromises(seasonJobOf(changed), GUESSED_SPREADS, basisOf(changed).needs, HELD_EFFORT).plan;
    expect(seasonFaults(seasonJobOf(changed), again)).toEqual([]);
  }
  // What asks for a day asks for as many as make it safe.
  const later = found.find((remedy) => remedy.changes.length === 1 && remedy.changes[0]?.kind === "later");
  expect(later?.repairs).toEqual(["kites"]);
  expect(found.flatMap((remedy) => remedy.changes.map((change) => change.kind))).toEqual(expect.arrayContaining(["cards", "later"]));
});

test("where the post eats days, so many more are asked for that the work has what it wants", () => {
  const told = facts([owed({ fresh: 30, cards: 26, readyBy: addDays(monday, 8), stages: [stage("wash", { left: 30 }), stage("mount", { kind: "assemble", left: 26 })] })]);
  const asked = (readyAfter: RemedyBasis["readyAfter"]) =>
    remedies(told, planOf(told), [], { ...basisOf(told), readyAfter }, () => false)
      .flatMap(({ changes }) => changes)
      .find((change) => change.kind === "later");
  const plain = asked(new Map());
  // Every day asked for leaves half a day: holidays lie between.
  const slow = asked(new Map([["kites", Array.from({ length: 90 }, (_, days) => addDays(monday, 8 + Math.floor(days / 2)))]]));
  if (plain?.kind !== "later" || slow?.kind !== "later") throw new Error("more days would help");
  expect(slow.days).toBe(2 * plain.days);
  expect(slow.readyBy).toBe(addDays(monday, 8 + plain.days));
});

test("a fair is not asked to wait", () => {
  const told = facts([
    owed({ fresh: 30, cards: 28, movable: false, readyBy: addDays(monday, 8), stages: [stage("wash", { left: 30 }), stage("mount", { kind: "assemble", left: 28 })] }),
  ]);
  const found = remedies(told, planOf(told), [], basisOf(told), () => false);
  expect(found.flatMap((remedy) => remedy.changes.map((change) => change.kind))).not.toContain("later");
});

test("where all is in time nothing must give", () => {
  const told = facts([owed()]);
  expect(remedies(told, planOf(told), [], basisOf(told), () => false)).toEqual([]);
});

test("what moved between two plans is told by days", () => {
  const before = facts([owed()]);
  const after = facts([owed()], { sessions: before.sessions.slice(1) });
  const days = (told: SeasonFacts) => told.sessions.map((session) => session.day);
  const moved = movedNeeds({ plan: planOf(before), days: days(before) }, { plan: planOf(after), days: days(after) });
  expect(moved).toHaveLength(1);
  expect(moved[0]?.from).toContain("2031-11-04");
  expect(movedNeeds({ plan: planOf(before), days: days(before) }, { plan: planOf(before), days: days(before) })).toEqual([]);
});
