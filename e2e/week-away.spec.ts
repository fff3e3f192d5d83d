import { expect, test } from "@playwright/test";
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
test.use({ serviceWorkers: "allow" });

const DAY_MS = 86_400_000;
const dayAfter = (days: number): string => new Date(Date.parse(NOW) + days * DAY_MS).toISOString();

interface Fact {
  readonly id: string;
  readonly unitId: string;
  readonly stageId: string;
  readonly what: string;
  readonly at: string;
}
interface Batch {
  readonly id: string;
  readonly units: readonly { readonly id: string; readonly number: number }[];
  readonly facts: readonly Fact[];
}
/** The batch that lies half painted, with a panel spoilt. */
async function halfPainted(): Promise<Batch> {
  const { batches } = (await (await fetch(`${shop.url}/api/bench`)).json()) as { readonly batches: readonly Batch[] };
  const found = batches.find(({ facts }) => facts.some(({ what }) => what === "spoilt"));
  if (!found) throw new Error("nothing half painted");
  return found;
}

test("a tablet that was away for a week tells what it was told, each at its own day and once; what the others did meanwhile stands beside it", async ({ context }) => {
  const page = await openPage(context, errors);
  await page.clock.install({ time: NOW });
  const board = page.getByRole("group", { name: /The board with/ });
  const panel = (number: number) => board.getByRole("button", { name: new RegExp(`^Panel ${String(number)},`) });
  const look = async (number: number): Promise<void> => {
    await panel(number).click({ force: true });
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
