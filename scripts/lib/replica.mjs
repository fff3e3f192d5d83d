// A second PostgreSQL that follows a first one as it is described in docs/running.md, for tests.
import { chmodSync, chownSync, mkdirSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { asPostgres, ensurePostgres, isRoot, postgresIds, startPostgres } from "./postgres.mjs";
import { temporaryFolder } from "./testServer.mjs";

/**
 * Copies a server that runs and follows it from then on.
 * @param {string} url the first, by a role that may replicate
 * @returns {Promise<{ url: string, close: () => Promise<void> }>} the same database there
 */
export async function startReplica(url) {
  const folder = temporaryFolder("replica");
  const cluster = join(folder, "postgres");
  mkdirSync(cluster, { mode: 0o700 });
  const first = new URL(url);
  writeFileSync(join(folder, "password"), decodeURIComponent(first.password), { mode: 0o600 });
  if (isRoot) chownSync(cluster, ...postgresIds());
  const copying = asPostgres(join(ensurePostgres(), "pg_basebackup"), ["-D", cluster, "-d", url, "-X", "stream", "-c", "fast", "-R"], {
    stdio: ["ignore", "ignore", "pipe"],
    cwd: cluster,
  });
  let said = "";
  copying.stderr.on("data", (text) => (said += text));
  const code = await new Promise((ended) => copying.once("exit", ended));
  if (code !== 0) throw new Error(`the server could not be copied: ${said}`);
  chmodSync(cluster, 0o700);
  // It may have no fewer connections than the one it follows.
  const running = await startPostgres(folder, { durable: false, connections: 200 });
  return {
    url: `${running.url.replace(/postgres$/, "")}${first.pathname.slice(1)}`,
    close: async () => {
      await running.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
