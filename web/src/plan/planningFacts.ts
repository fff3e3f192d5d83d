import type * as Facts from "./factsForPlanning.ts";

type PlanningFacts = typeof Facts;

/**
 * What a season is planned from. It is loaded after the first view, so that it is there when the server is away.
 * Null where the server went away before it was loaded: nothing is planned here then, and the next change asks again.
 */
export async function planningFacts(): Promise<PlanningFacts | null> {
  try {
    return await import("./factsForPlanning.ts");
  } catch {
    return null;
  }
}
