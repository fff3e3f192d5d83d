import AxeBuilder from "@axe-core/playwright";
import { chromium, expect, test, type Page } from "@playwright/test";
import { CHROMIUM } from "../scripts/chromium.ts";
import { NOW, openPage, startShop, type RunningShop } from "./src/shop.ts";

const HOST = "table.example";
const WORDS = "quince ferry lamp under moth";
const errors: string[] = [];
let shop: RunningShop;
test.beforeAll(async () => {
  shop = await startShop({ host: HOST, plans: false });
});
test.afterAll(() => shop.close());
test.afterEach(() => {
  expect(errors.splice(0)).toEqual([]);
});

const devices = (page: Page) => page.getByRole("region", { name: "Passphrase and passkeys" });
const openShop = (page: Page) => page.getByRole("button", { name: /Tern Row Cards/ }).click();
const verdict = (page: Page) => page.getByRole("heading", { level: 1 });

test("a passphrase lets a laptop in; from it a helper is let in once the words are said again; a code on paper sets others; a passkey signs in by touch", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/season`);
  await openShop(page);
  await expect(devices(page)).toContainText("No passphrase opens the shop. Another device comes in by a code from its machine alone.");
  await devices(page).getByRole("button", { name: "Set a passphrase" }).click();
  await page.getByLabel("The new passphrase, 12 signs or more").fill("password password");
  await page.getByRole("button", { name: "Keep this passphrase" }).click();
  await expect(devices(page)).toContainText("words that have nothing to do with each other, with the shop, or with a pattern of keys");
  await page.getByLabel("The new passphrase, 12 signs or more").fill(WORDS);
  await page.getByRole("button", { name: "Keep this passphrase" }).click();
  const code = await page.getByText(/^([A-Z2-9]{4} ){4}[A-Z2-9]{4}$/).innerText();
  await page.getByRole("button", { name: "I have it on paper" }).click();
  await expect(page.getByText(code)).toHaveCount(0);
  await expect(devices(page)).toContainText("A passphrase opens the shop from any device that reaches it, since Sat 8 Nov.");

  // To another device the shop is a name on the network. What a proxy with TLS would make sure of, its browser is told.
  const there = `http://${HOST}:${new URL(shop.url).port}`;
  const elsewhere = await chromium.launch({
    ...CHROMIUM,
    args: [...CHROMIUM.args, `--host-resolver-rules=MAP ${HOST} 127.0.0.1`, `--unsafely-treat-insecure-origin-as-secure=${there}`],
  });
  const laptop = await (await elsewhere.newContext({ viewport: { width: 820, height: 1180 }, locale: "en-US", serviceWorkers: "block" })).newPage();
  await laptop.clock.setFixedTime(NOW);
  await laptop.goto(`${there}/season`);
  await expect(verdict(laptop)).toHaveText("This device was not let in yet.");
  expect((await new AxeBuilder({ page: laptop }).withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"]).analyze()).violations).toEqual([]);
  await laptop.getByLabel("The passphrase").fill("quince ferry lamp under moths");
  await laptop.getByLabel(/^What this device is called/).fill("Laptop at night");
  await laptop.getByRole("button", { name: "Sign in" }).click();
  await expect(laptop.getByText(/the one that was set in the shop/)).toBeVisible();
  await laptop.getByLabel("The passphrase").fill(WORDS);
  await laptop.getByRole("button", { name: "Sign in" }).click();
  await openShop(laptop);
  await laptop.getByRole("button", { name: "Let a device in" }).click();
  await expect(laptop.getByText(/^[A-Z2-9]{4} [A-Z2-9]{4}$/)).toBeVisible();

  // A passkey of the laptop, as its finger makes it.
  const keys = await laptop.context().newCDPSession(laptop);
  await keys.send("WebAuthn.enable");
  await keys.send("WebAuthn.addVirtualAuthenticator", {
    options: { protocol: "ctap2", transport: "internal", hasResidentKey: true, hasUserVerification: true, isUserVerified: true, automaticPresenceSimulation: true },
  });
  await devices(laptop).getByRole("button", { name: "Add a passkey of this device" }).click();
  await laptop.getByLabel("What the passkey is called, such as my phone").fill("My finger");
  await laptop.getByRole("button", { name: "Make the passkey" }).click();
  await expect(devices(laptop)).toContainText("Passkey My finger");
  await expect(devices(laptop)).toContainText("not used yet");
  await laptop.getByRole("button", { name: "Send Laptop at night out" }).click();
  await expect(verdict(laptop)).toHaveText("This device was not let in yet.");
  await laptop.reload();
  await laptop.getByLabel(/^What this device is called/).fill("Laptop by touch");
  await laptop.getByRole("button", { name: "Sign in with a passkey" }).click();
  await openShop(laptop);
  await expect(devices(laptop)).toContainText("last used Sat 8 Nov");

  // The words are forgotten; the paper is not.
  const phone = await (await elsewhere.newContext({ viewport: { width: 390, height: 844 }, locale: "en-US", serviceWorkers: "block" })).newPage();
  await phone.clock.setFixedTime(NOW);
  await phone.goto(`${there}/season`);
  await phone.getByRole("button", { name: "I forgot the passphrase" }).click();
  await phone.getByLabel(/^The code on your paper/).fill(code.toLowerCase());
  await phone.getByLabel("The new passphrase").fill("slow kettle paints the tide");
  await phone.getByLabel(/^What this device is called/).fill("Phone");
  await phone.getByRole("button", { name: "Set this passphrase and sign in" }).click();
  await expect(phone.getByText(/^([A-Z2-9]{4} ){4}[A-Z2-9]{4}$/)).not.toHaveText(code);
  await phone.getByRole("button", { name: "I have it on paper" }).click();
  await expect(verdict(phone)).not.toHaveText("This device was not let in yet.");
  // In case somebody else had the old one: all others are out, at once.
  await expect(verdict(laptop)).toHaveText("This device was not let in yet.");
  await elsewhere.close();
});
