// Runs before any package is there, so it uses nothing but Node.
import { spawnSync } from "node:child_process";
import { existsSync, readFileSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = fileURLToPath(new URL("../..", import.meta.url));

/** Installs the node packages of the lock file when one is missing or of another version. Says so on stderr. */
export function ensurePackages() {
  if (packagesAgree(readLock(join(root, "package-lock.json")), readLock(join(root, "node_modules/.package-lock.json")))) return;
  process.stderr.write("Installing the node packages (once) ...\n");
  const done = spawnSync("npm", ["ci", "--no-fund", "--no-audit", "--loglevel=error"], { cwd: root, stdio: ["ignore", 2, 2] });
  if (done.status !== 0) {
    process.stderr.write("The node packages could not be installed. npm says why above; with a network, run `npm ci` and start again.\n");
    process.exit(1);
  }
}

/** @returns the packages of a lock file by their path, or null when it cannot be read */
function readLock(path) {
  try {
    return JSON.parse(readFileSync(path, "utf8")).packages;
  } catch {
    return null;
  }
}

/**
 * Whether what is installed is what the lock file asks for. Optional packages may be absent: each serves one platform.
 * @param {Record<string, {version?: string, optional?: boolean, devOptional?: boolean, link?: boolean}> | null} wanted
 * @param {Record<string, {version?: string}> | null} there
 */
export function packagesAgree(wanted, there) {
  if (!wanted || !there) return false;
  return Object.entries(wanted).every(([path, { version, optional, devOptional, link }]) => {
    if (!path.startsWith("node_modules/") || link) return true;
    const found = there[path];
    return found ? found.version === version : Boolean(optional ?? devOptional);
  });
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
