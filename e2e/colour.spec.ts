import { randomUUID } from "node:crypto";
import { expect, test, type Page } from "@playwright/test";
import { photoOf } from "./src/picture.ts";
import { openPage, shareShop, startShop } from "./src/shop.ts";

const shop = shareShop({ plans: false });
const verdict = (page: Page) => page.getByRole("heading", { level: 1 });
const ask = async (what: string, more = ""): Promise<Page> => {
  const { page } = shop;
  await page.goto(`${shop.url}/colour?ask=${what}${more}`);
  await expect(verdict(page)).toBeVisible();
  return page;
};
/** Three kites: red over turquoise, blue beside both. */
const KITES = "&design=01936b5c-1001-7000-8000-00000000005c";

test("what touches is taken from picture and route, marked otherwise it is reckoned anew, and the cure stands in the verdict", async () => {
  const page = await ask("mud", KITES);
  const pair = page.getByRole("group", { name: "Rockpool and Kite Red", exact: true });
  await expect(pair).toBeVisible();
  await expect(page.getByText("Where they touch is taken from the picture")).toBeVisible();
  const marks = pair.getByRole("group", { name: "How Rockpool and Kite Red meet" });
  await marks.getByRole("button", { name: "touch wet" }).click();
  await expect(marks.getByRole("button", { name: "touch wet", pressed: true })).toBeVisible();
  await expect(pair).toContainText("Wet, ");
  await expect(page.getByText("Where they touch was marked by you.")).toBeVisible();
  await expect(verdict(page)).toContainText("Rockpool and Kite Red");
  await expect(verdict(page)).toContainText(/go dull|turn to mud/);
  await expect(page.getByRole("img", { name: "Three kites as it dries" })).toBeVisible();
  await page.getByRole("button", { name: "see it" }).first().click();
  await expect(page.getByText(/^with /)).toBeVisible();
  await marks.getByRole("button", { name: "do not touch" }).click();
  await expect(verdict(page)).not.toContainText("Rockpool and Kite Red");
});

test("a wanted colour by its number, from the picture and from a photo; beyond the shelf it says how near and what to buy", async () => {
  const page = await ask("mix");
  await page.getByLabel("or its number").fill("#6a9a4a");
  await page.keyboard.press("Enter");
  await expect(verdict(page)).toContainText(/^Mix .* parts water: nobody tells them apart/);
  const recipes = page.getByRole("region", { name: "Recipes" });
  await expect(recipes.getByRole("group", { name: "Three paints" })).toContainText(/As (tea|coffee|milk|cream|butter)/);
  await expect(page.getByRole("region", { name: "What to add" })).toContainText("To mute it: a little");
  await page.getByLabel("or its number").fill("mossy");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toHaveText("mossy does not fit. Give a colour such as #3a5f8c.");
  await page.getByLabel("or its number").fill("#10ff40");
  await page.keyboard.press("Enter");
  await expect(verdict(page)).toContainText("No mix of your 22 paints reaches it. The nearest,");
  await page
    .getByLabel("From a photo")
    .setInputFiles({ name: "clear.png", mimeType: "image/png", buffer: await photoOf(page, 200, 200, null, [{ x: 50, y: 50, width: 100, height: 100, colour: "#b04a5c" }]) });
  await expect(page.getByRole("alert")).toHaveText("What was see-through in the picture was taken for white paper.");
  await page.getByRole("img", { name: /^Photo: press a place/ }).click();
  await expect(page).toHaveURL(/want=%23b04a5c/);
});

test("a batch's puddles: measured on the picture, more panels take more, nonsense is met in words", async () => {
  const page = await ask("puddles", "&design=01936b5c-1001-7000-8000-000000000022");
  await expect(page.getByText("Area and strength were measured on the picture.")).toBeVisible();
  await expect(verdict(page)).toContainText(/For \d+ panels of Paper boat, blue sail mix .* ml of/);
  const panels = page.getByLabel("Panels");
  await panels.fill("200");
  await expect(verdict(page)).toContainText("dries before the batch is through: mix it in");
  await panels.fill("0");
  await expect(page.getByText("0 does not fit. Give a whole number from 1 to 500.")).toBeVisible();
  await expect(verdict(page)).toContainText("For 200 panels");
});

test("glazes by keyboard, and the order of shapes changes with what overlaps", async () => {
  const page = await ask("glaze", KITES);
  await expect(verdict(page)).toContainText(/Of 462 glazes your 22 paints can make, \d+ stay clean/);
  const order = page.getByRole("region", { name: "Order of shapes" });
  await expect(order.getByRole("status")).toContainText(/overlaps stay clean/);
  await order.getByRole("button", { name: "One more shape" }).click();
  await order.getByRole("textbox", { name: "Shape 4" }).fill("moon");
  await order.getByLabel("Paint of moon").selectOption({ label: "Lamp Oil" });
  const overlaps = async (): Promise<number> => Number(/(\d+) overlaps/.exec((await order.getByRole("status").textContent()) ?? "")?.[1] ?? 0);
  const before = await overlaps();
  await order.getByRole("button", { name: "Kite Red", exact: true }).last().click();
  await expect.poll(overlaps).toBe(before + 1);
  const grid = page.getByRole("img", { name: /^Glazes of 22 paints/ });
  await grid.focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowRight");
  await expect(grid).toHaveAccessibleName(/Dune over Buoy is chosen/);
});

