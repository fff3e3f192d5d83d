import { countAgain, learnAnew, leaveOut } from "./learning.ts";
import { pinNote, removeNote } from "./notes.ts";

/** What a maker can say of what was, with the schema of each. */
export const logbookCommands = {
  "pin-note": pinNote,
  "remove-note": removeNote,
  "leave-out": leaveOut,
  "learn-anew": learnAnew,
  "count-again": countAgain,
} as const;
