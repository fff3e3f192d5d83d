import { chromium } from "@playwright/test";
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { paintedSheet } from "../e2e/src/paintedSheet.ts";
import { startShop } from "../e2e/src/shop.ts";
import { CHROMIUM } from "./chromium.ts";

/** One picture of each main view, from the demo with its clock pinned; with names given, only those. */
const PICTURES = [
  { name: "season", path: "/season" },
  { name: "designs", path: "/designs" },
  { name: "design", path: "/designs", design: "Weather vane" },
  { name: "colour", path: "/colour", ask: "mud", design: "Tide pool" },
  { name: "colour-mix", path: "/colour", ask: "mix", design: "Lamp moth" },
  { name: "colour-glazes", path: "/colour", ask: "glaze", design: "Three kites" },
  { name: "sheets", path: "/sheets" },
  { name: "bench", path: "/bench" },
  { name: "bench-evening", path: "/bench", evening: true },
  {
    name: "bench-rehearsal",
    path: "/bench",
    rehearse: true,
    select: ["The clock runs", "as fast as I tap"],
    press: [/^Begin$/, /^All \d/, /^(All \d|Wait for it)/, /^(Paint it|Wait for it)$/],
  },
  { name: "finish", path: "/finish", scan: true },
  { name: "dispatch", path: "/dispatch" },
  { name: "stores", path: "/stores" },
  { name: "stores-cost", path: "/stores", ask: "cost" },
  { name: "logbook", path: "/logbook" },
  { name: "sheets-pile", path: "/sheets", ask: "pile" },
  { name: "sheets-painted", path: "/sheets", ask: "painted", painting: true },
  { name: "season-tablet", path: "/season", width: 820, height: 1180 },
  // Last, since a plan is begun by it.
  { name: "sheets-table", path: "/sheets", press: [/^Smooth 250/, /^Knife/, /^Start cutting/, /^Done, next/, /^Done, next/] },
] as const;

const named = process.argv.slice(2);
const wanted = PICTURES.filter(({ name }) => named.length === 0 || named.includes(name));
const folder = join(import.meta.dirname, "../docs/screenshots");
mkdirSync(folder, { recursive: true });
const shop = await startShop();
const browser = await chromium.launch(CHROMIUM);
try {
  const { designs } = (await (await fetch(`${shop.url}/api/designs`)).json()) as { designs: { id: string; name: string }[] };
  for (const picture of wanted) {
    const [width, height] = "width" in picture ? [picture.width, picture.height] : [1280, 800];
    const context = await browser.newContext({ viewport: { width, height }, colorScheme: "evening" in picture ? "dark" : "light", serviceWorkers: "block" });
    const page = await context.newPage();
    await page.clock.install({ time: new Date("2031-11-08T10:04:00Z") });
    const design = "design" in picture ? `?design=${designs.find((each) => each.name === picture.design)?.id ?? ""}` : "";
    const ask = "ask" in picture ? `${design === "" ? "?" : "&"}ask=${picture.ask}` : "rehearse" in picture ? "?rehearse" : "";
    await page.goto(`${shop.url}${picture.path}${design}${ask}`);
    await page.getByRole("heading", { level: 1 }).waitFor();
    // What is foreseen follows the plan, which is made when the shop opens.
    await page.getByText(/^planning anew/).waitFor({ state: "hidden", timeout: 60_000 });
    // In Season the plan, its odds and what would help come one after another.
    if (picture.path === "/season") await page.getByRole("region", { name: "What would help" }).waitFor({ timeout: 60_000 });
    await page.waitForTimeout(2500);
    if ("painting" in picture) {
      const files = page.getByRole("region", { name: "Photo of the painting" }).locator("input[type=file]");
      await files.first().setInputFiles({ name: "shore.png", mimeType: "image/png", buffer: paintedSheet() });
      await page.getByRole("group", { name: /^The painting/ }).waitFor({ timeout: 30_000 });
      await page.waitForTimeout(2500);
    }
    if ("scan" in picture) {
      await page.getByText("Which panel is off: one photo of the batch").click();
      await page.getByRole("button", { name: "Scanner (simulated)" }).click();
      await page.getByRole("group", { name: "The photo of the batch" }).waitFor({ timeout: 60_000 });
      await page.waitForTimeout(1500);
    }
    if ("select" in picture) await page.getByLabel(picture.select[0]).selectOption({ label: picture.select[1] });
    for (const button of "press" in picture ? picture.press : []) {
      await page.getByRole("button", { name: button }).first().click();
      await page.waitForTimeout(1500);
    }
    await page.evaluate(() => window.scrollTo(0, 0));
    await page.screenshot({ path: join(folder, `${picture.name}.png`) });
    await context.close();
  }
} finally {
  await browser.close();
  await shop.close();
}
