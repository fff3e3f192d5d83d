import { setPriority } from "node:os";
import { parentPort } from "node:worker_threads";
import { planSeason, startsOfPlan, type Outlook } from "@yule/derive";
import type { PlanStarts, StoredPlan } from "@yule/contract";

/** What is asked of the thread, and what it answers; numbers tell answers apart. */
export type PlanQuestion = { readonly number: number; readonly outlook: Outlook } & (
  { readonly before: StoredPlan | null } | { readonly shopId: string; readonly plan: StoredPlan }
);
/** Starts are null where they were given up: the plan they are of is no longer the shop's newest. */
export type PlanAnswer = { readonly number: number } & ({ readonly plan: StoredPlan } | { readonly starts: PlanStarts | null } | { readonly failed: string });

/** On this system the priority of the asking thread alone: a tap at the bench goes before a plan. */
const BEHIND_TAPS = 3;
try {
  setPriority(0, BEHIND_TAPS);
} catch {
  // Where it may not be set, planning is only more noticeable.
}
const newest = new Map<string, number>();

async function answerTo(question: PlanQuestion): Promise<PlanAnswer> {
  const { number, outlook } = question;
  if (!("plan" in question)) return { number, plan: planSeason(outlook, question.before) };
  newest.set(question.shopId, number);
  const work = startsOfPlan(outlook, question.plan);
  for (let step = work.next(); ; step = work.next()) {
    if (step.done) return { number, starts: step.value };
    // Plans that were asked for meanwhile come first.
    await new Promise((soon) => setImmediate(soon));
    if (newest.get(question.shopId) !== number) return { number, starts: null };
  }
}

parentPort?.on("message", (question: PlanQuestion) => {
  answerTo(question)
    .catch((error: unknown): PlanAnswer => ({ number: question.number, failed: error instanceof Error ? (error.stack ?? error.message) : String(error) }))
    .then((answer) => parentPort?.postMessage(answer))
    .catch(() => process.exit(1));
});
