import { startTransition, useEffect, useRef, useState } from "react";
import { useLatest } from "../kit/useLatest.ts";

/** A question that waits until the one before it is answered. */
interface Waiting<T> {
  readonly queryKey: string;
  readonly solve: () => Promise<T>;
}

const whole = (question: unknown): unknown => question;

/**
 * What a solver answers, kept while the same is asked. The answer before stays until the new one is there. One question is worked on
 * at a time, and of those that come meanwhile only the last: nobody waits for answers that nobody wants any more.
 * @param question all that the answer depends on; null asks nothing
 * @param solve answers it from the question alone
 * @param identity what tells one question from another, where that is less than all of it, such as the name of a picture for its pixels
 */
export function useSolved<Question, T>(
  question: Question | null,
  solve: (question: Question) => Promise<T>,
  identity: (question: Question) => unknown = whole,
): { value: T | null; fresh: boolean } {
  const queryKey = question === null ? null : JSON.stringify(identity(question));
  const [state, setState] = useState<{ queryKey: string | null; value: T | null }>({ queryKey: null, value: null });
  const line = useRef<{ isBusy: boolean; isGone: boolean; next: Waiting<T> | null }>({ isBusy: false, isGone: false, next: null });
  const latest = useLatest({ question, solve });
  useEffect(() => {
    const { current } = line;
    current.isGone = false;
    return () => {
      current.isGone = true;
    };
  }, []);
  useEffect(() => {
    const { current } = line;
    const { question: asked, solve: answer } = latest.current;
    current.next = queryKey === null || asked === null ? null : { queryKey, solve: () => answer(asked) };
    if (!current.isBusy) void workThrough(current, (done) => startTransition(() => setState(done)));
  }, [queryKey, latest]);
  return { value: queryKey === null ? null : state.value, fresh: state.queryKey === queryKey };
}

async function workThrough<T>(line: { isBusy: boolean; isGone: boolean; next: Waiting<T> | null }, tell: (done: { queryKey: string; value: T }) => void): Promise<void> {
  line.isBusy = true;
  try {
    for (let now = line.next; now; now = line.next) {
      line.next = null;
      const value = await now.solve();
      if (!line.isGone) tell({ queryKey: now.queryKey, value });
    }
  } finally {
    line.isBusy = false;
  }
}
