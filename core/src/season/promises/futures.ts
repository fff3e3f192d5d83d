import { seededRandom } from "../../search/search.ts";
import { normalDraw } from "../odds/draws.ts";
import type { PromiseJob } from "./model.ts";

/** One way it may go: how fast the hands are, how fast each step dries, which sessions are lost. */
export interface Future {
  readonly hands: number;
  readonly dry: Float32Array;
  readonly lost: Uint8Array;
}

/** Draws futures one after another; the same seed draws the same. */
export class Futures {
  private readonly random: () => number;
  private readonly drawn: Future[] = [];

  constructor(
    private readonly job: PromiseJob,
    private readonly steps: number,
    seed: number,
  ) {
    this.random = seededRandom(seed);
  }

  /** One of the futures, by its number: drawn when it is first asked for, and kept, so that all orders meet the same. */
  at(index: number): Future {
    let found = this.drawn[index];
    while (!found) {
      this.drawn.push(this.next());
      found = this.drawn[index];
    }
    return found;
  }

  next(): Future {
    const { sessions, spread } = this.job;
    const hands = Math.exp(spread.hands * normalDraw(this.random));
    const dry = new Float32Array(this.steps);
    for (let step = 0; step < this.steps; step += 1) dry[step] = Math.exp(spread.drying * normalDraw(this.random));
    const lost = new Uint8Array(sessions.length);
    for (let session = 0; session < sessions.length; session += 1) lost[session] = this.random() < spread.lost ? 1 : 0;
    return { hands, dry, lost };
  }
}
