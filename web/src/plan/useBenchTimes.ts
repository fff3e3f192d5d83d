import { learnBench, type BenchTimes } from "@yule/core";
import { timedBatches, type Outlook } from "@yule/derive";
import { startTransition, useEffect, useMemo, useState } from "react";
import { asideSolver } from "../workers/solver.ts";

/** So many more panels done teach hands something; a word on drying teaches at once. */
const WORTH_LEARNING = 20;
const WHEN_QUIET_MS = 1_200;

/** What all batches have told of times. It is worked out anew only when there is something to learn and she has not tapped for a moment, away from the thread that draws. */
export function useBenchTimes(outlook: Outlook): BenchTimes {
  const { batches, designs } = outlook;
  const learned = useMemo(() => {
    const facts = batches.flatMap((batch) => batch.facts);
    const words = facts.filter(({ what }) => what === "dry" || what === "heated" || what === "still-wet").length;
    return `${String(designs.length)}/${String(words)}/${String(Math.floor((facts.length - words) / WORTH_LEARNING))}`;
  }, [batches, designs]);
  const [times, setTimes] = useState(() => ({ learned, value: learnBench(timedBatches(batches, designs)) }));
  useEffect(() => {
    if (times.learned === learned) return;
    let isGone = false;
    const timer = setTimeout(() => {
      void asideSolver()
        .learn(timedBatches(batches, designs))
        .then((value) => {
          if (!isGone) startTransition(() => setTimes({ learned, value }));
        });
    }, WHEN_QUIET_MS);
    return () => {
      isGone = true;
      clearTimeout(timer);
    };
  }, [times.learned, learned, batches, designs]);
  return times.value;
}
