import type { RunJob, RunStage } from "./model.ts";

/** What comes before a move: minutes of setting up and of changing water, and whether the water is changed. */
export interface Preparing {
  readonly minutes: number;
  readonly fresh: boolean;
  /** The hands go on with what they were at. */
  readonly goesOn: boolean;
}

/**
 * Tells of the moves of one pair of hands, one after the other, what has to be prepared for each: a stage is set up unless the hands are
 * at it, and water and palette are changed when another palette lies mixed than the one that is needed.
 */
export function preparer(job: RunJob, helper: boolean): (move: { readonly batch: string; readonly stage: string }, stage: RunStage) => Preparing {
  const palettes = new Map(job.batches.map(({ id, palette }) => [id, palette]));
  let last = helper ? null : (job.last ?? null);
  let mixed = helper ? null : (job.mixed ?? palettes.get(job.last?.batch ?? "") ?? null);
  return ({ batch, stage: id }, stage) => {
    const goesOn = last?.batch === batch && last.stage === id;
    const needed = stage.withoutPaint ? null : (palettes.get(batch) ?? null);
    const fresh = !goesOn && needed !== null && mixed !== null && needed !== mixed;
    last = { batch, stage: id };
    mixed = needed ?? mixed;
    return { minutes: (goesOn ? 0 : stage.setup) + (fresh ? job.changeover : 0), fresh, goesOn };
  };
}
