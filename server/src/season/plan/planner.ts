import { PLAN_MADE, type PlanStarts, type StoredPlan } from "@yule/contract";
import { staleAt, type Outlook } from "@yule/derive";
import { and, eq, lte, sql } from "drizzle-orm";
import type { Logger } from "pino";
import { inShop, type Database, type Transaction } from "../../db/pool.ts";
import type { Clock } from "../../http/clock.ts";
import type { Outside } from "../../outside/outside.ts";
import { seasonPlanTable } from "../tables.ts";
import { keepForecasts } from "./forecasts.ts";
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
  /** Works out until when a plan's work may wait, once the plan is told; null where a newer plan came meanwhile. */
  readonly findStarts?: (shopId: string, outlook: Outlook, plan: StoredPlan) => Promise<PlanStarts | null>;
}

/** Keeps each shop's plan up to its facts: asked after every change, and by the clock when a session or a day has ended. */
export class Planner {
  private readonly queue: PlanQueue;
  private watch: NodeJS.Timeout | null = null;
  private isClosed = false;
  /** Plans whose starts are being worked out here. */
  private readonly starting = new Set<string>();

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
    this.isClosed = true;
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
             or ((plan.revision <> plan.wanted or plan.starts is null or plan.stale_at <= $1 or plan.facts_at > $1) and plan.set_aside is distinct from plan.wanted)`,
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
      const task = await readTask(tx, shopId, now);
      return task && { ...task, outlook: await readOutlook(tx, outside, now) };
    });
    if (!task) return;
    if (task.isPlanned && task.row.plan) return void this.starts(shopId, task.outlook, task.row.plan, task.row.revision);
    const plan = await make(task.outlook, task.row.plan);
    await inShop(database, shopId, async (tx) => {
      // A plan of an earlier change never takes the place of a later one's.
      await tx
        .update(seasonPlanTable)
        .set({ plan, starts: null, revision: task.row.wanted, factsAt: now, staleAt: staleAt(plan), setAside: null })
        .where(and(eq(seasonPlanTable.shopId, shopId), lte(seasonPlanTable.revision, task.row.wanted)));
      await keepForecasts(tx, shopId, plan);
      await tell(tx, shopId);
    });
    void this.starts(shopId, task.outlook, plan, task.row.wanted);
  }

  private hasEnded(): boolean {
    return this.isClosed;
  }

  /** Follows a plan that is told already: nobody waits for it, and where it fails the next look through finds it missing. */
  private async starts(shopId: string, outlook: Outlook, plan: StoredPlan, revision: number): Promise<void> {
    const { database, findStarts, log } = this.setting;
    const key = `${shopId} ${plan.facts.since} ${String(revision)}`;
    if (!findStarts || this.hasEnded() || this.starting.has(key)) return;
    this.starting.add(key);
    try {
      const starts = await findStarts(shopId, outlook, plan);
      if (!starts || this.hasEnded()) return;
      await inShop(database, shopId, async (tx) => {
        const isSame = and(eq(seasonPlanTable.shopId, shopId), eq(seasonPlanTable.revision, revision), eq(sql`${seasonPlanTable.plan} #>> '{facts,since}'`, plan.facts.since));
        await tx.update(seasonPlanTable).set({ starts }).where(isSame);
        await tell(tx, shopId);
      });
    } catch (error) {
      if (!this.hasEnded()) log.error({ err: error }, "Until when a plan may wait could not be worked out.");
    } finally {
      this.starting.delete(key);
    }
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
