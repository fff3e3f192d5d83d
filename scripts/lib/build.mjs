// What is shipped: the interface in dist/web, the server in dist/server.
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { bundled, newestUnder, root } from "./packages.mjs";
import { fail } from "./postgres.mjs";

const SOURCES = ["core/src", "contract/src", "derive/src", "server/src", "demo/src"];

/** @returns the path of the server's bundle, made anew when its sources are newer */
export const buildServer = () => bundled("server/src/main.ts", "dist/server/main.mjs", SOURCES);

/** @returns the path of the bundle of the thread that plans */
export const buildPlanThread = () => bundled("server/src/season/plan/thread.ts", "dist/server/planThread.mjs", SOURCES);

/** @returns the path of the bundle of a process that only plans */
export const buildWorker = () => bundled("server/src/worker.ts", "dist/server/worker.mjs", SOURCES);

/** Builds the interface when its sources are newer than what was built. */
export async function buildWeb() {
  const built = join(root, "dist/web/index.html");
  if (existsSync(built) && statSync(built).mtimeMs > newestUnder(["core/src", "contract/src", "derive/src", "web"])) return;
  process.stdout.write("Building the application (once) ...\n");
  const { build } = await import("vite");
  try {
    await build({ root: join(root, "web"), configFile: join(root, "web/vite.config.ts"), logLevel: "error" });
  } catch (error) {
    if (["EACCES", "EROFS", "ENOSPC"].includes(error.code))
      fail(`The application could not be built (${error.code}): the project's folder must have room and be writable by this user.`);
    throw error;
  }
  packBeside(join(root, "dist/web"));
}

/** Leaves a gzip copy beside each text file, so that the server packs nothing while a screen waits. */
function packBeside(folder) {
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    const path = join(entry.parentPath ?? entry.path, entry.name);
    if (entry.isFile() && /\.(js|css|svg|wasm|html)$/.test(entry.name)) writeFileSync(`${path}.gz`, gzipSync(readFileSync(path), { level: 9 }));
  }
}
