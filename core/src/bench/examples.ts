import { limitsFor, seededRandom } from "../search/search.ts";
import type { RunBatch, RunJob, RunPlan, RunStage } from "./model.ts";
import { run } from "./run.ts";
import { runFaults } from "./verify.ts";

/** A stage of a job told by hand. */
export const exampleStage = (id: string, hands: number, setup: number, dry: number, more: Partial<RunStage> = {}): RunStage => ({ id, hands, setup, dry, within: null, ...more });

/** A job with nothing that binds unless told. */
export const exampleJob = (more: Partial<RunJob>): RunJob => ({ batches: [], changeover: 0, drying: null, windows: [], ...more });

/** Limits that hang on steps alone, so that every machine answers the same. */
export const byStepsAlone = (steps: number) => ({ ...limitsFor(1, () => 0), stop: () => false, left: () => 1, steps });

/** A job's plan, which keeps every rule. @throws with what is wrong */
export function keptPlan(job: RunJob): RunPlan {
  const found = run(job, byStepsAlone(40));
  const wrong = found.ok ? runFaults(job, found.value) : found.faults.map((fault) => fault.code);
  if (!found.ok || wrong.length > 0) throw new Error(wrong.join("; "));
  return found.value;
}

/** How large a made-up job is, and what binds it. */
export interface JobSize {
  readonly batches: number;
  /** Panels over all batches. */
  readonly panels: number;
  /** The most stages of one batch. */
  readonly stages: number;
  /** Share of stages that must be caught while the one before is wet. */
  readonly wet: number;
  readonly places: number | null;
  /** Minutes of each evening; 0 for a table that is always free. */
  readonly evening: number;
}

/** A bench full of made-up work, the same for the same seed: washes that dry slowly, quick lines and dots, some drop-ins. */
export function madeUpJob(size: JobSize, seed: number): RunJob {
  const random = seededRandom(seed);
  const whole = (least: number, most: number): number => least + Math.floor(random() * (most - least + 1));
  const palettes = ["warm", "cool", "dusk", "moss"];
  const batches = Array.from({ length: size.batches }, (_, index): RunBatch => {
    const share = Math.floor(size.panels / size.batches);
    const units = index === size.batches - 1 ? size.panels - share * (size.batches - 1) : share;
    const stages: RunStage[] = [];
    const length = whole(Math.max(1, Math.ceil(size.stages / 3)), size.stages);
    for (let at = 0; at < length; at += 1) {
      const kind = random();
      const dry = kind < 0.35 ? whole(20, 45) : kind < 0.6 ? whole(5, 15) : 0;
      const catches = at > 0 && stages[at - 1]?.dry !== 0 && random() < size.wet;
      stages.push({ id: `s${String(at)}`, hands: whole(1, 5), setup: catches ? 0 : whole(0, 4), dry, within: catches ? whole(4, 12) : null });
    }
    return { id: `b${String(index)}`, palette: palettes[whole(0, 3)] ?? "", units, stages };
  });
  const work = batches.reduce((sum, batch) => sum + batch.stages.reduce((all, stage) => all + stage.hands * batch.units + stage.setup, 0), 0);
  const evenings = size.evening > 0 ? Math.ceil((work * 1.6) / size.evening) + 12 : 0;
  return {
    batches,
    changeover: 6,
    drying: size.places,
    windows: Array.from({ length: evenings }, (_, day) => [day * 1440, day * 1440 + size.evening] as const),
  };
}
