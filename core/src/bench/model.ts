/** A stage of a batch's route, times in minutes. `within` is how long after being dry the stage may still begin. */
export interface RunStage {
  readonly id: string;
  readonly hands: number;
  readonly setup: number;
  readonly dry: number;
  readonly within: number | null;
}

/** Units that go through the same stages with the same palette. */
export interface RunBatch {
  readonly id: string;
  readonly palette: string;
  readonly units: number;
  readonly stages: readonly RunStage[];
}

/** One pair of hands. `drying` is how many units may dry at once, null for any number; no `windows` means always open. */
export interface RunJob {
  readonly batches: readonly RunBatch[];
  readonly changeover: number;
  readonly drying: number | null;
  readonly windows: readonly (readonly [open: number, close: number])[];
}

/** One operation of the hands, setup excluded. */
export interface Move {
  readonly batch: string;
  readonly unit: number;
  readonly stage: string;
  readonly start: number;
  readonly end: number;
}

/** `bound` is a true lower bound on the makespan; moves are listed by start. */
export interface RunPlan {
  readonly makespan: number;
  readonly bound: number;
  readonly moves: readonly Move[];
}

/** A stage of a batch as the search sees it, times in whole millionths of a minute. */
export interface Step {
  readonly batch: number;
  readonly stage: number;
  readonly palette: string;
  readonly hands: number;
  readonly setup: number;
  readonly dry: number;
  /** Time after being dry, counted for the step before; null for any. */
  readonly within: number | null;
  /** The step before in the route, or -1. */
  readonly before: number;
  /** The step after in the route, or -1. */
  readonly after: number;
  readonly units: number;
}

/**
 * The job flattened: a step per batch and stage. Units of a batch are alike, so an order of steps is a whole plan: the
 * n-th time a step stands in it, it is done on unit n. (Exchanging units never hurts: if two units pass a step in one
 * order and the next in the other, swapping their names from there on keeps every wait within its limits.)
 */
export interface Work {
  readonly job: RunJob;
  readonly steps: readonly Step[];
  readonly changeover: number;
  readonly drying: number;
  readonly windows: readonly (readonly [number, number])[];
  readonly operations: number;
  readonly table: StepTable;
}

/** Steps and windows as columns, for what is asked at every turn of a search. `within` is Infinity where there is none. */
export interface StepTable {
  readonly hands: Float64Array;
  readonly setup: Float64Array;
  readonly dry: Float64Array;
  readonly within: Float64Array;
  readonly before: Int32Array;
  readonly units: Int32Array;
  /** Palettes by number. */
  readonly palette: Int32Array;
  readonly opens: Float64Array;
  readonly closes: Float64Array;
}

function tableOf(steps: readonly Step[], windows: Work["windows"]): StepTable {
  const palettes = [...new Set(steps.map((step) => step.palette))];
  return {
    hands: Float64Array.from(steps, (step) => step.hands),
    setup: Float64Array.from(steps, (step) => step.setup),
    dry: Float64Array.from(steps, (step) => step.dry),
    within: Float64Array.from(steps, (step) => step.within ?? Infinity),
    before: Int32Array.from(steps, (step) => step.before),
    units: Int32Array.from(steps, (step) => step.units),
    palette: Int32Array.from(steps, (step) => palettes.indexOf(step.palette)),
    opens: Float64Array.from(windows, ([open]) => open),
    closes: Float64Array.from(windows, ([, close]) => close),
  };
}

const SCALE = 1_000_000;
const scaled = (minutes: number): number => Math.round(minutes * SCALE);
export const toMinutes = (time: number): number => time / SCALE;

export function workOf(job: RunJob): Work {
  const steps: Step[] = [];
  job.batches.forEach((batch, index) => {
    batch.stages.forEach((stage, position) => {
      steps.push({
        batch: index,
        stage: position,
        palette: batch.palette,
        hands: scaled(stage.hands),
        setup: scaled(stage.setup),
        dry: scaled(stage.dry),
        within: position === 0 || stage.within === null ? null : scaled(stage.within),
        before: position === 0 ? -1 : steps.length - 1,
        after: position === batch.stages.length - 1 ? -1 : steps.length + 1,
        units: batch.units,
      });
    });
  });
  const windows = job.windows.map(([open, close]) => [scaled(open), scaled(close)] as const).sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const operations = steps.reduce((sum, step) => sum + step.units, 0);
  return { job, steps, changeover: scaled(job.changeover), drying: job.drying ?? Infinity, windows, operations, table: tableOf(steps, windows) };
}

export function stepAt(work: Work, index: number): Step {
  const step = work.steps[index];
  if (!step) throw new Error(`no step ${String(index)}`);
  return step;
}

/** What the hands spend directly before a step, after another (-1 for none). */
export function preparation(work: Work, before: number, next: number): number {
  const step = stepAt(work, next);
  if (before === next) return 0;
  if (before < 0) return step.setup;
  return step.setup + (stepAt(work, before).palette === step.palette ? 0 : work.changeover);
}

/**
 * The earliest start, not before `earliest`, at which preparation and hands lie together in one window.
 * @returns Infinity when no window is left
 */
export function startInWindow(work: Work, earliest: number, prepare: number, hands: number): number {
  const { windows } = work;
  if (windows.length === 0) return Math.max(earliest, prepare);
  let [low, high] = [0, windows.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((windows[middle]?.[1] ?? 0) < earliest + hands) low = middle + 1;
    else high = middle;
  }
  for (let index = low; index < windows.length; index += 1) {
    const [open, close] = windows[index] ?? [0, 0];
    const start = Math.max(earliest, open + prepare);
    if (start + hands <= close) return start;
  }
  return Infinity;
}
