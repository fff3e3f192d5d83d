import { splitSheets, keepOffcut, dropOffcut } from "./batches.ts";
import { keepSplitPlan, dropSplitPlan } from "./plans.ts";

/** What a maker can say of this, with the schema of each. */
export const sheetsCommands = {
  "split-sheets": splitSheets,
  "keep-offcut": keepOffcut,
  "drop-offcut": dropOffcut,
  "keep-split-plan": keepSplitPlan,
  "drop-split-plan": dropSplitPlan,
} as const;
