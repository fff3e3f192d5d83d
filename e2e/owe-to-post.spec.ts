import { expect, test, type Page } from "@playwright/test";
import { openPage, startShop, type RunningShop } from "./src/shop.ts";

const errors: string[] = [];
let shop: RunningShop;
test.afterEach(async () => {
  await shop.close();
  expect(errors.splice(0)).toEqual([]);
});

const verdict = (page: Page) => page.getByRole("heading", { level: 1 });
const view = (page: Page, name: string) => page.getByRole("navigation", { name: "Views" }).getByRole("link", { name });

/** The rest of the journey, from a need that the season knows to the post. */
async function paintAndPost(page: Page, { need, design }: { need: string; design: string }): Promise<void> {
  // The row that was opened has its detail under it, in a row of its own.
  const row = page.getByRole("row", { name: new RegExp(need) }).first();
  await expect(row).toContainText(/\d h|\d+ min/);
  await expect(row).toContainText(/safe|tight/, { timeout: 90_000 });

  await view(page, "Designs").click();
  await page
    .getByRole("button", { name: new RegExp(design) })
    .last()
    .click();
  await expect(verdict(page)).toContainText(`${design}: cut the base 11 × 5 1/2 in and score at 5 1/2 in`);
  await expect(verdict(page)).toContainText("Reveals are even and it fits its envelope");
  await expect(
    page.getByRole("img", { name: new RegExp(`${design} to scale: base 11 × 5 1/2 in, scored at 5 1/2 in, mat 5 × 5 in with reveal 1/4 in, panel 4 1/2 × 4 1/2 in`) }),
  ).toBeVisible();
  await expect(page.getByRole("region", { name: "Route" }).getByRole("heading", { name: /Route, (8|9|10|11|12) stages/ })).toBeVisible();

  await view(page, "Season").click();
  await row.getByRole("button", { name: "split sheets" }).click();
  await expect(verdict(page)).toContainText(/gives? all \d\d pieces, and no plan needs less/);
  await expect(page.getByRole("img", { name: /^(Sheet 20 × 26 in|Offcut)/ }).first()).toBeVisible();
  await expect(page.getByRole("region", { name: "Cut list" })).toContainText("Fence at");
  await page.getByRole("button", { name: /^Start cutting: take/ }).click();
  const next = page.getByRole("button", { name: /^(Done, next|All cut)$/ });
  await expect(next).toBeVisible();
  while (await next.isVisible()) await next.click();
  await page.getByRole("button", { name: "So it was: to the bench" }).click();

  const board = page.getByRole("group", { name: /The board with 1\d panels/ });
  await expect(board).toBeVisible();
  await expect(page.getByRole("region", { name: "Run sheet" })).toContainText(/All dry|These are dry/);
  await expect(page.getByText(/This order (saves|fits)/)).toBeVisible();
  await board.getByRole("button", { name: /^Panel 1,/ }).click();
  await page.getByRole("button", { name: "Spoilt", exact: true }).click();
  await page.getByRole("region", { name: "Why spoilt" }).getByRole("button", { name: "bloom" }).click();
  await paintAll(page, need);

  await painted(page, need).click();
  await page.getByRole("button", { name: /that are left are good/ }).click();
  await expect(verdict(page)).toContainText(`${need}: make 12 cards by`);
  await expect(page.getByRole("region", { name: "What was learned" })).toContainText(`What of ${design} is to be kept, changed, or never done again?`);
  await page.getByRole("navigation", { name: "Questions about finishing" }).getByRole("link", { name: "Make the cards" }).click();
  await page.getByRole("button", { name: "Assemble 12 cards" }).click();
  await expect(page.getByText(/12 cards assembled for/)).toBeVisible();

  await view(page, "Dispatch").click();
  await expect(verdict(page)).toContainText(`${need} is ready to go`);
  await page
    .getByRole("row", { name: new RegExp(need) })
    .getByRole("button", { name: "Posted today" })
    .click();
  await expect(page.getByText(new RegExp(`${need} posted by`))).toBeVisible();
  await view(page, "Logbook").click();
  await page.getByRole("searchbox").fill(need);
  await expect(page.getByText(new RegExp(`${need} posted by .* on \\w{3} (?:\\d+ Nov|Nov \\d+)`)).first()).toBeVisible();
  await expect(page.getByText(new RegExp(`split into \\d+ panels for ${need}`))).toBeVisible();
}

/** The way to Finish once all panels of a need are dry, whether others are still painted or not. */
const painted = (page: Page, need: string) =>
  page
    .getByText(`${need} is painted and dry.`)
    .or(page.getByText("All panels are painted and dry", { exact: true }).locator("xpath=.."))
    .getByRole("link", { name: "Inspect them in Finish" })
    .first();

