import { addDays, type Day } from "../measure/day.ts";
import { minutes, type Minutes } from "../measure/minutes.ts";
import type { Session } from "./sessions.ts";

/** A need as the season sees it: how much hands time it still takes and by when it must be ready. */
export interface NeedLoad {
  readonly id: string;
  readonly hands: Minutes;
  /** The last day on which it may be finished, at the end of that day's session. */
  readonly readyBy: Day;
  /** Whole days that must lie between the first session and the last, for drying that no session can hurry. */
  readonly waitingDays: number;
}

export type Safety = "safe" | "tight" | "cannot";

export interface NeedOutlook {
  readonly id: string;
  readonly hands: Minutes;
  /** The last day on which work may begin, everything due before it included; null when no session is left for it. */
  readonly startBy: Day | null;
  readonly safety: Safety;
  /** Session minutes left over before its day, after it and all that is due before; negative when short. */
  readonly spare: Minutes;
}

export interface SeasonPlan {
  readonly needs: readonly NeedOutlook[];
  /** Minutes planned per session, in the order of the sessions. */
  readonly filled: readonly Minutes[];
  readonly hands: Minutes;
  readonly open: Minutes;
}

/** Less than this share of its hands time to spare is tight. */
const TIGHT_SHARE = 0.35;
/** A start within so many days is tight whatever the hours say. */
const TIGHT_DAYS = 2;

/**
 * Adds the whole season up backwards and forwards. Work due first is done first; each need's latest start is found by
 * filling sessions backwards from the last day, so that what is due later gives way to what is due sooner (backward
 * capacity loading; for one pair of hands earliest due date first is optimal for lateness, Jackson 1955).
 * @param sessions those still to come, in order
 */
export function seasonPlan(needs: readonly NeedLoad[], sessions: readonly Session[], today: Day): SeasonPlan {
  const byDay = [...needs].sort((a, b) => (a.readyBy < b.readyBy ? -1 : a.readyBy > b.readyBy ? 1 : a.id < b.id ? -1 : 1));
  const { filled, spare } = fillForwards(byDay, sessions);
  // What is late already begins at once; it does not push what still fits out of its sessions.
  const starts = latestStarts(
    byDay.filter((need) => (spare.get(need.id) ?? 0) >= 0),
    sessions,
  );
  const outlooks = new Map(
    byDay.map((need) => {
      const left = spare.get(need.id) ?? minutes(0);
      const capacityStart = starts.get(need.id) ?? null;
      const latestForDrying = addDays(need.readyBy, -need.waitingDays);
      const start = capacityStart !== null && latestForDrying < capacityStart ? lastSessionDay(sessions, latestForDrying) : capacityStart;
      const safety: Safety =
        need.hands <= 0 ? "safe" : start === null || left < 0 ? "cannot" : left < need.hands * TIGHT_SHARE || start <= addDays(today, TIGHT_DAYS) ? "tight" : "safe";
      return [need.id, { id: need.id, hands: need.hands, startBy: start, safety, spare: left }] as const;
    }),
  );
  return {
    needs: needs.flatMap((need) => outlooks.get(need.id) ?? []),
    filled,
    hands: minutes(needs.reduce((sum, need) => sum + need.hands, 0)),
    open: minutes(sessions.reduce((sum, session) => sum + session.length, 0)),
  };
}

const lastSessionDay = (sessions: readonly Session[], until: Day): Day | null => {
  const before = sessions.filter((session) => session.day <= until);
  return before[before.length - 1]?.day ?? null;
};

/** From the last due backwards: each need takes the latest minutes that are still free before its day. */
function latestStarts(byDay: readonly NeedLoad[], sessions: readonly Session[]): Map<string, Day | null> {
  const free = sessions.map((session) => session.length as number);
  const starts = new Map<string, Day | null>();
  for (const need of [...byDay].reverse()) {
    let left: number = need.hands;
    let start: Day | null = null;
    for (let index = sessions.length - 1; index >= 0 && left > 0; index -= 1) {
      const session = sessions[index];
      if (!session || session.day > need.readyBy) continue;
      const taken = Math.min(left, free[index] ?? 0);
      if (taken <= 0) continue;
      free[index] = (free[index] ?? 0) - taken;
      left -= taken;
      start = session.day;
    }
    starts.set(need.id, left > 0 ? null : (start ?? need.readyBy));
  }
  return starts;
}

function fillForwards(byDay: readonly NeedLoad[], sessions: readonly Session[]): { filled: Minutes[]; spare: Map<string, Minutes> } {
  const filled = sessions.map(() => 0);
  const spare = new Map<string, Minutes>();
  let owed = 0;
  let next = 0;
  for (const need of byDay) {
    owed += need.hands;
    const open = sessions.reduce((sum, session) => sum + (session.day <= need.readyBy ? session.length : 0), 0);
    spare.set(need.id, minutes(open - owed));
    let left: number = need.hands;
    while (left > 0 && next < sessions.length) {
      const room = (sessions[next]?.length ?? 0) - (filled[next] ?? 0);
      const taken = Math.min(room, left);
      filled[next] = (filled[next] ?? 0) + taken;
      left -= taken;
      if ((filled[next] ?? 0) >= (sessions[next]?.length ?? 0)) next += 1;
    }
  }
  return { filled: filled.map(minutes), spare };
}
