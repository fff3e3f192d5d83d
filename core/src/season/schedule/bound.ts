import { decode } from "./decode.ts";
import { dayIndexOf, stepHands, seasonModelOf, type PlanScore, type SeasonJob, type WorkNeed, type WorkStep } from "./model.ts";

const setupsOf = (steps: readonly WorkStep[]): number => steps.reduce((sum, step) => sum + (stepHands(step) > 0 ? step.setup : 0), 0);

/** Setups of painting that each design costs at least once, however its needs are joined. */
function sharedSetups(needs: readonly WorkNeed[]): Map<string, number> {
  const least = new Map<string, number>();
  for (const need of needs) {
    if (need.paint.every((step) => stepHands(step) === 0)) continue;
    least.set(need.design, Math.min(least.get(need.design) ?? Infinity, setupsOf(need.paint)));
  }
  return least;
}

/**
 * Least hands time that any plan spends on each need. Finishing is its own, setups and all. The setups of painting are
 * spent at least once in each design, by the first of its needs that is done: put on the largest of those that may begin
 * at the same time, they delay no other more than they must.
 */
function leastHands(job: SeasonJob): Map<string, number> {
  const least = new Map(job.needs.map((need) => [need.id, seasonModelOf(need) + setupsOf(need.finish)]));
  for (const [design, setups] of sharedSetups(job.needs)) {
    const group = job.needs.filter((need) => need.design === design && need.paint.some((step) => stepHands(step) > 0));
    if (group.some((need) => need.release !== group[0]?.release)) continue;
    const largest = group.reduce<WorkNeed | null>((most, need) => (most === null || (least.get(need.id) ?? 0) > (least.get(most.id) ?? 0) ? need : most), null);
    if (largest) least.set(largest.id, (least.get(largest.id) ?? 0) + setups);
  }
  return least;
}

/**
 * Figures that no plan can go below, each for its own: days late, late sessions while nothing is late, changeovers.
 *
 * Days late, the larger of two: each need alone in the shop; and all hands together as one machine, worked by shortest
 * remaining time, whose k-th completion no plan can beat, matched with the due days in order (Chu 1992 for the sum of
 * tardiness with release dates).
 */
export function boundOf(job: SeasonJob): PlanScore {
  const all = { order: [] as string[], joined: [], reach: 0, patience: 0, free: [], resigned: [] };
  const alone = job.needs.reduce((sum, need) => {
    const plan = decode({ ...job, needs: [need], drying: null }, { ...all, order: [need.id] });
    return sum + (plan.needs[0]?.at == null ? 0 : plan.needs[0].lateDays);
  }, 0);
  const lateDays = Math.max(alone, machineLateDays(job));
  const palettes = new Set(job.needs.filter((need) => need.paint.some((step) => stepHands(step) > 0)).map((need) => need.palette)).size;
  const people = new Set(job.sessions.map((session) => session.who)).size;
  return { lateDays, lateSessions: lateDays === 0 ? leastLateSessions(job) : 0, changeovers: Math.max(0, palettes - people) };
}

/** Shortest remaining time first on all hands taken as one, and its completions in order against the due days in order. */
function machineLateDays(job: SeasonJob): number {
  const least = leastHands(job);
  const work = job.needs.map((need) => ({ left: least.get(need.id) ?? 0, release: need.release })).filter((each) => each.left > 0);
  const dues = job.needs
    .filter((need) => (least.get(need.id) ?? 0) > 0)
    .map((need) => need.due)
    .sort((a, b) => a - b);
  const ends: number[] = [];
  const sessions = [...job.sessions].sort((a, b) => a.open - b.open);
  for (const session of sessions) {
    let at = session.open;
    while (at < session.close) {
      const ready = work.filter((each) => each.left > 1e-9 && each.release <= at);
      const shortest = ready.reduce<(typeof work)[number] | null>((best, each) => (best === null || each.left < best.left ? each : best), null);
      const nextRelease = Math.min(session.close, ...work.filter((each) => each.left > 1e-9 && each.release > at).map((each) => each.release));
      if (!shortest) {
        at = nextRelease;
        continue;
      }
      const until = Math.min(nextRelease, at + shortest.left);
      shortest.left -= until - at;
      at = until;
      if (shortest.left <= 1e-9) ends.push(at);
    }
  }
  // What the sessions cannot hold ends after the last of them.
  const beyond = job.dayEnds.length;
  const days = ends.map((end) => dayIndexOf(job, end)).sort((a, b) => a - b);
  return dues.reduce((sum, due, index) => sum + Math.max(0, (days[index] ?? beyond) - due), 0);
}

/** For each due day: what must be done by then, less what the other sessions hold, has to go into late ones. */
function leastLateSessions(job: SeasonJob): number {
  // What is due after the last known day may be done after it too.
  const people = new Set(job.sessions.map((session) => session.who)).size;
  const dues = [...new Set(job.needs.map((need) => need.due))].filter((due) => due < job.dayEnds.length).sort((a, b) => a - b);
  let most = 0;
  for (const due of dues) {
    const owed = leastMinutes(
      job,
      job.needs.filter((need) => need.due <= due),
      people,
    );
    const before = job.sessions.filter((session) => session.day <= due);
    const held = before.filter((session) => !session.late).reduce((sum, session) => sum + session.close - session.open, 0);
    let missing = owed - held;
    const lates = before
      .filter((session) => session.late)
      .map((session) => session.close - session.open)
      .sort((a, b) => b - a);
    let count = 0;
    while (missing > 1e-9 && count < lates.length) missing -= lates[count++] ?? 0;
    most = Math.max(most, count);
  }
  return most;
}

/** Minutes of hands that some needs take together at the least: their work, each setup once, fresh water for each palette but the first of each person. */
function leastMinutes(job: SeasonJob, needs: readonly WorkNeed[], people: number): number {
  const work = needs.reduce((sum, need) => sum + seasonModelOf(need) + setupsOf(need.finish), 0);
  const setups = [...sharedSetups(needs).values()].reduce((sum, each) => sum + each, 0);
  const palettes = new Set(needs.filter((need) => need.paint.some((step) => stepHands(step) > 0)).map((need) => need.palette)).size;
  return work + setups + Math.max(0, palettes - people) * job.changeover;
}
