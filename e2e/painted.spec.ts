import { AxeBuilder } from "@axe-core/playwright";
import { expect, test, type Locator, type Page } from "@playwright/test";
import { paintedSheet } from "./src/paintedSheet.ts";
import { shareShop } from "./src/shop.ts";

const shop = shareShop({ plans: false });
const verdict = (page: Page) => page.getByRole("heading", { level: 1 });
const windows = (page: Page): Locator => page.getByRole("group", { name: /^The painting/ }).getByRole("button");
const open = async (more = ""): Promise<Page> => {
  const { page } = shop;
  await page.goto(`${shop.url}/sheets?ask=painted${more}`);
  await expect(verdict(page)).toHaveText("Painted first? A photo shows which parts become which cards.");
  await page
    .getByRole("region", { name: "Photo of the painting" })
    .locator("input[type=file]")
    .first()
    .setInputFiles({ name: "shore.png", mimeType: "image/png", buffer: paintedSheet() });
  await expect(verdict(page)).toContainText(/It gives .* (panels?|pieces?)/, { timeout: 90_000 });
  return page;
};
/** Whatever is laid anew is there again: until then the plan cannot be started. */
const settled = (page: Page) => expect(page.getByRole("button", { name: "Start cutting it so" })).toBeEnabled();

test("a painted sheet is straightened, its best parts become panels for the needs they suit, and the cards are shown", async () => {
  const page = await open();
  await expect(verdict(page)).toContainText(/; the best part is crop \d+\. (No straight cuts catch more|Hardly more can be caught)\./);
  await expect(windows(page).first()).toHaveAccessibleName(/^1: .+/);
  const cards = await windows(page).count();
  expect(cards).toBeGreaterThan(15);
  await expect(page.getByRole("img", { name: /as it will look$/ })).toHaveCount(cards);
  await expect(page.getByRole("region", { name: "Cut list" })).toContainText(/Fence at .*, cut/);
  await windows(page).first().click();
  await expect(page.getByRole("region", { name: "Crop 1" })).toContainText(/Crop 1, .* in: \w+/);
  const axe = await new AxeBuilder({ page }).analyze();
  expect(axe.violations.map((each) => [each.id, each.nodes[0]?.html])).toEqual([]);
});

test("fewer sizes are wanted, what counts is turned, and nothing wanted is said", async () => {
  const page = await open();
  const wanted = page.getByRole("region", { name: "Wanted from it" });
  for (const box of await wanted.getByRole("checkbox").all()) await box.click();
  await expect(verdict(page)).toHaveText("Nothing is wanted from it yet.");
  await wanted.getByRole("checkbox", { name: /^Red sails, / }).click();
  await expect(verdict(page)).toContainText("It gives four panels");
  await settled(page);
  await expect(windows(page).first()).toHaveAccessibleName("1: Red sails");
  await page.getByRole("slider", { name: /Catch what stands out/ }).fill("0");
  await expect(page.getByText("not at all")).toBeVisible();
  await settled(page);
  await expect(verdict(page)).toContainText("It gives four panels");
});

