import AxeBuilder from "@axe-core/playwright";
import { chromium, expect, test, type Page } from "@playwright/test";
import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { CHROMIUM } from "../scripts/chromium.ts";
import { temporaryFolder } from "../scripts/lib/testServer.mjs";
import { NOW, startShop, type RunningShop } from "./src/shop.ts";

const VIEWS = ["season", "designs", "colour", "sheets", "bench", "finish", "dispatch", "stores", "logbook"] as const;
/** A title of one word, as German makes them. */
const WORD = "Donaudampfschifffahrtselektrizitaetenhauptbetriebswerkbauunterbeamtenball";

let shop: RunningShop;
test.beforeAll(async () => {
  shop = await startShop({ plans: false });
  const { designs } = (await (await fetch(`${shop.url}/api/designs`)).json()) as { designs: { id: string; name: string; colourways: { id: string }[] }[] };
  const kites = designs.find(({ name }) => name === "Three kites");
  const payload = { id: "01936b5d-0000-7000-8000-00000000aa01", kind: "order", title: WORD, designId: kites?.id, due: "2031-12-10", zone: null };
  const lines = [{ id: "01936b5d-0000-7000-8000-00000000aa02", colourwayId: kites?.colourways[0]?.id, quantity: 4 }];
  const answer = await fetch(`${shop.url}/api/commands`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ id: "01936b5d-0000-7000-8000-00000000aa03", kind: "add-need", payload: { ...payload, lines } }),
  });
  expect(answer.status).toBe(200);
});
test.afterAll(() => shop.close());

async function open(page: Page, view: string): Promise<void> {
  await page.clock.setFixedTime(NOW);
  await page.goto(`${shop.url}/${view}`);
  await settled(page);
}
async function settled(page: Page): Promise<void> {
  await expect(page.locator("#verdict")).toBeVisible();
  await page.waitForTimeout(1000);
}
/** All views, one after the other, as the keys lead through them. */
async function eachView(page: Page, look: (view: string) => Promise<void>): Promise<void> {
  await open(page, VIEWS[0]);
  for (const [index, view] of VIEWS.entries()) {
    await page.keyboard.press(String(index + 1));
    await expect(page).toHaveURL(new RegExp(`/${view}`));
    await settled(page);
    await look(view);
  }
}
const sideways = (page: Page): Promise<number> => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

test("a title of one word of 72 letters makes nothing scroll sideways: on a table's screen, at 200 %, on a phone", async ({ page }) => {
  const isWhole = async (view: string): Promise<void> => {
    for (const [width, height] of [
      [390, 844],
      [640, 400],
      [1280, 800],
    ] as const) {
      await page.setViewportSize({ width, height });
      // What measures itself is drawn again with what it found.
      await expect.poll(() => sideways(page), { message: `${view} at ${String(width)}` }).toBe(0);
    }
  };
  await eachView(page, isWhole);
  await open(page, "sheets?need=01936b5d-0000-7000-8000-00000000aa01");
  await isWhole("sheets of one need");
});

test("who asks the browser for text twice as large is given all of it twice as large, on the page of a narrower screen", async () => {
  const folder = temporaryFolder("large-text");
  mkdirSync(join(folder, "Default"), { recursive: true });
  writeFileSync(join(folder, "Default", "Preferences"), JSON.stringify({ webkit: { webprefs: { default_font_size: 32 } } }));
  const context = await chromium.launchPersistentContext(folder, { ...CHROMIUM, viewport: { width: 1280, height: 800 }, serviceWorkers: "block" });
  const page = await context.newPage();
  await eachView(page, async (view) => {
    expect({ view, sideways: await sideways(page) }).toEqual({ view, sideways: 0 });
  });
  const lineHeight = await page.locator("#verdict").evaluate((heading) => heading.getBoundingClientRect().height / Math.max(1, heading.getClientRects().length));
  expect(lineHeight).toBeGreaterThan(50);
  // The tabs stand in a line above the page, as on a tablet.
  const [season, logbook] = await Promise.all(["Season", "Logbook"].map((name) => page.getByRole("navigation", { name: "Views" }).getByText(name).boundingBox()));
  expect(season?.y).toBeCloseTo(logbook?.y ?? 0, 0);
  await context.close();
});

test("with the system's own colours the chosen view and the chosen unit are outlined, and states keep their marks", async ({ page }) => {
  await page.emulateMedia({ forcedColors: "active" });
  await eachView(page, async (view) => {
    const tab = page.getByRole("navigation", { name: "Views" }).locator("[aria-current=page]");
    await expect(tab).toHaveCount(1);
    expect(await tab.evaluate((each) => getComputedStyle(each).outlineWidth)).toBe("3px");
    // Contrast is the system's then, and the page's own colours are not what is seen.
    const { violations } = await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"]).disableRules(["color-contrast"]).analyze();
    expect({ view, violations: violations.map(({ id, nodes }) => `${id}: ${String(nodes[0]?.target)}`) }).toEqual({ view, violations: [] });
  });
  await page.keyboard.press("1");
  expect(await page.getByRole("button", { name: "in", exact: true }).evaluate((each) => getComputedStyle(each).outlineStyle)).toBe("solid");
});

test("a screen reader is told one chosen view and one chosen question, what calls, and the verdict as the page's heading", async ({ page }) => {
  await open(page, "stores");
  await expect(page.getByRole("navigation", { name: "Questions about the stores" }).locator("[aria-current=page]")).toHaveText("What runs out?");
  await expect(page.getByRole("link", { name: /^Season ?, \d+ to see to$/ })).toBeVisible();
  await eachView(page, async (view) => {
    await expect(page.getByRole("heading", { level: 1 })).toHaveCount(1);
    await expect(page.getByRole("main")).toHaveCount(1);
    // Whatever can be pressed has a name in words.
    const nameless = await page
      .getByRole("button")
      .evaluateAll((buttons) => buttons.filter((each) => `${each.getAttribute("aria-label") ?? ""}${each.textContent}`.trim().length === 0).length);
    expect({ view, nameless }).toEqual({ view, nameless: 0 });
  });
});

test("by the keyboard alone the first step leads to the verdict, and what moves stands still for who wishes it", async ({ page }) => {
  await page.emulateMedia({ reducedMotion: "reduce" });
  await open(page, "bench");
  await page.keyboard.press("Tab");
  const skip = page.getByRole("link", { name: "To the verdict" });
  await expect(skip).toBeFocused();
  expect((await skip.boundingBox())?.x).toBeGreaterThanOrEqual(0);
  await page.keyboard.press("Enter");
  await page.keyboard.press("Tab");
  expect(await page.evaluate(() => document.activeElement?.closest("main") !== null)).toBe(true);
  const moving = await page.evaluate(() => document.getAnimations().filter((each) => Number(each.effect?.getComputedTiming().duration) > 1).length);
  expect(moving).toBe(0);
});
