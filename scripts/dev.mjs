// Development: the server runs anew at each change, the interface reloads while it is open.
import { spawn } from "node:child_process";
import { mkdirSync } from "node:fs";
import { join, resolve } from "node:path";
import { ensurePackages, root } from "./lib/packages.mjs";
import { startPostgres } from "./lib/postgres.mjs";
import { readFlags } from "./lib/flags.mjs";

const flags = readFlags(process.argv.slice(2));
ensurePackages();
const data = resolve(root, flags.data ?? ".data/dev");
mkdirSync(data, { recursive: true });
const database = process.env.DATABASE_URL ? null : await startPostgres(data);
const port = flags.port ?? 4800;
const env = {
  ...process.env,
  DATABASE_URL: process.env.DATABASE_URL ?? database.url,
  YULE_PORT: String(port),
  YULE_DATA: data,
  YULE_MIGRATIONS: join(root, "server/migrations"),
  YULE_EMPTY: flags.empty ? "1" : "0",
  YULE_API: `http://127.0.0.1:${port}`,
};
const children = [
  spawn("node", ["--watch-path=server/src", "--watch-path=core/src", "--watch-path=contract/src", "--watch-path=derive/src", "--import", "tsx", "server/src/main.ts"], {
    cwd: root,
    env,
    stdio: "inherit",
  }),
  spawn(join(root, "node_modules/.bin/vite"), ["web", "--config", "web/vite.config.ts", "--host", "127.0.0.1"], { cwd: root, env, stdio: "inherit" }),
];
const stop = async () => {
  for (const child of children) child.kill("SIGTERM");
  await database?.stop();
  process.exit(0);
};
process.on("SIGINT", () => void stop());
process.on("SIGTERM", () => void stop());
