import { z } from "zod";
import { id, unitsAboveZero, version } from "../common/envelope.ts";
import type { SplitPlanRead } from "./plans.ts";

const count = z.int().min(1).max(10_000);

/** Part of a sheet that is kept: its size, and how many there are of it. */
const offcut = z.strictObject({ id, storeId: id.describe("the kind of sheet it was cut from"), width: unitsAboveZero, height: unitsAboveZero, count });

export const splitMethods = ["cut", "fold", "tape"] as const;

/**
 * What really happened when sheets were split: what left the store and the stash of offcuts, the batches whose units now stand on the
 * bench, what was kept, and what was seen of losses.
 */
export const splitSheets = z.strictObject({
  planId: id.nullable().default(null).describe("the kept plan that was followed"),
  batches: z
    .array(
      z.strictObject({
        batchId: id,
        needId: id,
        perSheet: z.int().min(1).max(500).default(1).describe("panels taped on one sheet, numbered sheet by sheet; 1 where each lies by itself"),
        units: z
          .array(z.strictObject({ id, number: z.int().min(1), colourwayId: id }))
          .min(1)
          .max(5000),
      }),
    )
    .max(60)
    .default([])
    .describe("none where bases and mats were cut, or taped sheets cut apart"),
  uses: z
    .array(z.strictObject({ storeId: id, sheets: count }))
    .max(20)
    .default([]),
  offcutsUsed: z.array(z.strictObject({ id, count })).max(200).default([]),
  offcutsKept: z.array(offcut).max(200).default([]),
  result: z
    .strictObject({
      id,
      method: z.enum(splitMethods),
      wanted: z.int().min(1).max(100_000),
      spoilt: z.int().min(0).max(100_000),
      tearLoss: unitsAboveZero.nullable().default(null).describe("what one tear ate, measured"),
      creep: unitsAboveZero.nullable().default(null).describe("how far paint went under the tape, measured"),
    })
    .nullable()
    .default(null),
});

/** A piece found in the drawer. */
export const keepOffcut = offcut;
/** Offcuts that are used up, given away or thrown away. */
export const dropOffcut = z.strictObject({ id, version, count });

export interface OffcutRead {
  readonly id: string;
  readonly version: number;
  readonly storeId: string;
  readonly width: number;
  readonly height: number;
  readonly count: number;
}
export interface SplitResultRead {
  readonly id: string;
  readonly storeId: string | null;
  readonly method: (typeof splitMethods)[number];
  readonly at: string;
  readonly wanted: number;
  readonly spoilt: number;
  readonly tearLoss: number | null;
  readonly creep: number | null;
}
export interface SheetsRead {
  readonly plans: readonly SplitPlanRead[];
  readonly offcuts: readonly OffcutRead[];
  readonly results: readonly SplitResultRead[];
}
