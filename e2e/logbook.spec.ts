import { AxeBuilder } from "@axe-core/playwright";
import { expect, test, type Page } from "@playwright/test";
import { readFileSync } from "node:fs";
import { openPage, startShop, type RunningShop } from "./src/shop.ts";

const errors: string[] = [];
let shop: RunningShop;
test.beforeAll(async () => {
  shop = await startShop({ plans: false });
});
test.afterAll(() => shop.close());
const verdict = (page: Page) => page.getByRole("heading", { level: 1 });

test("the logbook tells a session as one entry, is narrowed, and leads to the story of a need from its order to the bench", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/logbook`);
  await expect(verdict(page)).toHaveText(/^Since Sun 2 Nov you were at the bench once, 1 h \d+ min in all; 1 panel was spoilt\.$/);
  const session = page.getByText(/^At the bench for 1 h \d+ min: Sketch on 8 panels/);
  await expect(session).toBeVisible();
  await expect(page.getByText("Sketch done: panel 1", { exact: true })).toHaveCount(0);
  await page
    .getByRole("button", { name: /^Show its \d+ entries$/ })
    .first()
    .click();
  await expect(page.getByText("Sketch done: panel 1", { exact: true })).toBeVisible();

  await page.getByLabel("About", { exact: true }).selectOption("sheets");
  await expect(session).toHaveCount(0);
  await expect(page.getByText(/split into 8 panels for Gull Steps order/)).toBeVisible();
  await page.getByLabel("Find in the logbook").fill("no such word");
  await expect(page.getByText("Nothing found")).toBeVisible();

  await page.goto(`${shop.url}/season`);
  await page.getByRole("link", { name: "Gull Steps order" }).first().click();
  await page.getByRole("link", { name: "The story of Gull Steps order" }).click();
  await expect(verdict(page)).toContainText("The story of Gull Steps order, from ");
  await expect(page.getByText(/^At the bench for 1 h/)).toBeVisible();
  await page.getByRole("link", { name: "Back to all that happened" }).click();
  await expect(page).toHaveURL(/\/logbook$/);
  expect(errors.splice(0)).toEqual([]);
});

test("the season so far is looked back on, what is believed is told with what it rests on, and the eye is trained", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/logbook?ask=season`);
  await expect(verdict(page)).toContainText("3 of 3 promises were kept");
  await expect(page.getByRole("region", { name: "Where did the hours go?" })).toContainText("A minute saved there saves most.");
  await expect(page.getByRole("region", { name: "What did an hour of each design earn?" })).toContainText(/An hour of .* brought €/);
  // Planned again in a worker; the book is made there too, of what is read when it is wanted.
  await expect(page.getByRole("region", { name: "What would have helped most?" })).toContainText(/planned again so|None of these changes/);
  const [book] = await Promise.all([page.waitForEvent("download"), page.getByRole("button", { name: "Make a book of Season 2031" }).click()]);
  expect(book.suggestedFilename()).toBe("Season 2031.pdf");
  expect(
    readFileSync(await book.path())
      .subarray(0, 5)
      .toString(),
  ).toBe("%PDF-");
  await page.getByRole("button", { name: "Plan the next season so" }).click();
  const dialog = page.getByRole("dialog", { name: "Next season, from this one" });
  await expect(dialog).toBeVisible();
  await dialog.getByRole("button", { name: "Leave it" }).click();
  await expect(page).toHaveURL(/\/season$/);
  await page.goto(`${shop.url}/logbook?ask=season`);
  await page.getByRole("link", { name: "What is believed" }).click();
  await expect(verdict(page)).toContainText("are believed to come out good.");
  await page.getByRole("link", { name: "Train your eye" }).click();
  await page.getByRole("button", { name: "Yes, it will be kept" }).click();
  await expect(page.getByText(/^Yes\. .* went out in time\.$|^Not quite\. .* was late\.$/)).toBeVisible();
  await page.reload();
  await expect(verdict(page)).toContainText("1 question answered");
  expect(errors.splice(0)).toEqual([]);
});

