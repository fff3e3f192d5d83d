// Builds what is shipped, where it is not there yet or no longer new.
import { buildServer, buildWeb } from "./lib/build.mjs";

await buildWeb();
await buildServer();
