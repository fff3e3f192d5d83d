import { chromium, expect, test, type BrowserContext, type Page } from "@playwright/test";
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

/** Lets another browser in for a role, as the maker does it on her screen. */
async function letIn(context: BrowserContext, role: string, name: string): Promise<{ device: Page; close: () => Promise<void> }> {
  const elsewhere = await chromium.launch({ ...CHROMIUM, args: [...CHROMIUM.args, `--host-resolver-rules=MAP ${HOST} 127.0.0.1`] });
  const device = await (await elsewhere.newContext({ viewport: { width: 820, height: 1180 }, locale: "en-US" })).newPage();
  await device.clock.setFixedTime(NOW);
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/season`);
  await page.getByRole("button", { name: /Tern Row Cards/ }).click();
  await page.getByLabel("For whom").selectOption(role);
  await page.getByRole("button", { name: "Let a device in" }).click();
  const code = await page.getByText(/^[A-Z2-9]{4} [A-Z2-9]{4}$/).innerText();
  await device.goto(`http://${HOST}:${new URL(shop.url).port}/season`);
  await device.getByLabel(/^The code/).fill(code);
  await device.getByLabel(/^What this device is called/).fill(name);
  await device.getByRole("button", { name: "Let me in" }).click();
  await expect(page.getByText(name)).toBeVisible();
  await page.close();
  return { device, close: () => elsewhere.close() };
}
const views = (page: Page) => page.getByRole("navigation", { name: "Views" }).getByRole("link");

test("a helper has bench, finishing and packing, and no other page; the till has the fair alone", async ({ context }) => {
  const helper = await letIn(context, "helper", "Kitchen phone");
  await expect(views(helper.device)).toHaveText([/^Bench/, /^Finish/, /^Dispatch/]);
  await expect(helper.device.getByRole("heading", { level: 1 })).toContainText("panel");
  await helper.device.getByRole("button", { name: "Undo the last tap" }).click();
  await expect(helper.device.getByText(/^Undone: /)).toBeVisible();
  await views(helper.device).filter({ hasText: "Dispatch" }).click();
  await expect(helper.device.getByRole("navigation", { name: "Questions about sending" }).getByRole("link")).toHaveText(["What must leave", "Write and address"]);
  await views(helper.device).filter({ hasText: "Finish" }).click();
  await expect(helper.device).toHaveURL(/\/finish/);
  await expect(helper.device.getByRole("heading", { level: 1 })).toBeVisible();
  // An address of another's page leads to what the role has.
  await helper.device.goto(new URL("/stores", helper.device.url()).href);
  await expect(helper.device).toHaveURL(/\/bench/);
  await helper.close();

  const till = await letIn(context, "till", "Phone at the fair");
  await expect(views(till.device)).toHaveText([/^Dispatch/]);
  await expect(till.device.getByRole("heading", { level: 1 })).toHaveText("No fair has begun. The till opens here once the maker has set what is brought along.");
  await till.close();
  expect(errors.splice(0)).toEqual([]);
});

test("a tablet that is locked is for the bench until its figures are told", async ({ context }) => {
  const { device, close } = await letIn(context, "maker", "Tablet on the table");
  await device.getByRole("button", { name: /Tern Row Cards/ }).click();
  await device.getByRole("button", { name: "Lock this device" }).click();
  await device.getByLabel("4 to 12 figures that open it again").fill("27");
  await device.getByRole("dialog").getByRole("button", { name: "Lock this device", exact: true }).last().click();
  await expect(device.getByText(/4 to 12 figures\.$/)).toBeVisible();
  await device.getByLabel("4 to 12 figures that open it again").fill("2718");
  await device.getByRole("dialog").getByRole("button", { name: "Lock this device", exact: true }).last().click();
  await expect(views(device)).toHaveText([/^Bench/, /^Finish/, /^Dispatch/]);
  await device.getByRole("button", { name: "Unlock this device" }).click();
  await device.getByLabel("The figures it was locked with").fill("1111");
  await device.getByRole("dialog").getByRole("button", { name: "Unlock this device" }).click();
  await expect(device.getByText(/the figures it was locked with\.$/)).toBeVisible();
  await device.getByLabel("The figures it was locked with").fill("2718");
  await device.getByRole("dialog").getByRole("button", { name: "Unlock this device" }).click();
  await expect(views(device)).toHaveCount(9);
  await close();
  expect(errors.splice(0)).toEqual([]);
});

test("what the server refuses is said in the language of the screen", async () => {
  const elsewhere = await chromium.launch({ ...CHROMIUM, args: [...CHROMIUM.args, `--host-resolver-rules=MAP ${HOST} 127.0.0.1`] });
  const tablet = await (await elsewhere.newContext({ viewport: { width: 820, height: 1180 }, locale: "en-US" })).newPage();
  await tablet.addInitScript(() => localStorage.setItem("yule.words", "en-XA"));
  await tablet.goto(`http://${HOST}:${new URL(shop.url).port}/season`);
  const [code, name] = [tablet.getByRole("textbox").first(), tablet.getByRole("textbox").last()];
  await code.fill("ABCDEFGH");
  await name.fill("Kitchen tablet");
  await tablet.getByRole("button").last().click();
  await expect(tablet.getByText(/ţĥé çóđé ţĥàţ íš šĥóŵñ ŵĥéŕé ţĥé šĥóṕ ŕúñš/)).toBeVisible();
  await expect(tablet.getByText(/the code that is shown/)).toHaveCount(0);
  await elsewhere.close();
});