test("mats are ranked by daylight and lamplight with the reason", async () => {
  const page = await ask("mat");
  await expect(verdict(page)).toContainText(/^Take Card stock, .* than the edge/);
  await page.getByRole("button", { name: "lamplight" }).click();
  await expect(page.getByRole("img", { name: /by lamplight$/ }).first()).toBeVisible();
});

test("the fewest paints for a series; a swapped palette is kept as a colourway of the design", async () => {
  const page = await ask("series", KITES);
  await expect(verdict(page)).toContainText(/paints mix all \d+ colours of Garden wind: .* No fewer will do\./, { timeout: 90_000 });
  const others = page.getByRole("region", { name: "Other colourways" });
  const first = others.getByRole("group").filter({ hasText: "Keep as a colourway" }).first();
  await expect(first).toContainText("4 cards.");
  const name = (await first.getAttribute("aria-label")) ?? "";
  await first.getByRole("button", { name: "Keep as a colourway" }).click();
  await expect(page.getByText(`Three kites also in ${name}`)).toBeVisible();
  await page.goto(`${shop.url}/colour?ask=mud${KITES}`);
  await expect(page.getByLabel("Colourway").locator("option", { hasText: name })).toHaveCount(1);
});

test("drift: two swatches and a grey card on one photo, and what the puddle wants", async () => {
  const page = await ask("drift");
  const photo = await photoOf(
    page,
    800,
    400,
    "#e6dcc4",
    ["#606ea0", "#545c92", "#787367"].map((colour, index) => ({ x: 60 + index * 250, y: 80, width: 180, height: 220, colour })),
  );
  await page.getByLabel("Photo of both swatches").setInputFiles({ name: "drift.png", mimeType: "image/png", buffer: photo });
  await page.getByRole("button", { name: "Patch 1" }).click();
  await page.getByRole("button", { name: "Patch 2" }).click();
  await expect(verdict(page)).toContainText("The last panel is darker");
  await expect(page.getByText(/by the grey patch that was found/)).toBeVisible();
  await expect(verdict(page)).toContainText("Tell what the puddle is mixed of");
  await page.getByLabel("Paint 1", { exact: true }).selectOption({ label: "Ferry Blue" });
  await page.getByLabel("Paint 2", { exact: true }).selectOption({ label: "Thrift" });
  await expect(verdict(page)).toContainText(/Add [\d.]+ parts of water/);
});

test("a photo without a grey patch says what it assumed", async () => {
  const page = await ask("drift");
  const photo = await photoOf(
    page,
    600,
    400,
    "#e6dcc4",
    ["#606ea0", "#606ea0"].map((colour, index) => ({ x: 60 + index * 250, y: 80, width: 180, height: 220, colour })),
  );
  await page.getByLabel("Photo of both swatches").setInputFiles({ name: "same.png", mimeType: "image/png", buffer: photo });
  await page.getByRole("button", { name: "Patch 1" }).click();
  await page.getByRole("button", { name: "Patch 2" }).click();
  await expect(page.getByText(/No grey patch: the bare paper was taken for white paper/)).toBeVisible();
  await expect(verdict(page)).toContainText("still has the colour of the first");
});

test("guessing: a wrong answer is put right kindly, counted, and kept over a reload without the server's help", async () => {
  const page = await ask("guess");
  for (let round = 0; round < 3; round += 1) {
    await page.getByRole("button", { name: /^1: / }).click();
    await expect(page.getByRole("status").filter({ hasText: /Yes\.|Not quite\./ })).toBeVisible();
    await page.getByRole("button", { name: "The next two" }).click();
  }
  await expect(verdict(page)).toContainText(/\d of 3 answers are correct/);
  await page.reload();
  await expect(verdict(page)).toContainText(/\d of 3 answers are correct/);
});

