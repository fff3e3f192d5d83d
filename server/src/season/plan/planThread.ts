import { Worker } from "node:worker_threads";
import type { PlanStarts, StoredPlan } from "@yule/contract";
import type { Outlook } from "@yule/derive";
import type { PlanAnswer, PlanQuestion } from "./thread.ts";

interface Waiting {
  readonly done: (answer: PlanAnswer) => void;
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
  readonly make = async (outlook: Outlook, before: StoredPlan | null): Promise<StoredPlan> => {
    const answer = await this.ask((number) => ({ number, outlook, before }));
    if ("plan" in answer) return answer.plan;
    throw new Error("the planning thread answered something else");
  };

  /** @returns null where a newer plan of the shop came meanwhile @throws as `make` does */
  readonly findStarts = async (shopId: string, outlook: Outlook, plan: StoredPlan): Promise<PlanStarts | null> => {
    const answer = await this.ask((number) => ({ number, shopId, outlook, plan }));
    if ("starts" in answer) return answer.starts;
    throw new Error("the planning thread answered something else");
  };

  async close(): Promise<void> {
    await this.worker?.terminate();
  }

  private ask(question: (number: number) => PlanQuestion): Promise<PlanAnswer> {
    return new Promise((done, failed) => {
      this.asked += 1;
      this.waiting.set(this.asked, { done, failed });
      this.begun().postMessage(question(this.asked));
    });
  }

  private begun(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(this.file);
    worker.unref();
    worker.on("message", (answer: PlanAnswer) => {
      const asker = this.waiting.get(answer.number);
      this.waiting.delete(answer.number);
      if ("failed" in answer) asker?.failed(new Error(answer.failed));
      else asker?.done(answer);
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
