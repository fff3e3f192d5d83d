import { expect, test, type Page } from "@playwright/test";
import { openPage, startShop, type RunningShop } from "./src/shop.ts";

test.use({ serviceWorkers: "block" });
let shop: RunningShop;
let page: Page;
const errors: string[] = [];
test.beforeEach(async ({ context }) => {
  shop = await startShop();
  page = await openPage(context, errors);
  await page.goto(`${shop.url}/season`);
});
test.afterEach(async () => {
  await shop.close();
  expect(errors).toEqual([]);
});

const help = () => page.getByRole("region", { name: "What would help" });
/** All that would help is shown; on a busy machine it is a while until it is worked out. */
async function helped(): Promise<void> {
  await expect(help()).toBeVisible({ timeout: 120_000 });
  const more = help().getByRole("button", { name: /^\d+ more$/ });
  if (await more.isVisible()) await more.click();
}

test("what would help is planned through, seen first beside the real plan, done with one tap and undone with one", async () => {
  await expect(page.getByRole("heading", { level: 1 })).toContainText("Night trains, club cannot be promised for Mon 17 Nov:", { timeout: 90_000 });
  await expect(page.getByRole("region", { name: "Sessions to come" })).toContainText("Gull Steps order");
  const choice = page.getByRole("region", { name: "Night trains, club: keep it or take it back" });
  await expect(choice).toContainText(/Keep it.*would not be safe any more/s, { timeout: 120_000 });
  const later = choice.getByRole("group").filter({ hasText: /^Ask for \d+ more days/ });
  await helped();
  await later.getByRole("button", { name: "See it first" }).click();
  const trial = page.getByRole("region", { name: "What if" });
  await expect(trial.getByText("with this").locator("..")).toContainText(/\d+\.\d of 19 promises kept/);
  await trial.getByRole("button", { name: "Throw it away" }).click();
  await expect(trial).toHaveCount(0);
  await helped();
  await later.getByRole("button", { name: "Do it" }).click();
  await expect(page.getByText(/Night trains, club changed: now due \w+ \d+ \w+/)).toBeVisible();
  // What was said to be safe is so in the plan that is made of it.
  await expect(page.getByRole("heading", { level: 1 })).not.toContainText("Night trains, club", { timeout: 90_000 });
  await expect(page.getByRole("row", { name: /Night trains, club/ })).toContainText("safe");
  await page.getByRole("button", { name: "Undo" }).last().click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("Night trains, club cannot", { timeout: 90_000 });
});

test("what waiting costs is said and drawn, the next session is worth so many promises, and a session is made to stay", async () => {
  const verdict = page.getByRole("heading", { level: 1 });
  await expect(verdict).toContainText(/Not painting today costs \d\.\d promises: .* (would be|could not be promised)/, { timeout: 120_000 });
  await page.getByRole("button", { name: /^costs \d\.\d promises$/ }).click();
  const trial = page.getByRole("region", { name: "What if" });
  await expect(trial).toContainText("No session on Sat 8 Nov, 10:04");
  await expect(trial.getByText("with this").locator("..")).toContainText(/\d+\.\d of 19 promises kept/, { timeout: 90_000 });
  await trial.getByRole("button", { name: "Throw it away" }).click();
  // A safe need has a day by which it must be begun, and a curve that falls after it.
  const row = page.getByRole("row", { name: /^Saltcote winter fair/ });
  await expect(row).toContainText(/Thu 20 Nov.*\w{3} \d+ Nov.*safe/);
  await row.getByRole("button", { name: "Saltcote winter fair" }).click();
  const curve = page.getByRole("figure");
  await expect(curve).toContainText(/Begun on Sat 8 Nov, it is ready in time \d+ in 100\. \w+ \d+ Nov is the last day that leaves 80 in 100/, { timeout: 90_000 });
  await expect(curve.getByRole("img", { name: /^Chance of Saltcote winter fair by the day of beginning: Sat 8 Nov \d+ in 100,/ })).toBeVisible();
  const stays = page.getByRole("button", { name: "Sun 9 Nov, 14:00 stays as it is" });
  await stays.click();
  await expect(stays).toHaveAttribute("aria-pressed", "true");
  await page.reload();
  await expect(stays).toHaveAttribute("aria-pressed", "true", { timeout: 90_000 });
});