test("PB29 is enough to put a paint on the shelf; an unknown pigment is met with near ones; the own chart replaces the table", async () => {
  const page = await ask("shelf");
  await page.getByRole("button", { name: "Put a paint on the shelf" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Pigments").fill("PB92");
  await dialog.getByLabel("What you call it").fill("Mussel");
  await dialog.getByRole("button", { name: "Put it there" }).click();
  await expect(dialog.getByText(/^PB92 does not fit\. Give a pigment of the table, such as/)).toBeVisible();
  await dialog.getByLabel("Pigments").fill("pb28");
  await expect(dialog.getByText("PB28: cobalt blue, lightfast 8 of 8")).toBeVisible();
  await expect(dialog.getByText("Holds cobalt: read its label.")).toBeVisible();
  await dialog.getByRole("button", { name: "Put it there" }).click();
  await expect(verdict(page)).toContainText("23 paints stand on the shelf");
  await page.getByRole("button", { name: "From my own chart" }).click();
  const photo = await photoOf(
    page,
    600,
    300,
    "#e4d6ba",
    ["#3c508c", "#766e5f"].map((colour, index) => ({ x: 60 + index * 270, y: 60, width: 200, height: 180, colour })),
  );
  await dialog.getByLabel("Photo of the chart", { exact: true }).setInputFiles({ name: "chart.png", mimeType: "image/png", buffer: photo });
  await dialog.getByRole("button", { name: "Patch 1" }).click();
  await dialog.getByLabel("This patch is").selectOption({ label: "Mussel" });
  await dialog.getByRole("button", { name: "Keep 1 paint as on the chart" }).click();
  await expect(page.getByRole("listitem").filter({ hasText: "Mussel" })).toContainText("from your chart");
  await page.getByRole("button", { name: "Change Mussel" }).click();
  await dialog.getByRole("button", { name: "It is used up" }).click();
  await expect(verdict(page)).toContainText("22 paints stand on the shelf");
});

test("through other eyes the view is filtered, names and numbers stay", async () => {
  const page = await ask("shelf");
  await page.getByLabel("Seen with whose eyes").selectOption({ label: "no green cones" });
  await expect(page.getByRole("img", { name: /^Ferry Blue: blue, lightness \d+, colour \d+, hue \d+°/ })).toBeVisible();
  expect(await page.locator("main [style*='eye-deutan']").count()).toBe(1);
});

test.describe("with the server gone", () => {
  test.use({ serviceWorkers: "allow" });

  test("Colour opens though it was never opened before, mixes and asks on", async ({ browser }) => {
    const away = await startShop();
    const context = await browser.newContext({ serviceWorkers: "allow" });
    const page = await openPage(context, []);
    await page.goto(`${away.url}/season`);
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    // The shelf is read a moment after the first view.
    const shelf = page.waitForResponse((answer) => answer.url().endsWith("/api/colour"));
    await page.reload();
    await shelf;
    await page.waitForTimeout(500);
    await away.kill("SIGKILL");
    await page.goto(`${away.url}/colour?ask=guess`);
    await page.getByRole("button", { name: /^1: / }).click();
    await expect(verdict(page)).toContainText("of 1 answers are correct");
    await page.goto(`${away.url}/colour?ask=mix&want=%236a9a4a`);
    await expect(verdict(page)).toContainText(/^Mix .* parts water/);
    await context.close();
    await away.close();
  });
});

test("with nothing on the shelf every question says what it will decide and offers the first step", async ({ browser }) => {
  const empty = await startShop({ empty: true });
  const say = (kind: string, payload: object) =>
    fetch(`${empty.url}/api/commands`, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify({ id: randomUUID(), kind, payload }) });
  const [series, design] = [randomUUID(), randomUUID()];
  await say("add-series", { id: series, name: "First", palette: "mixed" });
  const stage = { id: randomUUID(), name: "Wash", kind: "paint", hands: 3, setup: 2, dry: 20, within: null, portable: false };
  const stack = {
    fold: "left",
    width: 44704,
    height: 44704,
    layers: [{ kind: "panel", name: "panel", width: 36576, height: 36576, x: null, y: null }],
    envelope: null,
    thickness: 320,
  };
  const paints = [{ name: "Mussel", pigments: "PB28", hex: "#4480c2" }];
  const colourways = [{ id: randomUUID(), name: "blue", paints, pictureId: null }];
  await say("add-design", { id: design, seriesId: series, name: "Kite", stack, method: "cut", paperId: null, cardStockId: null, stages: [stage], colourways });
  const errors: string[] = [];
  const context = await browser.newContext({ serviceWorkers: "block" });
  const page = await openPage(context, errors);
  for (const what of ["mud", "mix", "puddles", "glaze", "mat", "series", "drift", "guess", "shelf"]) {
    await page.goto(`${empty.url}/colour?ask=${what}`);
    await expect(verdict(page)).toHaveText(/\w.{30,}/);
  }
  await expect(verdict(page)).toContainText("The shelf is empty. Your designs name one paint: put it there");
  await page.getByRole("button", { name: "Put it there" }).click();
  await expect(verdict(page)).toContainText("One paint stands on the shelf, all that your designs name.");
  await page.goto(`${empty.url}/colour?ask=mix&want=%23cc2222`);
  await expect(verdict(page)).toContainText("No mix of your one paint reaches it. The nearest, another color,");
  expect(errors).toEqual([]);
  await context.close();
  await empty.close();
});
