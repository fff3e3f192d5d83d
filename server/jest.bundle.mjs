// What the server stands on, packed once for all its tests (see scripts/lib/packForTests.mjs).
import { namesOf, packForTests } from "../scripts/lib/packForTests.mjs";

const PACKED = [
  "@fragaria/address-formatter",
  "@koa/bodyparser",
  "@koa/router",
  "@koa/send",
  "@simplewebauthn/server",
  "@yule/contract",
  "@yule/core",
  "@yule/derive",
  "archiver",
  "drizzle-orm",
  "drizzle-orm/node-postgres",
  "drizzle-orm/node-postgres/migrator",
  "drizzle-orm/pg-core",
  "fast-png",
  "ical-generator",
  "koa",
  "koa-compress",
  "koa-helmet",
  "papaparse",
  "pg",
  "pg-boss",
  "prom-client",
  "uuid",
  "yauzl",
  "zod",
];
/** Written in the tests' own language: they name what they export themselves. */
const OURS = /^@yule\//;

export const FOLDER = "node_modules/.cache/tests-of-the-server";
export const NAMES = namesOf(PACKED);

export default async function pack() {
  const names = new Map();
  for (const name of PACKED.filter((name) => !OURS.test(name))) names.set(name, Object.keys(await import(name)));
  await packForTests(FOLDER, {
    names: PACKED,
    from: "server",
    entry: (name) => (OURS.test(name) ? `export * from "${name}";` : `export { ${names.get(name).join(", ")} } from "${name}";`),
    platform: "node",
    external: ["highs", "pg-native", "date-holidays"],
    banner: { js: 'import { createRequire as requireOf } from "node:module"; const require = requireOf(import.meta.url);' },
  });
}
