import { expect, test, type Page } from "@playwright/test";
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

let count = 0;
const makeId = (): string => `01936b5d-0000-7000-8000-${String((count += 1)).padStart(12, "0")}`;
const give = async (kind: string, payload: object): Promise<{ status: number; body: { event: { id: string } } }> => {
  const answer = await fetch(`${shop.url}/api/commands`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ id: makeId(), kind, payload }),
  });
  return { status: answer.status, body: (await answer.json()) as { event: { id: string } } };
};
interface Design {
  id: string;
  name: string;
  version: number;
  stack: object;
  colourways: { id: string }[];
}
const designs = async (): Promise<Design[]> => ((await (await fetch(`${shop.url}/api/designs`)).json()) as { designs: Design[] }).designs;
const verdict = (page: Page) => page.getByRole("heading", { level: 1 });

test("sizes are changed on the drawing, a panel wider than its mat is said before it is kept, and undo brings the old ones back", async ({ context }) => {
  const page = await openPage(context, errors);
  const quinces = (await designs()).find((each) => each.name === "Quinces");
  await page.goto(`${shop.url}/designs?design=${quinces?.id ?? ""}`);
  await page.getByLabel("panel width").fill("6");
  await page.getByLabel("panel width").press("Enter");
  await expect(page.getByText("panel 6 in is too much. Give at most 5 3/4 in, the width of the mat below it.")).toBeVisible();
  await expect(page.getByRole("button", { name: "Keep these sizes" })).toBeDisabled();
  await page.getByLabel("panel width").fill("11,2 cm");
  await page.getByLabel("panel width").press("Enter");
  await page.getByRole("button", { name: "Keep these sizes" }).click();
  await expect(page.getByText("Stack of Quinces changed")).toBeVisible();
  await expect(verdict(page)).toContainText("lies uneven");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(verdict(page)).toContainText("Reveals are even");
});

test("sizes changed elsewhere meanwhile are both shown, and the maker chooses", async ({ context }) => {
  const page = await openPage(context, errors);
  const boat = (await designs()).find((each) => each.name === "Paper boat");
  await page.goto(`${shop.url}/designs?design=${boat?.id ?? ""}`);
  await page.getByLabel("card width").fill("6");
  await page.getByLabel("card width").press("Enter");
  await expect(page.getByRole("button", { name: "Keep these sizes" })).toBeVisible();
  // Another device is quicker, and this screen has not heard of it when she presses.
  await page.route("**/api/designs", (route) => route.abort());
  expect((await give("change-stack", { id: boat?.id, version: boat?.version, stack: { ...boat?.stack, thickness: 500 } })).status).toBe(200);
  await page.getByRole("button", { name: "Keep these sizes" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "changed elsewhere meanwhile" })).toBeVisible();
  await page.unroute("**/api/designs");
  await page.getByRole("button", { name: "Take theirs" }).click();
  await expect(page.getByLabel("card width")).toHaveValue("5 1/2");
});

test("the week's sessions are changed, and what cannot be is said by its day", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/season`);
  const toCome = page.getByRole("region", { name: "Sessions to come" });
  await expect(toCome).toContainText("Gull Steps order", { timeout: 90_000 });
  await page.getByRole("button", { name: "Sessions", exact: true }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: "One more session" }).click();
  await dialog.getByRole("button", { name: "Keep this week" }).click();
  await expect(dialog.getByRole("alert")).toContainText(/Saturday, from: given 09:00, allowed a session that does not overlap another on its day/);
  const onMondays = async (): Promise<void> => {
    await dialog.getByLabel("Day of the week").last().selectOption("Monday");
    await dialog.getByRole("button", { name: "Keep this week" }).click();
    await expect(page.getByText("6 sessions a week", { exact: true }).last()).toBeVisible();
  };
  await onMondays();
  await page.keyboard.press("u");
  await expect(page.getByText(/Undone: 6 sessions a week/)).toBeVisible();
  // Opened at once, the form shows the week as it was as soon as that has been read again.
  await page.getByRole("button", { name: "Sessions", exact: true }).click();
  await expect(dialog.getByLabel("Day of the week")).toHaveCount(5);
  // Kept, it stands there over a reload.
  await dialog.getByRole("button", { name: "One more session" }).click();
  await onMondays();
  await page.reload();
  await page.getByRole("button", { name: "Sessions", exact: true }).click();
  await expect(dialog.getByLabel("Day of the week")).toHaveCount(6);
});

test("paper is put on the shelf; without a size it is not", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/stores`);
  await page.getByRole("button", { name: "Add to the shelf" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("there now").fill("-2");
  await dialog.getByRole("button", { name: "Put it there" }).click();
  await expect(dialog.getByText("Give it a name.")).toBeVisible();
  await expect(dialog.getByText("-2 does not fit. Give 0 or more.")).toBeVisible();
  await dialog.getByLabel("What it is").fill("Rag paper 640 gsm");
  await dialog.getByLabel("there now").fill("4");
  await dialog.getByRole("button", { name: "Put it there" }).click();
  await page.getByText("All of it in figures").click();
  await expect(page.getByRole("row", { name: /Rag paper 640 gsm/ })).toContainText("not asked for");
});

