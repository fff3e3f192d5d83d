import { learnBench, type BenchTimes, type StageRecord } from "@yule/core";
import type { Outlook } from "@yule/derive";
import { startTransition, useEffect, useMemo, useState } from "react";
import { asideSolver } from "../workers/solver.ts";

/** So many more panels done teach hands something; a word on drying teaches at once. */
const WORTH_LEARNING = 20;
const WHEN_QUIET_MS = 1_200;

/** What tells one state of knowledge from the next that is worth working out. */
function taughtBy(records: readonly StageRecord[]): string {
  const drying = records.reduce((sum, record) => sum + record.drying.reduce((own, [, , , count]) => own + count, 0), 0);
  const hands = records.reduce((sum, record) => sum + record.hands.reduce((own, [, count]) => own + count, 0), 0);
  return `${String(records.length)}/${String(drying)}/${String(Math.floor(hands / WORTH_LEARNING))}`;
}

/** What all batches have told of times. It is worked out anew only when she has not tapped for a moment, away from the thread that draws. */
export function useBenchTimes({ learned: { records } }: Pick<Outlook, "learned">): BenchTimes {
  const taught = useMemo(() => taughtBy(records), [records]);
  const [times, setTimes] = useState(() => ({ taught, value: learnBench(records) }));
  useEffect(() => {
    if (times.taught === taught) return;
    let isGone = false;
    const timer = setTimeout(() => {
      void asideSolver()
        .learn(records)
        .then((value) => {
          if (!isGone) startTransition(() => setTimes({ taught, value }));
        });
    }, WHEN_QUIET_MS);
    return () => {
      isGone = true;
      clearTimeout(timer);
    };
  }, [times.taught, taught, records]);
  return times.value;
}
