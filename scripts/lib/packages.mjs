// Runs before any package is there, so it uses nothing but Node.
import { spawnSync } from "node:child_process";
import { existsSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = fileURLToPath(new URL("../..", import.meta.url));

/** Installs the node packages of the lock file when they are missing or older than it. Says so on stderr. */
export function ensurePackages() {
  const mark = join(root, "node_modules/.package-lock.json");
  if (existsSync(mark) && statSync(mark).mtimeMs + 1000 >= statSync(join(root, "package.json")).mtimeMs && existsSync(join(root, "node_modules/esbuild"))) return;
  if (existsSync(mark) && existsSync(join(root, "node_modules/esbuild"))) return;
  process.stderr.write("Installing the node packages (once) ...\n");
  const done = spawnSync("npm", ["ci", "--no-fund", "--no-audit", "--loglevel=error"], { cwd: root, stdio: ["ignore", 2, 2] });
  if (done.status !== 0) {
    process.stderr.write("The node packages could not be installed. npm says why above; with a network, run `npm ci` and start again.\n");
    process.exit(1);
  }
}

/** The latest change of any source under the folders, as milliseconds. */
export function newestUnder(folders) {
  let newest = 0;
  const visit = (folder) => {
    for (const entry of readdirSync(folder, { withFileTypes: true })) {
      if (entry.name === "node_modules" || entry.name === "dist" || entry.name.startsWith(".")) continue;
      const path = join(folder, entry.name);
      if (entry.isDirectory()) visit(path);
      else newest = Math.max(newest, statSync(path).mtimeMs);
    }
  };
  for (const folder of folders) if (existsSync(join(root, folder))) visit(join(root, folder));
  return newest;
}

/** Bundles a TypeScript entry for Node when its sources are newer than the bundle. @returns the path of the bundle */
export async function bundled(entry, outfile, folders) {
  const out = join(root, outfile);
  if (existsSync(out) && statSync(out).mtimeMs > newestUnder(folders)) return out;
  const { build } = await import("esbuild");
  await build({
    entryPoints: [join(root, entry)],
    outfile: out,
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    external: ["highs", "pg-native", "@node-rs/*"],
    banner: { js: "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url);" },
    logLevel: "warning",
  });
  return out;
}
