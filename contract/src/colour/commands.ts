import { addPaint, changePaint, shelvePaint, markTouches } from "./paint.ts";

/** What a maker can say of this, with the schema of each. */
export const colourCommands = {
  "add-paint": addPaint,
  "change-paint": changePaint,
  "shelve-paint": shelvePaint,
  "mark-touches": markTouches,
} as const;
