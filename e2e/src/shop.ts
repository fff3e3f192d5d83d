import { expect, test, type BrowserContext, type Page } from "@playwright/test";
import { spawn, type ChildProcess } from "node:child_process";
import { copyFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { copyDatabase, temporaryFolder } from "../../scripts/lib/testServer.mjs";

const root = join(import.meta.dirname, "../..");
export const NOW = "2031-11-08T10:04:00Z";

/** A shop started by its one command, in a folder of its own. */
export interface RunningShop {
  url: string;
  readonly folder: string;
  /** The start command's process. */
  readonly pid: () => number;
  readonly kill: (signal: NodeJS.Signals) => Promise<void>;
  /** @param now by its clock, where time has gone by */
  readonly again: (now?: string) => Promise<void>;
  readonly close: () => Promise<void>;
}

/** A database as the demo or an empty shop begins, on the server that all journeys share, and what lies beside it. */
async function copyShop(server: string, folder: string, kind: "empty" | "demo") {
  copyFileSync(join(process.env.YULE_E2E_BEGINNINGS ?? "", kind, "beginning.json"), join(folder, "beginning.json"));
  return copyDatabase(server, kind);
}

interface ShopKind {
  readonly empty?: boolean;
  /** With a PostgreSQL that nothing else uses, for journeys in which it is stopped, and wherever there is none to share. */
  readonly own?: boolean;
  /** Its season is not planned anew, for journeys that do not look at it: the plan it begins with stays, and a core is free. */
  readonly plans?: boolean;
  /** A name by which other devices call it. */
  readonly host?: string;
}

export async function startShop({ empty = false, own = false, plans = true, host }: ShopKind = {}): Promise<RunningShop> {
  const folder = temporaryFolder("e2e");
  const shared = own ? undefined : process.env.YULE_E2E_POSTGRES;
  const database = shared === undefined ? null : await copyShop(shared, folder, empty ? "empty" : "demo");
  let child: ChildProcess | null = null;
  let isAsked = false;
  const start = (port: string | null, now = NOW) =>
    new Promise<string>((resolve, reject) => {
      isAsked = false;
      const words = [
        join(root, "scripts/start.mjs"),
        "--data",
        folder,
        ...(empty ? ["--empty"] : []),
        ...(host === undefined ? [] : ["--host", host]),
        ...(port ? ["--port", port] : []),
      ];
      const env: NodeJS.ProcessEnv = { ...process.env, YULE_NOW: now, ...(plans ? {} : { YULE_PLANNING: "0" }) };
      if (database === null) delete env.DATABASE_URL;
      else env.DATABASE_URL = database.url;
      const made = spawn("node", words, { cwd: root, env, stdio: ["ignore", "pipe", "pipe"] });
      child = made;
      let said = "";
      const hear = (text: Buffer): void => {
        said += text.toString();
        const ready = /ready at (\S+)/.exec(said);
        if (ready?.[1]) resolve(ready[1]);
      };
      made.stdout.on("data", hear);
      made.stderr.on("data", hear);
      made.once("exit", () => {
        // A shop that ends by itself explains the failures that follow.
        if (!isAsked) process.stderr.write(`the shop ended by itself: ${said}\n`);
        reject(new Error(`the shop did not start: ${said}`));
      });
    });
  const kill = async (signal: NodeJS.Signals): Promise<void> => {
    const running = child;
    if (!running || running.exitCode !== null || running.signalCode !== null) return;
    const gone = new Promise((resolve) => running.once("exit", resolve));
    isAsked = true;
    running.kill(signal);
    await gone;
  };
  const shop: RunningShop = {
    url: await start(null),
    folder,
    pid: () => child?.pid ?? 0,
    kill,
    again: async (now) => {
      shop.url = await start(new URL(shop.url).port, now);
    },
    close: async () => {
      await kill("SIGTERM");
      await database?.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
  return shop;
}

/** A page that fails the test when the browser reports an error. */
export async function openPage(context: BrowserContext, errors: string[]): Promise<Page> {
  const page = await context.newPage();
  page.on("pageerror", (error) => errors.push(String(error)));
  page.on("console", (message) => {
    // Requests that the test itself lets fail are not errors of the page.
    if (message.type() === "error" && !/Failed to load resource|ERR_/.test(message.text())) errors.push(message.text());
  });
  return page;
}

/** One demo shop for all tests of a file, none of which stands in another's way; each has a page of its own that must end without an error. */
export function shareShop(kind: ShopKind = {}): { readonly url: string; readonly page: Page } {
  const errors: string[] = [];
  let shop: RunningShop | null = null;
  let page: Page | null = null;
  test.beforeAll(async () => {
    shop = await startShop(kind);
  });
  test.afterAll(() => shop?.close());
  test.beforeEach(async ({ context }) => {
    page = await openPage(context, errors);
  });
  test.afterEach(() => {
    expect(errors.splice(0)).toEqual([]);
  });
  const there = <T>(made: T | null): T => {
    if (made === null) throw new Error("asked for before the test began");
    return made;
  };
  return {
    get url() {
      return there(shop).url;
    },
    get page() {
      return there(page);
    },
  };
}
