import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { gzipSync } from "node:zlib";
import { sentencesOf } from "./sentences.ts";

const root = fileURLToPath(new URL("../..", import.meta.url));
const folder = join(root, "web/public/words/en");
const kept = new Map(readdirSync(folder).map((name) => [name.replace(".json", ""), JSON.parse(readFileSync(join(folder, name), "utf8")) as Record<string, string>]));
const found = sentencesOf(root);

test("the English catalogues are those of the code: `npm run words` writes them anew", () => {
  expect([...kept.keys()].sort()).toEqual([...found.keys()].sort());
  for (const [domain, catalogue] of found) expect({ domain, catalogue: kept.get(domain) }).toEqual({ domain, catalogue });
});

test("every view has its own catalogue, and what is loaded with one view is less than 20 kB", () => {
  expect([...kept.keys()].sort()).toEqual(["bench", "colour", "common", "designs", "dispatch", "finish", "logbook", "refusals", "season", "setup", "sheets", "shop", "stores"]);
  const bytes = (domain: string): number => gzipSync(JSON.stringify(kept.get(domain))).length;
  for (const domain of kept.keys()) expect(bytes("common") + (domain === "common" ? 0 : bytes(domain))).toBeLessThan(20_000);
});

test("sentences are sentences: no address, no style and no key stands among them", () => {
  const odd = [...kept.values()].flatMap((catalogue) => Object.values(catalogue)).filter((sentence) => /^\/\w|[?&]\w+=|\dpx\b|var\(--|^#[0-9a-f]{6}$/.test(sentence));
  expect(odd).toEqual([]);
});
