import { chromium, expect, test } from "@playwright/test";
import { CHROMIUM } from "../scripts/chromium.ts";
import { NOW, openPage, startShop, type RunningShop } from "./src/shop.ts";

const HOST = "table.example";
const errors: string[] = [];
let shop: RunningShop;
test.beforeAll(async () => {
  shop = await startShop({ host: HOST });
});
test.afterAll(() => shop.close());

test("a tablet sees nothing of the shop until a code lets it in, works at the bench, and is out the moment it is sent out", async ({ context }) => {
  // Another device: to its browser the shop is a name on the network, without TLS.
  const elsewhere = await chromium.launch({ ...CHROMIUM, args: [...CHROMIUM.args, `--host-resolver-rules=MAP ${HOST} 127.0.0.1`] });
  const tablet = await (await elsewhere.newContext({ viewport: { width: 820, height: 1180 }, locale: "en-US" })).newPage();
  await tablet.clock.setFixedTime(NOW);
  const there = `http://${HOST}:${new URL(shop.url).port}`;
  await tablet.goto(`${there}/bench`);
  await expect(tablet.getByRole("heading", { level: 1 })).toHaveText("This device was not let in yet.");
  await expect(tablet.getByText("Tern Row")).toHaveCount(0);
  await tablet.getByLabel(/^The code/).fill("ABCDEFGH");
  await tablet.getByRole("button", { name: "Let me in" }).click();
  await expect(tablet.getByText("Give it a name.")).toBeVisible();
  await tablet.getByLabel(/^What this device is called/).fill("Kitchen tablet");
  await tablet.getByRole("button", { name: "Let me in" }).click();
  await expect(tablet.getByText(/the code that is shown where the shop runs/)).toBeVisible();

  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/season`);
  await page.getByRole("button", { name: /Tern Row Cards/ }).click();
  await expect(page.getByText("Only this machine opens the shop. Nobody else on the network sees anything of it.")).toBeVisible();
  await page.getByRole("button", { name: "Let a device in" }).click();
  await expect(page.getByRole("img", { name: "The address with the code, for a camera" })).toBeVisible();
  await expect(page.getByText(there)).toBeVisible();
  const code = await page.getByText(/^[A-Z2-9]{4} [A-Z2-9]{4}$/).innerText();
  await tablet.getByLabel(/^The code/).fill(code);
  await tablet.getByRole("button", { name: "Let me in" }).click();
  await expect(tablet.getByRole("button", { name: /Tern Row Cards/ })).toBeVisible();
  await expect(page.getByText("Kitchen tablet")).toBeVisible();
  await expect(page.getByText(code)).toHaveCount(0);

  await tablet.goto(`${there}/bench`);
  const said = tablet.getByRole("heading", { level: 1 });
  await expect(said).toContainText("Drop in the dark on panel 2");
  await tablet.getByRole("button", { name: "Done", exact: true }).click();
  await expect(said).not.toContainText("on panel 2");

  await page.getByRole("button", { name: "Send Kitchen tablet out" }).click();
  await expect(said).toHaveText("This device was not let in yet.");
  await tablet.reload();
  await expect(said).toHaveText("This device was not let in yet.");
  await elsewhere.close();
  expect(errors.splice(0)).toEqual([]);
});
