import { decode } from "./decode.ts";
import { dayIndexOf, stepHands, workOf, type PlanScore, type SeasonJob, type WorkNeed } from "./model.ts";

/** Least hands time any plan spends on a need: setups only where no other need of its design could share them. */
function leastHands(job: SeasonJob, need: WorkNeed): number {
  const alone = job.needs.filter((each) => each.design === need.design).length === 1;
  const setups = alone ? [...need.paint, ...need.finish].reduce((sum, step) => sum + (stepHands(step) > 0 ? step.setup : 0), 0) : 0;
  return workOf(need) + setups;
}

/**
 * Figures that no plan can go below, each for its own: days late, late sessions while nothing is late, changeovers.
 *
 * Days late, the larger of two: each need alone in the shop; and all hands together as one machine, worked by shortest
 * remaining time, whose k-th completion no plan can beat, matched with the due days in order (Chu 1992 for the sum of
 * tardiness with release dates).
 */
export function boundOf(job: SeasonJob): PlanScore {
  const all = { order: [] as string[], joined: [], reach: 0, patience: 0, free: [] };
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
  const work = job.needs.map((need) => ({ left: leastHands(job, need), release: need.release })).filter((each) => each.left > 0);
  const dues = job.needs
    .filter((need) => leastHands(job, need) > 0)
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
  const dues = [...new Set(job.needs.map((need) => need.due))].filter((due) => due < job.dayEnds.length).sort((a, b) => a - b);
  let most = 0;
  for (const due of dues) {
    const owed = job.needs.filter((need) => need.due <= due).reduce((sum, need) => sum + leastHands(job, need), 0);
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
