// One of any number of server processes on one PostgreSQL, on this machine or another: it keeps nothing of its own. Plans are made by `npm run worker`,
// backups by whoever runs the database.
import { fork } from "node:child_process";
import { buildServer, buildWeb } from "./lib/build.mjs";
import { readFlags } from "./lib/flags.mjs";
import { ensurePackages } from "./lib/packages.mjs";
import { fail } from "./lib/postgres.mjs";
import { serverEnv } from "./lib/serverEnv.mjs";

const flags = readFlags(process.argv.slice(2));
if (!process.env.DATABASE_URL) fail("DATABASE_URL: given nothing, allowed the address of the PostgreSQL that the shops are in");
for (const name of ["data", "empty"]) if (flags[name] !== undefined) fail(`--${name}: given to a process that keeps nothing, allowed with npm start alone`);
ensurePackages();
await buildWeb();
const child = fork(await buildServer(), [], {
  stdio: ["ignore", "pipe", "inherit", "ipc"],
  env: {
    ...process.env,
    ...(await serverEnv(flags)),
    // No folder: no demo, and no backups of its own.
    YULE_DATA: "",
    YULE_PLANNING: process.env.YULE_PLANNING ?? "0",
  },
});
child.stdout.on("data", (text) => {
  const ready = /READY (\S+)/.exec(String(text));
  process.stdout.write(ready ? `A server is ready at ${ready[1]}\n` : text);
});
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => child.kill("SIGTERM"));
child.on("exit", (code) => process.exit(code ?? 1));
