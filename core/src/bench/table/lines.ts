import type { RunBatch, RunJob, RunPlan, RunStage } from "../model.ts";
import { preparer } from "../preparing.ts";

/** One line of a run sheet: a stage on so many panels in one go, by whose hands, in minutes from the start of the plan. */
export interface PlanLine {
  readonly kind: "work";
  readonly batch: string;
  readonly stage: string;
  /** Panels of the batch, counted from its first; those that stand first come first. */
  readonly units: readonly number[];
  /** Setting up included. */
  readonly from: number;
  readonly to: number;
  /** Fresh water and a clean palette come before it. */
  readonly fresh: boolean;
  /** The first panel must be begun by then; null where nothing dries away. */
  readonly before: number | null;
  readonly helper: boolean;
  /** By then the first mixing has thickened: it is mixed again by the same recipe. */
  readonly mixedAgain?: boolean;
}

/** Time in which the hands have nothing to do but wait. */
export interface FreeLine {
  readonly kind: "free";
  readonly from: number;
  readonly to: number;
  /** What is waited for; at a rest, what the hand rests from. */
  readonly batch: string;
  readonly stage: string;
  /** Nothing is waited for: the hand has been at one stage for long enough. */
  readonly rest?: boolean;
}
export type SheetLine = PlanLine | FreeLine;

/** Shorter waits are not worth a line. */
const WORTH_A_LINE = 3;
const NEAR = 1e-5;

/** A plan as a run sheet: moves of one stage that follow each other are one line, and waits have their name. */
export function sheetLines(job: RunJob, plan: RunPlan): SheetLine[] {
  const batches = new Map(job.batches.map((batch) => [batch.id, batch]));
  const lines: SheetLine[] = [];
  const ends = new Map(plan.moves.map((move) => [`${move.batch}/${String(move.unit)}/${move.stage}`, move.end]));
  const open: { maker: PlanLine | null; helper: PlanLine | null } = { maker: null, helper: null };
  const preparers = { maker: preparer(job, false), helper: preparer(job, true) };
  for (const move of plan.moves) {
    const batch = batches.get(move.batch);
    const index = batch?.stages.findIndex((stage) => stage.id === move.stage) ?? -1;
    const stage = batch?.stages[index];
    if (!batch || !stage) continue;
    const who = stage.helper ? "helper" : "maker";
    const last = open[who];
    const free = last?.to ?? 0;
    const { minutes: prepare, fresh, goesOn } = preparers[who](move, stage);
    const idle = move.start - prepare - Math.max(free, windowStart(job, move.start));
    const earlier = batch.stages[index - 1];
    const panels = panelsOf(batch, stage, move.unit);
    const [first = 0] = panels;
    const ended = earlier ? ends.get(`${move.batch}/${String(Math.floor(first / (earlier.panels ?? 1)))}/${earlier.id}`) : undefined;
    const started = batch.started?.[first];
    if (who === "maker" && idle >= WORTH_A_LINE) {
      const from = move.start - prepare - idle;
      const ready = ended !== undefined && earlier ? ended + earlier.dry : (started?.dryAt ?? 0);
      const rest = job.tires != null && goesOn && idle <= job.tires.rest + NEAR && ready < move.start - NEAR;
      lines.push({ kind: "free", from, to: from + idle, batch: move.batch, stage: rest ? move.stage : (earlier?.id ?? move.stage), ...(rest ? { rest } : {}) });
    }
    if (goesOn && last && move.start - last.to < WORTH_A_LINE) {
      const grown = { ...last, units: [...last.units, ...panels], to: move.end };
      lines[lines.lastIndexOf(last)] = grown;
      open[who] = grown;
      continue;
    }
    const before = stage.within === null ? null : ended !== undefined && earlier ? ended + earlier.dry + stage.within : (started?.until ?? null);
    const line: PlanLine = {
      kind: "work",
      batch: move.batch,
      stage: move.stage,
      units: panels,
      from: move.start - prepare,
      to: move.end,
      fresh,
      before,
      helper: who === "helper",
    };
    lines.push(line);
    open[who] = line;
  }
  return lines.sort((a, b) => a.from - b.from);
}

