import type { RunBatch, RunJob, RunPlan, RunStage } from "./model.ts";

const SLACK = 1e-6;

/**
 * Checks a plan against its job from first principles, sharing nothing with the search.
 * @returns what is wrong, in words; an empty list for a valid plan
 */
export function runFaults(job: RunJob, plan: RunPlan): string[] {
  const faults: string[] = [];
  const byKey = new Map(plan.moves.map((move) => [`${move.batch}/${String(move.unit)}/${move.stage}`, move]));
  let operations = 0;
  const dried: { from: number; to: number }[] = [];
  const boarded: { from: number; to: number }[] = [];
  let latest = 0;
  for (const batch of job.batches) {
    for (const [index, stage] of batch.stages.entries()) {
      for (let unit = passed(batch, index); unit < unitsAt(batch, stage); unit += 1) {
        operations += 1;
        const move = byKey.get(`${batch.id}/${String(unit)}/${stage.id}`);
        const name = `${batch.id} ${String(unit)} ${stage.id}`;
        if (!move) {
          faults.push(`${name} is missing`);
          continue;
        }
        const { ready, until } = readyFor(batch, index, unit, byKey);
        if (Math.abs(move.end - move.start - stage.hands) > SLACK) faults.push(`${name} takes the wrong time`);
        if (move.start < ready - SLACK) faults.push(`${name} begins while wet`);
        if (move.start > until + SLACK) faults.push(`${name} begins too late`);
        latest = Math.max(latest, move.end + stage.dry);
        if (stage.dry > 0) dried.push({ from: move.end, to: move.end + stage.dry });
        if (stage.board === "takes") boarded.push({ from: move.start, to: Infinity });
      }
    }
    const takes = batch.stages.find((stage) => stage.board === "takes");
    const gives = batch.stages.find((stage) => stage.board === "gives");
    if (takes && gives) {
      for (let unit = 0; unit < unitsAt(batch, takes); unit += 1) {
        const [on, off] = [byKey.get(`${batch.id}/${String(unit)}/${takes.id}`), byKey.get(`${batch.id}/${String(unit)}/${gives.id}`)];
        const free = boarded.find((each) => each.from === on?.start && each.to === Infinity);
        if (free && off) free.to = off.end;
        else if (off) boarded.push({ from: 0, to: off.end });
      }
    }
  }
  if (plan.moves.length !== operations || byKey.size !== operations) faults.push(`${String(plan.moves.length)} moves for ${String(operations)} operations`);
  if (Math.abs(latest - plan.makespan) > SLACK) faults.push(`the makespan is ${String(latest)}, not ${String(plan.makespan)}`);
  if (plan.bound > plan.makespan + SLACK) faults.push("the bound is above the makespan");
  const isHelpers = (batch: string, stage: string): boolean => job.batches.find((each) => each.id === batch)?.stages.find((each) => each.id === stage)?.helper ?? false;
  for (const helper of [false, true]) {
    const moves = plan.moves.filter((move) => isHelpers(move.batch, move.stage) === helper);
    faults.push(...handsFaults(job, moves, helper));
  }
  faults.push(...tooMany(dried, job.drying ?? Infinity, "dry"), ...tooMany(boarded, job.boards ?? Infinity, "lie on boards"));
  return faults;
}

const unitsAt = (batch: RunBatch, stage: RunStage): number => Math.ceil(batch.units / (stage.panels ?? 1));
const started = (batch: RunBatch) => [...(batch.started ?? [])].sort((a, b) => b.done - a.done || a.dryAt - b.dryAt);
/** Units that were through a stage before the plan began. */
const passed = (batch: RunBatch, index: number): number => Math.floor(started(batch).filter((unit) => unit.done > index).length / (batch.stages[index]?.panels ?? 1));

/** From when to when a unit's stage may begin. */
function readyFor(batch: RunBatch, index: number, unit: number, moves: ReadonlyMap<string, { readonly end: number }>): { ready: number; until: number } {
  const stage = batch.stages[index];
  const before = batch.stages[index - 1];
  if (!stage || !before) return { ready: 0, until: Infinity };
  const size = stage.panels ?? 1;
  const own = started(batch).slice(unit * size, (unit + 1) * size);
  if (own.length === size && own.every((panel) => panel.done === index)) {
    return { ready: Math.max(0, ...own.map((panel) => panel.dryAt)), until: Math.min(...own.map((panel) => panel.until ?? Infinity)) };
  }
  const from = moves.get(`${batch.id}/${String(Math.floor((unit * size) / (before.panels ?? 1)))}/${before.id}`);
  const ready = (from?.end ?? Infinity) + before.dry;
  return { ready, until: stage.within === null ? Infinity : ready + stage.within };
}

function tooMany(spans: readonly { from: number; to: number }[], places: number, what: string): string[] {
  return spans.flatMap(({ from }) =>
    spans.filter((other) => other.from <= from + SLACK && other.to > from + SLACK).length > places ? [`more than ${String(places)} ${what} at ${String(from)}`] : [],
  );
}

function handsFaults(job: RunJob, moves: RunPlan["moves"], helper: boolean): string[] {
  const faults: string[] = [];
  const batchOf = (id: string): RunBatch | undefined => job.batches.find((each) => each.id === id);
  let mixed = helper ? null : (job.mixed ?? batchOf(job.last?.batch ?? "")?.palette ?? null);
  let spent = helper ? 0 : (job.last?.spent ?? 0);
  moves.forEach((move, index) => {
    const before = moves[index - 1] ?? (helper || !job.last ? null : { ...job.last, end: 0 });
    const batch = batchOf(move.batch);
    const stage = batch?.stages.find((each) => each.id === move.stage);
    const same = before?.batch === move.batch && before.stage === move.stage;
    let prepare = same ? 0 : (stage?.setup ?? 0);
    const needed = stage?.withoutPaint ? null : (batch?.palette ?? null);
    if (needed !== null && mixed !== null && needed !== mixed && !same) prepare += job.changeover;
    mixed = needed ?? mixed;
    const rested = !same || move.start - before.end >= (job.tires?.rest ?? 0) - SLACK;
    const tired = job.tires && !rested && spent > 0 && spent + move.end - move.start > job.tires.after + SLACK;
    if (tired && stage?.within === null) faults.push(`the hand is tired at ${move.batch} ${move.stage} at ${String(move.start)}`);
    spent = move.end - move.start + (rested ? 0 : spent);
    const from = move.start - prepare;
    if (from < (before?.end ?? 0) - SLACK) faults.push(`the hands are busy before ${move.batch} ${move.stage} at ${String(move.start)}`);
    const windows = helper ? (job.helperWindows ?? []) : job.windows;
    const all = stage?.light && windows.length > 0 ? [...windows, ...(job.lightWindows ?? [])] : windows;
    const open = all.length === 0 || all.some(([opens, closes]) => opens <= from + SLACK && move.end <= closes + SLACK);
    if (!open) faults.push(`${move.batch} ${move.stage} at ${String(move.start)} lies outside the windows`);
  });
  return faults;
}
