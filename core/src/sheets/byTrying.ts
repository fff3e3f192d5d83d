import type { BundleSize } from "./cut/frontier.ts";
import { grown, turns, type SplitJob } from "./model.ts";

/**
 * Plain enumeration for jobs of a few pieces on sheets of a few units: every cut at every unit, every share of the pieces, every
 * choice of sheets. It shares nothing with the search, whose claims are held against it.
 */

/** Everything that can be cut from a rectangle, by trying every cut: whether all of it comes out, and the largest offcut beside it. */
export function tryEverything(width: number, height: number, ways: readonly (readonly BundleSize[])[], counts: readonly number[]): { fits: boolean; offcut: number } {
  const known = new Map<string, { fits: boolean; offcut: number }>();
  const look = (w: number, h: number, wanted: readonly number[]): { fits: boolean; offcut: number } => {
    const pieces = wanted.reduce((sum, count) => sum + count, 0);
    if (pieces === 0) return { fits: true, offcut: w * h };
    const key = `${String(w)} ${String(h)} ${wanted.join()}`;
    const before = known.get(key);
    if (before) return before;
    let best = { fits: false, offcut: -1 };
    const offer = (fits: boolean, offcut: number): void => {
      if (fits) best = { fits: true, offcut: Math.max(best.offcut, offcut) };
    };
    wanted.forEach((count, panel) => {
      if (pieces === 1 && count === 1 && ways[panel]?.some((way) => way.width === w && way.height === h)) offer(true, 0);
    });
    for (const part of partsOf(wanted)) {
      const rest = wanted.map((count, panel) => count - (part[panel] ?? 0));
      for (let at = 1; at < w; at += 1) {
        const [one, other] = [look(at, h, part), look(w - at, h, rest)];
        offer(one.fits && other.fits, Math.max(one.offcut, other.offcut));
      }
      for (let at = 1; at < h; at += 1) {
        const [one, other] = [look(w, at, part), look(w, h - at, rest)];
        offer(one.fits && other.fits, Math.max(one.offcut, other.offcut));
      }
    }
    known.set(key, best);
    return best;
  };
  return look(width, height, counts);
}

function partsOf(counts: readonly number[]): number[][] {
  return counts.reduce<number[][]>((parts, count) => parts.flatMap((part) => Array.from({ length: count + 1 }, (_, taken) => [...part, taken])), [[]]);
}

/** The most pieces that can be placed, and the least that as many cost. @param unit length of which everything in the job is a multiple */
export function leastByTrying(job: SplitJob, unit: number): { readonly placed: number; readonly cost: number } {
  const ways = job.panels.map((panel) => turns(job, panel).map((way) => ({ width: way.width / unit, height: way.height / unit })));
  const sizes = job.sheets.map((sheet) => ({ width: grown(job, sheet).width / unit, height: grown(job, sheet).height / unit }));
  const fits = new Map<string, boolean>();
  const isFit = (sheet: number, part: readonly number[]): boolean => {
    const key = `${String(sheet)}:${part.join()}`;
    const known = fits.get(key) ?? tryEverything(sizes[sheet]?.width ?? 0, sizes[sheet]?.height ?? 0, ways, part).fits;
    fits.set(key, known);
    return known;
  };
  const known = new Map<string, { readonly placed: number; readonly cost: number }>();
  const look = (left: readonly number[], sheets: readonly (number | null)[]): { readonly placed: number; readonly cost: number } => {
    const key = `${left.join()}/${sheets.join()}`;
    const before = known.get(key);
    if (before) return before;
    let best = { placed: 0, cost: 0 };
    job.sheets.forEach((sheet, index) => {
      const there = sheets[index] ?? null;
      if (there === 0) return;
      for (const part of partsOf(left)) {
        const pieces = part.reduce((sum, count) => sum + count, 0);
        if (pieces === 0 || !isFit(index, part)) continue;
        const rest = look(
          left.map((count, panel) => count - (part[panel] ?? 0)),
          sheets.map((count, each) => (each === index && count !== null ? count - 1 : count)),
        );
        const [placed, cost] = [rest.placed + pieces, rest.cost + sheet.cost];
        if (placed > best.placed || (placed === best.placed && cost < best.cost)) best = { placed, cost };
      }
    });
    known.set(key, best);
    return best;
  };
  return look(
    job.panels.map((panel) => panel.count),
    job.sheets.map((sheet) => sheet.count),
  );
}
