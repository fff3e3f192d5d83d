import PgBoss from "pg-boss";

/** Jobs that plan a season, and those that failed at it three times. */
const [QUEUE, SET_ASIDE] = ["season-plan", "season-plan-set-aside"] as const;

/** Changes within so many seconds are planned once. */
const GATHER_S = 1;
const QUEUE_SETTING = {
  // One waits and one runs for each shop: whatever changes meanwhile is seen by the one that waits.
  policy: "stately" as const,
  retryLimit: 2,
  retryDelay: 1,
  /** A worker that was killed is given up after so long, and the next takes its job. */
  expireInSeconds: 60,
  deadLetter: SET_ASIDE,
};
const MAINTENANCE_S = 10;
const ENDING_MS = 3_000;
const POLL_S = 0.5;

interface PlanJob {
  readonly shopId: string;
}

/** What plans, where this process is a worker. */
export interface PlanWork {
  /** Plans a shop's season now. @throws whatever keeps it from being planned */
  readonly plan: (shopId: string) => Promise<void>;
  /** It failed three times. */
  readonly setAside: (shopId: string) => Promise<void>;
}

/**
 * The queue of plans to be made, in the database that all server processes share (pg-boss). Each process puts jobs in; those that are workers
 * take them out, on this machine or another.
 */
export class PlanQueue {
  private readonly boss: PgBoss;
  private isOpen = false;

  constructor(
    url: string,
    private readonly onError: (error: unknown) => void,
  ) {
    this.boss = new PgBoss({ connectionString: url, max: 3, maintenanceIntervalSeconds: MAINTENANCE_S, monitorStateIntervalSeconds: MAINTENANCE_S });
    this.boss.on("error", onError);
  }

  /** @param work given where this process makes plans itself */
  async open(work: PlanWork | null): Promise<void> {
    await this.boss.start();
    await this.boss.createQueue(SET_ASIDE, { name: SET_ASIDE });
    await this.boss.createQueue(QUEUE, { name: QUEUE, ...QUEUE_SETTING });
    this.isOpen = true;
    if (!work) return;
    await this.boss.work<PlanJob>(QUEUE, { pollingIntervalSeconds: POLL_S }, async ([job]) => {
      if (job) await work.plan(job.data.shopId);
    });
    await this.boss.work<PlanJob>(SET_ASIDE, { pollingIntervalSeconds: 2 }, async ([job]) => {
      if (job) await work.setAside(job.data.shopId);
    });
  }

  /** Asks for a shop's plan to be made anew, once for all that changes within a second. Where that fails, the watch over old plans asks again. */
  async want(shopId: string): Promise<void> {
    if (!this.isOpen) return;
    await this.boss.send(QUEUE, { shopId } satisfies PlanJob, { singletonKey: shopId, startAfter: GATHER_S }).catch(this.onError);
  }

  async close(): Promise<void> {
    this.isOpen = false;
    // What is being planned has a moment to end; what does not is given back and planned by whoever is next.
    await this.boss.stop({ graceful: true, wait: true, timeout: ENDING_MS }).catch(this.onError);
  }
}
