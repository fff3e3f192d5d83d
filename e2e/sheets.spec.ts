import { AxeBuilder } from "@axe-core/playwright";
import { expect, test, type Page } from "@playwright/test";
import { readFileSync } from "node:fs";
import { PDFDocument } from "pdf-lib";
import { shareShop } from "./src/shop.ts";

const shop = shareShop({ plans: false });
const verdict = (page: Page) => page.getByRole("heading", { level: 1 });
const open = async (more = ""): Promise<Page> => {
  const { page } = shop;
  await page.goto(`${shop.url}/sheets${more}`);
  await expect(verdict(page)).toBeVisible();
  return page;
};
const read = async <T>(path: string): Promise<T> => (await (await fetch(`${shop.url}/api/${path}`)).json()) as T;
interface Told {
  offcuts: { id: string; count: number; width: number }[];
  plans: { state: string }[];
  results: { spoilt: number; wanted: number; method: string }[];
}
const material = (page: Page, name: string) => page.getByRole("group", { name: "Material" }).getByRole("button", { name: new RegExp(name) });
const way = (page: Page, name: string) => page.getByRole("group", { name: "Way of splitting" }).getByRole("button", { name: new RegExp(name) });
const saved = async (page: Page, button: string): Promise<Buffer> => {
  const coming = page.waitForEvent("download");
  await page.getByRole("button", { name: button }).click();
  return readFileSync(await (await coming).path());
};

test("the season's cutting is one job per paper: ways side by side, proven, with what a grid by hand would take", async () => {
  const page = await open();
  await expect(verdict(page)).toContainText(/sheets? of 20 × 26 in .*gives? all \d+ pieces, and/);
  await expect(verdict(page)).toContainText("no plan needs less");
  await expect(verdict(page)).toContainText(/By grids alone it would take/);
  for (const name of ["Knife", "Tear along a ruler", "Fold and tear", "Tape grid"])
    await expect(way(page, name)).toContainText(/\d+ sheets?( and \d+ offcuts?)?, €\d+\.\d\d.*\d+ % left over/s);
  await expect(way(page, "Tape grid")).toContainText(/m of tape; white rim, risks paint under the tape/);
  await way(page, "Knife").click();
  await expect(page.getByRole("region", { name: "Cut list" })).toContainText(/Fence at .*, cut (once|twice|\w+ times)/);
  await material(page, "kraft").click();
  await expect(page.getByRole("group", { name: "Way of splitting" })).toHaveCount(0);
  await expect(verdict(page)).toContainText(/12 × 18 in .*gives? all/);
});

test("needs are taken in and left out, and panels to spare are added one by one", async () => {
  const page = await open();
  const needs = page.getByRole("region", { name: "Split for" });
  const first = needs.getByRole("checkbox").first();
  const before = await needs
    .getByText(/panels$/)
    .first()
    .innerText();
  await needs
    .getByRole("button", { name: /^One panel more for/ })
    .first()
    .click();
  await expect(needs.getByText(/panels$/).first()).not.toHaveText(before);
  for (const box of await needs.getByRole("checkbox").all()) if (await box.isChecked()) await box.click();
  await expect(verdict(page)).toHaveText("Nothing is chosen to be split.");
  await first.click();
  await expect(verdict(page)).toContainText(/gives? (all \d+ pieces|the one piece wanted)/);
});

test("a piece moved by hand is held, the rest is laid around it, and it says what that costs", async () => {
  const page = await open();
  await material(page, "Smooth 250").click();
  await way(page, "Knife").click();
  await page.getByRole("button", { name: "Move pieces by hand" }).click();
  const sheet = page.getByRole("group", { name: /^(Sheet|Offcut) / }).first();
  const piece = sheet.getByRole("button").first();
  await piece.press("Shift+ArrowRight");
  await piece.press("ArrowDown");
  await expect(page.getByRole("status")).toContainText(/^Held so, (it takes|\d+ pieces?)/);
  await expect(sheet.getByRole("button", { name: /held in place$/ })).toHaveCount(1);
  await expect(page.getByRole("region", { name: "Cut list" })).toContainText(/Fence at (~?1\/16|1\/2|9\/16) in/);
  await page.getByRole("button", { name: "Undo the last move" }).click();
  await expect(sheet.getByRole("button", { name: /held in place$/ })).toHaveCount(0);
  // By hand, to the lower right corner.
  const [box, from] = [await sheet.boundingBox(), await piece.boundingBox()];
  if (!box || !from) throw new Error("nothing is drawn");
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width, box.y + box.height, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByRole("status")).toHaveText("Held so, it takes no sheet more.");
  await page.getByRole("button", { name: "Done moving" }).click();
  await expect(page.getByRole("group", { name: /^Sheet / })).toHaveCount(0);
  await page.getByRole("button", { name: "As it was worked out" }).click();
  await expect(page.getByRole("status")).toHaveCount(0);
});

