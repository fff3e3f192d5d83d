import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { readingEase } from "./readingEase.ts";

const folder = fileURLToPath(new URL("../../web/public/words/en", import.meta.url));

test("the measure tells plain words from others", () => {
  expect(readingEase("The cat sat on the mat.")).toBeGreaterThan(100);
  expect(readingEase("Nothing is ready to go yet. Next to go is the order, by Friday.")).toBeGreaterThan(70);
  expect(readingEase("Institutional considerations necessitate organisational reconfiguration.")).toBeLessThan(0);
});

test.each(readdirSync(folder))("the sentences of %s read as plain English: 60 and over", (name) => {
  const sentences = Object.values(JSON.parse(readFileSync(join(folder, name), "utf8")) as Record<string, string>)
    .filter((sentence) => !sentence.includes("plural,"))
    .map((sentence) => sentence.replace(/\{\d+\}/g, "4"))
    .filter((sentence) => sentence.split(" ").length >= 6);
  const all = sentences.map(readingEase).sort((a, b) => a - b);
  expect(all[Math.floor(all.length / 2)]).toBeGreaterThan(60);
  expect(readingEase(sentences.join(" "))).toBeGreaterThan(60);
});
