import { grown, sheetAt, turns, type Parting, type Pattern, type SplitJob, type Splitter, type Spot } from "../model.ts";

/** A piece of folded sheet: the sheet's grown inner size divided by whole numbers, at a whole number of such steps. */
interface Fold {
  readonly acrossX: number;
  readonly acrossY: number;
  readonly stepX: number;
  readonly stepY: number;
}

/** How a fold is used: whole for a panel, folded again, or left over. */
type Use = { readonly kind: "panel"; readonly panel: number } | { readonly kind: "fold"; readonly axis: "x" | "y"; readonly parts: number } | { readonly kind: "rest" };

/**
 * Fold in half (or thirds) and tear along the fold, again and again. A tear loses the gap, so in the grown measure
 * every fold divides exactly: a true third stays a third. Pieces are at least the wanted size.
 */
export function foldSplitter(job: SplitJob): Splitter {
  const parts = job.thirds ? [2, 3] : [2];
  return {
    variants: VARIANTS,
    best: (sheet, values) => {
      const folding = foldingOf(job, sheet);
      const known = new Map<string, { value: number; use: Use }>();
      const valueOf = (acrossX: number, acrossY: number): { value: number; use: Use } => {
        const key = `${String(acrossX)}/${String(acrossY)}`;
        const before = known.get(key);
        if (before) return before;
        let found: { value: number; use: Use } = { value: 0, use: { kind: "rest" } };
        job.panels.forEach((_, panel) => {
          const value = values[panel] ?? 0;
          if (value > found.value && folding.holds(panel, acrossX, acrossY)) found = { value, use: { kind: "panel", panel } };
        });
        for (const count of parts) {
          for (const axis of ["x", "y"] as const) {
            const [nextX, nextY] = axis === "x" ? [acrossX * count, acrossY] : [acrossX, acrossY * count];
            if (!folding.holdsAny(nextX, nextY)) continue;
            const value = count * valueOf(nextX, nextY).value;
            if (value > found.value + 1e-12) found = { value, use: { kind: "fold", axis, parts: count } };
          }
        }
        known.set(key, found);
        return found;
      };
      const pattern = patternOf(folding, sheet, (fold) => valueOf(fold.acrossX, fold.acrossY).use);
      return { pattern, bound: valueOf(1, 1).value };
    },
    fill: (sheet, demand, variant) => fillByHalving(job, sheet, demand, variant, parts),
    every: (demand) => {
      const found = job.sheets.map((_, sheet) => treesOf(job, sheet, demand, parts));
      return found.includes(null) ? null : found.flatMap((trees, sheet) => (trees ?? []).map((tree) => patternOf(foldingOf(job, sheet), sheet, usesOf(tree))));
    },
  };
}

/** A way of folding: what it gives of each panel, and how. Children are alike in size; there is one per part. */
interface FoldTree {
  readonly counts: readonly number[];
  readonly use: Use;
  readonly children: readonly FoldTree[];
}

/** More ways than this of folding one piece are not gone through. */
const MOST_TREES = 700;

/**
 * Every way of folding a sheet, by what it gives within the demand; one that gives no more of anything than another is left out.
 * @returns null when there are too many
 */
