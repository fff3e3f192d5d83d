import { addHousehold, changeHousehold, postNeed } from "./dispatch.ts";

/** What a maker can say of this, with the schema of each. */
export const dispatchCommands = {
  "add-household": addHousehold,
  "change-household": changeHousehold,
  "post-need": postNeed,
} as const;
