import { gradePanels, assembleCards } from "./finish.ts";

/** What a maker can say of this, with the schema of each. */
export const finishCommands = {
  "grade-panels": gradePanels,
  "assemble-cards": assembleCards,
} as const;
