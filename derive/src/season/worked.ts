import type { BatchRead, DesignRead } from "@yule/contract";
import { dayAt, minuteOfDayAt, type Day, type WorkedStretch } from "@yule/core";

interface Table {
  readonly designs: readonly DesignRead[];
  readonly shop: { readonly timeZone: string };
}
/** What a batch told before: a tap changes one batch, and reading every moment of the others again would hold it up. */
const known = new WeakMap<BatchRead, { readonly designs: readonly DesignRead[]; readonly timeZone: string; readonly stretches: readonly WorkedStretch[] }>();

/** From the first to the last tap of each day at the bench; what was tapped first had its hands before it. */
export function workedStretches(reads: Table & { readonly batches: readonly BatchRead[]; readonly today: Day }): WorkedStretch[] {
  // Today is not over.
  return joined(reads.batches.flatMap((batch) => stretchesOf(batch, reads))).filter((each) => each.day < reads.today);
}

function stretchesOf(batch: BatchRead, { designs, shop: { timeZone } }: Table): readonly WorkedStretch[] {
  const before = known.get(batch);
  if (before?.designs === designs && before.timeZone === timeZone) return before.stretches;
  const stages = designs.find((design) => design.id === batch.designId)?.stages ?? [];
  const stretches = joined(
    batch.facts.map((fact) => {
      const at = new Date(fact.at);
      const minute = minuteOfDayAt(at, timeZone);
      const stage = fact.what === "done" ? stages.find((each) => each.id === fact.stageId) : undefined;
      return { day: dayAt(at, timeZone), from: Math.max(0, minute - (stage ? stage.setup + stage.hands : 0)), to: minute };
    }),
  );
  known.set(batch, { designs, timeZone, stretches });
  return stretches;
}

/** One stretch for each day, over all of it. */
function joined(stretches: readonly WorkedStretch[]): WorkedStretch[] {
  const days = new Map<Day, WorkedStretch>();
  for (const each of stretches) {
    const other = days.get(each.day);
    days.set(each.day, other ? { day: each.day, from: Math.min(other.from, each.from), to: Math.max(other.to, each.to) } : each);
  }
  return [...days.values()];
}
