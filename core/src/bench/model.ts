/** A stage of a batch's route, times in minutes. `within` is how long after being dry the stage may still begin. */
export interface RunStage {
  readonly id: string;
  readonly hands: number;
  readonly setup: number;
  readonly dry: number;
  readonly within: number | null;
  /** The helper does it, beside the maker. */
  readonly helper?: boolean;
  /** Fit for windows in which only light work is done. */
  readonly light?: boolean;
  /** The unit takes a board at the start of this stage, or gives it back at its end. */
  readonly board?: "takes" | "gives";
  /** So many panels are one unit in this stage, as long as they are taped on one sheet; 1 unless told. `hands` is for all of them. */
  readonly panels?: number;
  /** No paint is used in it: what is mixed stays on the palette, and no fresh water is needed. */
  readonly withoutPaint?: boolean;
}

/** A panel that is on its way already, in minutes from the start of the plan. */
export interface StartedUnit {
  /** Stages that are done. */
  readonly done: number;
  readonly dryAt: number;
  /** By when the next stage must begin, where its wet window is open or still to come. */
  readonly until?: number;
}

/** Units that go through the same stages with the same palette. */
export interface RunBatch {
  readonly id: string;
  readonly palette: string;
  readonly units: number;
  readonly stages: readonly RunStage[];
  /** By when all of it should be dry, in minutes: being late costs more than any minute of the makespan. */
  readonly due?: number;
  /** Those of the units that were begun before, the farthest first. */
  readonly started?: readonly StartedUnit[];
}

export type Windows = readonly (readonly [open: number, close: number])[];

/** One pair of hands, or two. `drying` is how many units may dry at once, null for any number; no `windows` means always open. */
export interface RunJob {
  readonly batches: readonly RunBatch[];
  readonly changeover: number;
  readonly drying: number | null;
  readonly windows: Windows;
  /** Further windows in which only light stages are done. */
  readonly lightWindows?: Windows;
  /** When the helper's hands are there; needed where a stage is the helper's. */
  readonly helperWindows?: Windows;
  /** Boards that there are; null for any number. */
  readonly boards?: number | null;
  /** What the maker's hands were last at, and for how many minutes without a rest: going on with it needs no setup. */
  readonly last?: { readonly batch: string; readonly stage: string; readonly spent?: number } | null;
  /** The palette that lies mixed when the plan begins; that of the batch they were last at unless told. */
  readonly mixed?: string | null;
  /** After so many minutes at one stage the hand rests for so long, or does something else; null where it never tires. What must be caught wet is not put off for it. */
  readonly tires?: Tires | null;
}

/** How long a hand goes on with one stage, and how long it then rests, minutes. */
export interface Tires {
  readonly after: number;
  readonly rest: number;
}

/** How a hand tires where nobody said otherwise. */
export const USUAL_TIRES: Tires = { after: 45, rest: 5 };

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
  /** Units that still have to go through it. */
  readonly units: number;
  /** Units that are through it already. */
  readonly passed: number;
  /** When the first of its units, those that were begun before, are ready for it. */
  readonly releases: readonly number[];
  /** By when each of those must begin; Infinity for any time. */
  readonly deadlines: readonly number[];
  /** Units of this step that one of the step before becomes. */
  readonly splits: number;
}

/**
 * The job flattened: a step per batch and stage. Units of a batch are alike, so an order of steps is a whole plan: the
 * n-th time a step stands in it, it is done on unit n. (Exchanging units never hurts: if two units pass a step in one
 * order and the next in the other, swapping their names from there on keeps every wait within its limits.)
 */
export interface RunModel {
  readonly job: RunJob;
  readonly steps: readonly Step[];
  readonly changeover: number;
  readonly drying: number;
  readonly windows: Windows;
  readonly operations: number;
  readonly table: StepTable;
  /** Whether it knows more than one pair of hands in one list of windows, all work still to be done. */
  readonly plain: boolean;
  /** The step the maker's hands were last at, or -1; and for how long. */
  readonly last: number;
  readonly spent: number;
  /** The palette that lies mixed, by its number, or -1. */
  readonly mixed: number;
  /** `after` is Infinity where no hand tires. */
  readonly tires: Tires;
}

/** Steps and windows as columns, for what is asked at every turn of a search. `within` is Infinity where there is none. */
export interface StepTable {
  readonly hands: Float64Array;
  readonly setup: Float64Array;
  readonly dry: Float64Array;
  readonly within: Float64Array;
  readonly before: Int32Array;
  readonly units: Int32Array;
  /** Palettes by number; -1 where no paint is used. */
  readonly palette: Int32Array;
  /** Units that were begun before and stand ready for the step, and when. */
  readonly heads: Int32Array;
  readonly releases: readonly Float64Array[];
  readonly deadlines: readonly Float64Array[];
  readonly splits: Int32Array;
  /** Whose hands: 0 the maker's, 1 the helper's. */
  readonly who: Int32Array;
  /** Which list of windows. */
  readonly hours: Int32Array;
  readonly opens: readonly Float64Array[];
  readonly closes: readonly Float64Array[];
  /** 1 where a unit takes a board, -1 where it gives one back. */
  readonly board: Int32Array;
  readonly boards: number;
  /** Boards that are out when the plan begins. */
  readonly boardsOut: number;
  /** By when a step should be dry; Infinity where nothing hangs on it. */
  readonly due: Float64Array;
  readonly hasDues: boolean;
}

const byOpening = (windows: Windows): Windows => windows.map(([open, close]) => [scaled(open), scaled(close)] as const).sort((a, b) => a[0] - b[0] || a[1] - b[1]);

