// The core from the command line. Bundled once, so that it starts in a fraction of a second.
import { bundled, ensurePackages } from "./lib/packages.mjs";

ensurePackages();
await import(await bundled("scripts/calc/main.ts", "dist/calc/main.mjs", ["core/src", "contract/src", "scripts/calc"]));
