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
import { logbookTouched } from "../logbook/touched.ts";

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
  ...logbookTouched,
  undo: ALL_READS.filter((read) => read !== "plan"),
};

/** What a note of the feed is called that tells of a newer plan. */
export const PLAN_MADE = "plan";

/** What of the shop only says how it is written: no figure hangs on it. */
const WRITTEN: ReadonlySet<string> = new Set(["name", "address", "lengthSystem", "manner"]);
const onlyWrites = (kind: string, payload: unknown): boolean =>
  kind === "set-shop" && typeof payload === "object" && payload !== null && Object.keys(payload).every((field) => WRITTEN.has(field));

/**
 * The reads that a command makes stale. A kind this version does not know touches everything.
 * @param payload where it is at hand: not all that a kind can tell touches as much
 */
export function readsTouchedBy(kind: string, payload?: unknown): ReadName[] {
  if (kind === PLAN_MADE) return ["plan"];
  if (onlyWrites(kind, payload)) return ["shop", "logbook"];
  const touched = (TOUCHED as Partial<Record<string, readonly ReadName[]>>)[kind] ?? ALL_READS;
  return [...new Set<ReadName>([...touched, "logbook"])];
}

/** The reads that a season is planned from. */
const PLANNED_FROM: ReadonlySet<ReadName> = new Set(["shop", "season", "designs", "stores", "bench", "dispatch"]);

/** Whether a command changes what the season is planned from. */
export const changesPlan = (kind: string, payload?: unknown): boolean => !onlyWrites(kind, payload) && readsTouchedBy(kind).some((read) => PLANNED_FROM.has(read));
