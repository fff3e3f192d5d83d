import { Worker } from "node:worker_threads";
import type { StoredPlan } from "@yule/contract";
import type { Outlook } from "@yule/derive";
import type { PlanAnswer, PlanQuestion } from "./thread.ts";

interface Waiting {
  readonly done: (plan: StoredPlan) => void;
  readonly failed: (error: Error) => void;
}

/** A thread that plans seasons, one after another. It is begun when it is first asked, and begun anew after it broke. */
export class PlanThread {
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, Waiting>();
  private asked = 0;

  /** @param file the thread's own bundle */
  constructor(private readonly file: string) {}

  /** @throws what went wrong in the thread, or that it ended */
  readonly make = (outlook: Outlook, before: StoredPlan | null): Promise<StoredPlan> =>
    new Promise((done, failed) => {
      this.asked += 1;
      this.waiting.set(this.asked, { done, failed });
      this.begun().postMessage({ number: this.asked, outlook, before } satisfies PlanQuestion);
    });

  async close(): Promise<void> {
    await this.worker?.terminate();
  }

  private begun(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(this.file);
    worker.unref();
    worker.on("message", (answer: PlanAnswer) => {
      const asker = this.waiting.get(answer.number);
      this.waiting.delete(answer.number);
      if ("plan" in answer) asker?.done(answer.plan);
      else asker?.failed(new Error(answer.failed));
    });
    worker.on("error", (error) => this.broken(error instanceof Error ? error : new Error(String(error))));
    worker.on("exit", () => this.broken(new Error("the planning thread ended")));
    this.worker = worker;
    return worker;
  }

  private broken(error: Error): void {
    this.worker = null;
    for (const { failed } of this.waiting.values()) failed(error);
    this.waiting.clear();
  }
}