/** The platform's own recorder is given a tone instead of a microphone. */
const toneForMicrophone = (): void => {
  navigator.mediaDevices.getUserMedia = () => {
    const audio = new AudioContext();
    const [tone, out] = [audio.createOscillator(), audio.createMediaStreamDestination()];
    tone.connect(out);
    tone.start();
    return Promise.resolve(out.stream);
  };
};

test("words, a photo and a voice note are pinned to a session, stand there after a reload, and are taken away", async ({ context }) => {
  await context.addInitScript(toneForMicrophone);
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/logbook`);
  await page.getByRole("button", { name: "Pin a note" }).first().click();
  const form = page.getByRole("form", { name: "Pin a note" });
  await form.getByLabel("Note", { exact: true }).fill("The third panel bloomed where the window stood open");
  await form.locator("input[type=file]").setInputFiles("docs/screenshots/season.png");
  await expect(form.getByRole("img", { name: "The photo to be pinned" })).toBeVisible();
  await form.getByRole("button", { name: "Record a voice note" }).click();
  await expect(form.getByText(/^1 second of at most 180$/)).toBeVisible();
  await form.getByRole("button", { name: "Stop recording" }).click();
  await expect(form.getByLabel(/^The voice note, \d+ seconds?$/)).toBeVisible();
  await form.getByRole("button", { name: "Pin the note" }).click();
  await expect(form).toHaveCount(0);
  await page.reload();
  const note = page.getByRole("list", { name: "Notes" });
  await expect(note).toContainText("The third panel bloomed where the window stood open");
  const heard = await note.getByLabel("Voice note").getAttribute("src");
  const sound = await page.request.get(`${shop.url}${heard ?? ""}`);
  expect([sound.status(), sound.headers()["content-type"]]).toEqual([200, "audio/webm"]);
  await expect.poll(() => note.locator("img").evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(0);
  await note.getByRole("button", { name: "Take the note away" }).click();
  await expect(note).toHaveCount(0);
  expect(errors.splice(0)).toEqual([]);
});

test("a batch is left out of what is learned and counts again; a design is learned anew and that is undone", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/logbook?ask=believed`);
  const stages = page.getByRole("table", { name: /^What is believed of / });
  await expect(stages).toContainText("23 taps");
  await page
    .getByRole("button", { name: /^Leave out: the batch for / })
    .first()
    .click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("What nothing is learned of").selectOption({ label: "the whole batch" });
  await dialog.getByLabel("Why", { exact: true }).fill("The heating was broken");
  await dialog.getByRole("button", { name: "Leave it out" }).click();
  await expect(dialog).toHaveCount(0);
  const out = page.getByRole("region", { name: "What does not count" });
  await expect(out).toContainText("The heating was broken");
  await expect(stages).toContainText("no tap yet");
  await out.getByRole("button", { name: "Count it again" }).click();
  await expect(out).toHaveCount(0);
  await expect(stages).toContainText("23 taps");
  await page.getByText(/^Learn .* anew$/).click();
  await page.getByLabel("Why", { exact: true }).fill("Another room");
  await page.getByRole("button", { name: "Learn anew from now" }).click();
  await expect(stages).not.toContainText("23 taps");
  await page.getByRole("button", { name: "Undo" }).last().click();
  await expect(stages).toContainText("23 taps");
  expect(errors.splice(0)).toEqual([]);
});

test("every question of the logbook can be read by everyone, upright and in the evening", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.setViewportSize({ width: 820, height: 1180 });
  await page.goto(`${shop.url}/logbook`);
  await page.getByRole("button", { name: "evening" }).click();
  await page.getByRole("button", { name: "Pin a note" }).first().click();
  const believed = ["evenings", "post", "fairs", "materials"].map((about) => `?ask=believed&about=${about}`);
  for (const more of ["", "?ask=season", "?ask=years", "?ask=believed", ...believed]) {
    if (more !== "") await page.goto(`${shop.url}/logbook${more}`);
    await expect(verdict(page)).toBeVisible();
    await page.waitForLoadState("networkidle");
    const { violations } = await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag22aa"]).analyze();
    expect(violations.map((each) => `${more} ${each.id}: ${each.nodes[0]?.html ?? ""}`)).toEqual([]);
    expect([more, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([more, 820]);
  }
  expect(errors.splice(0)).toEqual([]);
});
