import type { MaxRectsPacker } from "maxrects-packer";
import { createRequire } from "node:module";
import { highsSolver, limitsFor, split, type HighsModule, type SplitJob } from "@yule/core";
import { craftJob, cutUpJob, publishedStyleJob } from "../../core/src/sheets/examples.ts";
import { splitFaults } from "../../core/src/sheets/verify.ts";

// The packer's CommonJS build is the only one that Node loads.
const load = createRequire(import.meta.url);
const { MaxRectsPacker: Packer } = load("maxrects-packer") as { MaxRectsPacker: typeof MaxRectsPacker };

type Note = (what: string, budget: string, values: readonly number[], unit?: string) => void;

const pieces = (job: SplitJob): number => job.panels.reduce((sum, panel) => sum + panel.count, 0);
const inner = (job: SplitJob): { width: number; height: number } => {
  const [sheet] = job.sheets;
  return { width: (sheet?.width ?? 0) - 2 * job.edge, height: (sheet?.height ?? 0) - 2 * job.edge };
};
const each = (job: SplitJob) => job.panels.flatMap((panel) => Array.from({ length: panel.count }, () => ({ width: panel.width, height: panel.height, turn: panel.turn })));

/** Bins of the general packing library, which may lay pieces as no trimmer can cut them; the better of its two rules. */
function packedSheets(job: SplitJob): number {
  const { width, height } = inner(job);
  return Math.min(
    ...[0, 1].map((logic) => {
      const options: object = { smart: false, pot: false, square: false, allowRotation: job.panels.every((panel) => panel.turn), border: 0, logic };
      const packer = new Packer(width, height, job.gap, options);
      packer.addArray(each(job).map((piece) => ({ width: piece.width, height: piece.height, x: 0, y: 0, allowRotation: piece.turn })) as never);
      return packer.bins.length;
    }),
  );
}

/** First fit on shelves by decreasing height, as a maker does by eye. */
function shelfSheets(job: SplitJob): number {
  const { width, height } = inner(job);
  const sheets: { shelves: { height: number; used: number }[]; used: number }[] = [];
  const laid = each(job).map((piece) => (piece.turn && piece.height > piece.width && piece.height <= width ? { width: piece.height, height: piece.width } : piece));
  for (const piece of laid.sort((a, b) => b.height - a.height)) {
    const [w, h] = [piece.width + job.gap, piece.height + job.gap];
    let placed = false;
    for (const sheet of sheets) {
      const shelf = sheet.shelves.find((one) => one.height >= h && one.used + piece.width <= width);
      if (shelf) shelf.used += w;
      else if (sheet.used + piece.height <= height) {
        sheet.shelves.push({ height: h, used: w });
        sheet.used += h;
      } else continue;
      placed = true;
      break;
    }
    if (!placed) sheets.push({ shelves: [{ height: h, used: w }], used: h });
  }
  return sheets.length;
}

const share = (part: number, whole: number): number => Math.round((1000 * part) / whole) / 10;

/** The split solver beside a general packing library and the shelf rule, on jobs of the craft and of published classes. */
export async function sheetBenchmarks(note: Note): Promise<void> {
  const solve = highsSolver(await (load("highs") as () => Promise<HighsModule>)());
  const now = (): number => performance.now();
  const answer = (job: SplitJob, seconds: number) => {
    const from = now();
    const found = split(job, limitsFor(seconds, now), solve);
    const faults = splitFaults(job, found);
    if (faults.length > 0) throw new Error(`a split that cannot be cut: ${faults.join("; ")}`);
    return { ...found, took: now() - from };
  };

  const craft = Array.from({ length: 100 }, (_, index) => craftJob(index + 1)).map((job) => ({ job, found: answer(job, 2) }));
  note("Split: craft jobs proven optimal within 2 s (of 100)", "80", [craft.filter(({ found }) => found.proven).length], "");
  const small = craft.filter(({ job }) => job.sheets.length === 1 && pieces(job) <= 60);
  note(
    "Split: one kind of sheet, up to 60 panels",
    "200 ms",
    small.map(({ found }) => found.took),
  );

  for (const [least, most, budget] of [
    [4, 20, "95"],
    [21, 40, "60"],
  ] as const) {
    const cutUp = Array.from({ length: 100 }, (_, index) => cutUpJob(index + 1, { least, most, sheets: 1 }));
    const found = cutUp.map(({ job }) => answer(job, 2));
    note(
      `Split: a sheet cut up into ${String(least)} to ${String(most)} pieces, found again within 2 s (of 100)`,
      budget,
      [found.filter((each) => each.sheetsUsed === 1).length],
      "",
    );
    note(
      "The same: time",
      "-",
      found.map((each) => each.took),
    );
  }

  const oneKind = craft.map(({ job }) => ({ ...job, sheets: job.sheets.slice(0, 1).map((sheet) => ({ ...sheet, count: null })) })).slice(0, 40);
  const published = [20, 40, 60, 80, 100].flatMap((count) => [0, 1, 2, 3, 4, 5].flatMap((kind) => [1, 2, 3].map((seed) => publishedStyleJob(kind, count, seed))));
  for (const [name, jobs, seconds] of [
    ["craft jobs with one kind of sheet", oneKind, 2],
    ["published classes", published, 2],
  ] as const) {
    const sums = { ours: 0, bound: 0, packer: 0, shelf: 0, worse: 0 };
    for (const job of jobs) {
      const found = answer(job, seconds);
      const [packer, shelf] = [packedSheets(job), shelfSheets(job)];
      sums.ours += found.sheetsUsed;
      sums.bound += found.lowerBound / (job.sheets[0]?.cost ?? 1);
      sums.packer += packer;
      sums.shelf += shelf;
      if (found.sheetsUsed > Math.min(packer, shelf)) sums.worse += 1;
    }
    note(`Split: sheets for ${String(jobs.length)} ${name}`, `fewer than ${String(sums.packer)} packed, ${String(sums.shelf)} by shelves`, [sums.ours], "sheets");
    note(`The same: more sheets than one of the two`, "0", [sums.worse], "jobs");
    note(`The same: above the bound`, "-", [share(sums.ours - sums.bound, sums.bound)], "%");
  }

  const thousands = [0, 1, 2, 3, 4, 5].map((kind) => answer(publishedStyleJob(kind, 1000, 1), 1.9));
  note(
    "Split: 1,000 different panels, answered in 2 s: above the bound",
    "5 %",
    thousands.map((found) => share(found.cost - found.lowerBound, found.lowerBound)),
    "%",
  );
  note(
    "The same: time",
    "2000 ms",
    thousands.map((found) => found.took),
  );
  note("The same: memory of the process", "500 MB", [Math.round(process.memoryUsage().rss / 1e6)], "MB");
}
