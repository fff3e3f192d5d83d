import { startTransition, useEffect, useRef, useState } from "react";
import { useLatest } from "../kit/useLatest.ts";
import { answerTo, keepAnswer } from "./answered.ts";

/** A question that waits until the one before it is answered. */
interface Waiting<T> {
  readonly queryKey: string;
  readonly solve: () => Promise<T>;
}

interface Telling<Question> {
  /** What tells one question from another, where that is less than all of it, such as the name of a picture for its pixels. */
  readonly identity?: (question: Question) => unknown;
  /** What kind of question it is, where its answers are worth keeping for a view that is come back to. */
  readonly kind?: string;
}

const whole = (question: unknown): unknown => question;

/**
 * What a solver answers, kept while the same is asked. The answer before stays until the new one is there. One question is worked on
 * at a time, and of those that come meanwhile only the last: nobody waits for answers that nobody wants any more.
 * @param question all that the answer depends on; null asks nothing
 * @param solve answers it from the question alone
 */
export function useSolved<Question, T>(
  question: Question | null,
  solve: (question: Question) => Promise<T>,
  { identity = whole, kind }: Telling<Question> = {},
): { value: T | null; fresh: boolean } {
  const queryKey = question === null ? null : JSON.stringify(identity(question));
  const [state, setState] = useState<{ queryKey: string | null; value: T | null }>({ queryKey: null, value: null });
  const known = kind === undefined ? null : answerTo(kind, queryKey);
  if (known && state.queryKey !== queryKey) setState({ queryKey, value: known.value as T });
  const line = useRef<{ isBusy: boolean; isGone: boolean; next: Waiting<T> | null }>({ isBusy: false, isGone: false, next: null });
  const latest = useLatest({ question, solve, kind });
  useEffect(() => {
    const { current } = line;
    current.isGone = false;
    return () => {
      current.isGone = true;
    };
  }, []);
  useEffect(() => {
    const { current } = line;
    const { question: asked, solve: answer, kind: of } = latest.current;
    const isKnown = of !== undefined && answerTo(of, queryKey) !== null;
    const solved = async (wanted: Question, key: string): Promise<T> => {
      const value = await answer(wanted);
      if (of !== undefined) keepAnswer(of, key, value);
      return value;
    };
    current.next = queryKey === null || asked === null || isKnown ? null : { queryKey, solve: () => solved(asked, queryKey) };
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
