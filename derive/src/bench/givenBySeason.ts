import { momentAt, mostPerGo, wholeBatch, type BegunUnits, type RunJob } from "@yule/core";
import type { PlannedSeason } from "../season/plannedSeason.ts";
import type { StandingBatch } from "./table.ts";

/** What the season's plan gives to the bench. */
export interface GivenBySeason {
  /** By when the last panel of a need has left the hands, by the need's id: the end of the session that the plan has it in. Needs whose painting the plan does not end have none. */
  readonly paintedBy: ReadonlyMap<string, Date>;
  /** Needs that are painted in the session that is on or comes next, and in the one after it. */
  readonly soon: ReadonlySet<string>;
  /** What is painted one after the other. */
  readonly order: readonly GivenWork[];
}

/** So many panels of a need through a stage; those of a pair through both its stages. */
interface GivenWork {
  readonly need: string;
  readonly stage: string;
  readonly units: number;
}

/** So many sessions of the plan lie before the bench: this one, and the next. */
const SESSIONS_AHEAD = 2;

/** Reads a stored plan as the bench takes it: painting alone, what has not passed. */
export function givenBySeason({ facts, answer: { plan } }: Pick<PlannedSeason, "facts" | "answer">, now: Date): GivenBySeason {
  const ends = facts.sessions.map(({ day, to }) => momentAt(day, to, facts.timeZone));
  const next = facts.sessions
    .map(({ who }, index) => ({ who, index }))
    .filter(({ who, index }) => who === "maker" && (ends[index] ?? now) > now)
    .slice(0, SESSIONS_AHEAD)
    .map(({ index }) => index);
  const left = new Map<string, number>(
    facts.needs.flatMap((need) => need.stages.filter(({ kind }) => kind !== "assemble").map((stage) => [`${need.id}/${stage.id}`, stage.left] as const)),
  );
  const blocks = [...plan.blocks].sort((a, b) => a.start - b.start).filter(({ needs, step }) => needs.some((need) => left.has(`${need}/${step}`)));
  const order: GivenWork[] = [];
  const soon = new Set<string>();
  const last = new Map<string, Date>();
  for (const { needs, step, units, session } of blocks) {
    let shared = units;
    for (const need of needs) {
      const owed = Math.min(shared, left.get(`${need}/${step}`) ?? 0);
      if (owed === 0) continue;
      shared -= owed;
      left.set(`${need}/${step}`, (left.get(`${need}/${step}`) ?? 0) - owed);
      order.push({ need, stage: step, units: owed });
      if (next.includes(session)) soon.add(need);
      const end = ends[session];
      if (end) last.set(need, end);
    }
  }
  const ended = new Set(plan.needs.filter(({ at }) => at !== null).map(({ id }) => id));
  return { paintedBy: new Map([...last].filter(([need, end]) => ended.has(need) && end > now)), soon, order };
}

/**
 * The batches that the bench plans now: what the season gives to this session and the next, what is wet and must be caught, and what the hands
 * were at. All of them where the season gives none.
 */
export function inPlay(lying: readonly StandingBatch[], given: GivenBySeason | null, at: string | undefined): readonly StandingBatch[] {
  if (!given) return lying;
  const found = lying.filter(
    ({ view, batch, states, route }) =>
      given.soon.has(view.need.id) || batch.id === at || states.some(({ done, wetness }) => wetness.state !== "spoilt" && done > 0 && (route[done]?.within ?? null) !== null),
  );
  return found.some(({ view }) => given.soon.has(view.need.id)) ? found : lying;
}

/** The season's order as an order of the bench's own steps, for the search to begin from: what must be caught wet follows in as large groups as can be caught. */
export function orderBySeason(job: RunJob, lying: readonly StandingBatch[], given: GivenBySeason): BegunUnits[] {
  const left = new Map<string, number>(
    job.batches.flatMap((batch) =>
      batch.stages.map(({ id }, index) => [`${batch.id}/${id}`, batch.units - (batch.started ?? []).filter(({ done }) => done > index).length] as const),
    ),
  );
  const take = (batch: string, stage: string, units: number): BegunUnits[] => {
    const taken: BegunUnits[] = [];
    for (const go of job.batches.filter(({ id }) => wholeBatch(id) === batch)) {
      const key = `${go.id}/${stage}`;
      const many = Math.min(units - taken.length, left.get(key) ?? 0);
      left.set(key, (left.get(key) ?? 0) - many);
      for (let unit = 0; unit < many; unit += 1) taken.push({ batch: go.id, stage });
    }
    return taken;
  };
  return given.order.flatMap(({ need, stage, units }) =>
    lying
      .filter(({ view }) => view.need.id === need)
      .flatMap(({ batch, stages }) => {
        const first = stages.findIndex(({ table }) => table.id === stage);
        const tied = stages.slice(first + 1).findIndex(({ table }) => table.within === null);
        const chain = first < 0 ? [] : stages.slice(first, tied < 0 ? stages.length : first + 1 + tied);
        const [layer, next] = chain;
        const go = layer && next ? Math.max(1, Math.min(units, mostPerGo(layer.table, next.table))) : units;
        return Array.from({ length: chain.length === 0 ? 0 : Math.ceil(units / go) }, (_, turn) =>
          chain.flatMap(({ table }) => take(batch.id, table.id, Math.min(go, units - turn * go))),
        ).flat();
      }),
  );
}
