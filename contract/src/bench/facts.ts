import { z } from "zod";
import { id, moment } from "../common/envelope.ts";

export const benchFacts = ["done", "dry", "still-wet", "spoilt"] as const;

/** What happened at the bench. Facts only append; the same fact id is told once. */
export const tellBench = z.strictObject({
  batchId: id,
  facts: z
    .array(z.strictObject({ id, unitId: id, stageId: id, what: z.enum(benchFacts), at: moment }))
    .min(1)
    .max(500),
});

export const grades = ["good", "rescue", "stash", "scrap"] as const;
export type Grade = (typeof grades)[number];

export interface UnitRead {
  readonly id: string;
  readonly number: number;
  readonly colourwayId: string;
  readonly grade: Grade | null;
  /** The need it was given to out of the stash; null for the one it was painted for. */
  readonly servesNeedId: string | null;
}
export interface BatchRead {
  readonly id: string;
  readonly needId: string;
  readonly designId: string;
  readonly startedAt: string;
  readonly units: readonly UnitRead[];
  readonly facts: readonly { readonly id: string; readonly unitId: string; readonly stageId: string; readonly what: (typeof benchFacts)[number]; readonly at: string }[];
}
export interface BenchRead {
  readonly batches: readonly BatchRead[];
  /** Panels graded so far in the whole shop, for each design: what yields are learned from. */
  readonly yields: readonly { readonly designId: string; readonly good: number; readonly bad: number }[];
}
