import type { BatchRead, DesignRead } from "@yule/contract";
import { addDays, keptSessions, limitsFor, run, runFaults, seasonJobOf, seededRandom, wholeBatch, type RunJob, type RunPlan } from "@yule/core";

import { design, line, need, season } from "../season/examples.ts";
import { planSeason, shownPlan } from "../season/planSeason.ts";
import { longerAtBench } from "./checkedAtBench.ts";
import { USUAL_SETTINGS } from "./benchSettings.ts";
import { exampleStage } from "./examples.ts";
import { givenBySeason, inPlay, orderBySeason } from "./givenBySeason.ts";
import { jobOf } from "./job.ts";
import { batchesOnTable, plannedBatches, standingBatches } from "./table.ts";
import { benchTimesOf } from "./times.ts";

const WEEK = [0, 1, 2, 3, 4, 5, 6].map((weekday) => ({ weekday, from: 1140, to: 1290 }));
/** Limits that hang on steps alone, so that every machine answers the same. */
const BY_STEPS = { ...limitsFor(1, () => 0), stop: () => false, left: () => 1, steps: 20 };
const LIGHT_EFFORT = { seed: 1, turns: 6, pieces: 40_000 };

/** A shop with a few batches on the table, each as far as chance has it, and evenings of two hours and a half. */
function madeUpTable(seed: number) {
  const random = seededRandom(seed);
  const any = (low: number, high: number): number => low + Math.floor(random() * (high - low + 1));
  const many = any(2, 5);
  const designs = Array.from({ length: many }, (_, index): DesignRead => {
    const stages = Array.from({ length: any(3, 6) }, (_, at) =>
      exampleStage(`${String(index)}s${String(at)}`, any(1, 8), random() < 0.15 ? 480 : any(0, 50), { setup: any(0, 4) }),
    );
    const wet = any(1, stages.length - 1);
    const [layer, caught] = [stages[wet - 1], stages[wet]];
    if (random() < 0.5 && layer && caught) {
      stages[wet - 1] = { ...layer, dry: any(1, 3) };
      stages[wet] = { ...caught, within: any(4, 12) };
    }
    return { ...design, id: `d${String(index)}`, stages: [...stages, exampleStage(`${String(index)}mount`, 3, 0, { kind: "assemble" })] };
  });
  const needs = designs.map(({ id }, index) => ({
    ...need,
    id: `n${String(index)}`,
    title: `Need ${String(index)}`,
    designId: id,
    due: addDays("2031-11-10" as never, any(6, 40)),
    lines: [line(`l${String(index)}`, "blue", any(3, 9))],
  }));
  const batches = designs.map((made, index): BatchRead => {
    const cards = needs[index]?.lines[0]?.quantity ?? 1;
    const units = Array.from({ length: cards + any(1, 3) }, (_, at) => ({
      id: `u${String(index)}.${String(at)}`,
      number: at + 1,
      colourwayId: "blue",
      grade: null,
      servesNeedId: null,
    }));
    const painting = made.stages.filter(({ kind }) => kind !== "assemble");
    let through = any(0, painting.length - 1);
    while (painting[through]?.within != null) through -= 1;
    const facts = units.flatMap((unit) =>
      painting
        .slice(0, Math.max(0, through))
        .map((stage, at) => ({ id: `${unit.id}${stage.id}`, unitId: unit.id, stageId: stage.id, what: "done" as const, at: `2031-11-0${String(1 + at)}T10:00:00Z` })),
    );
    return { id: `b${String(index)}`, needId: `n${String(index)}`, designId: made.id, startedAt: "2031-11-01T10:00:00Z", isStash: false, perSheet: 1, units, facts };
  });
  const told = season(needs, batches, { designs, dryingPlaces: random() < 0.5 ? null : any(14, 30) });
  const evenings = keptSessions(WEEK, [], told.today, addDays(told.today, 89), 1290);
  return { ...told, sessions: evenings, allSessions: evenings };
}

function planned(seed: number) {
  const outlook = madeUpTable(seed);
  const { now } = outlook;
  const shown = shownPlan(planSeason(outlook, null, { effort: LIGHT_EFFORT, runs: 50 }));
  const given = givenBySeason(shown, now);
  const lying = standingBatches(plannedBatches(batchesOnTable(outlook, outlook.batches), benchTimesOf(outlook), null), now);
  const job = jobOf(lying, { outlook, settings: USUAL_SETTINGS, atBench: false, room: null, given }, new Set(), now);
  return { outlook, shown, given, lying, job, order: orderBySeason(job, lying, given) };
}

/** The session in which the last panel of each batch leaves the hands. */
function lastSessions({ windows }: RunJob, { moves }: RunPlan): Map<string, number> {
  const last = new Map<string, number>();
  for (const { batch, end } of moves) {
    const window = windows.findIndex(([from, to]) => end > from && end <= to + 1e-6);
    last.set(wholeBatch(batch), Math.max(last.get(wholeBatch(batch)) ?? -1, window));
  }
  return last;
}

test.each(Array.from({ length: 30 }, (_, index) => index + 1))("no batch leaves the bench in a later session than the season said (shop %i)", (seed) => {
  const { outlook, given, lying, job, order } = planned(seed);
  const found = run(job, BY_STEPS, [order]);
  expect(found.ok).toBe(true);
  if (!found.ok) return;
  expect(runFaults(job, found.value)).toEqual([]);
  const last = lastSessions(job, found.value);
  for (const { batch, view } of lying) {
    const said = given.paintedBy.get(view.need.id);
    const session = last.get(batch.id);
    if (!said || session === undefined) continue;
    const ends = outlook.now.getTime() + (job.windows[session]?.[1] ?? Infinity) * 60_000;
    expect(`${view.need.title} ${new Date(Math.max(ends, said.getTime())).toISOString()}`).toBe(`${view.need.title} ${said.toISOString()}`);
  }
});

test("the bench plans what the season gives to this session and the next, and what must be caught", () => {
  const { given, lying } = planned(4);
  const few = { ...given, soon: new Set([...given.soon].slice(0, 1)) };
  expect(inPlay(lying, few, undefined).map(({ view }) => view.need.id)).toEqual([...few.soon]);
  // What the hands were at stays with it, and where the season gives nothing all of the table is planned.
  const other = lying.find(({ view }) => !few.soon.has(view.need.id));
  expect(inPlay(lying, few, other?.batch.id)).toContain(other);
  expect(inPlay(lying, { ...given, soon: new Set() }, undefined)).toBe(lying);
  expect(inPlay(lying, null, undefined)).toBe(lying);
});

test("what the bench takes longer over than the season says is taken over by the season", () => {
  const { outlook, shown, given } = planned(2);
  expect(longerAtBench(outlook, shown).size).toBe(0);
  // A plan that has all of it done in the first evening cannot be kept.
  const { plan } = shown.answer;
  const hasty = { ...shown, answer: { ...shown.answer, plan: { ...plan, blocks: plan.blocks.map((block) => ({ ...block, session: 0 })) } } };
  const longer = longerAtBench(outlook, hasty);
  expect([...longer.values()].some((minutes) => minutes > 60)).toBe(true);
  const [slow] = [...longer.keys()];
  const later = seasonJobOf({ ...shown.facts, needs: shown.facts.needs.map((each) => (each.id === slow ? { ...each, atBench: 400 } : each)) });
  expect(later.needs.find(({ id }) => id === slow)?.paint[0]?.setup).toBeGreaterThanOrEqual(400);
  expect(given.paintedBy.has(slow ?? "")).toBe(true);
});
