import { addBox, assembleCards, changeBox, countCards, givePanels, gradePanels, planRescue, putInBox, tellMaking, tellRescue } from "./finish.ts";

/** What a maker can say of this, with the schema of each. */
export const finishCommands = {
  "grade-panels": gradePanels,
  "plan-rescue": planRescue,
  "tell-rescue": tellRescue,
  "give-panels": givePanels,
  "tell-making": tellMaking,
  "assemble-cards": assembleCards,
  "add-box": addBox,
  "change-box": changeBox,
  "put-in-box": putInBox,
  "count-cards": countCards,
} as const;
