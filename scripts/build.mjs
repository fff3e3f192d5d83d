// Builds what is shipped, where it is not there yet or no longer new.
import { buildPlanThread, buildServer, buildWeb, buildWorker } from "./lib/build.mjs";

await buildWeb();
await buildServer();
await buildPlanThread();
await buildWorker();
