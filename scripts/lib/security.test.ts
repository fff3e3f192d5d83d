import { existsSync, readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL("../..", import.meta.url));
const page = readFileSync(`${root}/docs/security.md`, "utf8");
const rows = page.split("\n").filter((line) => /^\| \d/.test(line));

test("every rule names a test", () => {
  expect(rows.length).toBeGreaterThan(20);
  for (const row of rows) expect(row).toMatch(/`[^`]+\.test\.ts`: “[^”]+” \|$/);
});

test.each(rows.map((row) => /`([^`]+\.test\.ts)`: “([^”]+)”/.exec(row)?.slice(1) ?? []))("%s has “%s”, which runs", (file = "", title = "") => {
  expect([file, existsSync(`${root}/${file}`)]).toEqual([file, true]);
  const text = readFileSync(`${root}/${file}`, "utf8");
  const at = text.indexOf(title);
  expect([title, at > 0]).toEqual([title, true]);
  expect(text.slice(Math.max(0, at - 60), at)).not.toMatch(/\.(skip|todo)\b|\bx(it|test)\b/);
});
