// Runs a TypeScript script of this folder, after making sure that the packages are there.
import { spawnSync } from "node:child_process";
import { ensurePackages, root } from "./lib/packages.mjs";

ensurePackages();
const done = spawnSync("node", ["--import", "tsx", ...process.argv.slice(2)], { cwd: root, stdio: "inherit" });
process.exit(done.status ?? 1);
