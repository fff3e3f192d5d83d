// Known holes of the packages that are shipped, by the lockfile and the registry's advisories. Where the registry does not answer, that is said and nothing is claimed.
import { spawnSync } from "node:child_process";
import { advisoriesIn } from "./lib/advisories.mjs";
import { root } from "./lib/packages.mjs";

const { stdout } = spawnSync("npm", ["audit", "--omit=dev", "--json"], { cwd: root, encoding: "utf8", timeout: 60_000 });
const { isAsked, serious } = advisoriesIn(stdout ?? "");
const said = !isAsked
  ? "The registry tells no advisories here: not checked."
  : serious.length === 0
    ? "No serious advisory for any package that is shipped."
    : `Packages with serious advisories:\n${serious.join("\n")}`;
process.stdout.write(`${said}\n`);
process.exit(serious.length === 0 ? 0 : 1);
