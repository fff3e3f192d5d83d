import { expect, test } from "@playwright/test";
import { shareShop } from "./src/shop.ts";

const shop = shareShop({ plans: false });

test("the wall says which family holds together, which card breaks it and how it is mended, and what nothing serves", async () => {
  const { page } = shop;
  await page.goto(`${shop.url}/designs`);
  const verdict = page.getByRole("heading", { level: 1 });
  await expect(verdict).toContainText("In Night post 3 cards stray from the family.");
  await expect(verdict).toContainText("no card yet for Yule, with neutral words");
  const broken = page.getByRole("list", { name: "What breaks Night post" });
  await expect(broken.getByRole("listitem").first()).toContainText("Lamp moth: its light comes from the left, on the others from the right. Mend: paint its shadows on the left");
  await expect(broken).toContainText("Samphire is in no other card");
  // The moth is painted with its light from the right: the finding goes, without a reload.
  await page
    .getByRole("button", { name: /Lamp moth/ })
    .first()
    .click();
  await expect(verdict).toContainText("It strays from its family");
  const family = page.getByRole("region", { name: "In its family" });
  await family.getByLabel("Light from").selectOption("right");
  await family.getByLabel("Highlights on").selectOption("right");
  await expect(verdict).not.toContainText("strays");
  await family.getByLabel("For ages").fill("ten");
  await family.getByLabel("For ages").blur();
  await expect(family.getByText("ten does not fit. Give ages such as 5 to 9.")).toBeVisible();
  await family.getByLabel("For ages").fill("9 to 12");
  await family.getByLabel("For occasions").fill("thank-you, birthday");
  await family.getByLabel("For occasions").blur();
  await page.getByRole("link", { name: "The wall" }).click();
  await expect(verdict).toContainText("In Night post 2 cards stray");
  await expect(page.getByRole("region", { name: "Gaps" })).not.toContainText("9 years old");
});

test("a series does not hold to a rule, and does again", async () => {
  const { page } = shop;
  await page.goto(`${shop.url}/designs`);
  const wind = page.getByRole("region", { name: "Garden wind" });
  await expect(wind).toContainText("Quinces: it shows 4, an even number");
  await wind.getByRole("button", { name: "Garden wind does not hold to: There is an odd number of what is shown" }).click();
  await expect(wind).not.toContainText("an even number");
  await wind.getByText("What Garden wind should be").click();
  await wind.getByRole("button", { name: /Hold to it again: there is an odd number/ }).click();
  await expect(wind).toContainText("an even number");
  await wind.getByRole("checkbox", { name: /looks one way and the other/ }).uncheck();
  await expect(wind).not.toContainText("like the card before it");
});

test("a design is put away, not deleted: it leaves the wall, keeps its history and comes back", async () => {
  const { page } = shop;
  await page.goto(`${shop.url}/designs`);
  await page
    .getByRole("button", { name: /Bicycle in rain/ })
    .first()
    .click();
  await page.getByRole("button", { name: "Put this design away" }).click();
  await expect(page.getByText("This design is put away. Its history stays")).toBeVisible();
  await page.getByRole("link", { name: "The wall" }).click();
  await expect(page.getByRole("region", { name: "Night post" })).not.toContainText("Bicycle in rain");
  // It is offered for nothing new.
  await page.goto(`${shop.url}/season`);
  await page.getByRole("button", { name: "Add a need" }).click();
  await expect(page.getByRole("dialog").getByLabel("Design").locator("option", { hasText: "Lamp moth" })).toHaveCount(1);
  await expect(page.getByRole("dialog").getByLabel("Design").locator("option", { hasText: "Bicycle in rain" })).toHaveCount(0);
  await page.keyboard.press("Escape");
  await page.goto(`${shop.url}/designs`);
  await page.getByText("Designs put away").click();
  await page.getByRole("button", { name: "Bicycle in rain" }).click();
  await page.getByRole("button", { name: "Bring it back" }).click();
  await page.getByRole("link", { name: "The wall" }).click();
  await expect(page.getByRole("region", { name: "Night post" })).toContainText("Bicycle in rain");
});