test("at the table one move at a time; a reload keeps the place; what really happened goes to the bench, the shelf and the stash", async () => {
  const page = await open();
  await material(page, "Smooth 250").click();
  await way(page, "Knife").click();
  const [stashed, shelf] = [await read<Told>("sheets"), await read<{ stores: { name: string; onHand: number }[] }>("stores")];
  await page.getByRole("button", { name: /^Start cutting: take/ }).click();
  await expect(verdict(page)).toContainText("Before cutting, write on the back of each piece");
  await page.getByRole("button", { name: "Done, next" }).click();
  await expect(verdict(page)).toContainText("Fence at");
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText(/^Move 3 of \d+/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/^Move 3 of \d+/)).toBeVisible();
  await page.keyboard.press("ArrowLeft");
  await expect(page.getByText(/^Move 2 of \d+/)).toBeVisible();
  await page.getByRole("button", { name: "Leave the table" }).click();
  await material(page, "Smooth 250").click();
  await page.getByRole("button", { name: "Go on with the plan begun" }).click();
  await expect(page.getByText(/^Move 2 of \d+/)).toBeVisible();
  for (let move = 0; move < 60 && (await page.getByRole("button", { name: /^(Done, next|All cut)$/ }).isVisible()); move += 1)
    await page.getByRole("button", { name: /^(Done, next|All cut)$/ }).click();
  await expect(verdict(page)).toContainText(/panels go to the bench.*Was it so\?/);

  const spoilt = page.getByRole("region", { name: "Panels spoilt" }).getByRole("textbox").first();
  await spoilt.fill("999");
  await expect(page.getByRole("region", { name: "Panels spoilt" })).toContainText("999 does not fit. Give a whole number from 0 to");
  await spoilt.fill("1");
  await expect(page.getByRole("region", { name: "Offcuts to keep" }).getByRole("checkbox").first()).toBeChecked();
  await page.getByRole("button", { name: "So it was: to the bench" }).click();
  await expect(page).toHaveURL(/\/bench/);
  const [after, now] = [await read<Told>("sheets"), await read<{ stores: { name: string; onHand: number }[] }>("stores")];
  expect(after.plans[0]?.state).toBe("done");
  expect(after.results[0]).toMatchObject({ spoilt: 1, method: "cut" });
  const onHand = (stores: typeof shelf) => stores.stores.find((store) => store.name.startsWith("Smooth 250"))?.onHand ?? NaN;
  expect(onHand(now)).toBeLessThan(onHand(shelf));
  expect(after.offcuts.some((offcut) => !stashed.offcuts.some((before) => before.id === offcut.id))).toBe(true);
});

