import { wrap, type Remote } from "comlink";
import { startTransition, useEffect, useRef, useState } from "react";
import type { SolverApi } from "./solver.worker.ts";

const start = (): Remote<SolverApi> => wrap<SolverApi>(new Worker(new URL("./solver.worker.ts", import.meta.url), { type: "module" }));
let remote: Remote<SolverApi> | null = null;
let aside: Remote<SolverApi> | null = null;

/** The solvers' worker, started at the first use. */
export function solver(): Remote<SolverApi> {
  remote ??= start();
  return remote;
}

/** A second one for what is asked by the way, so that the next question does not wait behind it. */
export function asideSolver(): Remote<SolverApi> {
  aside ??= start();
  return aside;
}

/** A question that waits until the one before it is answered. */
interface Waiting<T> {
  readonly asked: string;
  readonly solve: () => Promise<T>;
}

/**
 * What a solver answers, kept while the same is asked. The answer before stays until the new one is there. One question is worked on
 * at a time, and of those that come meanwhile only the last: nobody waits for answers that nobody wants any more.
 * @param asked what is asked, as text; null asks nothing
 */
export function useSolved<T>(asked: string | null, solve: () => Promise<T>): { value: T | null; fresh: boolean } {
  const [state, setState] = useState<{ asked: string | null; value: T | null }>({ asked: null, value: null });
  const line = useRef<{ isBusy: boolean; isGone: boolean; next: Waiting<T> | null }>({ isBusy: false, isGone: false, next: null });
  useEffect(() => {
    const { current } = line;
    current.isGone = false;
    return () => {
      current.isGone = true;
    };
  }, []);
  useEffect(() => {
    const { current } = line;
    current.next = asked === null ? null : { asked, solve };
    if (!current.isBusy) void workThrough(current, (done) => startTransition(() => setState(done)));
    // The question as text stands for everything `solve` reads.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked]);
  return { value: asked === null ? null : state.value, fresh: state.asked === asked };
}

async function workThrough<T>(line: { isBusy: boolean; isGone: boolean; next: Waiting<T> | null }, tell: (done: { asked: string; value: T }) => void): Promise<void> {
  line.isBusy = true;
  try {
    for (let now = line.next; now; now = line.next) {
      line.next = null;
      const value = await now.solve();
      if (!line.isGone) tell({ asked: now.asked, value });
    }
  } finally {
    line.isBusy = false;
  }
}
