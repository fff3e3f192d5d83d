import type { BatchRead, DesignRead } from "@yule/contract";
import { dayAt, minuteOfDayAt, type Day, type WorkedStretch } from "@yule/core";

/** From the first to the last tap of each day at one batch; what was tapped first had its hands before it. */
export const stretchesOf = (batch: BatchRead, { stages }: Pick<DesignRead, "stages">, timeZone: string): WorkedStretch[] =>
  joinedDays(
    batch.facts.map((fact) => {
      const at = new Date(fact.at);
      const minute = minuteOfDayAt(at, timeZone);
      const stage = fact.what === "done" ? stages.find((each) => each.id === fact.stageId) : undefined;
      return { day: dayAt(at, timeZone), from: Math.max(0, Math.round(minute - (stage ? stage.setup + stage.hands : 0))), to: minute };
    }),
  );

/** One stretch for each day, over all of it. */
export function joinedDays(stretches: readonly WorkedStretch[]): WorkedStretch[] {
  const days = new Map<Day, WorkedStretch>();
  for (const each of stretches) {
    const other = days.get(each.day);
    days.set(each.day, other ? { day: each.day, from: Math.min(other.from, each.from), to: Math.max(other.to, each.to) } : each);
  }
  return [...days.values()];
}
