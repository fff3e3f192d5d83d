import { expect, test } from "@playwright/test";
import { openPage, startShop, type RunningShop } from "./src/shop.ts";

const errors: string[] = [];
let shop: RunningShop;
test.beforeAll(async () => {
  shop = await startShop({ plans: false });
});
test.afterAll(() => shop.close());
test.afterEach(() => {
  expect(errors.splice(0)).toEqual([]);
});

test("the Yule list is given so that few get a card again; what is wanting is taken in, and then nobody does", async ({ context }) => {
  const page = await openPage(context, errors);
  const verdict = page.getByRole("heading", { level: 1 });
  await page.goto(`${shop.url}/dispatch?ask=which`);
  await expect(verdict).toContainText("Give them so: all 40 of Yule list get a card, and 5 households get a design again.");
  await expect(verdict).toContainText(/Paint 5 more of Weather vane, [a-z ]+, and nobody is left out or gets one again\./);
  await page.getByRole("button", { name: "Give the cards so" }).click();
  await expect(verdict).toContainText(/^All 40 of Yule list get a card, and 5 households/);
  await expect(page.getByText(/^They had it in 20\d\d, and no other is left for them\./)).toHaveCount(5);
  await page.getByRole("button", { name: "Want 5 more" }).click();
  await expect(verdict).toContainText("Give them so: all 40 of Yule list get a card that they have not had.");
  await page.getByRole("button", { name: "Give the cards so" }).click();
  await expect(page.getByRole("button", { name: "Give the cards so" })).toHaveCount(0);
  await expect(verdict).toContainText("All 40 of Yule list get a card that they have not had.");
});

test("a household is found, and what it will not have is told", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/dispatch?ask=households`);
  await expect(page.getByRole("heading", { level: 1 })).toContainText(/^40 households: \d+ inland/);
  await page.getByRole("searchbox", { name: "Find a household" }).fill("Nell Oxenby");
  await page.getByRole("button", { name: "Change Nell Oxenby" }).click();
  await page.getByLabel("Will not have, apart by commas").fill("glitter, fruit");
  await page.getByLabel("Country, two letters").fill("Q");
  await page.getByRole("button", { name: "Keep this household" }).click();
  await expect(page.getByText(/^Q does not fit\. Give an ISO 3166 code/)).toBeVisible();
  await page.getByLabel("Country, two letters").fill("ie");
  await page.getByRole("button", { name: "Keep this household" }).click();
  await expect(page.getByText(/Nell Oxenby.*without glitter or fruit/)).toBeVisible();
});

test("at a fair the till goes on without a network: what was sold is gone from the table, and goes up when there is one again", async ({ context }) => {
  const page = await openPage(context, errors);
  const verdict = page.getByRole("heading", { level: 1 });
  await page.goto(`${shop.url}/dispatch?ask=fair`);
  await expect(verdict).toContainText("Saltcote winter fair");
  await page.getByRole("button", { name: /^Pack \d cards that lie there$/ }).click();
  await page.getByRole("button", { name: "Open the till" }).click();
  await expect(verdict).toHaveText("Saltcote winter fair: 0 of 3 cards sold, €0.00 taken.");
  await context.setOffline(true);
  await page.getByRole("button", { name: /^Lamp moth, rose, €5\.50, 1 left$/ }).click();
  await page.getByRole("button", { name: "Cash" }).click();
  await page.getByRole("button", { name: "€20.00" }).click();
  await expect(page.getByText("Give back €14.50: 1 × €10.00, 2 × €2.00, 1 × €0.50.")).toBeVisible();
  await page.getByRole("button", { name: "It is paid" }).click();
  await expect(verdict).toHaveText("Saltcote winter fair: 1 of 3 cards sold, €5.50 taken.");
  await expect(page.getByRole("button", { name: /^Lamp moth, rose, €5\.50, sold out$/ })).toBeVisible();
  await expect(page.getByText("The server is away. You can go on; 1 entry is kept and will be sent.")).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText("The server is away.")).toHaveCount(0);
  const sales = ((await (await fetch(`${shop.url}/api/fairs`)).json()) as { fairs: { title: string; sales: object[] }[] }).fairs.find(
    ({ title }) => title === "Saltcote winter fair",
  )?.sales;
  expect(sales).toHaveLength(1);
  await page.getByRole("button", { name: "Count the end of the fair" }).click();
  await page.getByLabel("In the tin, EUR").fill("5.50");
  await page.getByRole("button", { name: "Close the fair" }).click();
  await expect(verdict).toContainText("Saltcote winter fair, Fri 21 Nov: 1 of 3 cards sold.");
  await expect(page.getByText("The tin agrees with what was rung up.")).toBeVisible();
});