test("a new design begins as a template and is drawn at once", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.goto(`${shop.url}/designs`);
  await page.getByRole("button", { name: "New design from a template" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: "Make it" }).click();
  await expect(dialog.getByText("Give it a name.")).toBeVisible();
  await dialog.getByLabel("Name").fill("Harbour seals");
  await dialog.getByLabel("Begins as").selectOption("postcard");
  await dialog.getByRole("button", { name: "Make it" }).click();
  await expect(verdict(page)).toContainText("Harbour seals: cut the base");
});

test("a panel larger than every sheet says by how much", async ({ context }) => {
  const page = await openPage(context, errors);
  const moth = (await designs()).find((each) => each.name === "Lamp moth");
  const size = 320 * 480;
  await give("change-stack", {
    id: moth?.id,
    version: moth?.version,
    stack: { ...moth?.stack, width: size, height: size, envelope: null, layers: [{ kind: "panel", name: "panel", width: size, height: size, x: null, y: null }] },
  });
  const { needs } = (await (await fetch(`${shop.url}/api/season`)).json()) as { needs: { id: string; title: string }[] };
  await page.goto(`${shop.url}/sheets?need=${needs.find((each) => each.title === "Oudewiel order")?.id ?? ""}`);
  await expect(page.getByRole("alert")).toContainText("Lamp moth of ~18 7/8 in x ~18 7/8 in, too large for every sheet");
  await expect(page.getByRole("alert")).toContainText("in width by ~7 3/16 in and height by ~2 3/8 in");
});

for (const [width, height] of [
  [1280, 800],
  [820, 1180],
] as const) {
  test(`forty needs in four weeks and long words at ${String(width)} wide: nothing runs over, all can be reached`, async ({ context }) => {
    const kite = (await designs()).find((each) => each.name === "Three kites");
    const title = (index: number): string => (index % 7 === 0 ? `Donaudampfschifffahrtsgesellschaft ${String(width)} ${String(index)}` : `Order ${String(width)} ${String(index)}`);
    for (let index = 0; index < 40; index += 1) {
      const due = new Date(Date.UTC(2031, 10, 12 + Math.floor(index * 0.7))).toISOString().slice(0, 10);
      expect(
        (
          await give("add-need", {
            id: makeId(),
            kind: "order",
            title: title(index),
            designId: kite?.id,
            due,
            zone: null,
            lines: [{ id: makeId(), colourwayId: kite?.colourways[0]?.id, quantity: 1 }],
          })
        ).status,
      ).toBe(200);
    }
    const page = await openPage(context, errors);
    await page.setViewportSize({ width, height });
    await page.goto(`${shop.url}/season`);
    const ribbon = page.getByRole("navigation", { name: "Season ribbon" });
    await expect(ribbon.getByRole("link", { name: new RegExp(`Order ${String(width)} `) })).toHaveCount(34);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBeLessThanOrEqual(0);
    await page.getByRole("button", { name: "The ribbon as a list" }).click();
    await expect(page.getByRole("link", { name: title(39), exact: true }).first()).toBeVisible();
    await page.keyboard.press("Escape");
    await page.screenshot({ path: `test-results/crowded-${String(width)}.png` });
  });
}
