import type { BatchRead, DesignRead } from "@yule/contract";
import { dayAt, minuteOfDayAt, type Day, type WorkedStretch } from "@yule/core";

/** From the first to the last tap of each day at the bench; what was tapped first had its hands before it. */
export function workedStretches(told: {
  readonly batches: readonly BatchRead[];
  readonly designs: readonly DesignRead[];
  readonly shop: { readonly timeZone: string };
  readonly today: Day;
}): WorkedStretch[] {
  const hands = new Map(told.designs.flatMap((design) => design.stages.map((stage) => [stage.id, stage.setup + stage.hands] as const)));
  const stretches = new Map<Day, WorkedStretch>();
  for (const fact of told.batches.flatMap((batch) => batch.facts)) {
    const at = new Date(fact.at);
    const on = dayAt(at, told.shop.timeZone);
    const minute = minuteOfDayAt(at, told.shop.timeZone);
    const known = stretches.get(on);
    const from = Math.max(0, minute - (fact.what === "done" ? (hands.get(fact.stageId) ?? 0) : 0));
    stretches.set(on, { day: on, from: Math.min(known?.from ?? from, from), to: Math.max(known?.to ?? minute, minute) });
  }
  // Today is not over.
  return [...stretches.values()].filter((each) => each.day < told.today);
}
