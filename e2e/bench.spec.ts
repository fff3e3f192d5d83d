import { expect, test, type Page } from "@playwright/test";
import { randomUUID } from "node:crypto";
import { NOW, openPage, startShop, type RunningShop } from "./src/shop.ts";

const errors: string[] = [];
let shop: RunningShop;
test.beforeEach(async () => {
  shop = await startShop({ plans: false });
});
test.afterEach(async () => {
  await shop.close();
  expect(errors.splice(0)).toEqual([]);
});

interface Fact {
  id: string;
  unitId: string;
  stageId: string;
  what: string;
  at: string;
  why: string;
}
const bench = async () =>
  (await (await fetch(`${shop.url}/api/bench`)).json()) as {
    batches: { id: string; units: { id: string; number: number }[]; facts: Fact[] }[];
    sessions: { what: string; note: string }[];
  };
/** The batch that lies half painted, with panel 8 spoilt. */
const halfPainted = async () => {
  const found = (await bench()).batches.find((batch) => batch.facts.some((fact) => fact.what === "spoilt"));
  if (!found) throw new Error("nothing half painted");
  return found;
};
const DAY_MS = 86_400_000;
const dayAfter = (days: number): string => new Date(Date.parse(NOW) + days * DAY_MS).toISOString();
const verdict = (page: Page) => page.getByRole("heading", { level: 1 });
const panel = (page: Page, number: number) => page.getByRole("group", { name: /The board with/ }).getByRole("button", { name: new RegExp(`^Panel ${String(number)},`) });
const open = async (page: Page): Promise<void> => {
  await page.goto(`${shop.url}/bench`);
  await expect(page.getByRole("region", { name: "Run sheet" })).toContainText(/All dry|These are dry/);
};

test("what must be caught comes first, the run sheet says before when, what fills the waits, and when to stop", async ({ context }) => {
  const page = await openPage(context, errors);
  await open(page);
  await expect(verdict(page)).toContainText(/^Now, while it is wet: Drop in the dark on panel 2/);
  await expect(verdict(page)).toContainText(/Stop for today at \d\d:\d\d/);
  const sheet = page.getByRole("region", { name: "Run sheet" });
  await expect(sheet).toContainText(/catch before 10:\d\d/);
  await expect(sheet).toContainText(/min free while .* dries: score and fold bases/);
  await expect(page.getByText(/This order saves .* of hands against card by card, and is dry/)).toBeVisible();
  await expect(panel(page, 2)).toHaveAccessibleName(/to be caught within 5 min/);
  await expect(panel(page, 1)).toHaveAccessibleName(/(wet|damp) for/);
});

