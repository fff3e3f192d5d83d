import fc from "fast-check";
import { proofRuns } from "../search/proofRuns.ts";
import { limitsFor } from "../search/search.ts";
import type { RunJob } from "./model.ts";
import { run } from "./run.ts";

/** Waits longer than this before an operation are not tried: no job here dries, or is closed, for longer. */
const LONGEST_WAIT = 20;

interface Placed {
  readonly start: number;
  readonly end: number;
  readonly dryUntil: number;
}

/**
 * The least makespan by laying every operation after every other at every whole minute, from the rules alone and sharing nothing
 * with the solver. For jobs of whole minutes and four operations at most.
 * @returns Infinity when no plan keeps the rules
 */
function byTrying(job: RunJob): number {
  let best = Infinity;
  const next = job.batches.map((batch) => new Array<number>(batch.units).fill(0));
  const dry = job.batches.map((batch) => new Array<number>(batch.units).fill(0));
  const placed: Placed[] = [];
  const isOpen = (from: number, to: number): boolean => job.windows.length === 0 || job.windows.some(([open, close]) => from >= open && to <= close);
  // At the end of an operation and while it dries, each moment at which another begins to dry counts.
  const dries = (): boolean => {
    const drying = placed.filter(({ end, dryUntil }) => dryUntil > end);
    return drying.every(({ end }) => drying.filter((other) => other.end <= end && other.dryUntil > end).length <= (job.drying ?? Infinity));
  };
  const visit = (free: number, last: string, palette: string | null, latest: number): void => {
    if (latest >= best) return;
    if (next.every((units, b) => units.every((position) => position === job.batches[b]?.stages.length))) {
      best = latest;
      return;
    }
    job.batches.forEach((batch, b) => {
      next[b]?.forEach((position, unit) => {
        const stage = batch.stages[position];
        const [row, dryRow] = [next[b], dry[b]];
        if (!stage || !row || !dryRow) return;
        const key = `${batch.id}/${stage.id}`;
        const prepare = key === last ? 0 : stage.setup + (palette !== null && palette !== batch.palette ? job.changeover : 0);
        const ready = dryRow[unit] ?? 0;
        const earliest = Math.max(free + prepare, position === 0 ? 0 : ready);
        const most = position > 0 && stage.within !== null ? ready + stage.within : Infinity;
        for (let start = earliest; start <= Math.min(most, earliest + LONGEST_WAIT); start += 1) {
          const end = start + stage.hands;
          if (!isOpen(start - prepare, end)) continue;
          placed.push({ start, end, dryUntil: end + stage.dry });
          if (dries()) {
            row[unit] = position + 1;
            dryRow[unit] = end + stage.dry;
            visit(end, key, batch.palette, Math.max(latest, end + stage.dry));
            row[unit] = position;
            dryRow[unit] = ready;
          }
          placed.pop();
        }
      });
    });
  };
  visit(0, "", null, 0);
  return best;
}

const anyStage = fc.record({
  hands: fc.integer({ min: 1, max: 3 }),
  setup: fc.integer({ min: 0, max: 2 }),
  dry: fc.integer({ min: 0, max: 4 }),
  within: fc.option(fc.integer({ min: 0, max: 3 }), { nil: null, freq: 2 }),
});

/** Up to four operations of whole minutes, open always or for a while again and again, with one drying place or two. */
const smallJob = fc
  .record({
    changeover: fc.integer({ min: 0, max: 2 }),
    drying: fc.option(fc.integer({ min: 1, max: 2 }), { nil: null }),
    open: fc.option(fc.integer({ min: 5, max: 9 }), { nil: null }),
    batches: fc.array(fc.record({ palette: fc.constantFrom("warm", "cool"), units: fc.integer({ min: 1, max: 2 }), stages: fc.array(anyStage, { minLength: 1, maxLength: 2 }) }), {
      minLength: 1,
      maxLength: 2,
    }),
  })
  .filter(({ batches }) => batches.reduce((sum, batch) => sum + batch.units * batch.stages.length, 0) <= 4)
  .map(({ changeover, drying, open, batches }): RunJob => ({
    changeover,
    drying,
    windows: open === null ? [] : Array.from({ length: 6 }, (_, again) => [again * (open + 4), again * (open + 4) + open] as const),
    batches: batches.map((batch, index) => ({ ...batch, id: `b${String(index)}`, stages: batch.stages.map((stage, position) => ({ ...stage, id: `s${String(position)}` })) })),
  }));

test("no bound lies above what trying every order and every wait gives, nothing is called impossible that is possible, and what is proven is the least", () => {
  const limits = { ...limitsFor(1, () => 0), stop: () => false, left: () => 5, steps: 300 };
  fc.assert(
    fc.property(smallJob, (job) => {
      const least = byTrying(job);
      const result = run(job, limits);
      if (!result.ok) return expect(least).toBe(Infinity);
      expect(result.value.bound).toBeLessThanOrEqual(least + 1e-9);
      expect(result.value.makespan).toBeGreaterThanOrEqual(least - 1e-9);
    }),
    { numRuns: proofRuns(150, 5_000), seed: 23 },
  );
});