test("a tape grid says where the tape lies, goes to the bench whole, and is cut apart once it is painted", async () => {
  const page = await open();
  const needs = page.getByRole("region", { name: "Split for" });
  const onlyFirst = async (): Promise<void> => {
    await expect(needs).toBeVisible();
    for (const box of (await needs.getByRole("checkbox").all()).slice(1)) await box.click();
    await way(page, "Tape grid").click();
  };
  await onlyFirst();
  await page.getByRole("button", { name: /^Start cutting: take/ }).click();
  await expect(verdict(page)).toHaveText("Tape the sheet to the board, 1/2 in all round.");
  await expect(page.getByText(/Middles of the divider tape, from the sheet's left side: \d+.*from its top: \d+.*Divider 1\/2 in wide/)).toBeVisible();
  await page.getByRole("button", { name: "Drop this plan" }).click();
  await onlyFirst();
  await page.getByRole("button", { name: /^Start cutting: take/ }).click();
  const next = page.getByRole("button", { name: /^(Done, next|All taped|All cut)$/ });
  await expect(next).toBeVisible();
  for (let move = 0; move < 20 && (await next.isVisible()); move += 1) await next.click();
  await expect(verdict(page)).toContainText(/windows, taped, go to the bench/);
  await expect(page.getByRole("region", { name: "Offcuts to keep" })).toHaveCount(0);
  await page.getByRole("button", { name: "So it was: to the bench" }).click();
  await expect(page).toHaveURL(/\/bench/);
  expect((await read<Told>("sheets")).plans[0]?.state).toBe("taped");

  await open();
  await page.getByRole("button", { name: "Cut them apart" }).click();
  await expect(verdict(page)).toContainText("Cut the border off, 1/2 in all round");
  const gutters = page.getByRole("checkbox", { name: /^through the middle of the gutters: a white rim of 1\/4 in stays/ });
  await gutters.click();
  await expect(verdict(page)).toContainText("Cut the border off, 1/4 in all round");
  await page.reload();
  await expect(verdict(page)).toContainText("Cut the border off, 1/4 in all round");
  await gutters.click();
  await expect(verdict(page)).toContainText("Cut the border off, 1/2 in all round");
  for (let move = 0; move < 60 && (await next.isVisible()); move += 1) await next.click();
  await page.getByLabel("How far paint crept under").fill("1/16");
  await page.keyboard.press("Tab");
  await page.getByRole("button", { name: "So it was: to Finish" }).click();
  await expect(page).toHaveURL(/\/finish/);
  const told = await read<Told & { results: { creep: number | null }[] }>("sheets");
  expect([told.plans[0]?.state, told.results[0]?.method, told.results[0]?.creep]).toEqual(["done", "tape", 508]);
});

test("a tear goes along a ruler anywhere: soft sides are told, a trimmed rim makes all of them soft, folds are pictured, an hour has its price", async () => {
  const page = await open();
  await way(page, "Tear along a ruler").click();
  await expect(page.getByRole("region", { name: "Cut list" })).toContainText(
    /Lay the ruler so that what the tear eats is on the waste side\..*Ruler at .*, tear (once|twice|\w+ times)/,
  );
  await expect(page.getByText(/^Soft: \d+ on all four sides, .* The others are the sheet’s own edge\.$/).first()).toBeVisible();
  await page.getByText("My table").click();
  await page.getByLabel("Rim trimmed off").fill("1/4");
  await page.getByLabel("Rim trimmed off").press("Enter");
  await expect(page.getByText(/^Soft: \d+ on all four sides\.$/).first()).toBeVisible();
  await expect(page.getByRole("region", { name: "Cut list" })).toContainText("Trim 1/4 in off all round");
  await page.getByLabel("Rim trimmed off").fill("-1");
  await page.getByLabel("Rim trimmed off").press("Enter");
  await expect(page.getByText(/-1 (does not fit|is too little)\. Give/)).toBeVisible();
  await page.getByLabel("Rim trimmed off").fill("0");
  await page.getByLabel("Rim trimmed off").press("Enter");
  await page.getByLabel(/^An hour of mine/).fill("12");
  await expect(way(page, "Fold and tear")).toContainText(/ for €\d+\.\d\d, \d+ % left over/);
  await page.getByLabel(/^An hour of mine/).fill("0");
  await way(page, "Fold and tear").click();
  await expect(
    page
      .getByRole("region", { name: "Cut list" })
      .getByRole("img", { name: /^Folded (side to side|top to bottom), \d creases?$/ })
      .first(),
  ).toBeVisible();
});

test("what a pile gives: offcuts first, a sheet more gives more, nothing on it gives nothing", async () => {
  const page = await open("?ask=pile");
  await page.getByLabel("Paper or card").selectOption({ label: "Cotton 300 gsm, 20 × 26" });
  await expect(verdict(page)).toContainText(/This pile gives \d+ × /);
  const before = await verdict(page).innerText();
  await page.getByLabel("Whole sheets").fill("2");
  await expect(verdict(page)).not.toHaveText(before);
  await expect(page.getByRole("img", { name: /^Sheet 20 × 26 in/ }).first()).toBeVisible();
  await page.getByLabel("Whole sheets").fill("0");
  for (const box of await page.getByRole("region", { name: "Offcuts on the pile" }).getByRole("checkbox").all()) await box.click();
  await expect(verdict(page)).toHaveText("Nothing lies on the pile yet.");
});

test("offcuts to scale: put in with one clear message where the size cannot be, used up one by one", async () => {
  const page = await open("?ask=offcuts");
  await expect(verdict(page)).toContainText(/\d+ offcuts are kept: up to \d+ panels of the season come out of them/);
  const before = (await read<Told>("sheets")).offcuts.reduce((sum, each) => sum + each.count, 0);
  await page.getByRole("button", { name: "Put in another" }).click();
  const form = page.getByRole("region", { name: "A new offcut" });
  await form.getByLabel("Width").fill("wide");
  await form.getByLabel("Height").fill("3 1/2");
  await form.getByRole("button", { name: "Keep it" }).click();
  await expect(form.getByText(/^wide does not fit\. Give a length such as/)).toBeVisible();
  await form.getByLabel("Width").fill("14");
  await form.getByLabel("How many").fill("2");
  await form.getByRole("button", { name: "Keep it" }).click();
  await expect(page.getByRole("img", { name: "Offcut 14 × 3 1/2 in" })).toBeVisible();
  await page.getByRole("button", { name: "Used or gone" }).first().click();
  await expect.poll(async () => (await read<Told>("sheets")).offcuts.reduce((sum, each) => sum + each.count, 0)).toBe(before + 1);
});

test("true size: pages of the printer's paper with a ruler, corrected by what it measured; SVG and DXF of each sheet", async () => {
  const page = await open();
  await material(page, "kraft").click();
  // Until the other material is there, a dialog would go with the one before.
  await expect(verdict(page)).toContainText("12 × 18 in");
  await page.getByRole("button", { name: "Print true size" }).click();
  const pdf = await PDFDocument.load(await saved(page, "PDF for the printer"));
  // 12 x 18 in does not fit A4: four pages for each layout.
  expect(pdf.getPageCount() % 4).toBe(0);
  expect(pdf.getPage(0).getSize().width).toBeCloseTo(595.3, 0);
  // 24 labels to a page of A4, one for every piece.
  const labels = page.getByRole("button", { name: /^Labels for the \d+ backs$/ });
  const backs = Number(/\d+/.exec((await labels.textContent()) ?? "")?.[0]);
  const sheetOfLabels = await PDFDocument.load(await saved(page, `Labels for the ${String(backs)} backs`));
  expect(sheetOfLabels.getPageCount()).toBe(Math.ceil(backs / 24));
  const svg = (await saved(page, "SVG of sheet 1")).toString();
  expect(svg).toContain('width="304.8mm"');
  expect(svg).toContain("This line must measure 4 in.");
  const dxf = (await saved(page, "DXF of sheet 1")).toString();
  expect(dxf).toContain("CUT");
  await page.getByLabel("The printed ruler measures").fill("3");
  await page.keyboard.press("Tab");
  await expect(page.getByText(/^3 in is more than a twentieth away from 4 in/)).toBeVisible();
  await expect(page.getByRole("button", { name: "PDF for the printer" })).toBeDisabled();
  await page.getByLabel("The printed ruler measures").fill("3.95");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("button", { name: "PDF for the printer" })).toBeEnabled();
});

test("every question and the table can be read by everyone, upright and in the evening", async () => {
  const page = await open();
  await page.setViewportSize({ width: 820, height: 1180 });
  await page.getByRole("button", { name: "evening" }).click();
  for (const more of ["", "?ask=pile", "?ask=painted", "?ask=offcuts"]) {
    await open(more);
    const { violations } = await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag22aa"]).analyze();
    expect(violations.map((each) => `${more} ${each.id}: ${each.nodes[0]?.html ?? ""}`)).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(820);
  }
});
