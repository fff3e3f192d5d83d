import { expect, test, type Page } from "@playwright/test";
import { shareShop } from "./src/shop.ts";

test.use({ serviceWorkers: "block" });
const shop = shareShop({ plans: false });
let page: Page;
test.beforeEach(async () => {
  page = shop.page;
  await page.goto(`${shop.url}/designs`);
  await page.getByRole("button", { name: /Weather vane/ }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("Weather vane");
});
const verdict = () => page.getByRole("heading", { level: 1 });
const broken = () => page.getByRole("region", { name: "What the route breaks" });

test("a design with a mistake in its route says so in its verdict, and one tap mends it", async () => {
  await expect(verdict()).toContainText("Its route breaks one rule of the craft.");
  const words = broken().getByRole("group", { name: "Words after the last wash" });
  await expect(words).toContainText("Water over finished lettering softens it");
  await words.getByRole("button", { name: /^Move “/ }).click();
  await expect(verdict()).toContainText("Its route is in order.");
  await expect(broken()).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).last().click();
  await expect(verdict()).toContainText("Its route breaks one rule of the craft.");
});

test("a shop that does it otherwise says why, and the rule is said no more until it is wanted again", async () => {
  await broken().getByRole("button", { name: "We do it so" }).click();
  await broken().getByLabel("Why it is right here").fill("waterproof ink");
  await broken().getByRole("button", { name: "Say it no more" }).click();
  await expect(verdict()).toContainText("Its route is in order.");
  await page.getByText("1 rule is done otherwise here").click();
  await expect(page.getByText("words after water: waterproof ink")).toBeVisible();
  await page.getByRole("button", { name: "say it again" }).click();
  await expect(verdict()).toContainText("Its route breaks one rule of the craft.");
});

test("a route is changed by hand from the library, and what it breaks is said before it is kept", async () => {
  await page.getByRole("button", { name: "Change the route" }).click();
  const editor = page.getByRole("region", { name: "Change the route" });
  await editor.getByLabel("One more stage").selectOption("glitter");
  await editor.getByLabel("Glitter, drying").fill("5");
  await expect(broken()).toContainText("Glitter dries before anything is stacked");
  await broken().getByRole("button", { name: "Let “Glitter” dry 20 min" }).click();
  await expect(editor.getByLabel("Glitter, drying")).toHaveValue("20");
  await editor.getByRole("button", { name: "Leave out Shadows" }).click();
  await page.getByRole("button", { name: "Keep this route" }).click();
  await expect(page.getByText("Route of Weather vane changed: 9 stages")).toBeVisible();
  await expect(page.getByRole("region", { name: "Route", exact: true })).toContainText("Glitter");
});

test("guides are worked out for the panel, kept, and said to be too large when they are", async () => {
  const guides = page.getByRole("region", { name: "Guides" });
  await guides.getByLabel("What is pencilled").selectOption("thirds");
  await expect(guides).toContainText("Along the top, marks at");
  await guides.getByRole("button", { name: "Keep these guides" }).click();
  await expect(page.getByText("Guides of Weather vane: thirds")).toBeVisible();
  await guides.getByLabel("What is pencilled").selectOption("cells");
  await guides.getByLabel("margin").fill("3 in");
  await guides.getByLabel("margin").press("Enter");
  await expect(guides.getByRole("alert")).toContainText("columns: given 6 1/2 in needed, allowed at most");
  await expect(guides.getByRole("button", { name: "Keep these guides" })).toHaveCount(0);
});