test("one line becomes a need that is confirmed, and a table becomes many or none", async () => {
  const line = page.getByLabel("A need in one line");
  await line.fill("9 quinces for the quay café by 12 December, 6 ripe 3 on slate");
  await expect(page.getByText("order · Quay café · Quinces · 6 ripe, 3 on slate · by Fri 12 Dec")).toBeVisible();
  await line.press("Enter");
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByLabel("For whom or for what")).toHaveValue("Quay café");
  await expect(dialog.getByLabel("Cards, ripe")).toHaveValue("6");
  await dialog.getByRole("button", { name: "Add it" }).click();
  await expect(page.getByText("Quay café: 9 × Quinces by Fri 12 Dec")).toBeVisible();

  // How many a mailing list takes follows from the list.
  await page.getByRole("button", { name: "Add a need" }).click();
  await dialog.getByLabel("Kind").selectOption("mailing list");
  await expect(dialog.getByLabel(/^Cards, /).first()).toHaveValue("40");
  await expect(dialog.getByLabel("Of these with neutral words")).not.toHaveValue("");
  await dialog.getByRole("button", { name: "Leave it" }).click();

  await page.getByRole("button", { name: "From a spreadsheet" }).click();
  const rows = dialog.getByLabel("Rows");
  await rows.fill("title,kind,design,cards,due\nPier,order,Quinces,2 ripe,2031-12-20\nMole,order,Quinces,2 green,2031-12-20");
  await expect(dialog.getByRole("alert")).toHaveText("row 3, cards: given 2 green, allowed counts with colourways, such as 6 ripe; 6 on slate");
  await expect(dialog.getByRole("button", { name: "Add all" })).toBeDisabled();
  await rows.fill("title,kind,design,cards,due\nPier,order,Quinces,2 ripe,2031-12-20\nMole,order,Quinces,2 on slate,2031-12-20");
  await dialog.getByRole("button", { name: "Add all 2, 4 cards" }).click();
  await expect(page.getByText("2 needs added together")).toBeVisible();
  await expect(page.getByRole("table", { name: "Needs" })).toContainText("Mole");
});

test("days away and occasions of other countries are kept, and a calendar address is made and withdrawn", async () => {
  await page.getByRole("button", { name: "Sessions", exact: true }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("What", { exact: true }).selectOption("away");
  await dialog.getByLabel("On, or from").fill("2031-11-20");
  await dialog.getByLabel("Until").fill("2031-11-19");
  await dialog.getByRole("button", { name: "Add", exact: true }).click();
  await expect(dialog.getByText("Wed 19 Nov is too early. Choose a day not before Thu 20 Nov.")).toBeVisible();
  await dialog.getByLabel("Until").fill("2031-11-22");
  await dialog.getByRole("button", { name: "Add", exact: true }).click();
  await expect(dialog.getByText("Thu 20 Nov to Sat 22 Nov: away")).toBeVisible();
  expect(await (await page.request.get(`${shop.url}/api/season.ics`)).text()).toContain("SUMMARY:Last day to post: Night trains\\, club");
  await dialog.getByRole("button", { name: "Make an address" }).click();
  const address = await dialog.getByText(/api\/calendar\//).innerText();
  expect((await page.request.get(address)).status()).toBe(200);
  await dialog.getByRole("button", { name: "Withdraw it" }).click();
  await expect(dialog.getByRole("button", { name: "Make an address" })).toBeVisible();
  errors.length = 0;
  expect((await page.request.get(address)).status()).toBe(404);
  await page.keyboard.press("Escape");

  await page.getByRole("button", { name: "Occasions" }).click();
  await dialog.getByLabel("One more country").selectOption("US");
  await expect(dialog.getByText("Thanksgiving")).toBeVisible();
  await dialog.getByLabel("A day of your own", { exact: true }).fill("Ida's birthday");
  await dialog.getByLabel("Day", { exact: true }).fill("2032-02-29");
  await dialog.getByRole("button", { name: "Keep it" }).click();
  await expect(dialog.getByRole("group", { name: "Coming occasions" })).toContainText("Ida's birthday");
  // With the year of birth the age follows, and the wall looks for a card for it.
  await dialog.getByLabel("A day of your own", { exact: true }).fill("Bo");
  await dialog.getByLabel("Day", { exact: true }).fill("2019-12-30");
  await dialog.getByRole("button", { name: "Keep it" }).click();
  await expect(dialog.getByRole("group", { name: "Coming occasions" })).toContainText("Bo");
  await page.goto(`${shop.url}/designs`);
  await expect(page.getByRole("region", { name: "Gaps" })).toContainText("Bo, 12 years old: nearest is");
});
