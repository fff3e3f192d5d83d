import { chromium, expect, test, type BrowserContext, type Page } from "@playwright/test";
import { execFileSync } from "node:child_process";
import { rmSync } from "node:fs";
import { setTimeout as wait } from "node:timers/promises";
import { CHROMIUM } from "../scripts/chromium.ts";
import { temporaryFolder } from "../scripts/lib/testServer.mjs";
import { startShop } from "./src/shop.ts";

/** As many kills as are wanted; a few in each run. */
const KILLS = Number(process.env.YULE_BROWSER_KILLS ?? 2);
const TAPS = 4;

interface Told {
  readonly seq: number;
  readonly kind: string;
  readonly happened: { readonly facts?: { readonly lengthSystem?: string } };
}

/** The newest entries of the logbook, the newest first. */
const logged = async (url: string): Promise<readonly Told[]> => ((await (await fetch(`${url}/api/logbook?most=60`)).json()) as { readonly events: readonly Told[] }).events;

/** How many entries the page says it keeps. */
async function kept(page: Page): Promise<number> {
  const line = page.getByText(/The server is away\. You can go on/);
  await expect(line).toBeVisible();
  return Number(/(\d+) entr/.exec(await line.innerText())?.[1] ?? 0);
}

test(`a browser that is killed ${String(KILLS)} times while the server is away keeps what it said it keeps; all of it goes up once and in order`, async () => {
  test.setTimeout(180_000 + KILLS * 40_000);
  const shop = await startShop({ plans: false });
  const folder = temporaryFolder("browser");
  const browsers: BrowserContext[] = [];
  /** The same browser begun again: its profile lies in a folder. */
  const opened = async (): Promise<Page> => {
    const context = await chromium.launchPersistentContext(folder, { ...CHROMIUM, viewport: { width: 1280, height: 800 }, serviceWorkers: "allow", locale: "en-US" });
    browsers.push(context);
    return context.pages()[0] ?? (await context.newPage());
  };
  const gone = (): Promise<unknown> => Promise.all(browsers.splice(0).map((each) => each.close().catch(() => undefined)));
  try {
    let page = await opened();
    await page.goto(`${shop.url}/stores`);
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    await page.reload();
    await expect(page.getByRole("button", { name: "cm", exact: true })).toBeVisible();
    const before = (await logged(shop.url))[0]?.seq ?? 0;
    await shop.kill("SIGKILL");
    const told: string[] = [];
    for (let kill = 0; kill < KILLS; kill += 1) {
      for (let tap = 0; tap < TAPS; tap += 1) {
        const next = told.length % 2 === 0 ? "cm" : "in";
        await page.getByRole("button", { name: next, exact: true }).click();
        told.push(next);
        await expect.poll(() => kept(page)).toBe(told.length);
      }
      // At once, and once a moment after: what was said to be kept is on the disk either way.
      await wait(kill % 2 === 0 ? 0 : 400);
      execFileSync("pkill", ["-9", "-f", folder]);
      await gone();
      page = await opened();
      await page.goto(`${shop.url}/stores`);
      await expect.poll(() => kept(page)).toBe(told.length);
      await expect(page.getByRole("button", { name: told[told.length - 1] ?? "", exact: true })).toHaveAttribute("aria-pressed", "true");
    }
    await shop.again();
    await expect(page.getByText(/The server is away|Sending/)).toHaveCount(0, { timeout: 60_000 });
    const since = (await logged(shop.url)).filter(({ kind, seq }) => kind === "set-shop" && seq > before);
    expect(since.map(({ happened }) => happened.facts?.lengthSystem).reverse()).toEqual(told);
  } finally {
    await gone();
    await shop.close();
    rmSync(folder, { recursive: true, force: true });
  }
});