function treesOf(job: SplitJob, sheet: number, demand: readonly number[], parts: readonly number[]): readonly FoldTree[] | null {
  const folding = foldingOf(job, sheet);
  const known = new Map<string, readonly FoldTree[] | null>();
  const rest: FoldTree = { counts: demand.map(() => 0), use: { kind: "rest" }, children: [] };
  const treesAt = (acrossX: number, acrossY: number): readonly FoldTree[] | null => {
    const key = `${String(acrossX)}/${String(acrossY)}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const first: FoldTree[] = [rest];
    demand.forEach((count, panel) => {
      if (count > 0 && folding.holds(panel, acrossX, acrossY)) first.push({ counts: demand.map((_, each) => Number(each === panel)), use: { kind: "panel", panel }, children: [] });
    });
    let found = first;
    for (const [count, axis] of parts.flatMap((count) => (["x", "y"] as const).map((axis) => [count, axis] as const))) {
      const [nextX, nextY] = axis === "x" ? [acrossX * count, acrossY] : [acrossX, acrossY * count];
      if (!folding.holdsAny(nextX, nextY)) continue;
      const children = treesAt(nextX, nextY);
      let sums: FoldTree[] | null = children && [{ counts: rest.counts, use: { kind: "fold", axis, parts: count }, children: [] }];
      for (let part = 0; part < count && sums && children; part += 1) {
        const longer: FoldTree[] = sums.flatMap((sum) =>
          children.map((child) => ({
            use: sum.use,
            counts: sum.counts.map((each, panel) => Math.min(demand[panel] ?? 0, each + (child.counts[panel] ?? 0))),
            children: [...sum.children, child],
          })),
        );
        sums = longer.length > MOST_TREES * 40 ? null : mostOnly(longer);
      }
      if (!sums) {
        known.set(key, null);
        return null;
      }
      found = mostOnly([...found, ...sums]);
    }
    const answer = found.length > MOST_TREES ? null : found;
    known.set(key, answer);
    return answer;
  };
  return treesAt(1, 1);
}

/** Only trees that give more of something than every other. */
function mostOnly(trees: readonly FoldTree[]): FoldTree[] {
  const pieces = (tree: FoldTree): number => tree.counts.reduce((sum, count) => sum + count, 0);
  const kept: FoldTree[] = [];
  for (const tree of [...trees].sort((a, b) => pieces(b) - pieces(a))) {
    if (!kept.some((other) => tree.counts.every((count, panel) => count <= (other.counts[panel] ?? 0)))) kept.push(tree);
    if (kept.length > MOST_TREES) return kept;
  }
  return kept;
}

function usesOf(tree: FoldTree): (fold: Fold) => Use {
  const uses = new Map<string, Use>();
  const visit = (fold: Fold, at: FoldTree): void => {
    uses.set(keyOf(fold), at.use);
    if (at.use.kind === "fold") foldsOf(fold, at.use.axis, at.use.parts).forEach((part, index) => visit(part, at.children[index] ?? at));
  };
  visit({ acrossX: 1, acrossY: 1, stepX: 0, stepY: 0 }, tree);
  return (fold) => uses.get(keyOf(fold)) ?? { kind: "rest" };
}

const VARIANTS = 6;

function foldingOf(job: SplitJob, sheet: number) {
  const size = grown(job, sheetAt(job, sheet));
  const ways = job.panels.map((panel) => turns(job, panel));
  const holds = (panel: number, acrossX: number, acrossY: number): boolean =>
    (ways[panel] ?? []).some((turn) => turn.width * acrossX <= size.width && turn.height * acrossY <= size.height);
  const holdsAny = (acrossX: number, acrossY: number): boolean => ways.some((_, panel) => holds(panel, acrossX, acrossY));
  return { job, size, holds, holdsAny };
}
type Folding = ReturnType<typeof foldingOf>;

/** Unfolds the decisions into spots and tears, on whole 1/320 mm: starts rounded up, sizes down, so that all still fit. */
function patternOf(folding: Folding, sheet: number, useOf: (fold: Fold) => Use): Pattern {
  const spots: Spot[] = [];
  const partings: Parting[] = [];
  const { size, job } = folding;
  const at = (step: number, across: number, full: number): number => Math.ceil((step * full) / across);
  const visit = (fold: Fold): void => {
    const use = useOf(fold);
    if (use.kind === "panel") {
      spots.push({
        panel: use.panel,
        x: at(fold.stepX, fold.acrossX, size.width),
        y: at(fold.stepY, fold.acrossY, size.height),
        width: Math.floor(size.width / fold.acrossX - job.gap) + job.gap,
        height: Math.floor(size.height / fold.acrossY - job.gap) + job.gap,
      });
    }
    if (use.kind !== "fold") return;
    const folds = foldsOf(fold, use.axis, use.parts);
    for (const each of folds.slice(1)) {
      partings.push(
        use.axis === "x"
          ? { axis: "x", at: at(each.stepX, each.acrossX, size.width), from: at(fold.stepY, fold.acrossY, size.height), to: at(fold.stepY + 1, fold.acrossY, size.height) }
          : { axis: "y", at: at(each.stepY, each.acrossY, size.height), from: at(fold.stepX, fold.acrossX, size.width), to: at(fold.stepX + 1, fold.acrossX, size.width) },
      );
    }
    folds.forEach(visit);
  };
  visit({ acrossX: 1, acrossY: 1, stepX: 0, stepY: 0 });
  return { sheet, spots, partings };
}

function foldsOf(fold: Fold, axis: "x" | "y", parts: number): Fold[] {
  return Array.from({ length: parts }, (_, part) =>
    axis === "x" ? { ...fold, acrossX: fold.acrossX * parts, stepX: fold.stepX * parts + part } : { ...fold, acrossY: fold.acrossY * parts, stepY: fold.stepY * parts + part },
  );
}

const keyOf = (fold: Fold): string => `${String(fold.acrossX)}/${String(fold.stepX)} ${String(fold.acrossY)}/${String(fold.stepY)}`;

/** Largest panels first, each into the smallest fold that holds it, folded on as long as it still does. */
function fillByHalving(job: SplitJob, sheet: number, demand: readonly number[], variant: number, parts: readonly number[]): Pattern {
  const folding = foldingOf(job, sheet);
  const uses = new Map<string, Use>();
  const free: Fold[] = [{ acrossX: 1, acrossY: 1, stepX: 0, stepY: 0 }];
  const axes: readonly ("x" | "y")[] = variant % 2 === 0 ? ["x", "y"] : ["y", "x"];
  const counts = Math.floor(variant / 2) % 2 === 0 ? parts : [...parts].reverse();
  const area = (panel: number): number => (job.panels[panel]?.width ?? 0) * (job.panels[panel]?.height ?? 0);
  const longest = (panel: number): number => Math.max(job.panels[panel]?.width ?? 0, job.panels[panel]?.height ?? 0);
  const rank = variant >= 4 ? longest : area;
  const panels = demand.map((_, panel) => panel).sort((a, b) => rank(b) - rank(a) || a - b);
  for (const panel of panels) {
    for (let left = demand[panel] ?? 0; left > 0; left -= 1) {
      const fitting = free.filter((fold) => folding.holds(panel, fold.acrossX, fold.acrossY));
      // The fold with the most divisions is the smallest.
      let fold = fitting.reduce<Fold | null>((smallest, each) => (smallest && smallest.acrossX * smallest.acrossY >= each.acrossX * each.acrossY ? smallest : each), null);
      if (!fold) break;
      free.splice(free.indexOf(fold), 1);
      for (let again = true; again;) {
        again = false;
        for (const [count, axis] of counts.flatMap((count) => axes.map((axis) => [count, axis] as const))) {
          const [first, ...rest]: Fold[] = foldsOf(fold, axis, count);
          if (!first || !folding.holds(panel, first.acrossX, first.acrossY)) continue;
          uses.set(keyOf(fold), { kind: "fold", axis, parts: count });
          free.push(...rest);
          fold = first;
          again = true;
          break;
        }
      }
      uses.set(keyOf(fold), { kind: "panel", panel });
    }
  }
  return patternOf(folding, sheet, (fold) => uses.get(keyOf(fold)) ?? { kind: "rest" });
}
