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

test("one photo of the batch says which panel is off, and a key judges it", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/finish`);
  await page.getByText("Which panel is off: one photo of the batch").click();
  const photo = page.getByRole("region", { name: "Panels to judge" });
  await photo.getByRole("button", { name: "Scanner (simulated)" }).click();
  await expect(photo.getByText(/^\d of 7 look unlike their sisters\. Begin with panel 1\.$/)).toBeVisible();
  await expect(photo.getByRole("button", { name: /^Panel 1: paler than its sisters/ })).toBeVisible();
  await expect(photo.getByRole("button", { name: /^Panel 5: something is not there, top right/ })).toBeVisible();
  await photo.getByRole("button", { name: /^Panel 5/ }).focus();
  await page.keyboard.press("Enter");
  await expect(photo.getByRole("region", { name: "Panel 5" })).toContainText("Clearly something is not there");
  await page.keyboard.press("r");
  await expect(photo.getByRole("button", { name: /^Panel 5, rescue/ })).toBeVisible();
  await expect(photo.getByRole("region", { name: "Panel 1" })).toBeVisible();
});

test("a photo of something else is said to be so, and nothing is judged by it", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/finish`);
  await page.getByText("Which panel is off: one photo of the batch").click();
  const photo = page.getByRole("region", { name: "Panels to judge" });
  await photo.getByLabel("Choose a photo or scan").setInputFiles({ name: "batch.heic", mimeType: "image/heic", buffer: Buffer.from("ftypheic and no more") });
  await expect(photo.getByRole("alert")).toContainText("Choose a PNG or JPEG photo or scan");
  const blank = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(600, 400);
    const context = canvas.getContext("2d");
    if (context) context.fillStyle = "#555";
    context?.fillRect(0, 0, 600, 400);
    return [...new Uint8Array(await (await canvas.convertToBlob({ type: "image/png" })).arrayBuffer())];
  });
  await photo.getByLabel("Choose a photo or scan").setInputFiles({ name: "blank.png", mimeType: "image/png", buffer: Buffer.from(blank) });
  await expect(photo.getByRole("alert")).toContainText("This is a photo on which no panel stands out. Take one of the 7 panels that wait");
});

test("a panel is rescued at the bench, judged again, and the good ones become cards that stand in a box", async ({ context }) => {
  const page = await openPage(context, errors);
  const views = page.getByRole("navigation", { name: "Views" });
  const asks = page.getByRole("navigation", { name: "Questions about finishing" });
  await page.goto(`${shop.url}/bench`);
  const rescues = page.getByRole("region", { name: "Panels to rescue" });
  await expect(rescues).toContainText("Panel 5 of Gull Steps order: paint in what is missing");
  await rescues.getByRole("button", { name: "It is done" }).click();
  await expect(rescues).toContainText("done, dry in about 25 min");
  await rescues.getByRole("link", { name: "Judge it" }).click();
  const judged = page.getByRole("region", { name: "Panel 5" });
  await expect(judged).toContainText("Its rescue is done: paint in what is missing. Is it good now?");
  await judged.getByRole("button", { name: "It is good" }).click();
  await expect(page.getByRole("button", { name: "Panel 5, dusk blue, good" })).toBeVisible();
  for (const panel of [1, 2, 3, 4, 6, 7]) {
    await page.getByRole("button", { name: new RegExp(`^Panel ${String(panel)}, `) }).click();
    await page
      .getByRole("region", { name: `Panel ${String(panel)}` })
      .getByRole("button", { name: "It is good" })
      .click();
    await expect(page.getByRole("button", { name: new RegExp(`^Panel ${String(panel)}, .*, good$`) })).toBeVisible();
  }
  await expect(page.getByRole("heading", { level: 1 })).toContainText("make 6 cards by");
  await asks.getByRole("link", { name: "Make the cards" }).click();
  const steps = page.getByRole("region", { name: "Step after step" });
  const first = steps.getByRole("listitem").first();
  await expect(first).toContainText("Cut bases and mats: 7 cards");
  await first.getByRole("button", { name: "These 7 are done" }).click();
  await expect(first).not.toContainText("Cut bases and mats");
  await page.getByRole("button", { name: "Assemble 6 cards" }).click();
  await expect(page.getByText("6 cards are assembled.")).toBeVisible();
  await asks.getByRole("link", { name: "Finished cards" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("6 cards are made and set aside.");
  await page.getByLabel("What is written on it").fill("Tin 3");
  await page.getByRole("button", { name: "Add a box" }).click();
  await page.getByLabel(/^Box of Night train.*, dusk blue, Gull Steps order$/).selectOption({ label: "Tin 3" });
  await expect(page.getByRole("region", { name: "Boxes" })).toContainText(/Tin 3: 4 cards of Night train.*, dusk blue for Gull Steps order/);
  const labels = page.waitForEvent("download");
  await page.getByRole("button", { name: "Print labels for the boxes" }).click();
  expect((await labels).suggestedFilename()).toBe("box-labels.pdf");
  await asks.getByRole("link", { name: "Who gets which?" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("Give");
  await page.getByRole("button", { name: /^Move / }).click();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("lies where it should");
  await views.getByRole("link", { name: "Logbook" }).click();
  await expect(page.getByText(/^Panel 5 is to be rescued, something is missing: paint in what is missing/)).toBeVisible();
});
