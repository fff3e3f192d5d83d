import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { sentencesOf } from "./lib/sentences.ts";

/** Writes the English catalogues anew from the code: what a translator begins with. */
const root = fileURLToPath(new URL("..", import.meta.url));
const folder = join(root, "web/public/words/en");
mkdirSync(folder, { recursive: true });
for (const [domain, catalogue] of sentencesOf(root)) writeFileSync(join(folder, `${domain}.json`), `${JSON.stringify(catalogue, null, 2)}\n`);
