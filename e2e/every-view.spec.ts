import AxeBuilder from "@axe-core/playwright";
import { expect, test, type Page } from "@playwright/test";
import { openPage, startShop, type RunningShop } from "./src/shop.ts";

let shop: RunningShop;
test.beforeAll(async () => {
  shop = await startShop();
});
test.afterAll(() => shop.close());

/** The design whose page has a picture, guides, words and a family to stray from. */
const PAPER_BOAT = "01936b5c-1001-7000-8000-000000000022";
const VIEWS = ["season", "designs", `designs?design=${PAPER_BOAT}`, "sheets", "bench", "finish", "dispatch", "stores", "logbook"];

/** Nothing sticks out sideways, and axe finds nothing against WCAG 2.2 AA. */
async function meetsTheRules(page: Page): Promise<void> {
  const sideways = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(sideways).toBeLessThanOrEqual(0);
  const { violations } = await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"]).analyze();
  expect(
    violations.map(
      (each) =>
        `${each.id}: ${each.nodes
          .map((node) => node.target.join(" "))
          .slice(0, 3)
          .join("; ")}`,
    ),
  ).toEqual([]);
}

for (const theme of ["day", "evening"] as const) {
  for (const view of VIEWS) {
    test(`${view.replace(/\?design.*/, ", one of them")} by ${theme} opens with its verdict, fits a tablet held upright, and meets WCAG 2.2 AA`, async ({ browser }) => {
      const errors: string[] = [];
      const context = await browser.newContext({ viewport: { width: 820, height: 1180 }, colorScheme: theme === "evening" ? "dark" : "light", serviceWorkers: "block" });
      const page = await openPage(context, errors);
      await page.goto(`${shop.url}/${view}`);
      await expect(page.getByRole("heading", { level: 1 })).toHaveText(/\w.{12,}/);
      await page.waitForTimeout(400);
      await meetsTheRules(page);
      expect(errors).toEqual([]);
      await context.close();
    });
  }
}

for (const theme of ["day", "evening"] as const) {
  test(`every question of Colour by ${theme} opens with its verdict, fits a tablet held upright, and meets WCAG 2.2 AA`, async ({ browser }) => {
    const errors: string[] = [];
    const context = await browser.newContext({ viewport: { width: 820, height: 1180 }, colorScheme: theme === "evening" ? "dark" : "light", serviceWorkers: "block" });
    const page = await openPage(context, errors);
    await page.goto(`${shop.url}/colour`);
    const links = page.getByRole("navigation", { name: "Questions about colour" }).getByRole("link");
    await expect(links).toHaveCount(9);
    for (const link of await links.all()) {
      await link.click();
      await expect(link).toHaveAttribute("aria-current", "page");
      await expect(page.getByRole("heading", { level: 1 })).toHaveText(/\w.{12,}/);
      await page.waitForTimeout(300);
      await meetsTheRules(page);
    }
    expect(errors).toEqual([]);
    await context.close();
  });
}

test("the keys lead through the views, and a figure tells its why", async ({ page }) => {
  await page.goto(`${shop.url}/season`);
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
  await page.keyboard.press("8");
  await expect(page).toHaveURL(/stores/);
  await page.keyboard.press("1");
  await page.getByRole("button", { name: /days late$/ }).click();
  await expect(page.getByText(/it is ready on .* instead of/)).toBeVisible();
});

test("one switch turns every length into centimetres", async ({ page }) => {
  await page.goto(`${shop.url}/designs`);
  await page.getByRole("button", { name: /Tide pool/ }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("11 × 5 1/2 in");
  await page.getByRole("button", { name: "cm", exact: true }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("~27.95 × ~13.95 cm");
  await page.getByRole("button", { name: "in", exact: true }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("11 × 5 1/2 in");
});
