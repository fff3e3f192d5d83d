import { tellBench, tellSession } from "./facts.ts";

/** What a maker can say of this, with the schema of each. */
export const benchCommands = {
  "tell-bench": tellBench,
  "tell-session": tellSession,
} as const;