test("panels are chosen one by one or swiped over; several are done in one tap, another order is taken as it comes, and the plan bends", async ({ context }) => {
  const page = await openPage(context, errors);
  await open(page);
  const before = (await halfPainted()).facts.length;
  await panel(page, 6).click();
  await panel(page, 7).click();
  await page.getByRole("button", { name: "Done", exact: true }).click();
  await expect.poll(async () => (await halfPainted()).facts.length).toBe(before + 2);
  await expect(panel(page, 6)).toHaveAccessibleName(/3 of 9 stages, wet for/);
  // Swiped over: pressed on panel 3, and over to 4.
  const boxes = await Promise.all([3, 4].map(async (number) => panel(page, number).boundingBox()));
  const middles = boxes.map((box) => ({ x: (box?.x ?? 0) + 20, y: (box?.y ?? 0) + 20 }));
  await page.mouse.move(middles[0]?.x ?? 0, middles[0]?.y ?? 0);
  await page.mouse.down();
  for (const { x, y } of middles) await page.mouse.move(x, y, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText("panels 3 and 4", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Dry already" }).click();
  await expect.poll(async () => (await halfPainted()).facts.filter((fact) => fact.what === "dry").length).toBe(2);
  await expect(panel(page, 4)).toHaveAccessibleName(/to be caught/);
  await panel(page, 4).click();
  await page.getByRole("button", { name: "Leave this stage out" }).click();
  await expect(panel(page, 4)).toHaveAccessibleName(/4 of 9 stages/);
});

test("two taps within one frame are two taps: the second is taken at the table as the first has left it", async ({ context }) => {
  const page = await openPage(context, errors);
  await open(page);
  const known = new Set((await halfPainted()).facts.map(({ id }) => id));
  const fresh = async () => (await halfPainted()).facts.filter(({ id }) => !known.has(id));
  await page.evaluate(() => {
    const big = [...document.querySelectorAll("button")].find(({ textContent }) => textContent === "Done");
    big?.click();
    big?.click();
  });
  await expect.poll(async () => (await fresh()).length).toBe(2);
  const told = await fresh();
  expect(told.map(({ what }) => what)).toContain("done");
  expect(new Set(told.map(({ unitId, stageId }) => `${unitId}/${stageId}`)).size).toBe(2);
});

test("a panel that fell is told in one tap and a word, and its reason stands at the closing of the session", async ({ context }) => {
  const page = await openPage(context, errors);
  await open(page);
  await page.getByRole("button", { name: "Begin a session" }).click();
  await expect(page.getByText(/at the bench/)).toBeVisible();
  await panel(page, 7).click();
  await page.getByRole("button", { name: "Spoilt", exact: true }).click();
  const why = page.getByRole("region", { name: "Why spoilt" });
  await expect(why).toContainText("What happened to panel 7?");
  await why.getByRole("button", { name: "fell" }).click();
  await expect(why).toHaveCount(0);
  await page.getByRole("button", { name: "Pause" }).click();
  await expect(page.getByText(/pausing; what is wet goes on drying/)).toBeVisible();
  await page.getByRole("button", { name: "Go on", exact: true }).click();
  await page.getByRole("button", { name: "Close the session" }).click();
  const dialog = page.getByRole("dialog", { name: "This session" });
  await expect(dialog).toContainText("panel 7, fell");
  await expect(dialog).toContainText(/wet window open: catch (it|them) before you go/);
  await dialog.getByRole("textbox", { name: "Note of this session" }).fill("the dark ran");
  await dialog.getByRole("button", { name: "Close the session" }).click();
  await expect(page.getByRole("button", { name: "Begin a session" })).toBeVisible();
  await expect
    .poll(async () => (await bench()).sessions.map(({ what, note }) => [what, note]))
    .toEqual([
      ["begun", ""],
      ["paused", ""],
      ["gone on", ""],
      ["closed", "the dark ran"],
    ]);
  await page.getByRole("navigation", { name: "Views" }).getByRole("link", { name: "Logbook" }).click();
  await expect(page.getByText(/^At the bench for .* 1 panel spoilt: fell\. 0 of \d+ planned moves were made\. the dark ran$/).first()).toBeVisible();
});

test("times are shown with their spread, on how many taps they rest, and what a new stage leans on; settings of the device refuse nonsense", async ({ context }) => {
  const page = await openPage(context, errors);
  await open(page);
  await page.getByText("Times, as they are known here").click();
  await expect(page.getByText(/by the hygrometer \(simulated\): clocks run for this air/)).toBeVisible();
  await expect(page.getByText(/Wait .*, sure 95 times in 100: over damp paper it tears the surface/).first()).toBeVisible();
  await expect(page.getByText(/It rests on \d+ taps/).first()).toBeVisible();
  await expect(page.getByText(/Never seen here\. It leans on/).first()).toBeVisible();
  await page.getByText("This device, and what is at hand").click();
  await page.getByLabel("Quiet from, hour").fill("27");
  await expect(page.getByText("27 does not fit. Give a whole hour from 0 to 23.")).toBeVisible();
  await page.getByLabel("Boards for taped sheets").fill("0");
  await expect(page.getByText(/^0 does not fit\. Give a whole number from 1 to 99/)).toBeVisible();
  await page.getByText("A heat tool lies at hand").click();
  await expect(page.getByText(/A heat tool burns: never left on/)).toBeVisible();
  await page.reload();
  await page.getByText("This device, and what is at hand").click();
  await expect(page.getByLabel("Quiet from, hour")).toHaveValue("22");
  await expect(page.getByLabel("A heat tool lies at hand")).toBeChecked();
  // Masking fluid lies on the panel: no heat is offered. Off again, and washed a second time, it is.
  const tap = (name: string) => page.getByRole("button", { name, exact: true });
  await panel(page, 1).click();
  await expect(tap("Dry already")).toBeVisible();
  await expect(tap("Dried with heat")).toHaveCount(0);
  await tap("Dry already").click();
  for (const stages of [5, 6]) {
    await panel(page, 1).click();
    await tap("Done").click();
    await expect(panel(page, 1)).toHaveAccessibleName(new RegExp(`${String(stages)} of 9 stages`));
    // What is drawn at once is let go of a moment later: a press within that moment is of the choice before.
    await expect(panel(page, 1)).toHaveAttribute("aria-pressed", "false");
  }
  await panel(page, 1).click();
  await tap("Dried with heat").click();
  await expect(panel(page, 1)).toHaveAccessibleName(/6 of 9 stages, dry/);
  await expect.poll(async () => (await halfPainted()).facts.filter((fact) => fact.what === "heated").length).toBe(1);
});

test("before the session it stands what must be on the table and in which parts it is mixed, and the run sheet is printed", async ({ context }) => {
  const page = await openPage(context, errors);
  await open(page);
  const list = page.getByRole("region", { name: "On the table" });
  await expect(list.getByRole("heading", { name: "Before you begin" })).toBeVisible();
  await list.getByText(/On the table: \d+ things, \d+ mixes/).click();
  await expect(list).toContainText(/\d ml Ferry Blue: 1 part to .* parts water, for \d panels/);
  await expect(list).toContainText("round brush");
  const printed = page.waitForEvent("download");
  await page.getByRole("button", { name: "Print the run sheet" }).click();
  expect((await printed).suggestedFilename()).toBe("run-sheet-2031-11-08.pdf");
});

test("a route is rehearsed by the clock without a rule broken; in haste the same bench says what was broken and what it cost, and nothing is told to the shop", async ({
  context,
}) => {
  const page = await openPage(context, errors);
  const before = (await bench()).batches.map(({ facts }) => facts.length);
  await page.goto(`${shop.url}/bench`);
  await page.getByRole("link", { name: "Rehearse a route, or learn the rules" }).click();
  await expect(verdict(page)).toContainText(/By the clock this bench mostly takes .* Card by card it takes/);
  await page.getByLabel("Route of").selectOption({ label: "Quinces" });
  await page.getByLabel("The clock runs").selectOption({ label: "as fast as I tap" });
  await page.getByLabel("Panels of each").fill("99");
  await expect(page.getByText("99 does not fit. Give a whole number from 1 to 24.")).toBeVisible();
  await page.getByLabel("Panels of each").fill("2");
  await page.getByText("Panels fall and somebody rings").click();
  await page.getByRole("button", { name: "Begin", exact: true }).click();
  await expect(verdict(page)).toContainText(/Rehearsal, 0:00 h in: nothing is wet\. Next:/);
  const turn = page.getByRole("button", { name: /^(Paint it|Wait for it)$/ });
  while ((await turn.count()) > 0) await turn.click();
  await expect(verdict(page)).toContainText(/Through in .*: 2 good, 0 lost\./);
  await page.getByRole("button", { name: "The same bench again" }).click();
  // In haste: panel 1 is taken through its route as soon as the hands are free.
  for (let stage = 0; stage < 4; stage += 1) {
    await panel(page, 1).click();
    await page.getByRole("button", { name: "Paint it" }).click();
  }
  await page.getByRole("button", { name: "End here" }).click();
  await expect(page.getByRole("region", { name: "Rules broken, and their cost" })).toContainText(/Panel 1, .*: .* before it was dry/);
  await expect(verdict(page)).toContainText(/Played by the clock, this bench takes/);
  expect((await bench()).batches.map(({ facts }) => facts.length)).toEqual(before);
});

test.describe("with the server gone", () => {
  test.use({ serviceWorkers: "allow" });

  test("two hundred taps without the server, over a reload, are all there once when it is back", async ({ context }) => {
    test.setTimeout(420_000);
    const page = await openPage(context, errors);
    await page.goto(`${shop.url}/bench`);
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    await page.reload();
    await expect(page.getByRole("group", { name: /The board with/ })).toBeVisible();
    const before = await halfPainted();
    await shop.kill("SIGKILL");
    await page.reload();
    await expect(page.getByRole("group", { name: /The board with/ })).toBeVisible();
    // Looking again and again whether panels 6 and 7 are dry: each look is a tap, and none of them changes what is next.
    const still = async (taps: number, quick: number): Promise<void> => {
      for (let tap = 0; tap < taps - quick; tap += 1) {
        await panel(page, 6 + (tap % 2)).click({ force: true });
        await page.getByRole("button", { name: tap % 4 < 2 ? "Still wet" : "Dry already" }).click({ force: true });
      }
      // Quicker than any hand, two clicks to a frame: none may be lost.
      await page.evaluate(async (many) => {
        const buttons = (name: string): HTMLElement[] =>
          [...document.querySelectorAll<HTMLElement>("[data-unit], button")].filter((each) => (each.ariaLabel ?? each.textContent).startsWith(name));
        for (let tap = 0; tap < many; tap += 1) {
          buttons(`Panel ${String(6 + (tap % 2))},`)[0]?.click();
          await new Promise((drawn) => requestAnimationFrame(drawn));
          buttons(tap % 4 < 2 ? "Still wet" : "Dry already")[0]?.click();
        }
      }, quick);
    };
    await still(100, 80);
    await expect(page.getByText(/100 entries are kept and will be sent/)).toBeVisible();
    await page.reload();
    await expect(page.getByText(/100 entries are kept and will be sent/)).toBeVisible();
    await still(100, 80);
    await expect(page.getByText(/200 entries are kept and will be sent/)).toBeVisible();
    await shop.again();
    await expect.poll(async () => (await halfPainted()).facts.length, { timeout: 180_000 }).toBe(before.facts.length + 200);
    await expect(page.getByText(/entries are kept/)).toHaveCount(0);
    const after = await halfPainted();
    expect(new Set(after.facts.map((fact) => fact.id)).size).toBe(after.facts.length);
  });

  test("two devices that were both away are merged: what each told is there, and what both told stands once on the board", async ({ browser }) => {
    const contexts = await Promise.all([1, 2].map(() => browser.newContext({ serviceWorkers: "allow" })));
    const pages: Page[] = [];
    for (const context of contexts) {
      const page = await openPage(context, errors);
      await page.goto(`${shop.url}/bench`);
      await page.evaluate(async () => {
        await navigator.serviceWorker.ready;
      });
      await page.reload();
      await expect(page.getByRole("group", { name: /The board with/ })).toBeVisible();
      pages.push(page);
    }
    const [tablet, phone] = pages;
    if (!tablet || !phone) throw new Error("two devices");
    const before = await halfPainted();
    await shop.kill("SIGKILL");
    for (const [page, panels] of [
      [tablet, [6, 7]],
      [phone, [6, 3]],
    ] as const) {
      for (const number of panels) {
        await panel(page, number).click();
        await page.getByRole("button", { name: "Done", exact: true }).click();
      }
      await expect(page.getByText(/2 entries are kept/)).toBeVisible();
    }
    await shop.again();
    // Panel 6 was told by both: the earlier moment counts, and both stay in the log.
    await expect.poll(async () => (await halfPainted()).facts.length, { timeout: 90_000 }).toBe(before.facts.length + 4);
    for (const page of pages) await expect(page.getByText(/entries are kept/)).toHaveCount(0);
    for (const page of pages) {
      await expect(panel(page, 6)).toHaveAccessibleName(/3 of 9 stages/);
      await expect(panel(page, 7)).toHaveAccessibleName(/3 of 9 stages/);
      await expect(panel(page, 3)).toHaveAccessibleName(/4 of 9 stages/);
    }
    for (const context of contexts) await context.close();
  });

  test("a tablet that was away for a week tells what it was told, each at its own day and once; what the others did meanwhile stands beside it", async ({ context }) => {
    const page = await openPage(context, errors);
    await page.clock.install({ time: NOW });
    const board = page.getByRole("group", { name: /The board with/ });
    const look = async (number: number): Promise<void> => {
      await panel(page, number).click({ force: true });
      await page.getByRole("button", { name: "Still wet" }).click({ force: true });
    };
    await page.goto(`${shop.url}/bench`);
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    await page.reload();
    await expect(board).toBeVisible();
    const before = await halfPainted();

    await context.setOffline(true);
    await look(6);
    await expect(page.getByText(/1 entry is kept and will be sent/)).toBeVisible();
    await page.clock.fastForward(2 * DAY_MS);
    await look(7);
    await expect(page.getByText(/2 entries are kept and will be sent/)).toBeVisible();
    // Put away and taken up again: the page opens without the shop, with all that was told.
    await page.clock.fastForward(3 * DAY_MS);
    await page.reload();
    await expect(page.getByText(/2 entries are kept and will be sent/)).toBeVisible();
    await look(6);
    await expect(page.getByText(/3 entries are kept and will be sent/)).toBeVisible();

    // The shop goes on: it is a week later, it was begun anew, and at the laptop the same batch was worked at.
    await shop.kill("SIGTERM");
    await shop.again(dayAfter(7));
    const seen = before.facts.find(({ what }) => what === "done");
    const two = before.units.find(({ number }) => number === 2);
    const fact = { id: randomUUID(), unitId: two?.id, stageId: seen?.stageId, what: "still-wet", at: dayAfter(6), why: "" };
    const told = await fetch(`${shop.url}/api/commands`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ id: randomUUID(), kind: "tell-bench", payload: { batchId: before.id, facts: [fact] } }),
    });
    expect([told.status, await told.text()]).toEqual([200, expect.anything()]);

    await page.clock.fastForward(2 * DAY_MS);
    await context.setOffline(false);
    await expect.poll(async () => (await halfPainted()).facts.length).toBe(before.facts.length + 4);
    await expect(page.getByText(/kept and will be sent|The server is away/)).toHaveCount(0);
    const after = await halfPainted();
    expect(new Set(after.facts.map(({ id }) => id)).size).toBe(after.facts.length);
    const known = new Set(before.facts.map(({ id }) => id));
    const days = after.facts
      .filter(({ id }) => !known.has(id))
      .map(({ at }) => Math.floor((Date.parse(at) - Date.parse(NOW)) / DAY_MS))
      .sort((a, b) => a - b);
    expect(days).toEqual([0, 2, 5, 6]);
    // The tablet knows of the laptop's without being asked to, and tells the next thing at once.
    await look(7);
    await expect.poll(async () => (await halfPainted()).facts.length).toBe(before.facts.length + 5);
  });
});

test("two devices at one bench agree, also while both plan anew", async ({ context }) => {
  const [tablet, phone] = [await openPage(context, errors), await openPage(context, errors)];
  await open(tablet);
  await open(phone);
  await panel(tablet, 6).click();
  await tablet.getByRole("button", { name: "Done", exact: true }).click();
  // Within a second on a machine that does nothing else; a busy one is given room.
  await expect(panel(phone, 6)).toHaveAccessibleName(/3 of 9 stages/, { timeout: 3_000 });
});
