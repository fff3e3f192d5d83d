import type { KeptSession } from "@yule/core";
import type { PlannedSeason, Outlook } from "@yule/derive";

export const keyOf = (session: KeptSession): string => `${session.day}/${String(session.to)}/${session.who}`;

/**
 * Minutes planned into each session, by its day, end and person: these stay while the running one is shortened. Before
 * the plan is there, as the hours alone fill them.
 */
export function usedMinutes(outlook: Outlook, planned: PlannedSeason | null): Map<string, number> {
  if (!planned) return new Map(outlook.sessions.map((session, index) => [keyOf(session), outlook.plan.filled[index] ?? 0]));
  const used = new Map<string, number>();
  for (const block of planned.answer.plan.blocks) {
    const session = planned.facts.sessions[block.session];
    if (session) used.set(keyOf(session), (used.get(keyOf(session)) ?? 0) + block.setup + block.end - block.start);
  }
  return used;
}
