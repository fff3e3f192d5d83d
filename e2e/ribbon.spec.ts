import { expect, test, type Page } from "@playwright/test";
import { shareShop } from "./src/shop.ts";

test.use({ serviceWorkers: "block", hasTouch: true });
const shop = shareShop();
let page: Page;
test.beforeEach(async () => {
  page = shop.page;
  await page.goto(`${shop.url}/season`);
  await expect(page.getByRole("region", { name: "Sessions to come" })).toContainText("Gull Steps order", { timeout: 90_000 });
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
  await expect(bubble).toContainText(/\d+\.\d of \d+ promises kept; as it is, \d+\.\d/);
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

test("two fingers pinch the ribbon on glass or on a pad: apart shows fewer days, together more, and a pull that was begun is left", async () => {
  const weekdays = async (): Promise<number> => (await ribbon().locator("svg text").allTextContents()).filter((name) => /^(Mon|Tue|Wed|Thu|Fri|Sat|Sun)/.test(name)).length;
  const glass = await page.context().newCDPSession(page);
  let { x, y } = await middleOf();
  // On the ruler itself, which stays where it is though fewer rows of tags hang from it.
  y = 90;
  const fingers = (type: "touchStart" | "touchMove" | "touchEnd", ...across: number[]) =>
    glass.send("Input.dispatchTouchEvent", { type, touchPoints: across.map((at, id) => ({ x: at, y, id })) });
  const pinch = async (from: number, to: number): Promise<void> => {
    await fingers("touchStart", x - from, x + from);
    for (let step = 1; step <= 8; step += 1) {
      const apart = from + ((to - from) * step) / 8;
      await fingers("touchMove", x - apart, x + apart);
    }
    await fingers("touchEnd");
  };
  expect(await weekdays()).toBe(0);
  await pinch(40, 160);
  await expect.poll(weekdays).toBeGreaterThan(6);
  await pinch(160, 40);
  await expect.poll(weekdays).toBe(0);
  // The first finger lay on a day that can be pulled.
  await page.keyboard.press("Home");
  ({ x, y } = await middleOf());
  await fingers("touchStart", x);
  await fingers("touchMove", x + 30);
  await expect(ribbon().getByRole("status")).toContainText("Kilfarrow market");
  await fingers("touchStart", x + 30, x + 130);
  await fingers("touchMove", x + 30, x + 200);
  await fingers("touchEnd");
  await expect(ribbon().getByRole("status")).toHaveCount(0);
  await expect(fair()).toHaveAttribute("aria-label", /Tue 2 Dec/);
  await page.keyboard.press("Home");
  await page.mouse.move(x, y);
  await page.keyboard.down("Control");
  for (let notch = 0; notch < 5; notch += 1) await page.mouse.wheel(0, -30);
  await page.keyboard.up("Control");
  await expect.poll(weekdays).toBeGreaterThan(6);
});
