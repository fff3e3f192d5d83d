import { expect, test, type Page } from "@playwright/test";
import { shareShop } from "./src/shop.ts";

const shop = shareShop({ plans: false });
const verdict = (page: Page) => page.getByRole("heading", { level: 1 });

/** Makes a design from a template and counts the taps it took. */
async function begin(page: Page, name: string, template: string, more: (dialog: ReturnType<Page["getByRole"]>) => Promise<void> = () => Promise.resolve()): Promise<void> {
  await page.goto(`${shop.url}/designs`);
  await inUnits(page, "in");
  await page.getByRole("button", { name: "New design from a template" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Name", { exact: true }).fill(name);
  await dialog.getByLabel("Begins as").selectOption(template);
  await more(dialog);
  await dialog.getByRole("button", { name: "Make it" }).click();
  await expect(verdict(page)).toContainText(name);
}
const length = async (where: Pick<Page, "getByLabel">, label: string, text: string): Promise<void> => {
  await where.getByLabel(label, { exact: true }).fill(text);
  await where.getByLabel(label, { exact: true }).press("Enter");
};
const inUnits = (page: Page, system: "in" | "cm") => page.getByRole("button", { name: system, exact: true }).click();

test("a torn panel on a base cut to a given envelope: the envelope is told and the rest follows inwards", async () => {
  const { page } = shop;
  await begin(page, "Squall", "torn", async (dialog) => {
    await dialog.getByLabel("Which envelope lies on the shelf?").selectOption("envelope");
    await length(dialog, "envelope width", "6 1/8");
    await length(dialog, "envelope height", "6 1/8");
    // 6 1/8 less the card's thickness of 1 mm and 3 mm of room, down to a sixteenth.
    await expect(dialog.getByText("Cut the base 11 7/8 × 5 15/16 in; envelope 6 1/8 × 6 1/8 in.")).toBeVisible();
  });
  await expect(verdict(page)).toContainText("cut the base 11 7/8 × 5 15/16 in and score at 5 15/16 in");
  await expect(verdict(page)).toContainText("it fits its envelope");
});

test("an arched tag stands because its back is trimmed, and says so when it is not", async () => {
  const { page } = shop;
  await begin(page, "Lantern tag", "tag");
  await expect(verdict(page)).toContainText("as two pieces, the back scored 1/2 in from its top");
  await page.getByText("Score, grain, thickness, hole").click();
  await length(page, "off the foot of the back", "0");
  await expect(page.getByText(/It would tip over: given|It would tip over: a back as long as the front/)).toBeVisible();
  await page.getByRole("button", { name: "Back to the old ones" }).click();
  await page.getByLabel("What is pencilled").selectOption("cells");
  await length(page, "margin", "1/16");
  await expect(page.getByText(/2 of 9 cells reach over the rim of the panel/)).toBeVisible();
  await expect(page.getByText(/It would tip over/)).toBeHidden();
  await length(page, "hole from the top", "1/8");
  await expect(page.getByText(/Its hole is too near the edge/)).toBeVisible();
});

test("a metric postcard has no fold, and its taped border and grid come with it", async () => {
  const { page } = shop;
  await begin(page, "Slack tide", "postcard");
  await inUnits(page, "cm");
  await expect(verdict(page)).toContainText("cut the base 10.5 × 14.8 cm.");
  await expect(page.getByRole("region", { name: "Guides" })).toContainText("Along the top, marks at 0.8, 5.05, 5.45, 9.7");
});

test("two mats with an uneven reveal are seen before cutting, on all four sides, and a wider card keeps the panel when told so", async () => {
  const { page } = shop;
  await begin(page, "Heron path", "mats");
  await inUnits(page, "cm");
  await expect(verdict(page)).toContainText("The panel lies uneven");
  await page.getByRole("radio", { name: "the panel" }).check();
  await length(page, "card width", "13");
  await expect(page.getByLabel("panel width")).toHaveValue("8.6");
  await expect(page.getByLabel("outer mat width")).toHaveValue("11.7");
  await page.getByRole("radio", { name: "the reveals" }).check();
  await length(page, "panel width", "9.6");
  await expect(page.getByLabel("card width")).toHaveValue("14");
  await expect(page.getByLabel("envelope width")).toHaveValue("14.5");
  await page.getByRole("button", { name: "front", exact: true }).click();
  await page.getByRole("button", { name: "in profile" }).click();
  await expect(page.getByRole("img", { name: /in profile 0.15? cm thick|in profile ~?0.15 cm thick/ })).toBeVisible();
  await page.getByRole("button", { name: "Keep these sizes" }).click();
  await expect(verdict(page)).toContainText("cut the base 28 × 17 cm");
});

test("foam tape under the panel is told to be too thick for the envelope, a mat is put in, and the fold runs along the grain", async () => {
  const { page } = shop;
  await begin(page, "Ferry rail", "torn");
  await page.getByText("place, lift").click();
  await length(page, "foam tape under the panel", "1/4");
  await expect(page.getByText(/It is too tight in its envelope: .* with the foam tape on it/).first()).toBeVisible();
  await page.getByRole("button", { name: "One more mat" }).click();
  await expect(page.getByLabel("mat width")).toHaveValue("5 1/2");
  await page.getByText("Score, grain, thickness, hole").click();
  await page.getByLabel("grain of the base runs").selectOption("across");
  await expect(page.getByText(/It folds across the grain/)).toBeVisible();
  await length(page, "score", "13");
  await expect(page.getByText(/a score at 13 in does not fit\. Give more than 0 and less than 12 in, the flat base/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Keep these sizes" })).toBeDisabled();
});
