import { expect, test, type Page } from "@playwright/test";
import { readFileSync } from "node:fs";
import { shareShop } from "./src/shop.ts";

test.use({ serviceWorkers: "block" });
const shop = shareShop();
let page: Page;
test.beforeEach(async () => {
  page = shop.page;
  await page.goto(`${shop.url}/season`);
});
const dialog = () => page.getByRole("dialog");
const open = (name: string) => page.getByRole("table", { name: "Needs" }).getByRole("button", { name, exact: true }).click();

test("left-over cards and stash panels serve an order first, and what was learned is said where it matters", async () => {
  await open("Oudewiel order");
  const stands = page.getByRole("region", { name: "Where it stands" });
  await expect(stands).toContainText("3 finished cards are left over and 1 panel lies in the stash: paint 4 fewer.");
  await stands.getByRole("button", { name: "Use them" }).click();
  await expect(page.getByText("1 panel of the stash and 3 left-over cards given to Oudewiel order")).toBeVisible();
  await expect(stands).toContainText("3 made · 1 good panels");
  await page.goto(`${shop.url}/finish`);
  await expect(page.getByRole("region", { name: "Lessons" })).toContainText("never on black");
  await page.getByLabel("Inspect which need").selectOption({ label: "Oudewiel order, 4 cards" });
  await page.getByRole("navigation", { name: "Questions about finishing" }).getByRole("link", { name: "Make the cards" }).click();
  await page.getByRole("button", { name: "Assemble 1 card" }).click();
  await page.goto(`${shop.url}/bench`);
  await expect(page.getByRole("region", { name: "Lessons" })).toContainText("signal lamp outwards");
});

test("orders of the feed become needs once; one for a listing that is no design waits until a design is chosen", async () => {
  await page.getByRole("button", { name: "Orders" }).click();
  await expect(dialog()).toContainText("4 orders are not among your needs yet.");
  await dialog().getByLabel("Design of SD-4327").selectOption("");
  await dialog().getByLabel("Take SD-4325").uncheck();
  await dialog().getByRole("button", { name: "Take 3 orders" }).click();
  await expect(page.getByText("3 needs added together")).toBeVisible();
  await expect(page.getByRole("table", { name: "Needs" })).toContainText("Low Tide Café, SD-4327");
  await page.getByRole("button", { name: "Orders" }).click();
  await expect(dialog()).toContainText("1 order is not among your needs yet.");
});

test("a season is copied forward: days move with their occasions, numbers come from what went, and a wrong one stops all", async () => {
  await page.getByRole("button", { name: "Next season" }).click();
  await expect(dialog().getByRole("textbox", { name: "Yule list, day" })).toHaveValue("14/12/2032");
  await expect(dialog().getByLabel("Shop: moths, ochre")).toHaveValue("4");
  await expect(dialog()).toContainText("split its sheets before the fair.");
  await dialog().getByLabel("Shop: moths, ochre").fill("many");
  await dialog()
    .getByRole("button", { name: /^Copy \d+ needs forward$/ })
    .click();
  await expect(dialog().getByRole("alert")).toHaveText("Shop: moths, cards: given many, allowed a whole number from 0 to 10000");
  await dialog().getByLabel("Shop: moths, ochre").fill("5");
  await dialog().getByRole("checkbox", { name: "Thank-yous" }).uncheck();
  await dialog()
    .getByRole("button", { name: /^Copy \d+ needs forward$/ })
    .click();
  await expect(page.getByText(/^\d+ needs added together/)).toBeVisible();
  await page.getByRole("button", { name: "Next season" }).click();
  await expect(dialog().getByRole("checkbox", { name: "Thank-yous" })).toBeVisible();
});

test("another day, number and route are tried by hand beside the real plan, and a wrong number is told at once", async () => {
  await open("Harbour office");
  await page.getByRole("button", { name: "Try something else" }).click();
  const form = page.getByRole("region", { name: "Try something else for Harbour office" });
  await form.getByLabel("Cards").fill("0");
  await expect(form.getByRole("alert")).toHaveText("0 does not fit. Give a whole number of cards from 1 to 10000.");
  await form.getByLabel("Cards").fill("4");
  const trial = page.getByRole("region", { name: "What if" });
  await expect(trial).toContainText("Harbour office: 4 cards instead of 8");
  await form.getByRole("button", { name: "Flatten" }).click();
  await expect(trial).toContainText("Harbour office: leave out “flatten”");
  await expect(trial.getByText("with this").locator("..")).toContainText(/\d+\.\d of \d+ promises kept/);
  await form.getByLabel("Cards").fill("8");
  await expect(trial).not.toContainText("instead of 8");
  await page
    .getByRole("button", { name: /^What if .* were free\?$/ })
    .first()
    .click();
  await expect(trial).toContainText("No session on");
  await trial.getByRole("button", { name: "Throw it away" }).click();
  await expect(trial).toHaveCount(0);
});

