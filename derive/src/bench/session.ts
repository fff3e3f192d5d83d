import type { BatchRead, SessionFactRead } from "@yule/contract";

/** A session at the bench as it stands. */
export interface BenchSession {
  readonly begunAt: Date;
  readonly closedAt: Date | null;
  readonly paused: boolean;
  /** Minutes at the bench so far, pauses left out. */
  readonly minutesAt: (now: Date) => number;
  readonly meant: SessionFactRead["meant"];
  readonly note: string;
}

/** A session nobody closed is over after so many hours without a tap. */
const FORGOTTEN_HOURS = 8;

/** The sessions that were told, each from its beginning to its closing, oldest first. What is told twice or out of turn changes nothing. */
export function benchSessions(facts: readonly SessionFactRead[]): BenchSession[] {
  const sessions: BenchSession[] = [];
  let spans: { from: number; to: number | null }[] = [];
  let open: { begun: SessionFactRead } | null = null;
  const make = (begun: SessionFactRead, closed: SessionFactRead | null): BenchSession => {
    const own = spans;
    return {
      begunAt: new Date(begun.at),
      closedAt: closed ? new Date(closed.at) : null,
      paused: closed === null && own[own.length - 1]?.to !== null,
      minutesAt: (now) => own.reduce((sum, { from, to }) => sum + (to ?? now.getTime()) - from, 0) / 60_000,
      meant: begun.meant,
      note: closed?.note ?? "",
    };
  };
  for (const fact of [...facts].sort((a, b) => a.at.localeCompare(b.at))) {
    const at = Date.parse(fact.at);
    const last = spans[spans.length - 1];
    if (fact.what === "begun" && !open) {
      open = { begun: fact };
      spans = [{ from: at, to: null }];
    } else if (fact.what === "paused" && open && last?.to === null) last.to = at;
    else if (fact.what === "gone on" && open && last?.to !== null) spans.push({ from: at, to: null });
    else if (fact.what === "closed" && open) {
      if (last?.to === null) last.to = at;
      sessions.push(make(open.begun, fact));
      open = null;
    }
  }
  return open ? [...sessions, make(open.begun, null)] : sessions;
}

/** The session that is on; null where none was begun, or where it was forgotten. */
export function sessionOn(sessions: readonly BenchSession[], batches: readonly BatchRead[], now: Date): BenchSession | null {
  const last = sessions[sessions.length - 1];
  if (!last || last.closedAt) return null;
  const lastTap = batches.reduce((latest, batch) => batch.facts.reduce((most, fact) => Math.max(most, Date.parse(fact.at)), latest), last.begunAt.getTime());
  return now.getTime() - lastTap > FORGOTTEN_HOURS * 3_600_000 ? null : last;
}

/** What was done from one moment to another: panels moved on, by stage, and those spoilt with their reasons. */
export interface DoneInSession {
  readonly panels: number;
  readonly byStage: readonly { readonly batchId: string; readonly stageId: string; readonly panels: number }[];
  readonly spoilt: readonly { readonly batchId: string; readonly unitId: string; readonly stageId: string; readonly why: string }[];
  /** Times that were told of drying. */
  readonly told: number;
}

export function doneBetween(batches: readonly BatchRead[], from: Date, to: Date): DoneInSession {
  const facts = batches
    .flatMap((batch) => batch.facts.map((fact) => ({ ...fact, batchId: batch.id, time: Date.parse(fact.at) })))
    .filter(({ time }) => time >= from.getTime() && time <= to.getTime());
  const done = new Map<string, { batchId: string; stageId: string; units: Set<string> }>();
  for (const { batchId, stageId, unitId, what } of facts) {
    if (what !== "done") continue;
    const key = `${batchId}/${stageId}`;
    const entry = done.get(key) ?? { batchId, stageId, units: new Set<string>() };
    entry.units.add(unitId);
    done.set(key, entry);
  }
  const spoilt = new Map<string, { batchId: string; unitId: string; stageId: string; why: string }>();
  for (const { batchId, unitId, stageId, what, why } of facts) {
    if (what === "spoilt") spoilt.set(unitId, { batchId, unitId, stageId, why: why || (spoilt.get(unitId)?.why ?? "") });
  }
  const byStage = [...done.values()].map(({ batchId, stageId, units }) => ({ batchId, stageId, panels: units.size }));
  return {
    panels: byStage.reduce((sum, { panels }) => sum + panels, 0),
    byStage,
    spoilt: [...spoilt.values()],
    told: facts.filter(({ what }) => what === "dry" || what === "heated" || what === "still-wet").length,
  };
}
