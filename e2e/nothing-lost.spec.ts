import { expect, test } from "@playwright/test";
import { openPage, startShop, type RunningShop } from "./src/shop.ts";

const errors: string[] = [];
let shop: RunningShop;
test.beforeEach(async () => {
  shop = await startShop();
});
test.afterEach(async () => {
  await shop.close();
  expect(errors.splice(0)).toEqual([]);
});

interface Bench {
  batches: { facts: { id: string; what: string }[] }[];
}
const factCount = async (): Promise<number> => ((await (await fetch(`${shop.url}/api/bench`)).json()) as Bench).batches.reduce((sum, batch) => sum + batch.facts.length, 0);

test.describe("with the server gone", () => {
  test.use({ serviceWorkers: "allow" });

  test("the bench opens, takes taps over a reload, and everything is there once when the server is back", async ({ context }) => {
    const page = await openPage(context, errors);
    await page.goto(`${shop.url}/bench`);
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    await page.reload();
    await expect(page.getByRole("group", { name: /The board with/ })).toBeVisible();
    const before = await factCount();
    await shop.kill("SIGKILL");
    await page.waitForTimeout(1500);
    await page.reload();
    const done = page.getByRole("button", { name: "Done", exact: true });
    await expect(done).toBeVisible();
    for (let tap = 0; tap < 3; tap += 1) {
      const before = await page.getByRole("heading", { level: 1 }).innerText();
      await done.click();
      await expect(page.getByRole("heading", { level: 1 })).not.toHaveText(before);
    }
    await expect(page.getByText(/3 entries are kept and will be sent/)).toBeVisible();
    // What is to be done stands; the clocks run on, and the end of the plan comes a moment after it.
    const said =
      (await page.getByRole("heading", { level: 1 }).innerText()).replace(/\s+/g, " ").split(/\.?\s*(?:Stop for today|All dry|These batches are dry|\d+:\d\d left)/)[0] ?? "";
    await page.reload();
    await expect(page.getByRole("heading", { level: 1 })).toContainText(said);
    await shop.again();
    await expect(page.getByText(/entries are kept/)).toHaveCount(0);
    await expect.poll(factCount).toBe(before + 3);
  });
});

test("two open screens agree within a second, and an undo shows on both", async ({ context }) => {
  const [laptop, tablet] = [await openPage(context, errors), await openPage(context, errors)];
  for (const page of [laptop, tablet]) {
    await page.goto(`${shop.url}/stores`);
    await page.getByRole("link", { name: /kraft/ }).click();
  }
  const said = (page: typeof laptop) => page.getByRole("heading", { level: 1 });
  await expect(said(tablet)).toContainText(/kraft, 12 × 18: 31 go, 2 stay\./);
  // The quickest of three is told: what the machine does besides makes single ones slow, a screen that asks anew each second all of them.
  const delays: number[] = [];
  for (let round = 0; round < 3; round += 1) {
    await laptop.getByRole("button", { name: "It has come" }).click();
    await laptop.getByRole("button", { name: "Put it on the shelf" }).click();
    // From when one shows it until both do, so that a machine that is slow with all it does is no slow feed.
    await expect(said(laptop)).toContainText("27 stay");
    const from = Date.now();
    await expect(said(tablet)).toContainText("27 stay");
    delays.push(Date.now() - from);
    await laptop.keyboard.press("u");
    await expect(said(tablet)).toContainText("31 go, 2 stay");
  }
  expect(Math.min(...delays)).toBeLessThan(1000);
});

test("the shelf is counted without the server, on the walk along it; what was counted goes up when it is back", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/stores?ask=count`);
  const hook = page.getByRole("region", { name: "Hook" });
  const tape = hook.getByRole("textbox", { name: "Counted, Mounting tape, 6 mm" });
  await expect(tape).toBeVisible();
  const keep = hook.getByRole("button", { name: "Keep the count" }).last();
  await tape.fill("-4");
  await keep.click();
  await expect(hook.getByRole("alert")).toHaveText("Mounting tape, 6 mm: -4 does not fit. Give 0 or more.");
  await shop.kill("SIGKILL");
  await tape.fill("151 m");
  await keep.click();
  await expect(page.getByText("151 m counted.")).toBeVisible();
  await expect(page.getByText(/1 entry is kept and will be sent/)).toBeVisible();
  await shop.again();
  await expect(page.getByText(/entry is kept/)).toHaveCount(0);
  await expect(hook.getByText(/151 m by the books/)).toBeVisible();
});
