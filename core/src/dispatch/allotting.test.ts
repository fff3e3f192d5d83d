import fc from "fast-check";
import { proofRuns } from "../search/proofRuns.ts";
import { allot, type AllotJob } from "./allotting.ts";

/** The best in the order of the aims by trying every design, or none, for every household. */
function byTrying({ designs, households }: AllotJob): number[] {
  let best: number[] = [];
  const used = designs.map(() => 0);
  const visit = (household: number, unserved: number, repeats: number, likes: number): void => {
    const of = households[household];
    if (!of) {
      const cost = designs.reduce((sum, { have, cost: each }, design) => sum + Math.max(0, (used[design] ?? 0) - have) * each, 0);
      const found = [unserved, repeats, -likes, cost];
      if (best.length === 0 || isBefore(found, best)) best = found;
      return;
    }
    visit(household + 1, unserved + 1, repeats, likes);
    designs.forEach(({ have, more }, design) => {
      if (of.not.has(design) || (used[design] ?? 0) >= have + (more ?? Infinity)) return;
      used[design] = (used[design] ?? 0) + 1;
      visit(household + 1, unserved, repeats + Number(of.had.has(design)), likes + Number(of.likes.has(design)));
      used[design] = (used[design] ?? 0) - 1;
    });
  };
  visit(0, 0, 0, 0);
  return best;
}

function isBefore(one: readonly number[], other: readonly number[]): boolean {
  const at = one.findIndex((each, index) => each !== other[index]);
  return at >= 0 && (one[at] ?? 0) < (other[at] ?? 0);
}

const some = fc.uniqueArray(fc.nat(2), { maxLength: 3 }).map((all) => new Set(all));
const anyJob = fc.record({
  designs: fc.array(fc.record({ have: fc.nat(2), more: fc.option(fc.nat(2), { nil: null }), cost: fc.nat(3) }), { maxLength: 3 }),
  households: fc.array(fc.record({ had: some, not: some, likes: some }), { maxLength: 6 }),
});

test("no other way serves more, repeats less, is liked more or costs less, in this order", () => {
  fc.assert(
    fc.property(anyJob, ({ designs, households }) => {
      const job: AllotJob = {
        designs: designs.map((each, index) => ({ ...each, id: `d${String(index)}` })),
        households: households.map((each, index) => ({ ...each, id: `h${String(index)}` })),
      };
      const found = allot(job);
      const used = job.designs.map((_, design) => found.designs.filter((each) => each === design).length);
      expect(found.designs.some((design, household) => design !== null && job.households[household]?.not.has(design))).toBe(false);
      expect(used.every((count, design) => count <= (job.designs[design]?.have ?? 0) + (job.designs[design]?.more ?? Infinity))).toBe(true);
      expect([found.designs.filter((design) => design === null).length, found.repeats, 0 - found.likes, found.cost]).toEqual(byTrying(job).map((each) => each + 0));
      expect(found.paint).toEqual(used.flatMap((count, design) => (count > (job.designs[design]?.have ?? 0) ? [{ design, count: count - (job.designs[design]?.have ?? 0) }] : [])));
    }),
    { numRuns: proofRuns(300, 5_000), seed: 31 },
  );
});

test("a thousand households with forty designs, most of them had before, are served in a second", () => {
  const pick = (household: number, step: number, count: number): ReadonlySet<number> => new Set(Array.from({ length: count }, (_, index) => (household * step + index * 11) % 40));
  const job: AllotJob = {
    designs: Array.from({ length: 40 }, (_, index) => ({ id: `d${String(index)}`, have: 10 + (index % 7), more: index % 3 === 0 ? null : 12, cost: 150 + 7 * index })),
    households: Array.from({ length: 1_000 }, (_, index) => ({ id: `h${String(index)}`, had: pick(index, 7, 12), not: pick(index, 3, 2), likes: pick(index, 5, 4) })),
  };
  const from = performance.now();
  const found = allot(job);
  expect(found.designs).not.toContain(null);
  expect(found.repeats).toBe(0);
  expect(performance.now() - from).toBeLessThan(5_000);
});
