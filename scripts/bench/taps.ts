import type { Browser, Page } from "@playwright/test";
import type { Note } from "./colour.ts";

/** Taps measured in each new page: the first meets code that never ran. */
const TAPS = 6;
/** The hands rest in between, as hands do. */
const REST_MS = 2_500;

/** A tap as the hand has it: from the press to the frame that shows it, and to the frame with the next move on the card. */
interface Tap {
  readonly shown: number;
  readonly next: number | null;
}

/**
 * Taps on the bench with a real pointer. When the press is shown is told by the browser's own event timing (W3C Event Timing: from the
 * input to the next frame, to 8 ms); when the card reads otherwise is seen by an observer, and in the frame after it.
 */
export async function tapBenchmarks(note: Note, browser: Browser, url: string): Promise<void> {
  for (const rate of [1, 4]) {
    const taps: Tap[] = [];
    const first: number[] = [];
    for (let turn = 0; turn < 4; turn += 1) {
      const context = await browser.newContext({ serviceWorkers: "block", viewport: { width: 1280, height: 800 } });
      const page = await context.newPage();
      await page.goto(`${url}/bench`);
      await page.getByRole("button", { name: /^(Done|Dry already)$/ }).waitFor();
      await page.waitForTimeout(2 * REST_MS);
      await (await context.newCDPSession(page)).send("Emulation.setCPUThrottlingRate", { rate });
      await watch(page);
      for (let tap = 0; tap < TAPS; tap += 1) {
        const found = await tapOnce(page);
        if (tap === 0) first.push(found.shown);
        else taps.push(found);
      }
      await context.close();
    }
    const where = rate === 1 ? "" : ", on a processor four times slower";
    note(
      `A tap on the bench shown${where}`,
      "50 ms",
      taps.map(({ shown }) => shown),
    );
    note(`The first tap after opening${where}`, "50 ms", first);
    note(
      `From a tap to the next move on the card${where}`,
      "150 ms",
      taps.flatMap(({ next }) => next ?? []),
    );
  }
}

/** What the page keeps of its taps. */
interface Watched {
  taps: number[];
  next: number | null;
}

async function watch(page: Page): Promise<void> {
  await page.evaluate(() => {
    const kept: Watched = { taps: [], next: null };
    Object.assign(window, { kept });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) if (entry.name === "click") kept.taps.push(entry.duration);
    }).observe({ type: "event", durationThreshold: 16 } as PerformanceObserverInit);
  });
}

async function tapOnce(page: Page): Promise<Tap> {
  const box = await page
    .getByRole("button", { name: /^(Done|Dry already)$/ })
    .first()
    .boundingBox();
  if (!box) throw new Error("nothing to tap on the bench");
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.waitForTimeout(300);
  await page.evaluate(() => {
    const { kept } = window as unknown as { kept: Watched };
    kept.next = null;
    const card = document.querySelector("[aria-live=polite]");
    // Seconds that are counted are no answer.
    const before = card?.textContent.replace(/\d+:\d\d/g, "");
    window.addEventListener(
      "click",
      () => {
        const from = performance.now();
        const seen = new MutationObserver(() => {
          if (card?.textContent.replace(/\d+:\d\d/g, "") === before) return;
          seen.disconnect();
          requestAnimationFrame(() => (kept.next = performance.now() - from));
        });
        if (card) seen.observe(card, { childList: true, subtree: true, characterData: true });
      },
      { capture: true, once: true },
    );
  });
  await page.mouse.down();
  await page.waitForTimeout(60);
  await page.mouse.up();
  await page.waitForTimeout(REST_MS);
  return page.evaluate(() => {
    const { kept } = window as unknown as { kept: Watched };
    // Quicker than the timing tells is one frame.
    const shown = kept.taps.splice(0).at(-1) ?? 16;
    return { shown, next: kept.next };
  });
}