test("a window moved by keys or by hand is held there, the rest is laid around it, and moves are taken back", async () => {
  const page = await open();
  const wanted = page.getByRole("region", { name: "Wanted from it" });
  for (const box of await wanted.getByRole("checkbox").all()) if (!(await box.locator("..").innerText()).startsWith("Red sails")) await box.click();
  await expect(verdict(page)).toContainText("It gives four panels");
  await settled(page);
  const first = windows(page).first();
  const place = async () => (await first.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  await expect(first).not.toHaveAccessibleName(/held in place/);
  await first.press("Shift+ArrowDown");
  await first.press("ArrowLeft");
  const held = page.getByRole("button", { name: /held in place$/ });
  await expect(held).toHaveCount(1);
  await settled(page);
  await expect(verdict(page)).toContainText("It gives four panels");
  // By hand: to the upper left corner, onto which it is drawn.
  const before = await place();
  const sheet = (await page.getByRole("group", { name: /^The painting/ }).boundingBox()) ?? before;
  await page.mouse.move(before.x + before.width / 2, before.y + before.height / 2);
  await page.mouse.down();
  await page.mouse.move(sheet.x + 60, sheet.y + 60, { steps: 5 });
  await page.mouse.move(sheet.x + 26 + before.width / 2 + 4, sheet.y + 26 + before.height / 2 + 4, { steps: 5 });
  await page.mouse.up();
  await settled(page);
  await expect(held).toHaveCount(1);
  const there = (await held.boundingBox()) ?? before;
  // The rim of the drawing is 26 pixels wide; the window's own line lies half on either side of it.
  expect(Math.abs(there.x - sheet.x - 26)).toBeLessThan(5);
  expect(Math.abs(there.y - sheet.y - 26)).toBeLessThan(5);
  await page.keyboard.press("Control+z");
  await settled(page);
  await page.getByRole("button", { name: "Undo the last move" }).click();
  await expect(held).toHaveCount(0);
  await expect(page.getByRole("button", { name: "Undo the last move" })).toHaveCount(0);
});

test("crops held over one another are told and taken back; a place is marked by name, and the mark taken away", async () => {
  const page = await open();
  const wanted = page.getByRole("region", { name: "Wanted from it" });
  for (const box of await wanted.getByRole("checkbox").all()) if (!(await box.locator("..").innerText()).startsWith("Red sails")) await box.click();
  await expect(verdict(page)).toContainText("It gives four panels");
  await settled(page);
  await windows(page).first().click();
  await page.getByRole("button", { name: "Hold it here" }).click();
  const held = page.getByRole("button", { name: /held in place$/ });
  await expect(held).toHaveCount(1);
  await settled(page);
  const free = page.getByRole("group", { name: /^The painting/ }).getByRole("button", { name: "2: Red sails", exact: true });
  await page.getByRole("group", { name: /^The painting/ }).evaluate((drawing) => drawing.scrollIntoView({ block: "center" }));
  const [from, to] = [await free.boundingBox(), await held.boundingBox()];
  if (!from || !to) throw new Error("nothing is drawn");
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width * 0.9, to.y + to.height * 0.9, { steps: 6 });
  await page.mouse.up();
  await expect(verdict(page)).toHaveText("Straight cuts cannot free the crops held like this. Undo the last move, or let one go.");
  await page.getByRole("button", { name: "Undo the last move" }).click();
  await expect(verdict(page)).toContainText("It gives four panels");
  await page.getByRole("button", { name: "Let all go" }).click();
  await settled(page);
  await page.getByRole("button", { name: "Mark a place" }).click();
  await page.getByRole("textbox", { name: "What is there" }).fill("animals");
  const painting = page.getByRole("group", { name: /^The painting/ });
  await painting.click({ position: { x: 200, y: 110 } });
  await expect(painting.getByText("animals")).toBeVisible();
  await page.getByRole("button", { name: "Done marking" }).click();
  await settled(page);
  // The Yule list has a household that will not have animals: its windows lie elsewhere.
  await page.getByRole("button", { name: "Take the last mark away" }).click();
  await expect(painting.getByText("animals")).toHaveCount(0);
});

