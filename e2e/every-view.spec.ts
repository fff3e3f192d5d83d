import AxeBuilder from "@axe-core/playwright";
import { expect, test, type Browser, type Page } from "@playwright/test";
import { NOW, openPage, startShop, type RunningShop } from "./src/shop.ts";

let shop: RunningShop;
test.beforeAll(async () => {
  shop = await startShop();
});
test.afterAll(() => shop.close());

/** The design whose page has a picture, guides, words and a family to stray from. */
const PAPER_BOAT = "01936b5c-1001-7000-8000-000000000022";
/** Each view, and what it decides for the demo on its Saturday. */
const VIEWS: Readonly<Record<string, RegExp>> = {
  season: /^Night trains, club cannot be promised for Mon 17 Nov: \d+ in 100\. \d+ of \d+ promises are safe\./,
  designs: /^In Garden wind 2 cards stray from the family\. /,
  [`designs?design=${PAPER_BOAT}`]: /^Paper boat: cut the base 11 × 5 1\/2 in and score at 5 1\/2 in\. Reveals are even and it fits its envelope\./,
  sheets: /^Eleven sheets of 20 × 26 in and one offcut of the stash give all \d+ pieces, and no plan needs less\./,
  bench: /^Now, while it is wet: Drop in the dark on panel 2\./,
  finish: /^Gull Steps order: paint \d more before the puddle dries\. The 7 panels on their way cannot be enough\.$/,
  dispatch: /^Nothing is ready to go yet\. Next to go is Gull Steps order, by Wed 12 Nov\.$/,
  stores: /^Cotton 300 gsm, 20 × 26 runs out in the session of \w{3} \d+ \w{3}\. Order \d+ sheets from Sandbar Sundries by \w{3} \d+ \w{3}: €\d+\.\d\d, post free\. /,
  logbook: /^Since Sun 2 Nov you were at the bench once, 1 h \d+ min in all; 1 panel was spoilt\.$/,
};
const COLOUR: readonly RegExp[] = [
  /^Night train, dusk blue: Dusk and Lamp Oil go dull where they overlap\. Take Quince/,
  /^Mix 4 parts Night Mail, 1 part Bottle Glass, 69 parts water/,
  /^For \d+ panels of Night train, dusk blue mix [\d.]+ ml of Ferry Blue/,
  /^Of 462 glazes your 22 paints can make, \d+ stay clean and \d+ turn to mud/,
  /^Take Card stock, pewter shimmer, A4 for Night train, dusk blue/,
  /^4 paints mix all 11 colours of Night post: .* No fewer will do\.$/,
  /^Lay the first and the last panel on one sheet with a grey card/,
  /^Two paints run into each other\. Say what comes out/,
  /^22 paints stand on the shelf, all that your designs name\./,
];

const STORES: readonly RegExp[] = [
  /^Cotton 300 gsm, 20 × 26 runs out in the session of/,
  /^All that is missing costs €\d+\.\d\d from Sandbar Sundries, the first to order by \w{3} \d+ \w{3}\.$/,
  /^Count \d of 41 first: what they say changes what runs out\.$/,
  /^Lamp moth leaves €\d+\.\d\d for an hour of hands, the least of 6 designs; Weather vane leaves €\d+\.\d\d\. To leave €18\.00 a card has to cost/,
];

/** Nothing sticks out sideways, and axe finds nothing against WCAG 2.2 AA by day; by evening the colours are others, and nothing else. */
async function meetsTheRules(page: Page): Promise<void> {
  await page.emulateMedia({ colorScheme: "light" });
  await page.waitForTimeout(300);
  const sideways = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(sideways).toBeLessThanOrEqual(0);
  const byDay = await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"]).analyze();
  await page.emulateMedia({ colorScheme: "dark" });
  await page.waitForTimeout(300);
  const byEvening = await new AxeBuilder({ page }).withRules(["color-contrast", "link-in-text-block"]).analyze();
  expect(
    [...byDay.violations, ...byEvening.violations].map(
      (each) =>
        `${each.id}: ${each.nodes
          .map((node) => node.target.join(" "))
          .slice(0, 3)
          .join("; ")}`,
    ),
  ).toEqual([]);
}

/** A page on a tablet held upright, with the clock of the demo. */
async function onTablet(browser: Browser, path: string, look: (page: Page) => Promise<void>): Promise<void> {
  const errors: string[] = [];
  const context = await browser.newContext({ viewport: { width: 820, height: 1180 }, serviceWorkers: "block" });
  const page = await openPage(context, errors);
  await page.clock.install({ time: new Date(NOW) });
  await page.goto(`${shop.url}/${path}`);
  await look(page);
  expect(errors).toEqual([]);
  await context.close();
}

for (const [view, decides] of Object.entries(VIEWS)) {
  test(`${view.replace(/\?design.*/, ", one of them")} opens with its verdict, fits a tablet held upright, and meets WCAG 2.2 AA by day and by evening`, ({ browser }) =>
    onTablet(browser, view, async (page) => {
      await expect(page.getByRole("heading", { level: 1 })).toHaveText(decides, { timeout: 90_000 });
      await meetsTheRules(page);
    }));
}

for (const [view, questions, verdicts] of [
  ["colour", "Questions about colour", COLOUR],
  ["stores", "Questions about the stores", STORES],
] as const)
  test(`every question of ${view} opens with its verdict, fits a tablet held upright, and meets WCAG 2.2 AA by day and by evening`, ({ browser }) =>
    onTablet(browser, view, async (page) => {
      const links = page.getByRole("navigation", { name: questions }).getByRole("link");
      await expect(links).toHaveCount(verdicts.length);
      for (const [index, link] of (await links.all()).entries()) {
        await link.click();
        await expect(link).toHaveAttribute("aria-current", "page");
        await expect(page.getByRole("heading", { level: 1 })).toHaveText(verdicts[index] ?? /none/, { timeout: 90_000 });
        await meetsTheRules(page);
      }
    }));

test("the keys lead through the views, and a figure tells its why", async ({ page }) => {
  await page.goto(`${shop.url}/season`);
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
  await page.keyboard.press("8");
  await expect(page).toHaveURL(/stores/);
  await page.keyboard.press("1");
  await page.getByRole("button", { name: /promises are safe$/ }).click();
  await expect(page.getByText(/The plan was played 10,000 times .* Safe is what was in time in 80 of 100/)).toBeVisible();
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
