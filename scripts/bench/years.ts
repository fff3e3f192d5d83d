import { quantile, rest } from "./figures.ts";
import { chromium } from "@playwright/test";
import { spawn, spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { cpus, tmpdir } from "node:os";
import { join } from "node:path";
import { randomUUID } from "node:crypto";
import { gzipSync } from "node:zlib";
import type { BenchRead, DesignsRead } from "@yule/contract";
import { CHROMIUM } from "../chromium.ts";
import { laterView } from "./views.ts";
import { NOW, startShop } from "../../e2e/src/shop.ts";

/** Measures the demo with years of past seasons behind it beside the demo alone, and writes both into docs/benchmarks.md. */
const root = join(import.meta.dirname, "../..");

const READS = ["shop", "season", "plan", "designs", "stores", "colour", "sheets", "bench", "dispatch", "orders", "logbook"] as const;
const FIND = ["logbook?find=Ropewalk", "logbook?find=first%20wash", "logbook?find=Oudewiel"] as const;

/** What is measured of one shop, in order. */
interface Figures {
  readonly rows: readonly (readonly [what: string, budget: string, value: number, unit: string])[];
}

interface Running {
  readonly url: string;
  readonly loop: string;
  readonly startMs: number;
  readonly stop: () => Promise<void>;
}

/** The shop of a folder, started by its one command, with its event loop watched. */
async function open(folder: string): Promise<Running> {
  const loop = join(mkdtempSync(join(tmpdir(), "yule-loop-")), "loop");
  const from = performance.now();
  const child = spawn("node", [join(root, "scripts/start.mjs"), "--data", folder], {
    cwd: root,
    env: { ...process.env, YULE_NOW: NOW, YULE_LOOP_FILE: loop, NODE_OPTIONS: `--import ${join(root, "scripts/bench/watchLoop.mjs")}` },
    stdio: ["ignore", "pipe", "inherit"],
  });
  const url = await new Promise<string>((ready, failed) => {
    let said = "";
    child.stdout.on("data", (text: Buffer) => {
      said += text.toString();
      const found = /ready at (\S+)/.exec(said);
      if (found?.[1]) ready(found[1]);
    });
    child.once("exit", () => failed(new Error(`the shop did not start: ${said}`)));
  });
  const startMs = performance.now() - from;
  return {
    url,
    loop,
    startMs,
    stop: () =>
      new Promise((gone) => {
        child.once("exit", () => gone());
        child.kill("SIGTERM");
      }),
  };
}

/** What the server wrote of itself last. */
function serverOf(loop: string): { readonly pid: number; readonly p99: number; readonly rss: number } {
  const folder = join(loop, "..");
  const found = readdirSync(folder).map((name) => ({
    pid: Number(name.split(".")[1]),
    ...(JSON.parse(readFileSync(join(folder, name), "utf8")) as { p99: number; rss: number; argv: string }),
  }));
  return found.find(({ argv }) => /server/.test(argv)) ?? { pid: 0, p99: Number.NaN, rss: Number.NaN };
}

/** Waits until the plan is made: while it is, the other core is taken. */
async function planned(url: string): Promise<void> {
  for (let tries = 0; tries < 120; tries += 1) {
    const { revision, wanted, starts } = (await (await fetch(`${url}/api/plan`)).json()) as { revision: number; wanted: number; starts: unknown };
    if (revision === wanted && starts !== null) return;
    await rest(500);
  }
}

async function figuresOf({ url, loop, startMs }: Running): Promise<Figures> {
  const rows: [string, string, number, string][] = [["npm start to ready, existing database", "2000 ms", startMs, "ms"]];
  await planned(url);
  for (const path of [...READS, ...FIND]) {
    const times: number[] = [];
    let bytes = 0;
    for (let turn = 0; turn < 60; turn += 1) {
      const from = performance.now();
      bytes = gzipSync(Buffer.from(await (await fetch(`${url}/api/${path}`)).arrayBuffer())).length;
      times.push(performance.now() - from);
    }
    rows.push([`GET /api/${path}, 95 of 100`, path.includes("?") ? "100 ms" : "30 ms", quantile(times, 0.95), "ms"]);
    if (!path.includes("?")) rows.push([`the same, gzip`, "1.2 of the demo", bytes / 1000, "kB"]);
  }
  rows.push(...(await commandFigures(url)));
  await planned(url);
  rows.push(...(await loopFigures(url, loop)));
  rows.push(...(await viewFigures(url)));
  return { rows };
}

/** Taps of one panel as the bench sends them, and purchases. */
async function commandFigures(url: string): Promise<[string, string, number, string][]> {
  const { batches } = (await (await fetch(`${url}/api/bench`)).json()) as BenchRead;
  const { designs } = (await (await fetch(`${url}/api/designs`)).json()) as DesignsRead;
  const times: number[] = [];
  for (const batch of batches.filter((each) => each.facts.length > 0).slice(0, 3)) {
    const stage = designs.find(({ id }) => id === batch.designId)?.stages[0];
    for (const unit of batch.units.slice(0, 10)) {
      const fact = { id: randomUUID(), unitId: unit.id, stageId: stage?.id ?? "", what: "dry", at: new Date(Date.parse(NOW)).toISOString(), why: "" };
      const body = JSON.stringify({ id: randomUUID(), kind: "tell-bench", payload: { batchId: batch.id, facts: [fact] } });
      const from = performance.now();
      const answer = await fetch(`${url}/api/commands`, { method: "POST", headers: { "content-type": "application/json" }, body });
      if (!answer.ok) throw new Error(await answer.text());
      times.push(performance.now() - from);
    }
  }
  return [["A tap told to the server, 95 of 100", "15 ms", quantile(times.slice(3), 0.95), "ms"]];
}

/** Twenty requests a second for ten seconds, of all reads in turn. */
async function loopFigures(url: string, loop: string): Promise<[string, string, number, string][]> {
  await rest(1_500);
  const { pid } = serverOf(loop);
  if (pid > 0) process.kill(pid, "SIGUSR2");
  const asked: Promise<unknown>[] = [];
  for (let turn = 0; turn < 200; turn += 1) {
    asked.push(fetch(`${url}/api/${READS[turn % READS.length] ?? "shop"}`).then((answer) => answer.arrayBuffer()));
    await rest(50);
  }
  await Promise.all(asked);
  await rest(1_500);
  const { p99, rss } = serverOf(loop);
  return [
    ["Event loop late, 99 of 100, under 20 requests a second", "20 ms", p99, "ms"],
    ["Memory of the server", "200 MB", rss, "MB"],
  ];
}

async function viewFigures(url: string): Promise<[string, string, number, string][]> {
  const browser = await chromium.launch(CHROMIUM);
  const [first, later]: [number[], number[]] = [[], []];
  for (let turn = 0; turn < 5; turn += 1) {
    const context = await browser.newContext({ serviceWorkers: "block", viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    const from = performance.now();
    await page.goto(`${url}/season`, { waitUntil: "commit" });
    await page.getByRole("button", { name: "Add a need" }).waitFor();
    first.push(performance.now() - from);
    await page.waitForTimeout(1_000);
    for (const view of ["Designs", "Stores", "Dispatch", "Finish", "Bench"]) later.push(await laterView(page, view));
    await context.close();
  }
  await browser.close();
  return [
    ["First view usable, new browser profile, median", "1000 ms", quantile(first, 0.5), "ms"],
    ["A later view, median", "150 ms", quantile(later, 0.5), "ms"],
  ];
}

/** @param folder of a shop that was grown before; null grows one */
export async function yearsBenchmarks(years: number, folder: string | null): Promise<void> {
  const place = mkdtempSync(join(tmpdir(), "yule-years-"));
  const grown = folder ?? join(place, "grown");
  let growing: number | null = null;
  if (folder === null) {
    const from = performance.now();
    spawnSync("node", ["scripts/with-packages.mjs", "scripts/grow.ts", "--years", String(years), "--data", grown], {
      cwd: root,
      stdio: "inherit",
      env: { ...process.env, YULE_NOW: NOW },
    });
    growing = (performance.now() - from) / 1000;
  }
  // The demo alone, as it begins.
  const demo = await startShop({ own: true });
  await demo.kill("SIGTERM");
  const figures: Figures[] = [];
  for (const each of [demo.folder, grown]) {
    const running = await open(each);
    figures.push(await figuresOf(running));
    await running.stop();
  }
  await demo.close();
  const [alone, behind] = figures;
  const line = (value: number, unit: string): string => `${value.toFixed(value < 10 ? 1 : 0)} ${unit}`;
  const table = (alone?.rows ?? [])
    .map(([what, budget, value, unit], index) => `| ${what} | ${budget} | ${line(value, unit)} | ${line(behind?.rows[index]?.[2] ?? Number.NaN, unit)} |`)
    .join("\n");
  const text = `## ${String(years)} years behind it\n\nMeasured by \`npm run bench -- --years ${String(years)}\` on ${String(cpus().length)} cores: the demo alone, and the same with ${String(years)} closed seasons behind it${growing === null ? "" : `, which took ${growing.toFixed(0)} s to grow`}.\n\n| what | budget | demo | ${String(years)} years |\n| --- | --- | --- | --- |\n${table}\n`;
  const page = join(root, "docs/benchmarks.md");
  const before = readFileSync(page, "utf8");
  const others = before.replace(/\n## \d+ years behind it\n[\s\S]*?(?=\n## |$)/, "").trimEnd();
  writeFileSync(page, `${others}\n\n${text}`);
  process.stdout.write(`${table}\n`);
  rmSync(place, { recursive: true, force: true });
}