test("at the table the painting is cut by its plan; its panels come to the bench with their wash done", async () => {
  const page = await open();
  const wanted = page.getByRole("region", { name: "Wanted from it" });
  for (const box of await wanted.getByRole("checkbox").all()) if (!(await box.locator("..").innerText()).startsWith("Red sails")) await box.click();
  await expect(verdict(page)).toContainText("It gives four panels");
  await page.getByRole("checkbox", { name: "the shelf still counts this sheet" }).click();
  await settled(page);
  await page.getByRole("button", { name: "Start cutting it so" }).click();
  await expect(verdict(page)).toContainText("Before cutting, write on the back of each piece");
  await expect(page.locator("svg image[href^='/api/pictures/']")).toHaveCount(1);
  // Left and gone on with where it was planned; the season's own cutting of that paper is another plan.
  await page.getByRole("button", { name: "Leave the table" }).click();
  await expect(page.getByRole("button", { name: /^Start cutting: take/ })).toBeVisible();
  await expect(page.getByRole("button", { name: "Go on with the plan begun" })).toHaveCount(0);
  await page.goto(`${shop.url}/sheets?ask=painted`);
  await page.getByRole("button", { name: "Go on cutting the painting begun" }).click();
  await expect(verdict(page)).toContainText("Before cutting, write on the back of each piece");
  const last = page.getByRole("button", { name: "All cut" });
  for (let move = 0; move < 60 && !(await last.isVisible()); move += 1) await page.getByRole("button", { name: "Done, next" }).click();
  await last.click();
  await expect(verdict(page)).toContainText("4 panels go to the bench. Was it so?");
  await expect(page.getByRole("region", { name: "Offcuts to keep" })).toHaveCount(0);
  const stages = page.getByRole("region", { name: "Painted as far as" }).getByLabel("Red sails");
  await expect(stages).not.toHaveValue("");
  const shelf = await stores();
  await page.getByRole("button", { name: "So it was: to the bench" }).click();
  await expect(page).toHaveURL(/\/bench/);
  const bench = (await (await fetch(`${shop.url}/api/bench`)).json()) as { batches: { units: unknown[]; facts: { what: string }[] }[] };
  const batch = bench.batches.find((each) => each.units.length === 4 && each.facts.length > 0 && each.facts.every((fact) => fact.what !== "spoilt"));
  expect(batch?.facts.filter((fact) => fact.what === "done").length).toBeGreaterThanOrEqual(4);
  expect(await stores()).toEqual(shelf);
});

const stores = async () =>
  ((await (await fetch(`${shop.url}/api/stores`)).json()) as { stores: { name: string; kind: string; onHand: number }[] }).stores
    .filter(({ kind }) => kind === "sheet")
    .map(({ name, onHand }) => [name, onHand]);

test("a panel that is to be rescued leads to its good part: the panel's own size is taken, and nothing leaves the shelf", async () => {
  const { page } = shop;
  await page.goto(`${shop.url}/finish`);
  await page.getByRole("button", { name: /^Panel 6, / }).click();
  const panel = page.getByRole("region", { name: "Panel 6" });
  await panel.getByRole("group", { name: "What is wrong with it" }).getByRole("button", { name: "torn" }).click();
  await panel.getByRole("button", { name: "Cut down to a smaller card, a tag or a strip" }).click();
  // The next one comes up by itself.
  await page.getByRole("button", { name: /^Panel 6, / }).click();
  await panel.getByRole("link", { name: "Find its good part in Sheets" }).click();
  const paper = page.getByRole("region", { name: "What was painted" });
  await expect(paper.getByLabel("What was painted").locator("option:checked")).toHaveText(/^a panel of .* that failed, .* in$/);
  await expect(paper.getByRole("checkbox", { name: "the shelf still counts this sheet" })).toHaveCount(0);
  await page
    .getByRole("region", { name: "Photo of the painting" })
    .locator("input[type=file]")
    .first()
    .setInputFiles({ name: "shore.png", mimeType: "image/png", buffer: paintedSheet(520) });
  await expect(verdict(page)).toContainText(/It gives .*(panel|piece)/, { timeout: 90_000 });
  await expect(windows(page).first()).toBeVisible();
});

test("a size that cannot be, a rim wider than the sheet, a file that is no picture: one line each", async () => {
  const { page } = shop;
  await page.goto(`${shop.url}/sheets?ask=painted`);
  const paper = page.getByRole("region", { name: "What was painted" });
  await paper.getByLabel("What was painted").selectOption({ label: "something of another size" });
  await paper.getByLabel("Its width").fill("nine");
  await paper.getByLabel("Its width").press("Enter");
  await expect(paper).toContainText(/nine does not fit\. Give/);
  await paper.getByLabel("Its width").fill("9 in");
  await paper.getByLabel("Its width").press("Enter");
  await paper.getByLabel("Rim that is cut off").fill("6");
  await paper.getByLabel("Rim that is cut off").press("Enter");
  await expect(paper).toContainText("That is half of the sheet or more. Give less than half of its shorter side.");
  await page
    .getByRole("region", { name: "Photo of the painting" })
    .locator("input[type=file]")
    .first()
    .setInputFiles({ name: "notes.png", mimeType: "image/png", buffer: Buffer.from("no picture") });
  await expect(page.getByRole("alert")).toContainText("This is image/png that is no picture this program reads. Choose a PNG or JPEG photo or scan.");
});