/** Taps through every stage; where there is nothing for the hands, time passes. */
async function paintAll(page: Page, need: string): Promise<void> {
  for (let turn = 0; turn < 120; turn += 1) {
    if (await painted(page, need).isVisible()) return;
    const before = await verdict(page).innerText();
    const all = page.getByRole("button", { name: /^All \d+ done$/ });
    const done = page.getByRole("button", { name: "Done", exact: true });
    if (await page.getByRole("button", { name: "Dry already" }).isVisible()) await page.clock.fastForward("04:00:00");
    // The clock goes on: what was to do at the look may be another thing at the tap.
    else if (await all.isVisible()) await all.click({ timeout: 3_000 }).catch(() => undefined);
    else if (await done.isVisible()) await done.click({ timeout: 3_000 }).catch(() => undefined);
    await expect
      .poll(async () => (await painted(page, need).isVisible()) || (await verdict(page).innerText()) !== before, { timeout: 4_000 })
      .toBe(true)
      .catch(() => undefined);
  }
  throw new Error("the batch never came to its end");
}

test("a commission goes from owed to posted in the demo shop, and each step takes from the stores", async ({ context }) => {
  shop = await startShop();
  const page = await openPage(context, errors);
  await page.clock.install({ time: new Date("2031-11-08T10:04:00Z") });
  await page.goto(`${shop.url}/stores`);
  const there = async (): Promise<number> => {
    await page.getByText("All of it in figures").click();
    const cotton = page
      .getByRole("row", { name: /Cotton 300 gsm/ })
      .getByRole("cell")
      .nth(1);
    await expect(cotton).toHaveText(/^\d+$/);
    return Number(await cotton.innerText());
  };
  const before = await there();
  await expect(page.getByRole("navigation", { name: "Season ribbon" }).getByRole("link", { name: /Cotton .* runs out/ })).toBeVisible();

  await view(page, "Season").click();
  await expect(verdict(page)).toContainText("Night trains, club cannot be promised for");
  await page.getByRole("button", { name: "Add a need" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: "Add it" }).click();
  await expect(dialog.getByText("Give it a name.")).toBeVisible();
  await expect(dialog.getByText(/at least 1 in some colourway/)).toBeVisible();
  await dialog.getByLabel("For whom or for what").fill("Ferry office twelve");
  await dialog.getByLabel("Design").selectOption({ label: "Quinces" });
  await dialog.getByLabel("Cards, ripe").fill("8");
  await dialog.getByLabel("Cards, on slate").fill("4");
  await dialog.getByLabel("There by").fill("2031-11-01");
  await dialog.getByRole("button", { name: "Add it" }).click();
  await expect(dialog.getByText("Sat 1 Nov has passed. Choose today or later.")).toBeVisible();
  await dialog.getByLabel("There by").fill("2031-12-19");
  await dialog.getByRole("button", { name: "Add it" }).click();
  await expect(page.getByText("Ferry office twelve: 12 × Quinces by Fri 19 Dec")).toBeVisible();

  await paintAndPost(page, { need: "Ferry office twelve", design: "Quinces" });

  await expect(page.getByRole("navigation", { name: "Season ribbon" }).getByRole("link", { name: /Ferry office twelve, posted, .*, safe/ })).toHaveCount(1);
  await view(page, "Stores").click();
  expect(await there()).toBeLessThan(before);
});

test("an empty shop is set up by five questions, ends in a verdict, and takes the same way", async ({ context }) => {
  shop = await startShop({ empty: true });
  const page = await openPage(context, errors);
  await page.clock.install({ time: new Date("2031-11-08T10:04:00Z") });
  await page.goto(shop.url);
  await expect(verdict(page)).toHaveText("Where do you paint, and how do you measure?");
  await page.getByLabel("Name of your shop or table").fill("Kitchen table");
  await page.getByLabel("Lengths", { exact: true }).selectOption("in");
  await page.getByRole("button", { name: "Next" }).click();
  await expect(verdict(page)).toHaveText("When do you paint in an ordinary week?");
  await page.getByLabel("to", { exact: true }).first().fill("18:00");
  await page.getByRole("button", { name: "Next" }).click();
  await expect(page.getByRole("alert")).toHaveText(/^Tuesday, to: given 6:00\sPM, allowed a time after the start$/);
  await page.getByLabel("to", { exact: true }).first().fill("21:30");
  await page.getByRole("button", { name: "Next" }).click();
  await page.getByLabel("sheet width").fill("20 furlongs");
  await page.getByLabel("sheet height").click();
  await expect(page.getByText("20 furlongs does not fit. Give a length such as 4 1/4 in, 4.25 in, 108 mm or 10.8 cm.")).toBeVisible();
  await page.getByLabel("sheet width").fill("20");
  await page.getByRole("button", { name: "Next" }).click();
  await page.getByLabel("Name of the design").fill("Paper lantern");
  await page.getByLabel("Colorways, parted by commas").fill("blue, red");
  await page.getByRole("button", { name: "Next" }).click();
  await page.getByLabel("For whom or for what").fill("First commission");
  await page.getByLabel("Cards, blue").fill("8");
  await page.getByLabel("Cards, red").fill("4");
  await page.getByLabel("There by").fill("2031-12-19");
  await page.getByRole("button", { name: "Say what it takes" }).click();
  await expect(verdict(page)).toContainText(/(The one promise of the season is safe: \d h (?:\d+ min )?of hands|First commission is tight)\. Begin First commission by/);
  await paintAndPost(page, { need: "First commission", design: "Paper lantern" });
});
