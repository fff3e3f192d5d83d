import { expect, test, type Page } from "@playwright/test";
import { NOW, startShop, type RunningShop } from "./src/shop.ts";

let shop: RunningShop;
test.beforeAll(async () => {
  shop = await startShop();
});
test.afterAll(() => shop.close());

const VIEWS = ["season", "designs", "colour", "sheets", "bench", "finish", "dispatch", "stores", "logbook"] as const;
/** Signs that only the longer made-up language has. */
const ACCENTS = /[àƀçđéƒĝĥíĵķļḿñóṕɋŕšţúṽŵẋýž]/;
/** What the maker wrote herself stays as she wrote it: her lessons, names of needs, stages and things on the shelf. */
const HERS =
  /Rough side up|The drop-in goes|leaving gift|winter fair|drop in the dark|fold bases|accents and dots|mask the lights|address and pack|weather van|lamp moth|Blades and a cutting|calm Yule|Bicycle in rain|Three kites|: panel \d+$/i;

async function held(page: Page, language: string): Promise<void> {
  await page.clock.setFixedTime(NOW);
  await page.addInitScript((told) => localStorage.setItem("yule.words", told), language);
}
/** All views, one after the other, as the keys lead through them, once each verdict reads so. */
async function eachView(page: Page, reads: RegExp, look: (view: string) => Promise<void>): Promise<void> {
  await page.goto(`${shop.url}/${VIEWS[0]}`);
  await expect(page.locator("#verdict")).toHaveText(reads);
  for (const [index, view] of VIEWS.entries()) {
    await page.keyboard.press(String(index + 1));
    await expect(page).toHaveURL(new RegExp(`/${view}`));
    await expect(page.locator("#verdict")).toHaveText(reads);
    await look(view);
  }
}
const sideways = (page: Page): Promise<number> => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

test("in a language of longer words every view is whole, and no sentence is left in English", async ({ page }) => {
  await held(page, "en-XA");
  await eachView(page, ACCENTS, async (view) => {
    await page.waitForTimeout(1500);
    expect({ view, sideways: await sideways(page) }).toEqual({ view, sideways: 0 });
    const texts = (await page.locator("body").innerText()).split("\n");
    const english = texts.filter((text) => /\p{Ll}+ \p{Ll}{2,} \p{Ll}{2,}/u.test(text) && !ACCENTS.test(text) && !HERS.test(text));
    expect({ view, english }).toEqual({ view, english: [] });
  });
});

test("from right to left every view is whole too, and the device knows the direction", async ({ page }) => {
  await held(page, "ar-XB");
  await page.setViewportSize({ width: 820, height: 1180 });
  await eachView(page, /\u202E/, async (view) => {
    expect(await page.evaluate(() => [document.documentElement.dir, document.documentElement.lang])).toEqual(["rtl", "ar-XB"]);
    expect({ view, sideways: await sideways(page) }).toEqual({ view, sideways: 0 });
  });
});

test("a language changes without a reload, within a moment", async ({ page }) => {
  await held(page, "en");
  await page.goto(`${shop.url}/stores`);
  await expect(page.locator("#verdict")).toContainText("Sandbar Sundries");
  await page.evaluate(() => localStorage.setItem("yule.words", "en-XA"));
  // Another unit draws the frame anew, which is when a language told elsewhere is seen.
  await page.getByRole("button", { name: "cm", exact: true }).click();
  await expect(page.locator("#verdict")).toHaveText(ACCENTS, { timeout: 3000 });
});