const palettesOf = (steps: readonly Step[]): string[] => [...new Set(steps.map((step) => step.palette))];

function tableOf(job: RunJob, steps: readonly Step[], windows: Windows): StepTable {
  const palettes = palettesOf(steps);
  const light = windows.length === 0 ? windows : [...windows, ...byOpening(job.lightWindows ?? [])].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const lists = [windows, light, byOpening(job.helperWindows ?? [])];
  const stageOf = (step: Step): RunStage | undefined => job.batches[step.batch]?.stages[step.stage];
  const out = steps.reduce((sum, step) => sum + (stageOf(step)?.board === "takes" ? step.passed : stageOf(step)?.board === "gives" ? -step.passed : 0), 0);
  return {
    hands: Float64Array.from(steps, (step) => step.hands),
    setup: Float64Array.from(steps, (step) => step.setup),
    dry: Float64Array.from(steps, (step) => step.dry),
    within: Float64Array.from(steps, (step) => step.within ?? Infinity),
    before: Int32Array.from(steps, (step) => step.before),
    units: Int32Array.from(steps, (step) => step.units),
    palette: Int32Array.from(steps, (step) => (stageOf(step)?.withoutPaint ? -1 : palettes.indexOf(step.palette))),
    heads: Int32Array.from(steps, (step) => step.releases.length),
    releases: steps.map((step) => Float64Array.from(step.releases)),
    deadlines: steps.map((step) => Float64Array.from(step.deadlines)),
    splits: Int32Array.from(steps, (step) => step.splits),
    who: Int32Array.from(steps, (step) => (stageOf(step)?.helper ? 1 : 0)),
    hours: Int32Array.from(steps, (step) => (stageOf(step)?.helper ? 2 : stageOf(step)?.light && job.lightWindows ? 1 : 0)),
    opens: lists.map((list) => Float64Array.from(list, ([open]) => open)),
    closes: lists.map((list) => Float64Array.from(list, ([, close]) => close)),
    board: Int32Array.from(steps, (step) => (stageOf(step)?.board === "takes" ? 1 : stageOf(step)?.board === "gives" ? -1 : 0)),
    boards: job.boards ?? Infinity,
    due: Float64Array.from(steps, (step) => (step.after < 0 ? scaled(job.batches[step.batch]?.due ?? Infinity) : Infinity)),
    hasDues: job.batches.some((batch) => batch.due !== undefined),
    boardsOut: out,
  };
}

const SCALE = 1_000_000;
const scaled = (minutes: number): number => Math.round(minutes * SCALE);
export const toMinutes = (time: number): number => time / SCALE;

/** Panels that go together, as many as one unit holds. */
const unitsOf = (panels: readonly StartedUnit[], size: number): StartedUnit[][] =>
  Array.from({ length: Math.floor(panels.length / size) }, (_, unit) => panels.slice(unit * size, (unit + 1) * size));

export function runModelOf(job: RunJob): RunModel {
  const steps: Step[] = [];
  job.batches.forEach((batch, index) => {
    const started = [...(batch.started ?? [])].sort((a, b) => b.done - a.done || a.dryAt - b.dryAt);
    batch.stages.forEach((stage, position) => {
      const panels = stage.panels ?? 1;
      const passed = Math.floor(started.filter((unit) => unit.done > position).length / panels);
      const ready = started.filter((unit) => unit.done === position && position > 0);
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
        units: Math.ceil(batch.units / panels) - passed,
        passed,
        // A unit of several panels is ready when its last is, and must be caught with its first.
        releases: unitsOf(ready, panels).map((unit) => scaled(Math.max(0, ...unit.map((panel) => panel.dryAt)))),
        deadlines: unitsOf(ready, panels).map((unit) => scaled(Math.min(Infinity, ...unit.map((panel) => panel.until ?? Infinity)))),
        splits: Math.max(1, Math.round((batch.stages[position - 1]?.panels ?? 1) / panels)),
      });
    });
  });
  const windows = byOpening(job.windows);
  const operations = steps.reduce((sum, step) => sum + step.units, 0);
  const at = job.last;
  const last = at ? steps.findIndex((step) => job.batches[step.batch]?.id === at.batch && job.batches[step.batch]?.stages[step.stage]?.id === at.stage) : -1;
  const mixed = job.mixed ?? job.batches.find(({ id }) => id === at?.batch)?.palette ?? null;
  const more = job.batches.some(
    (batch) =>
      batch.due !== undefined || (batch.started?.length ?? 0) > 0 || batch.stages.some((stage) => stage.helper ?? stage.board ?? stage.panels ?? (stage.light && job.lightWindows)),
  );
  return {
    job,
    steps,
    changeover: scaled(job.changeover),
    drying: job.drying ?? Infinity,
    windows,
    operations,
    table: tableOf(job, steps, windows),
    plain: !more && last < 0 && !job.tires,
    last,
    spent: scaled(last < 0 ? 0 : (at?.spent ?? 0)),
    mixed: mixed === null ? -1 : palettesOf(steps).indexOf(mixed),
    tires: { after: scaled(job.tires?.after ?? Infinity), rest: scaled(job.tires?.rest ?? 0) },
  };
}

export function stepAt(work: RunModel, index: number): Step {
  const step = work.steps[index];
  if (!step) throw new Error(`no step ${String(index)}`);
  return step;
}

/**
 * The earliest start, not before `earliest`, at which preparation and hands lie together in one window.
 * @returns Infinity when no window is left
 */
export function startInWindow(work: RunModel, earliest: number, prepare: number, hands: number): number {
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
