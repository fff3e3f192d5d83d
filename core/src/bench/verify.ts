import type { RunJob, RunPlan } from "./model.ts";

const SLACK = 1e-6;

/**
 * Checks a plan against its job from first principles, sharing nothing with the search.
 * @returns what is wrong, in words; an empty list for a valid plan
 */
export function runFaults(job: RunJob, plan: RunPlan): string[] {
  const faults: string[] = [];
  const byKey = new Map(plan.moves.map((move) => [`${move.batch}/${String(move.unit)}/${move.stage}`, move]));
  const operations = job.batches.reduce((sum, batch) => sum + batch.units * batch.stages.length, 0);
  if (plan.moves.length !== operations || byKey.size !== operations) faults.push(`${String(plan.moves.length)} moves for ${String(operations)} operations`);
  const dried: { from: number; to: number }[] = [];
  let latest = 0;
  for (const batch of job.batches) {
    for (let unit = 0; unit < batch.units; unit += 1) {
      let ready = 0;
      batch.stages.forEach((stage, index) => {
        const move = byKey.get(`${batch.id}/${String(unit)}/${stage.id}`);
        const name = `${batch.id} ${String(unit)} ${stage.id}`;
        if (!move) return void faults.push(`${name} is missing`);
        if (Math.abs(move.end - move.start - stage.hands) > SLACK) faults.push(`${name} takes the wrong time`);
        if (move.start < ready - SLACK) faults.push(`${name} begins while wet`);
        if (index > 0 && stage.within !== null && move.start > ready + stage.within + SLACK) faults.push(`${name} begins too late`);
        ready = move.end + stage.dry;
        latest = Math.max(latest, ready);
        if (stage.dry > 0) dried.push({ from: move.end, to: ready });
      });
    }
  }
  if (Math.abs(latest - plan.makespan) > SLACK) faults.push(`the makespan is ${String(latest)}, not ${String(plan.makespan)}`);
  if (plan.bound > plan.makespan + SLACK) faults.push("the bound is above the makespan");
  faults.push(...handsFaults(job, plan));
  const places = job.drying ?? Infinity;
  for (const { from } of dried) {
    if (dried.filter((other) => other.from <= from + SLACK && other.to > from + SLACK).length > places) faults.push(`more than ${String(places)} dry at ${String(from)}`);
  }
  return faults;
}

function handsFaults(job: RunJob, plan: RunPlan): string[] {
  const faults: string[] = [];
  plan.moves.forEach((move, index) => {
    const before = plan.moves[index - 1];
    const batch = job.batches.find((each) => each.id === move.batch);
    const palette = (id: string): string => job.batches.find((each) => each.id === id)?.palette ?? "";
    const stage = batch?.stages.find((each) => each.id === move.stage);
    const same = before !== undefined && before.batch === move.batch && before.stage === move.stage;
    let prepare = same ? 0 : (stage?.setup ?? 0);
    if (before && palette(before.batch) !== palette(move.batch)) prepare += job.changeover;
    const from = move.start - prepare;
    if (from < (before?.end ?? 0) - SLACK) faults.push(`the hands are busy before ${move.batch} ${move.stage} at ${String(move.start)}`);
    const open = job.windows.length === 0 || job.windows.some(([opens, closes]) => opens <= from + SLACK && move.end <= closes + SLACK);
    if (!open) faults.push(`${move.batch} ${move.stage} at ${String(move.start)} lies outside the windows`);
  });
  return faults;
}
