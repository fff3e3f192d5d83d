import { z } from "zod";
import type { Day, TimesSeen } from "@yule/core";
import { id, version } from "../common/envelope.ts";
import { dayField } from "../common/fields.ts";
import { text } from "../common/text.ts";

const why = text().trim().min(1).max(200);

/** What nothing is to be learned of: a batch, or one day at it; or a fair. It happened, and stays in the logbook. */
export const leaveOut = z.discriminatedUnion("of", [
  z.strictObject({ id, of: z.literal("batch"), batchId: id, day: dayField.nullable().default(null), why }),
  z.strictObject({ id, of: z.literal("fair"), fairId: id, why }),
]);

/** What is believed is forgotten, and learned from now on: of a design's times and panels, of a material, of how long evenings last, or of the post. */
export const learnAnew = z.discriminatedUnion("of", [
  z.strictObject({ id, of: z.literal("design"), designId: id, why }),
  z.strictObject({ id, of: z.literal("material"), storeId: id, why }),
  z.strictObject({ id, of: z.literal("evenings"), why }),
  z.strictObject({ id, of: z.literal("post"), why }),
]);

/** What was left out counts again. */
export const countAgain = z.strictObject({ id, version });

export const leftOutKinds = ["batch", "fair", "design", "material", "evenings", "post"] as const;
export type LeftOutKind = (typeof leftOutKinds)[number];

/** What nothing is learned of, and why. */
export interface LeftOutRead {
  readonly id: string;
  readonly version: number;
  readonly of: LeftOutKind;
  /** Of evenings and of the post there is but one. */
  readonly ofId: string | null;
  /** Of a batch only this day; null where all of it is meant. */
  readonly day: Day | null;
  readonly why: string;
  /** When it was told: what is learned anew is learned from then on. */
  readonly at: string;
}

/** What one batch taught. */
export interface TaughtBatch {
  readonly id: string;
  readonly title: string;
  /** Days on which it was told of, in order: each may be left out. */
  readonly days: readonly Day[];
  readonly good: number;
  readonly bad: number;
  readonly lost: number;
  readonly times: readonly TimesSeen[];
}

/** Whose beliefs are asked for. */
export const believedQuery = z.strictObject({ design: id });

/** What a design is believed to be like was learned from these. */
export interface BelievedRead {
  /** The newest batches, by when they were begun. */
  readonly batches: readonly TaughtBatch[];
  /** Of its batches, of it, and of all that is not of one design. */
  readonly leftOut: readonly LeftOutRead[];
}