test("the season goes onto one sheet for the wall", async () => {
  await expect(page.getByRole("region", { name: "Sessions to come" })).toContainText("split sheets", { timeout: 90_000 });
  const coming = page.waitForEvent("download");
  await page.getByRole("button", { name: "Sheet for the wall" }).click();
  const file = await coming;
  expect(file.suggestedFilename()).toBe("season-2031-11-08.pdf");
  const bytes = readFileSync(await file.path());
  expect(bytes.subarray(0, 5).toString()).toBe("%PDF-");
  expect(bytes.length).toBeGreaterThan(8_000);
});

test("a region has its own days, birthdays come out of a calendar, all or none", async () => {
  await page.getByRole("button", { name: "Occasions" }).click();
  await dialog().getByLabel("One more country").selectOption("GB");
  await dialog().getByLabel("Part of United Kingdom").selectOption("SCT");
  await dialog().getByLabel("public holidays and other days kept there too").check();
  await expect(dialog().getByRole("group", { name: "Coming occasions" })).toContainText("public holiday in Scotland, United Kingdom");
  const days = ["Ida", "Bo"].map((who, index) =>
    [
      "BEGIN:VEVENT",
      `UID:${who}`,
      "DTSTAMP:20310101T000000Z",
      `DTSTART;VALUE=DATE:1984030${String(index + 1)}`,
      "RRULE:FREQ=YEARLY",
      `SUMMARY:${who}'s birthday`,
      "END:VEVENT",
    ].join("\r\n"),
  );
  const calendar = ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//a//b", ...days, "END:VCALENDAR"].join("\r\n");
  await dialog()
    .getByLabel("Birthdays from a calendar file")
    .setInputFiles({ name: "days.ics", mimeType: "text/calendar", buffer: Buffer.from(calendar) });
  await dialog().getByRole("button", { name: "Keep 2" }).click();
  await expect(dialog().getByRole("group", { name: "Coming occasions" })).toContainText("Bo's birthday");
  await dialog()
    .getByLabel("Birthdays from a calendar file")
    .setInputFiles({ name: "days.txt", mimeType: "text/calendar", buffer: Buffer.from("no calendar") });
  await expect(dialog().getByRole("alert")).toContainText("allowed a calendar file that begins with BEGIN:VCALENDAR");
});

test("a season is closed with what is not done handed on, is looked up, and is opened again", async () => {
  await page.getByRole("button", { name: "Seasons" }).click();
  const open = dialog().getByRole("region", { name: "The open season" });
  await expect(open).toContainText("Season 2031");
  await expect(open).toContainText(/Not done: .*/);
  await open.getByRole("button", { name: "Close the season" }).click();
  await expect(open).toContainText("Season 2031 is read only from then on, and can be opened again.");
  await open.getByRole("button", { name: /^Close it and hand \d+ on$/ }).click();
  await expect(open).toContainText("Season 2032");
  const past = dialog().getByRole("region", { name: "Past seasons" });
  await expect(past).toContainText(/Season 2031: \d+ needs, \d+ cards; \d+ of \d+ went out by their day/);
  await past.getByRole("button", { name: "Look it up" }).click();
  await expect(dialog()).toContainText(/Season 2031.*closed: \d+ needs/);
  await expect(dialog()).toContainText("it went out on");
  // What was handed on is planned as before: the plan is made anew for the season that is open now.
  await dialog().getByRole("button", { name: "Close", exact: true }).click();
  await expect(page.getByRole("table", { name: "Needs" })).toContainText("Harbour office");
  await page.reload();
  await page.getByRole("button", { name: "Seasons" }).click();
  await past.getByRole("button", { name: "Look it up" }).click();
  await dialog().getByRole("button", { name: "Open it again, set Season 2032 aside" }).click();
  await expect(open).toContainText("Season 2031");
  await expect(dialog().getByRole("region", { name: "Prepared beside it" })).toContainText("Season 2032");
  await open.getByText("Change its name or its days").click();
  await open.getByLabel("Until").fill("2031-01-01");
  await open.getByRole("button", { name: "Keep the change" }).click();
  await expect(open).toContainText("when it begins");
});
