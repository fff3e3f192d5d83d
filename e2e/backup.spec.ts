import { expect, test } from "@playwright/test";
import { spawnSync } from "node:child_process";
import { existsSync, rmSync } from "node:fs";
import { join } from "node:path";
import { temporaryFolder } from "../scripts/lib/testServer.mjs";
import { openPage, startShop, type RunningShop } from "./src/shop.ts";

const root = join(import.meta.dirname, "..");
const errors: string[] = [];
let shop: RunningShop;
test.beforeAll(async () => {
  shop = await startShop({ plans: false });
});
test.afterAll(() => shop.close());
test.afterEach(() => {
  expect(errors.splice(0)).toEqual([]);
});

const run = (...words: readonly string[]) => {
  const env: NodeJS.ProcessEnv = { ...process.env };
  delete env.DATABASE_URL;
  const { status, stdout, stderr } = spawnSync("npm", ["run", "-s", ...words], { cwd: root, env, encoding: "utf8" });
  return { status, said: `${stdout}${stderr}` };
};

test("a backup is made on the screen, the shop is changed, and one press brings back what was; another screen follows", async ({ context }) => {
  const [page, tablet] = [await openPage(context, errors), await openPage(context, errors)];
  await tablet.goto(`${shop.url}/stores`);
  await tablet.getByRole("link", { name: /kraft/ }).click();
  await expect(tablet.getByRole("heading", { level: 1 })).toContainText("31 go, 2 stay");
  await page.goto(`${shop.url}/stores`);
  await page.getByRole("button", { name: /Tern Row Cards/ }).click();
  await page.getByRole("button", { name: "Make a backup" }).click();
  await expect(page.getByText(/^All until .* is kept, and was read back and found equal\.$/)).toBeVisible();
  await tablet.getByRole("button", { name: "It has come" }).click();
  await tablet.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(tablet.getByRole("heading", { level: 1 })).toContainText("27 stay");
  await page.getByRole("button", { name: "Go back to it" }).click();
  await expect(page.getByText(/In it is Tern Row Cards with 8 designs/)).toBeVisible();
  await page.getByRole("button", { name: "Put this backup in place" }).click();
  await expect(tablet.getByRole("heading", { level: 1 })).toContainText("31 go, 2 stay");
  await expect(page.getByText("made before another one was put in place")).toBeVisible();
});

test("a shop moves to another machine by two commands, and what is no backup is said so", () => {
  const folder = temporaryFolder("moved");
  const file = join(folder, "shop.zip");
  const made = run("backup", "--", "--data", shop.folder, "--to", file);
  expect([made.status, made.said]).toEqual([0, expect.stringMatching(/MB in [\d.]+ s, read back and found equal\./)]);
  expect(existsSync(file)).toBe(true);
  const elsewhere = join(folder, "elsewhere");
  const moved = run("restore", "--", file, "--data", elsewhere);
  expect([moved.status, moved.said]).toEqual([0, expect.stringMatching(/^Tern Row Cards, as it was on .*: 8 designs, 22 needs/)]);
  const bad = run("restore", "--", join(root, "README.md"), "--data", elsewhere);
  expect([bad.status, bad.said]).toEqual([2, expect.stringMatching(/^FILE: given a file that is no backup.* Nothing was changed\.\n$/)]);
  expect(run("restore").said).toBe("FILE: given nothing, allowed the file of a backup: npm run restore -- FILE\n");
  rmSync(folder, { recursive: true, force: true });
});
