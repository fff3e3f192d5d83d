import { PLAN_MADE, type StoredPlan } from "@yule/contract";
import { staleAt, type Outlook } from "@yule/derive";
import { and, eq, lte, sql } from "drizzle-orm";
import type { Logger } from "pino";
import { inShop, type Database, type Transaction } from "../../db/pool.ts";
import type { Clock } from "../../http/clock.ts";
import type { Outside } from "../../outside/outside.ts";
import { seasonPlanTable } from "../tables.ts";
import { PlanQueue } from "./queue.ts";
import { readOutlook, readTask } from "./reads.ts";

/** How often plans are looked through for those that are no longer of the present, or that nobody was asked for. */
const WATCH_MS = 15_000;

export interface PlannerSetting {
  readonly database: Database;
  readonly url: string;
  readonly clock: Clock;
  readonly outside: Outside;
  readonly log: Pick<Logger, "error">;
  /** Makes a plan, away from the thread that answers; null where this process leaves it to others. */
  readonly make: ((outlook: Outlook, before: StoredPlan | null) => Promise<StoredPlan>) | null;
}

/** Keeps each shop's plan up to its facts: asked after every change, and by the clock when a session or a day has ended. */
export class Planner {
  private readonly queue: PlanQueue;
  private watch: NodeJS.Timeout | null = null;

  constructor(private readonly setting: PlannerSetting) {
    this.queue = new PlanQueue(setting.url, (error) => setting.log.error({ err: error }, "The queue of plans failed."));
  }

  async open(): Promise<void> {
    const { make } = this.setting;
    await this.queue.open(make ? { plan: (shopId) => this.plan(shopId, make), setAside: (shopId) => this.setAside(shopId) } : null);
    if (!make) return;
    await this.lookThrough();
    this.watch = setInterval(() => void this.lookThrough(), WATCH_MS);
    this.watch.unref();
  }

  want(shopId: string): Promise<void> {
    return this.queue.want(shopId);
  }

  async close(): Promise<void> {
    if (this.watch) clearInterval(this.watch);
    await this.queue.close();
  }

  /** Asks for every plan that is not of the present: a server that stopped between a change and its asking has lost nothing. */
  private async lookThrough(): Promise<void> {
    try {
      const now = this.setting.clock.now();
      const { rows } = await this.setting.database.$client.query<{ shop_id: string }>(
        `select shop.shop_id from shop left join season_plan as plan using (shop_id)
          where plan.shop_id is null
             or ((plan.revision <> plan.wanted or plan.stale_at <= $1 or plan.facts_at > $1) and plan.set_aside is distinct from plan.wanted)`,
        [now],
      );
      for (const row of rows) await this.queue.want(row.shop_id);
    } catch (error) {
      // The database may be away for a moment; the next look finds the same.
      this.setting.log.error({ err: error }, "Plans could not be looked through.");
    }
  }

  private async plan(shopId: string, make: NonNullable<PlannerSetting["make"]>): Promise<void> {
    const { database, clock, outside } = this.setting;
    const now = clock.now();
    const task = await inShop(database, shopId, async (tx) => {
      const row = await readTask(tx, shopId, now);
      return row && { row, outlook: await readOutlook(tx, outside, now) };
    });
    if (!task) return;
    const plan = await make(task.outlook, task.row.plan);
    await inShop(database, shopId, async (tx) => {
      // A plan of an earlier change never takes the place of a later one's.
      await tx
        .update(seasonPlanTable)
        .set({ plan, revision: task.row.wanted, factsAt: now, staleAt: staleAt(plan), setAside: null })
        .where(and(eq(seasonPlanTable.shopId, shopId), lte(seasonPlanTable.revision, task.row.wanted)));
      await tell(tx, shopId);
    });
  }

  private async setAside(shopId: string): Promise<void> {
    this.setting.log.error({ shopId }, "A plan failed three times and is set aside.");
    await inShop(this.setting.database, shopId, async (tx) => {
      await tx
        .update(seasonPlanTable)
        .set({ setAside: sql`${seasonPlanTable.wanted}` })
        .where(eq(seasonPlanTable.shopId, shopId));
      await tell(tx, shopId);
    });
  }
}

/** Every open screen of the shop reads the plan anew. */
const tell = (tx: Transaction, shopId: string) => tx.execute(sql`select pg_notify('yule', ${JSON.stringify({ shop: shopId, seq: 0, kind: PLAN_MADE })})`);
