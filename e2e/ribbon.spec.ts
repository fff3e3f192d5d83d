import { expect, test, type Page } from "@playwright/test";
import { shareShop } from "./src/shop.ts";

test.use({ serviceWorkers: "block" });
const shop = shareShop();
let page: Page;
test.beforeEach(async () => {
  page = shop.page;
  await page.goto(`${shop.url}/season`);
  await expect(page.getByRole("region", { name: "Sessions to come" })).toContainText("Gull Steps order", { timeout: 30_000 });
});

const ribbon = () => page.getByRole("navigation", { name: "Season ribbon" });
const fair = () => ribbon().getByRole("link", { name: /^Kilfarrow market, / });
const middleOf = async (): Promise<{ x: number; y: number }> => {
  const box = await fair().boundingBox();
  if (!box) throw new Error("the tag is not on the ribbon");
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
};

test("a day that is pulled along the ribbon says what it would mean before it is let go; Escape leaves it, letting go keeps it", async () => {
  // A fair on Wednesday is ready on Tuesday evening.
  await expect(fair()).toHaveAttribute("aria-label", /Tue 2 Dec/);
  const pixelsPerDay = (page.viewportSize()?.width ?? 1280) / 49;
  const pull = async (days: number): Promise<void> => {
    const { x, y } = await middleOf();
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + pixelsPerDay * days, y, { steps: 6 });
  };
  await pull(5);
  const bubble = ribbon().getByRole("status");
  await expect(bubble).toContainText("Kilfarrow market: Mon 8 Dec");
  await expect(bubble).toContainText(/all in time \d+ in 100/, { timeout: 15_000 });
  await page.keyboard.press("Escape");
  await page.mouse.up();
  await expect(bubble).toHaveCount(0);
  await expect(fair()).toHaveAttribute("aria-label", /Tue 2 Dec/);
  await pull(2);
  await expect(bubble).toContainText("Fri 5 Dec");
  await page.mouse.up();
  await expect(fair()).toHaveAttribute("aria-label", /Thu 4 Dec/);
  // The press that ended the pull opened nothing.
  expect(new URL(page.url()).search).toBe("");
  await page.getByRole("button", { name: "Undo" }).last().click();
  await expect(fair()).toHaveAttribute("aria-label", /Tue 2 Dec/);
});

test("the ribbon goes from a day to a year by wheel and keys, and back home", async () => {
  const names = () => ribbon().locator("svg text").allTextContents();
  const { y } = await middleOf();
  await page.mouse.move(300, y);
  for (let notch = 0; notch < 12; notch += 1) await page.mouse.wheel(0, -120);
  await expect.poll(names).toContain("10:00");
  for (let notch = 0; notch < 16; notch += 1) await page.mouse.wheel(0, 120);
  await expect.poll(names).toContain("May");
  await ribbon().getByRole("button", { name: "The ribbon as a list" }).focus();
  await page.keyboard.press("Home");
  await expect.poll(names).not.toContain("May");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("+");
  await page.keyboard.press("+");
  await expect.poll(async () => (await names()).filter((name) => /^\d+$/.test(name)).length).toBeGreaterThan(10);
});
