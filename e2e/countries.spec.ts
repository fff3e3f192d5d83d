import { expect, test } from "@playwright/test";
import { openPage, startShop, type RunningShop } from "./src/shop.ts";

const errors: string[] = [];
let shop: RunningShop;
test.beforeAll(async () => {
  shop = await startShop();
});
test.afterAll(() => shop.close());
test.afterEach(() => {
  expect(errors.splice(0)).toEqual([]);
});

test("a shop that moves to Ohio writes and reads days and times as one does there, without a reload", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/season`);
  const head = page.getByRole("banner");
  await expect(head).toContainText("Sat 8 Nov");
  await page.getByRole("button", { name: "Settings of Tern Row Cards" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText("Sat 8 Nov · 19:30 · €1,234.50 · 21.5 °C");
  await dialog.getByLabel("Country").selectOption("US");
  await expect(dialog).toContainText(/Sat Nov 8 · 7:30\sPM · €1,234\.50 · 70\.7 °F/);
  await dialog.getByLabel("Money, three letters such as EUR").fill("dollars");
  await dialog.getByRole("button", { name: "Keep these settings" }).click();
  await expect(dialog).toContainText("dollars does not fit. Give three capital letters such as EUR.");
  await dialog.getByLabel("Money, three letters such as EUR").fill("EUR");
  await dialog.getByRole("button", { name: "Keep these settings" }).click();
  await expect(head).toContainText("Sat Nov 8");
  await page.getByRole("button", { name: "Add a need" }).click();
  const due = dialog.getByRole("textbox", { name: "There by" });
  await due.fill("12/3");
  await dialog.getByLabel("For whom or for what").fill("Ida");
  await expect(due).toHaveValue("12/03/2031");
  await dialog.getByRole("button", { name: "Calendar" }).click();
  await expect(dialog.locator("th").first()).toHaveText("S");
  await dialog.locator("[data-part=table-cell-trigger]", { hasText: /^19$/ }).click();
  await expect(due).toHaveValue("12/19/2031");
  await due.fill("2/31");
  await dialog
    .getByLabel(/^Cards/)
    .first()
    .fill("4");
  await dialog.getByRole("button", { name: "Add it" }).click();
  await expect(dialog).toContainText("2/31 does not fit. Give a day such as");
});

test("orders of the feed are taken for days that can be kept; what it tells of them later is noted once, and taken back as one", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/season`);
  await page.getByRole("button", { name: "Orders", exact: true }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByText(/^By .* it is there \d+ times in 100\./).first()).toBeVisible();
  await dialog.getByRole("button", { name: /^Promise the later day/ }).click();
  await expect(dialog.getByText(/^Promised by .*: in time \d+ times in 100\.$/).first()).toBeVisible();
  await dialog.getByRole("button", { name: /^Take \d+ orders$/ }).click();
  await expect(dialog).toHaveCount(0);
  await page.goto(`${shop.url}/dispatch?ask=orders`);
  const news = page.getByRole("region", { name: "What the feed tells of your orders" });
  await expect(news.getByText(/^€\d+\.\d\d is paid\.$/).first()).toBeVisible();
  await expect(news).toContainText("1 card becomes 2, for €11.00. The plan follows.");
  const verdict = page.getByRole("heading", { level: 1 });
  await expect(verdict).toContainText("The feed tells 5 things that are not noted here yet.");
  await news.getByRole("button", { name: "Take up all 5" }).click();
  await expect(news).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).first().click();
  await expect(verdict).toContainText("The feed tells 5 things");
});
