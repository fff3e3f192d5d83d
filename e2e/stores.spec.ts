import { expect, test } from "@playwright/test";
import { openPage, startShop, type RunningShop } from "./src/shop.ts";

const errors: string[] = [];
let shop: RunningShop;
test.beforeAll(async () => {
  shop = await startShop({ plans: false });
});
test.afterAll(() => shop.close());
test.afterEach(() => {
  expect(errors.splice(0)).toEqual([]);
});

interface Told {
  stores: { id: string; name: string; onHand: number }[];
  lots: { storeId: string; quantity: number; costMinor: number }[];
}
const told = async (): Promise<Told> => (await (await fetch(`${shop.url}/api/stores`)).json()) as Told;
const cotton = async () => {
  const { stores } = await told();
  return stores.find(({ name }) => name.startsWith("Cotton")) ?? { id: "", name: "", onHand: NaN };
};

test("what runs out is put on the list, ticked in the shop, booked in with its price, and runs out no more", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.clock.install({ time: new Date("2031-11-08T10:04:00Z") });
  await page.goto(`${shop.url}/stores`);
  const verdict = page.getByRole("heading", { level: 1 });
  await expect(verdict).toContainText("Order 6 sheets from Sandbar Sundries");
  await page.getByRole("button", { name: /post free$/ }).click();
  await expect(page.getByText(/No other way of buying all of it costs less: that is proven\./)).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Put it on the list" }).click();
  await page.getByRole("link", { name: "Who sells what" }).click();
  const list = page.getByRole("region", { name: "The buying list" });
  await list.getByRole("checkbox", { name: /Cotton/ }).check();
  await page.reload();
  await expect(list.getByRole("checkbox", { name: /Cotton/ })).toBeChecked();
  const before = (await cotton()).onHand;
  await list.getByRole("button", { name: "It is here" }).first().click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByLabel("How much")).toHaveValue("6");
  await dialog.getByLabel("Here on").fill("2031-11-20");
  await dialog.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(dialog.getByText("Thu 20 Nov does not fit. Give Sat 8 Nov or before: it is not here yet.")).toBeVisible();
  await dialog.getByLabel("Here on").fill("2031-11-08");
  await dialog.getByLabel("What it cost, EUR").fill("34.20");
  await dialog.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(dialog).toHaveCount(0);
  const { id, onHand } = await cotton();
  expect(onHand).toBe(before + 6);
  expect((await told()).lots.find((lot) => lot.storeId === id && lot.quantity === 6)?.costMinor).toBe(3_420);
  await page.getByRole("link", { name: "What runs out?" }).click();
  await expect(verdict).toContainText(/^Card stock, slate blue, 12 × 18 runs out .* Nothing else runs out this season\.$/);
});

test("how much goes at a stage is told in the units of the material, and stands there as told", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/stores`);
  await page.getByRole("link", { name: /Masking fluid/ }).click();
  const region = page.getByRole("region", { name: "How much goes" });
  await region.getByLabel("Masking fluid, blue for one, Night train, Mask the lights").fill("2 furlongs");
  await region.getByRole("button", { name: "Tell it" }).first().click();
  await expect(region.getByRole("alert")).toContainText("2 furlongs does not fit. Give one of ml, cl, l, drop");
  await region.getByLabel("Masking fluid, blue for one, Night train, Mask the lights").fill("0.4 ml");
  await region.getByRole("button", { name: "Tell it" }).first().click();
  await expect(region.getByText("0.4 ml, as you told")).toBeVisible();
});

test("a material has a picture, kept once it is straightened, and taken away again", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/stores`);
  await page.getByRole("link", { name: /Masking fluid/ }).click();
  await page.getByText("Add its picture").click();
  await page.getByRole("button", { name: "Scanner (simulated)" }).click();
  await page.getByRole("button", { name: "Keep this picture" }).click();
  const picture = page.getByRole("img", { name: "Masking fluid, blue, as it looks on the shelf" });
  await expect(picture).toBeVisible();
  expect(await picture.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(100);
  await page.getByRole("button", { name: "Take the picture away" }).click();
  await expect(picture).toBeHidden();
});

test("a price list with a row that cannot be is shown with its row and leaves the shelf alone; mended it is taken as a whole", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/stores`);
  await page.getByRole("button", { name: "Read a stock or price list" }).click();
  const dialog = page.getByRole("dialog");
  const head = "material;kind;on hand;pack;price;supplier\n";
  await dialog.getByLabel("Rows of the list").fill(`${head}Rag rug twine;twine;30 ml;100 m;4.80;\nCotton twine, grey;twine;55 m;100 m;5.20;Knot Loft`);
  await expect(dialog.getByText("row 2, on hand: given 30 ml, allowed one of mm, cm, m, in, ft, yd")).toBeVisible();
  await expect(dialog.getByRole("button", { name: "Take all of it" })).toBeDisabled();
  await dialog.getByLabel("Rows of the list").fill(`${head}Rag rug twine;twine;30 m;100 m;4.80;\nCotton twine, grey;twine;55 m;100 m;5.20;Knot Loft`);
  await expect(dialog.getByText("Cotton twine, grey: counted, 55 m in place of 61 m; Knot Loft, a new supplier, has it for 5.20")).toBeVisible();
  await dialog.getByRole("button", { name: "Take all 2 changes" }).click();
  await expect(dialog).toHaveCount(0);
  await page.getByText("All of it in figures").click();
  await expect(page.getByRole("row", { name: /Rag rug twine/ })).toContainText("30 m");
  await expect(page.getByRole("row", { name: /Cotton twine, grey/ })).toContainText("55 m");
});

test("a card is taken apart: another wished hour asks for another price", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/stores?ask=cost`);
  const verdict = page.getByRole("heading", { level: 1 });
  await expect(verdict).toContainText("To leave €18.00 a card has to cost");
  await page.getByLabel("An hour, EUR").fill("10");
  await page.getByRole("button", { name: "Keep the rates" }).click();
  await expect(verdict).toContainText("All of them leave the €10.00 that you ask for.");
  await page.getByRole("link", { name: "Paper boat", exact: true }).click();
  await expect(page.getByRole("img", { name: /^Paper boat, €5\.67 a card\. It costs/ })).toBeVisible();
});
