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
  const photo = page.getByRole("region", { name: "Photo of the batch" });
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
  const photo = page.getByRole("region", { name: "Photo of the batch" });
  await photo.getByLabel("Choose a photo or scan").setInputFiles({ name: "batch.heic", mimeType: "image/heic", buffer: Buffer.from("ftypheic and no more") });
  await expect(photo.getByRole("alert")).toContainText("allowed a PNG or JPEG photo or scan");
  const blank = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(600, 400);
    const context = canvas.getContext("2d");
    if (context) context.fillStyle = "#555";
    context?.fillRect(0, 0, 600, 400);
    return [...new Uint8Array(await (await canvas.convertToBlob({ type: "image/png" })).arrayBuffer())];
  });
  await photo.getByLabel("Choose a photo or scan").setInputFiles({ name: "blank.png", mimeType: "image/png", buffer: Buffer.from(blank) });
  await expect(photo.getByRole("alert")).toContainText("given a photo on which no panel stands out, allowed one of the 7 panels that wait");
});
