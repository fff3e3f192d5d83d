import { dayIndexOf, sessionAllows, type SeasonJob, type SeasonWorkPlan, type WorkBlock, type WorkNeed, type WorkStep } from "./model.ts";

const NEAR = 1e-6;

/**
 * Everything a season plan may get wrong, in words; empty when it is right. Shares no code with the decoder: units are
 * followed one by one through their steps.
 */
export function seasonFaults(job: SeasonJob, plan: SeasonWorkPlan): string[] {
  return [...sessionFaults(job, plan.blocks), ...job.needs.flatMap((need) => needFaults(need, plan)), ...rackFaults(job, plan.blocks), ...lateFaults(job, plan)];
}

function sessionFaults(job: SeasonJob, blocks: readonly WorkBlock[]): string[] {
  const faults: string[] = [];
  const lastEnd = new Map<string, number>();
  const lastWork = new Map<string, { step: string; needs: string; palette: string | null }>();
  for (const block of [...blocks].sort((a, b) => a.start - b.start)) {
    const session = job.sessions[block.session];
    const step = stepOf(job, block);
    const need = job.needs.find((each) => each.id === block.needs[0]);
    if (!session || !step || !need) {
      faults.push(`${block.step}: no such session or step`);
      continue;
    }
    const from = block.start - block.setup;
    if (from < session.open - NEAR || block.end > session.close + NEAR) faults.push(`${block.step} of ${block.needs.join("+")} lies outside its session`);
    if (!sessionAllows(job, session, step)) faults.push(`${block.step} may not be done in session ${String(block.session)}`);
    if (from < (lastEnd.get(session.who) ?? -Infinity) - NEAR) faults.push(`${block.step} of ${block.needs.join("+")} overlaps other work of the same hands`);
    if (Math.abs(block.end - block.start - block.units * step.hands) > NEAR) faults.push(`${block.step} takes other time than its hands`);
    const before = lastWork.get(session.who);
    const painting = step.kind !== "pack" && step.kind !== "assemble";
    const goesOn = before?.step === block.step && before.needs === block.needs.join("+");
    const changes = painting && before?.palette != null && before.palette !== need.palette;
    if (Math.abs(block.setup - (goesOn ? 0 : step.setup) - (changes ? job.changeover : 0)) > NEAR) faults.push(`${block.step} of ${block.needs.join("+")} has the wrong setup`);
    lastEnd.set(session.who, block.end);
    lastWork.set(session.who, { step: block.step, needs: block.needs.join("+"), palette: painting ? need.palette : (before?.palette ?? null) });
  }
  return faults;
}

/** Follows each unit of a need's batch and then each card: no step begins before the one before it is done and dry. */
function needFaults(need: WorkNeed, plan: SeasonWorkPlan): string[] {
  const faults: string[] = [];
  const finish = plan.needs.find((each) => each.id === need.id);
  const own = plan.blocks.filter((block) => block.needs.includes(need.id));
  if (own.some((block) => block.start - block.setup < need.release - NEAR)) faults.push(`${need.id} begins before its supplies are there`);
  let allDry = need.release;
  let missing = false;
  for (const [part, steps] of [
    ["paint", need.paint],
    ["finish", need.finish],
  ] as const) {
    let ready: number[] = [];
    const floor = allDry;
    for (const step of steps) {
      const blocks = own.filter((block) => block.step === step.id && (part === "paint" || block.needs.length === 1)).sort((a, b) => a.start - b.start);
      const units = blocks.flatMap((block) => {
        const pace = (block.end - block.start) / block.units;
        return Array.from({ length: block.units }, (_, index) => ({ start: block.start + index * pace, end: block.start + (index + 1) * pace }));
      });
      if (step.hands * step.units + step.setup === 0) {
        ready = ready.map((each) => each + step.dry);
        allDry += step.dry;
        continue;
      }
      if (units.length < step.units) missing = true;
      if (finish?.at != null && units.length < step.units) faults.push(`${need.id}: ${step.id} is done for ${String(units.length)} of ${String(step.units)}`);
      units.forEach((unit, index) => {
        if (unit.start < (ready[index] ?? floor) - NEAR) faults.push(`${need.id}: ${step.id} of unit ${String(index + 1)} begins before it is dry`);
      });
      ready = units.map((unit) => unit.end + step.dry);
      allDry = Math.max(allDry, ...ready);
    }
  }
  if (finish?.at != null && !missing && Math.abs(finish.at - Math.max(allDry, 0)) > NEAR) faults.push(`${need.id} is ready at ${String(allDry)}, not ${String(finish.at)}`);
  return faults;
}

function rackFaults(job: SeasonJob, blocks: readonly WorkBlock[]): string[] {
  if (job.drying === null) return [];
  const places = job.drying;
  const lying = blocks.flatMap((block) => {
    const step = stepOf(job, block);
    return step?.rack && step.dry > 0 ? [{ from: block.end, until: block.end + step.dry, units: block.units, step: step.id }] : [];
  });
  return lying.flatMap((each) => {
    const together = lying.filter((other) => other.from <= each.from + NEAR && other.until > each.from + NEAR).reduce((sum, other) => sum + other.units, 0);
    return together > places ? [`${String(together)} units dry at once on ${String(places)} places (${each.step})`] : [];
  });
}

function lateFaults(job: SeasonJob, plan: SeasonWorkPlan): string[] {
  const late = plan.needs.filter((each) => each.at !== null && each.lateDays !== Math.max(0, dayIndexOf(job, each.at) - (job.needs.find((need) => need.id === each.id)?.due ?? 0)));
  return late.map((each) => `${each.id} says ${String(each.lateDays)} days late`);
}

/** The step a block is of; painted together, at the pace of the slowest of its needs. */
function stepOf(job: SeasonJob, block: WorkBlock): WorkStep | undefined {
  const own = block.needs
    .flatMap((id) => job.needs.find((each) => each.id === id) ?? [])
    .flatMap((need) => [...need.paint, ...need.finish].find((step) => step.id === block.step) ?? []);
  const [first] = own;
  return first && { ...first, hands: Math.max(...own.map(({ hands }) => hands)), setup: Math.max(...own.map(({ setup }) => setup)) };
}
