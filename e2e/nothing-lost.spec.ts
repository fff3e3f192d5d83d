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
  await laptop.goto(`${shop.url}/stores`);
  await tablet.goto(`${shop.url}/stores`);
  const kraft = (page: typeof laptop) => page.getByRole("row", { name: /kraft/ });
  await expect(kraft(tablet)).toContainText("36 there");
  await kraft(laptop)
    .getByRole("button", { name: /bought/ })
    .click();
  await expect(kraft(tablet)).toContainText("61 there", { timeout: 1_000 });
  await laptop.getByRole("button", { name: "Undo" }).click();
  await expect(kraft(tablet)).toContainText("36 there", { timeout: 2_000 });
});

test("a count that was changed elsewhere meanwhile is not written over", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/stores`);
  const tape = page.getByRole("row", { name: /Artist's tape/ });
  await tape.getByRole("button", { name: "Count" }).click();
  await tape.getByLabel(/Counted/).fill("-4");
  await tape.getByRole("button", { name: "Keep" }).click();
  await expect(tape.getByRole("alert")).toHaveText("Artist's tape, metres: given -4, allowed at least 0");
  await tape.getByLabel(/Counted/).fill("31");
  await tape.getByRole("button", { name: "Keep" }).click();
  await expect(tape).toContainText("31 there");
});
