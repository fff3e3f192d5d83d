import { phrase } from "@yule/core";
import type Router from "@koa/router";
import type { Context, Next } from "koa";
import { collectDefaultMetrics, Gauge, Histogram, Registry } from "prom-client";
import type { Database } from "../db/pool.ts";
import { Refusal } from "../db/refusal.ts";
import type { Feed } from "./feed.ts";
import { isHere } from "./guards.ts";

/** Seconds: what a read may take, a command, a backup that is read back. */
const SECONDS = [0.005, 0.01, 0.02, 0.03, 0.05, 0.1, 0.2, 0.5, 1, 5, 20];

/**
 * What a process tells of itself in the text format of Prometheus (0.0.4): how long what is asked takes, by route and never by what was asked for, how
 * many screens listen, how busy the connections to the database are, and what Node tells of memory and of its event loop. No names, ids or addresses.
 */
export class Metrics {
  private readonly registry = new Registry();
  private readonly took = new Histogram({
    name: "yule_request_seconds",
    help: "Time to answer, by method, route and status",
    labelNames: ["method", "route", "status"] as const,
    buckets: SECONDS,
    registers: [this.registry],
  });

  constructor({ database, feed }: { readonly database: Database; readonly feed: Feed }) {
    collectDefaultMetrics({ register: this.registry });
    const pool = database.$client;
    this.gauge("yule_open_screens", "Screens that listen to the feed", () => feed.listening);
    this.gauge("yule_database_connections", "Connections to the database that are open", () => pool.totalCount);
    this.gauge("yule_database_idle", "Connections that nobody uses", () => pool.idleCount);
    this.gauge("yule_database_waiting", "Requests that wait for a connection", () => pool.waitingCount);
  }

  /** Times what is answered; a feed stays open and is counted as a screen. */
  readonly time = async (ctx: Context, next: Next): Promise<void> => {
    const stop = this.took.startTimer({ method: ctx.method });
    try {
      await next();
    } finally {
      const { _matchedRoute: route } = ctx as Context & { readonly _matchedRoute?: unknown };
      if (route !== "/api/feed") stop({ route: typeof route === "string" ? route : ctx.path.startsWith("/api/") ? "nowhere" : "page", status: ctx.status });
    }
  };

  /** Told at the machine itself alone: @throws Refusal 403 */
  routes(router: Router): void {
    router.get("/metrics", async (ctx) => {
      if (!isHere(ctx)) throw new Refusal(403, phrase`This is told on the machine of the shop alone.`);
      ctx.set("cache-control", "no-store");
      ctx.type = this.registry.contentType;
      ctx.body = await this.registry.metrics();
    });
  }

  private gauge(name: string, help: string, now: () => number): void {
    const told = new Gauge({
      name,
      help,
      registers: [this.registry],
      collect: () => {
        told.set(now());
      },
    });
  }
}
