import { PassThrough } from "node:stream";
import pg from "pg";
import type { ReadName } from "@yule/contract";
import type { Revisions } from "../logbook/revisions.ts";

const FIRST_WAIT_MS = 200;
const LONGEST_WAIT_MS = 5_000;
const HEARTBEAT_MS = 20_000;

/** What a change sends to every open screen of its shop. */
interface Note {
  readonly shop: string;
  readonly seq: number;
  /** The entry that told it: who told it knows it by this before the answer is there. */
  readonly id?: string;
  readonly kind: string;
  /** How often the facts have changed, where this changed them. */
  readonly wanted?: number | null;
  /** What the reads it made stale are at now. */
  readonly revisions?: Revisions;
}

/** Listens to PostgreSQL and passes each change on to the shop's open screens, through whichever process it was made. */
export class Feed {
  private readonly screens = new Map<PassThrough, { readonly shopId: string; readonly sees: (name: ReadName) => boolean }>();
  private client: pg.Client | null = null;
  private wait = FIRST_WAIT_MS;
  private closed = false;
  private readonly heartbeat: NodeJS.Timeout;

  constructor(private readonly url: string) {
    this.heartbeat = setInterval(() => this.send(null, ": still here\n\n"), HEARTBEAT_MS);
    this.heartbeat.unref();
  }

  async open(): Promise<void> {
    if (this.closed) return;
    const client = new pg.Client({ connectionString: this.url, connectionTimeoutMillis: 3000 });
    const again = (): void => {
      if (this.client === client) this.client = null;
      client.removeAllListeners("end");
      setTimeout(() => void this.open(), this.wait).unref();
      this.wait = Math.min(LONGEST_WAIT_MS, this.wait * 2);
    };
    client.on("error", () => undefined);
    client.once("end", again);
    client.on("notification", ({ payload }) => {
      const note = JSON.parse(payload ?? "{}") as Note;
      this.tell(note);
    });
    try {
      await client.connect();
      await client.query("listen yule");
      this.client = client;
      // Notes sent while nobody listened are lost, so after a gap every screen reads anew.
      if (this.wait > FIRST_WAIT_MS) this.send(null, `data: ${JSON.stringify({ seq: 0, kind: "reconnected" })}\n\n`);
      this.wait = FIRST_WAIT_MS;
    } catch {
      again();
    }
  }

  /** Screens that listen now. */
  get listening(): number {
    return this.screens.size;
  }

  screen(shopId: string, sees: (name: ReadName) => boolean): PassThrough {
    const stream = new PassThrough();
    this.screens.set(stream, { shopId, sees });
    stream.on("close", () => this.screens.delete(stream));
    stream.write(": open\n\nretry: 1000\n\n");
    return stream;
  }

  private send(shopId: string | null, text: string): void {
    for (const [stream, screen] of this.screens) if (shopId === null || screen.shopId === shopId) stream.write(text);
  }

  /** Each screen is told of the reads that it may see. */
  private tell({ shop, seq, id, kind, wanted = null, revisions = {} }: Note): void {
    for (const [stream, { shopId, sees }] of this.screens) {
      if (shopId !== shop) continue;
      const seen = Object.fromEntries(Object.entries(revisions).filter(([name]) => sees(name as ReadName)));
      stream.write(`data: ${JSON.stringify({ seq, id, kind, wanted, revisions: seen })}\n\n`);
    }
  }

  async close(): Promise<void> {
    this.closed = true;
    clearInterval(this.heartbeat);
    for (const stream of this.screens.keys()) stream.end();
    this.client?.removeAllListeners("end");
    await this.client?.end();
  }
}
