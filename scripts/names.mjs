// No two exports of one name with two meanings: a stranger who reads a name must know which one it is.
import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL("..", import.meta.url));
const PACKAGES = ["core/src", "contract/src", "derive/src", "server/src", "web/src", "demo/src", "scripts"];
const EXPORTED = /^export (?:async )?(?:abstract )?(?:const|function|interface|type|class|enum) (\w+)/gm;

/** Sources under a folder; tests and what is made for them name things as their case needs. */
function* sources(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory() && entry.name !== "node_modules" && entry.name !== "dist") yield* sources(path);
    else if (/\.tsx?$/.test(entry.name) && !/\.test\.tsx?$|testing\.ts$|examples?\w*\.ts$/i.test(entry.name)) yield path;
  }
}

const places = new Map();
for (const folder of PACKAGES)
  for (const path of sources(join(root, folder)))
    for (const [, name] of readFileSync(path, "utf8").matchAll(EXPORTED)) places.set(name, new Set([...(places.get(name) ?? []), relative(root, path)]));
const twice = [...places].filter(([, files]) => files.size > 1);
for (const [name, files] of twice) process.stderr.write(`${name}: exported by ${[...files].join(" and by ")}\n`);
process.exit(twice.length === 0 ? 0 : 1);
