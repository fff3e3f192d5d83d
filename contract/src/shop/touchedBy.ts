import { ALL_READS, type ReadName } from "../common/reads.ts";
import type { CommandKind } from "./command.ts";
import { shopTouched } from "./touched.ts";
import { seasonTouched } from "../season/touched.ts";
import { designsTouched } from "../designs/touched.ts";
import { colourTouched } from "../colour/touched.ts";
import { storesTouched } from "../stores/touched.ts";
import { sheetsTouched } from "../sheets/touched.ts";
import { benchTouched } from "../bench/touched.ts";
import { finishTouched } from "../finish/touched.ts";
import { dispatchTouched } from "../dispatch/touched.ts";

const TOUCHED: Readonly<Record<CommandKind, readonly ReadName[]>> = {
  ...shopTouched,
  ...seasonTouched,
  ...designsTouched,
  ...colourTouched,
  ...storesTouched,
  ...sheetsTouched,
  ...benchTouched,
  ...finishTouched,
  ...dispatchTouched,
  undo: ALL_READS,
};

/** The reads that a command makes stale. A kind this version does not know touches everything. */
export function readsTouchedBy(kind: string): ReadName[] {
  const touched = (TOUCHED as Partial<Record<string, readonly ReadName[]>>)[kind] ?? ALL_READS;
  return [...new Set<ReadName>([...touched, "logbook"])];
}
