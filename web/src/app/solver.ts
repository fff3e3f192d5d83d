import { wrap, type Remote } from "comlink";
import { useEffect, useState } from "react";
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

/**
 * What a solver answers, kept while the same is asked. The answer before stays until the new one is there.
 * @param asked what is asked, as text; null asks nothing
 */
export function useSolved<T>(asked: string | null, solve: () => Promise<T>): { value: T | null; fresh: boolean } {
  const [state, setState] = useState<{ asked: string | null; value: T | null }>({ asked: null, value: null });
  useEffect(() => {
    if (asked === null) return undefined;
    let wanted = true;
    void solve().then((value) => wanted && setState({ asked, value }));
    return () => {
      wanted = false;
    };
    // The question as text stands for everything `solve` reads.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked]);
  return { value: asked === null ? null : state.value, fresh: state.asked === asked };
}