/** The panels of a unit: all of a sheet as long as it is taped. */
const panelsOf = ({ units }: RunBatch, { panels = 1 }: RunStage, unit: number): number[] =>
  Array.from({ length: Math.min(panels, units - unit * panels) }, (_, panel) => unit * panels + panel);

/** When the window opened in which something starts; 0 where it is always open. */
function windowStart(job: RunJob, at: number): number {
  const all = [...job.windows, ...(job.lightWindows ?? [])];
  // Moves are told in millionths of a minute, windows as the clock has them.
  return Math.max(0, ...all.filter(([open, close]) => open <= at + NEAR && at <= close + NEAR).map(([open]) => open));
}

/** Where what is left of the waiting comes from: minutes by batch and stage, the longest first. */
export function waitingFrom(lines: readonly SheetLine[]): { readonly batch: string; readonly stage: string; readonly minutes: number }[] {
  const sums = new Map<string, { batch: string; stage: string; minutes: number }>();
  for (const line of lines) {
    if (line.kind !== "free" || line.rest) continue;
    const key = `${line.batch}/${line.stage}`;
    const sum = sums.get(key) ?? { batch: line.batch, stage: line.stage, minutes: 0 };
    sums.set(key, { ...sum, minutes: sum.minutes + line.to - line.from });
  }
  return [...sums.values()].sort((a, b) => b.minutes - a.minutes);
}

/**
 * When to stop in the session that is on: after the last move that its hours hold. Nothing then lies in a wet window,
 * since the plan catches each before it closes, and what is wet dries until the next session.
 * @returns null where nothing is done in it any more
 */
export function stopAt(job: RunJob, plan: RunPlan): { readonly at: number; readonly drying: number } | null {
  const [open, close] = [...job.windows].sort((a, b) => a[0] - b[0])[0] ?? [0, Infinity];
  const inside = plan.moves.filter((move) => move.start >= open - NEAR && move.end <= close + NEAR);
  const last = inside.reduce((latest, move) => Math.max(latest, move.end), -Infinity);
  if (last === -Infinity) return null;
  const drying = inside.flatMap((move) => {
    const batch = job.batches.find(({ id }) => id === move.batch);
    const stage = batch?.stages.find((each) => each.id === move.stage);
    return batch && stage && stage.dry > 0 && move.end + stage.dry > last ? panelsOf(batch, stage, move.unit).map((panel) => `${batch.id}/${String(panel)}`) : [];
  });
  return { at: last, drying: new Set(drying).size };
}

/** Things that can be done with free hands, and for how long one takes. */
export interface SmallJob {
  readonly name: string;
  readonly minutes: number;
  /** How many of them there are to do. */
  readonly left: number;
}

/** Fills free minutes with small jobs, the longest that fit first, and none that would run into the next move. */
export function fillWaits(
  lines: readonly SheetLine[],
  jobs: readonly SmallJob[],
): ReadonlyMap<SheetLine, { readonly name: string; readonly count: number; readonly minutes: number }> {
  const filled = new Map<SheetLine, { name: string; count: number; minutes: number }>();
  const left = jobs.filter((job) => job.minutes > 0 && job.left > 0).map((job) => ({ ...job }));
  for (const line of lines) {
    if (line.kind !== "free") continue;
    const room = line.to - line.from;
    const fits = left.filter((job) => job.left > 0 && job.minutes <= room);
    const best = fits.reduce<(typeof left)[number] | null>((most, job) => (most && filling(most, room) >= filling(job, room) ? most : job), null);
    if (!best) continue;
    const count = Math.min(best.left, Math.floor(room / best.minutes));
    best.left -= count;
    filled.set(line, { name: best.name, count, minutes: count * best.minutes });
  }
  return filled;
}
const filling = (job: SmallJob, room: number): number => Math.min(job.left, Math.floor(room / job.minutes)) * job.minutes;
