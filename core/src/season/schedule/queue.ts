import type { WorkStep } from "./model.ts";

const { max } = Math;
const NEVER = Infinity;

/** Minutes that rounding may take. */
export const NEAR = 1e-9;

/** A batch to paint, or a need to finish: steps in a fixed order. A class, so that the search's inner loop meets one shape. */
export class Chain {
  step = 0;
  /** Units of the running step already done. */
  done = 0;
  ready: number;
  firstStart = -1;
  finished = 0;
  /** Chains that wait for this one. */
  readonly followers: Chain[] = [];

  constructor(
    readonly needs: readonly string[],
    readonly steps: readonly WorkStep[],
    readonly palette: string,
    readonly rank: number,
    /** The chain that must be done before. */
    readonly after: Chain | null,
    release: number,
    /** Not promised: taken up only where nothing that is promised can be done. */
    readonly resigned: boolean,
  ) {
    this.ready = release;
    after?.followers.push(this);
  }
}

/** Water and palette matter at the board, not for cards and parcels. */
export const isAtBoard = (step: WorkStep | undefined): boolean => step !== undefined && step.kind !== "pack" && step.kind !== "assemble";

/** Steps without hands only let time pass. */
export function skipEmpty(chain: Chain): void {
  for (let step = chain.steps[chain.step]; step && step.units * step.hands + step.setup === 0; step = chain.steps[chain.step]) {
    chain.ready += step.dry;
    chain.finished = max(chain.finished, chain.ready);
    chain.step += 1;
  }
}

/** The chains by how they stand: ready now in the order of their rank, drying until a moment, or waiting for their batch. */
export class Queue {
  /** Ready now, most pressing first. */
  readonly ready: Chain[] = [];
  left: number;
  private drying: Chain[] = [];

  constructor(chains: readonly Chain[]) {
    this.left = chains.length;
    for (const chain of chains) skipEmpty(chain);
    for (const chain of chains) if (chain.after === null && !this.close(chain)) this.drying.push(chain);
  }

  /** Takes up what is dry by now. */
  wake(at: number): void {
    if (!this.drying.some((chain) => chain.ready <= at + NEAR)) return;
    for (const chain of this.drying) if (chain.ready <= at + NEAR) this.insert(chain);
    this.drying = this.drying.filter((chain) => chain.ready > at + NEAR);
  }

  /** The next moment at which something drying is dry. */
  nextDry(): number {
    let next = NEVER;
    for (const chain of this.drying) if (chain.ready < next) next = chain.ready;
    return next;
  }

  /** The next moment at which something promised is dry. */
  nextPromised(): number {
    let next = NEVER;
    for (const chain of this.drying) if (!chain.resigned && chain.ready < next) next = chain.ready;
    return next;
  }

  /** The next moment at which something is dry whose running step is wanted. */
  nextDryWhere(isWanted: (chain: Chain, step: WorkStep) => boolean): number {
    let next = NEVER;
    for (const chain of this.drying) {
      const step = chain.steps[chain.step];
      if (step && chain.ready < next && isWanted(chain, step)) next = chain.ready;
    }
    return next;
  }

  /** The next moment at which something of a palette is dry. */
  nextDryOf(palette: string | null): number {
    let next = NEVER;
    for (const chain of this.drying) if (chain.palette === palette && chain.ready < next && isAtBoard(chain.steps[chain.step])) next = chain.ready;
    return next;
  }

  /** After work on a chain it dries, or is done and lets go what waited for it. */
  putBack(chain: Chain): void {
    this.ready.splice(this.ready.indexOf(chain), 1);
    if (!this.close(chain)) this.drying.push(chain);
  }

  private close(chain: Chain): boolean {
    if (chain.step < chain.steps.length) return false;
    this.left -= 1;
    for (const other of chain.followers) {
      other.ready = max(other.ready, chain.finished);
      skipEmpty(other);
      if (!this.close(other)) this.drying.push(other);
    }
    return true;
  }

  private insert(chain: Chain): void {
    let [low, high] = [0, this.ready.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.ready[middle]?.rank ?? 0) > chain.rank) high = middle;
      else low = middle + 1;
    }
    this.ready.splice(low, 0, chain);
  }
}
