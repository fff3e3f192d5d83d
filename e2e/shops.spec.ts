import { expect, test, type Page } from "@playwright/test";
import { openPage, startShop, type RunningShop } from "./src/shop.ts";

let shop: RunningShop;
test.beforeAll(async () => {
  shop = await startShop({ plans: false });
});
test.afterAll(() => shop.close());

const verdict = (page: Page) => page.getByRole("heading", { level: 1 });
const settings = (page: Page, of: string) => page.getByRole("button", { name: `Settings of ${of}` }).click();
const section = (page: Page) => page.getByRole("region", { name: "Shops on this machine" });
const press = (page: Page, name: string) => section(page).getByRole("button", { name, exact: true }).click();

test("a shop of one's own is opened from the demo and kept apart from it; both are entered and left, each with what waits for it, and the demo is set back", async ({
  context,
}) => {
  const errors: string[] = [];
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/stores`);
  await expect(verdict(page)).toBeVisible();
  await page.getByRole("button", { name: "This is the demo" }).click();
  await press(page, "Open a shop of your own");
  const asked = page.getByRole("dialog", { name: "A shop of your own" });
  await asked.getByRole("button", { name: "Open this shop" }).click();
  await expect(asked.getByRole("textbox")).toHaveAttribute("aria-invalid", "true");
  await asked.getByRole("textbox").fill("Tern Row Cards");
  await asked.getByRole("button", { name: "Open this shop" }).click();
  await expect(asked.getByText(/another shop.s name here/)).toBeVisible();
  await asked.getByRole("textbox").fill("Quince Yard");
  await asked.getByRole("button", { name: "Open this shop" }).click();
  await expect(page.getByRole("button", { name: "Settings of Quince Yard" })).toBeVisible();
  await expect(page.getByRole("button", { name: "This is the demo" })).toHaveCount(0);
  // A second tab opens where she is now; the one that looks at the demo stays there.
  const other = await openPage(context, errors);
  await other.goto(`${shop.url}/season`);
  await expect(other.getByRole("button", { name: "Settings of Quince Yard" })).toBeVisible();
  await settings(other, "Quince Yard");
  await press(other, "Enter the demo, Tern Row Cards");
  await expect(other.getByRole("button", { name: "This is the demo" })).toBeVisible();
  await page.reload();
  await expect(page.getByRole("button", { name: "Settings of Quince Yard" })).toBeVisible();
  // What is told in each is told in that one.
  await other.getByRole("button", { name: "cm", exact: true }).click();
  await expect(other.getByRole("button", { name: "cm", exact: true })).toHaveAttribute("aria-pressed", "true");
  await settings(page, "Quince Yard");
  await expect(page.getByLabel("Lengths", { exact: true })).toHaveValue("in");
  await page.getByRole("button", { name: "Leave it as it is" }).click();
  await settings(other, "Tern Row Cards");
  await press(other, "Set the demo back to its beginning");
  await other.getByRole("dialog", { name: "Set the demo back?" }).getByRole("button", { name: "Set the demo back", exact: true }).click();
  await expect(other.getByRole("button", { name: "in", exact: true })).toHaveAttribute("aria-pressed", "true", { timeout: 60_000 });
  await expect(verdict(other)).toContainText(/are owed/);
  expect(errors).toEqual([]);
});
