// What a project stands on, packed once for all its tests: a thousand small modules read anew for each file took longer than the tests.
import { build } from "esbuild";
import { rmSync } from "node:fs";
import { join } from "node:path";
import { root } from "./packages.mjs";

/**
 * Packs packages into modules of their names that share what they share.
 * @param {string} folder where they are written to, from the root
 * @param {{ names: string[], from: string, entry(name: string): string, platform: "browser" | "node", external: string[] }} what the packages, the workspace that has them, and
 *   the module that hands each of them on
 */
export async function packForTests(folder, { names, from, entry, ...options }) {
  const outdir = join(root, folder);
  rmSync(outdir, { recursive: true, force: true });
  await build({
    entryPoints: names.map((name) => ({ in: `entry:${name}`, out: name })),
    outdir,
    outExtension: { ".js": ".mjs" },
    bundle: true,
    splitting: true,
    format: "esm",
    target: "es2022",
    define: { "process.env.NODE_ENV": '"test"' },
    logLevel: "error",
    ...options,
    plugins: [
      {
        name: "entries",
        setup(builder) {
          builder.onResolve({ filter: /^entry:/ }, ({ path }) => ({ path: path.slice("entry:".length), namespace: "entry" }));
          builder.onLoad({ filter: /.*/, namespace: "entry" }, ({ path }) => ({ contents: entry(path), resolveDir: join(root, from) }));
        },
      },
    ],
  });
}

/** The pattern by which jest finds packed packages: what it catches is the name. */
export const namesOf = (packed) => `^(${packed.join("|")})$`;
