import { setPriority } from "node:os";
import { parentPort } from "node:worker_threads";
import { planSeason, type Outlook } from "@yule/derive";
import type { StoredPlan } from "@yule/contract";

/** What is asked of the thread, and what it answers; numbers tell answers apart. */
export interface PlanQuestion {
  readonly number: number;
  readonly outlook: Outlook;
  readonly before: StoredPlan | null;
}
export type PlanAnswer = { readonly number: number } & ({ readonly plan: StoredPlan } | { readonly failed: string });

/** On this system the priority of the asking thread alone: a tap at the bench goes before a plan. */
const BEHIND_TAPS = 3;
try {
  setPriority(0, BEHIND_TAPS);
} catch {
  // Where it may not be set, planning is only more noticeable.
}
parentPort?.on("message", ({ number, outlook, before }: PlanQuestion) => {
  let answer: PlanAnswer;
  try {
    answer = { number, plan: planSeason(outlook, before) };
  } catch (error) {
    answer = { number, failed: error instanceof Error ? (error.stack ?? error.message) : String(error) };
  }
  parentPort?.postMessage(answer);
});
