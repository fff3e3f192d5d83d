import { quantile } from "./figures.ts";
import { chromium } from "@playwright/test";
import { colourBenchmarks } from "./colour.ts";
import { runBenchmarks } from "./runs.ts";
import { sheetBenchmarks } from "./sheets.ts";
import { handBenchmarks } from "./sheetsByHand.ts";
import { laterView } from "./views.ts";
import { manyShopsBenchmarks } from "./manyShops.ts";
import { yearsBenchmarks } from "./years.ts";
import { tapBenchmarks } from "./taps.ts";
import { endWith, readWords } from "../lib/reachShop.ts";
import { CHROMIUM } from "../chromium.ts";
import { GUESSED_SPREADS, limitsFor, odds, planWork } from "@yule/core";
import { largeSeason } from "../../core/src/season/schedule/examples.ts";
import { startShop } from "../../e2e/src/shop.ts";
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { cpus } from "node:os";
import { join } from "node:path";
import { spawnSync } from "node:child_process";
import { gzipSync } from "node:zlib";

/** Measures what docs/architecture.md promises, with the demo, and writes docs/benchmarks.md. Nothing fails on a slow day. */
interface Row {
  readonly what: string;
  readonly budget: string;
  readonly median: number;
  readonly worst: number;
  readonly unit: string;
}

const root = join(import.meta.dirname, "../..");
const rows: Row[] = [];
const note = (what: string, budget: string, values: readonly number[], unit = "ms"): void => {
  rows.push({ what, budget, median: quantile(values, 0.5), worst: quantile(values, 0.95), unit });
  process.stdout.write(`${what}: ${quantile(values, 0.5).toFixed(0)} ${unit} (budget ${budget})\n`);
};

const { told } = readWords(process.argv.slice(2), ["--years", "--shops", "--data"], 0);
const whole = (flag: string, most: number): number => {
  const given = told.get(flag) ?? "";
  if (!/^[1-9]\d{0,3}$/.test(given) || Number(given) > most) endWith(`${flag}: given ${given === "" ? "nothing" : given}, allowed a whole number from 1 to ${String(most)}`);
  return Number(given);
};
const grown = told.get("--data") ?? null;
if (told.has("--years")) {
  await yearsBenchmarks(whole("--years", 20), grown);
  process.exit(0);
}
if (told.has("--shops")) {
  await manyShopsBenchmarks(whole("--shops", 2000), 5, grown);
  process.exit(0);
}

const shop = await startShop();
const reads = ["shop", "season", "designs", "stores", "bench", "dispatch", "logbook"];
for (const path of reads) {
  const times: number[] = [];
  for (let turn = 0; turn < 60; turn += 1) {
    const from = performance.now();
    await (await fetch(`${shop.url}/api/${path}`)).arrayBuffer();
    times.push(performance.now() - from);
  }
  note(`GET /api/${path}`, "30 ms", times);
}

const browser = await chromium.launch(CHROMIUM);
const first: number[] = [];
const later: number[] = [];
for (let turn = 0; turn < 5; turn += 1) {
  const context = await browser.newContext({ serviceWorkers: "block", viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const from = performance.now();
  await page.goto(`${shop.url}/season`, { waitUntil: "commit" });
  await page.getByRole("button", { name: "Add a need" }).waitFor();
  first.push(performance.now() - from);
  for (const view of ["Designs", "Stores", "Dispatch", "Logbook", "Finish", "Bench"]) {
    later.push(await laterView(page, view));
  }
  await context.close();
}
note("First view usable, new browser profile", "1000 ms", first);
note("A later view", "150 ms", later);
await tapBenchmarks(note, browser, shop.url);
await colourBenchmarks(note, browser, shop.url);
await browser.close();

const restarts: number[] = [];
for (let turn = 0; turn < 3; turn += 1) {
  await shop.kill("SIGTERM");
  const from = performance.now();
  await shop.again();
  restarts.push(performance.now() - from);
}
note("npm start to ready, existing database (PostgreSQL included)", "2000 ms", restarts);
await shop.close();

const assets = join(root, "dist/web/assets");
const html = readFileSync(join(root, "dist/web/index.html"), "utf8");
const initial = readdirSync(assets).filter((name) => name.endsWith(".js") && html.includes(name));
note("JavaScript before the first view, gzip", "300 kB", [initial.reduce((sum, name) => sum + gzipSync(readFileSync(join(assets, name))).length, 0) / 1000], "kB");

const calc = (name: string, input: unknown): number => {
  const from = performance.now();
  spawnSync("node", ["scripts/calc.mjs", name], { cwd: root, input: JSON.stringify(input) });
  return performance.now() - from;
};
const panels = (kinds: number) => Array.from({ length: kinds }, (_, index) => ({ id: `p${String(index)}`, width: 60 + 17 * index, height: 50 + 13 * index, count: 6 + index }));
for (const kinds of [1, 3, 8])
  note(
    `calc split, ${String(kinds)} kinds of panel, process and all`,
    "2500 ms",
    [1, 2, 3].map(() => calc("split", { sheets: [{ id: "s", width: 660.4, height: 508, cost: 420 }], panels: panels(kinds) })),
  );

await sheetBenchmarks(note);
await handBenchmarks(note);
runBenchmarks(note);

const half = largeSeason(60, 40, 26, 0.55, 1);
const planTimes = [1, 2, 3].map((seed) => {
  let first = 0;
  const from = performance.now();
  const now = (): number => performance.now();
  const answer = planWork(half, limitsFor(5, now, seed, 1e9), null, () => {
    first ||= performance.now() - from;
  });
  return { first, answer };
});
note(
  "Season of 60 needs, 40 designs, 26 weeks: first plan",
  "300 ms",
  planTimes.map((each) => each.first),
);
note(
  "The same after 5 s: days late above the bound",
  "3 %",
  planTimes.map(({ answer }) => answer.plan.score.lateDays - answer.bound.lateDays),
  "days",
);
const thirty = largeSeason(30, 20, 16, 0.6, 1);
const thirtyPlan = planWork(
  thirty,
  limitsFor(1, () => performance.now()),
).plan;
const oddsFrom = performance.now();
odds(
  thirty,
  thirtyPlan,
  GUESSED_SPREADS,
  thirty.needs.map((need) => ({ id: need.id, cards: 1, units: 2, good: 9, bad: 1, posted: true, weight: 1 })),
  { seed: 1, runs: 10_000, stop: () => false },
);
note("Odds of 30 needs, 10,000 times, and what matters most", "2000 ms", [performance.now() - oddsFrom]);

const figure = (value: number, unit: string): string => `${value.toFixed(unit === "%" ? 1 : 0)} ${unit}`.trim();
const table = rows.map((row) => `| ${row.what} | ${row.budget} | ${figure(row.median, row.unit)} | ${figure(row.worst, row.unit)} |`).join("\n");
const page = join(root, "docs/benchmarks.md");
/** Comparisons that were made once stand below the figures, and stay. */
const [, compared = ""] = /\n(## [\s\S]*)$/.exec(readFileSync(page, "utf8")) ?? [];
writeFileSync(
  page,
  `# Benchmarks\n\nMeasured by \`npm run bench\` with the demo shop on ${String(cpus().length)} cores, Node ${process.version}. Median, and the value that 95 of 100 stay below.\n\n| what | budget | median | 95 of 100 |\n| --- | --- | --- | --- |\n${table}\n${compared === "" ? "" : `\n${compared}`}`,
);
