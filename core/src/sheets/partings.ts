import { mm, type Length } from "../measure/length.ts";
import { grown, type Cut, type Layout, type Parting, type Pattern, type PlacedPiece, type Rect, type Sheet, type SplitJob, type Spot } from "./model.ts";

/** A rectangle in the grown measure. */
interface Region {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Up to so many pieces, and so many regions, every order of cuts is gone through. */
const MOST_TRIED = 30;
const MOST_REGIONS = 3_000;

interface Parted {
  readonly cuts: readonly Parting[];
  readonly offcuts: readonly Region[];
  readonly largest: number;
}

/**
 * The cuts that free every spot of a region, in the order of the work. With few enough pieces the one with the largest single
 * offcut, then with the fewest cuts, then with the longest cuts first is found among all; otherwise by rule.
 * @param tried up to so many pieces all orders are gone through
 * @returns null when the spots cannot be parted by edge-to-edge cuts
 */
export function guillotineCuts(region: Region, spots: readonly Spot[], tried = MOST_TRIED): { cuts: readonly Parting[]; offcuts: readonly Region[] } | null {
  if (spots.length > tried) return cutsByRule(region, spots);
  const known = new Map<string, Parted | null>();
  let regions = 0;
  const best = (within: Region, held: readonly Spot[]): Parted | null => {
    const only = held[0];
    if (!only) return { cuts: [], offcuts: [within], largest: within.width * within.height };
    if (held.length === 1 && same(only, within)) return { cuts: [], offcuts: [], largest: 0 };
    const key = `${String(within.x)} ${String(within.y)} ${String(within.width)} ${String(within.height)}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    regions += 1;
    let found: Parted | null = null;
    if (regions <= MOST_REGIONS) {
      for (const { cut } of [...linesAlong("x", within, held), ...linesAlong("y", within, held)].sort((a, b) => lengthOf(b.cut) - lengthOf(a.cut))) {
        const [near, far] = halves(within, cut);
        const isNear = (spot: Spot): boolean => (cut.axis === "x" ? spot.x + spot.width <= cut.at : spot.y + spot.height <= cut.at);
        const one = best(near, held.filter(isNear));
        const other =
          one &&
          best(
            far,
            held.filter((spot) => !isNear(spot)),
          );
        if (!one || !other) continue;
        const whole: Parted = { cuts: [cut, ...one.cuts, ...other.cuts], offcuts: [...one.offcuts, ...other.offcuts], largest: Math.max(one.largest, other.largest) };
        if (!found || whole.largest > found.largest || (whole.largest === found.largest && whole.cuts.length < found.cuts.length)) found = whole;
      }
    }
    known.set(key, found);
    return found;
  };
  const found = best(region, spots);
  return regions > MOST_REGIONS || !found ? cutsByRule(region, spots) : found;
}

const lengthOf = (cut: Parting): number => cut.to - cut.from;

/**
 * An empty side comes off first, the widest one before others, so that the largest offcut stays whole; then the longest cut that
 * crosses no piece.
 */
function cutsByRule(region: Region, spots: readonly Spot[]): { cuts: Parting[]; offcuts: Region[] } | null {
  const cuts: Parting[] = [];
  const offcuts: Region[] = [];
  const work: { region: Region; spots: readonly Spot[] }[] = [{ region, spots }];
  for (let next = work.pop(); next; next = work.pop()) {
    if (next.spots.length === 0) {
      offcuts.push(next.region);
      continue;
    }
    const only = next.spots[0];
    if (next.spots.length === 1 && only && same(only, next.region)) continue;
    const cut = bestCut(next.region, next.spots);
    if (!cut) return null;
    cuts.push(cut);
    const [near, far] = halves(next.region, cut);
    const isNear = (spot: Spot): boolean => (cut.axis === "x" ? spot.x + spot.width <= cut.at : spot.y + spot.height <= cut.at);
    work.push({ region: far, spots: next.spots.filter((spot) => !isNear(spot)) }, { region: near, spots: next.spots.filter(isNear) });
  }
  return { cuts, offcuts };
}

const same = (a: Region, b: Region): boolean => a.x === b.x && a.y === b.y && a.width === b.width && a.height === b.height;

function halves(region: Region, cut: Parting): [Region, Region] {
  if (cut.axis === "x") {
    const width = cut.at - region.x;
    return [
      { ...region, width },
      { ...region, x: cut.at, width: region.width - width },
    ];
  }
  const height = cut.at - region.y;
  return [
    { ...region, height },
    { ...region, y: cut.at, height: region.height - height },
  ];
}

function bestCut(region: Region, spots: readonly Spot[]): Parting | null {
  const candidates = [...linesAlong("x", region, spots), ...linesAlong("y", region, spots)];
  let found: Parting | null = null;
  let most = -1;
  for (const { cut, empty } of candidates) {
    // An empty side counts for far more than any length of cut.
    const score = empty > 0 ? 1e15 + empty : cut.to - cut.from;
    if (score > most) [most, found] = [score, cut];
  }
  return found;
}

/** Lines that cross no piece, one per edge of a piece, with the area that comes off empty (0 when both sides hold pieces). */
function linesAlong(axis: "x" | "y", region: Region, spots: readonly Spot[]): { cut: Parting; empty: number }[] {
  const start = (spot: Region): number => (axis === "x" ? spot.x : spot.y);
  const end = (spot: Region): number => (axis === "x" ? spot.x + spot.width : spot.y + spot.height);
  const across = axis === "x" ? region.height : region.width;
  const [from, to] = axis === "x" ? [region.y, region.y + region.height] : [region.x, region.x + region.width];
  const sorted = [...spots].sort((a, b) => start(a) - start(b));
  const lines: { cut: Parting; empty: number }[] = [];
  const first = sorted[0];
  if (first && start(first) > start(region)) lines.push({ cut: { axis, at: start(first), from, to }, empty: (start(first) - start(region)) * across });
  let reach = start(region);
  sorted.forEach((spot, index) => {
    reach = Math.max(reach, end(spot));
    const next = sorted[index + 1];
    if (reach >= end(region)) return;
    if (!next) lines.push({ cut: { axis, at: reach, from, to }, empty: (end(region) - reach) * across });
    else if (start(next) >= reach) lines.push({ cut: { axis, at: reach, from, to }, empty: 0 });
  });
  return lines;
}

/** Below a millimetre a strip is dust, or the rounding of a third. */
const NARROWEST_OFFCUT = mm(1);

/**
 * A pattern as it lies on the real sheet: pieces without their gap, cuts at the piece's own edge, offcuts whole.
 * @param labels what each spot is for; the panels' own names when left out
 */
export function layoutOf(job: SplitJob, sheet: Sheet, pattern: Pattern, times: number, labels?: readonly string[]): Layout {
  const size = grown(job, sheet);
  const region: Region = { x: 0, y: 0, ...size };
  const parted = guillotineCuts(region, pattern.spots);
  if (!parted) throw new Error("a pattern was made that no straight cuts can part");
  const pieces: PlacedPiece[] = pattern.spots.map((spot, index) => ({
    panel: labels?.[index] ?? job.panels[spot.panel]?.id ?? "",
    x: (spot.x + job.edge) as Length,
    y: (spot.y + job.edge) as Length,
    width: (spot.width - job.gap) as Length,
    height: (spot.height - job.gap) as Length,
  }));
  return {
    sheet: sheet.id,
    times,
    pieces,
    cuts: (pattern.partings ?? parted.cuts).map((cut) => cutOnSheet(job, size, cut)),
    offcuts: parted.offcuts.map((offcut) => offcutOnSheet(job, offcut)).filter((offcut) => Math.min(offcut.width, offcut.height) >= NARROWEST_OFFCUT),
  };
}

function cutOnSheet(job: SplitJob, size: { width: number; height: number }, cut: Parting): Cut {
  const end = (at: number, full: number): Length => (at - (at === full ? job.gap : 0) + job.edge) as Length;
  const full = cut.axis === "x" ? size.height : size.width;
  return { axis: cut.axis, at: (cut.at - job.gap + job.edge) as Length, from: end(cut.from, full), to: end(cut.to, full) };
}

/** No gap is lost beside an offcut: it begins where the piece before it ends. */
function offcutOnSheet(job: SplitJob, offcut: Region): Rect {
  const x = offcut.x > 0 ? offcut.x - job.gap : 0;
  const y = offcut.y > 0 ? offcut.y - job.gap : 0;
  return {
    x: (x + job.edge) as Length,
    y: (y + job.edge) as Length,
    width: (offcut.x + offcut.width - job.gap - x) as Length,
    height: (offcut.y + offcut.height - job.gap - y) as Length,
  };
}

/** The area of a pattern's largest offcut in the grown measure, and its number of cuts, by rule: quick, and near enough to compare. */
export function quickRank(job: SplitJob, sheet: Sheet, pattern: Pattern): { readonly offcut: number; readonly cuts: number } {
  const parted = guillotineCuts({ x: 0, y: 0, ...grown(job, sheet) }, pattern.spots, 0);
  return { offcut: Math.max(0, ...(parted?.offcuts ?? []).map((offcut) => offcut.width * offcut.height)), cuts: parted?.cuts.length ?? Infinity };
}

/** The area of the largest single offcut, in square 1/320 mm. */
export const largestOffcut = (layout: Layout): number => Math.max(0, ...layout.offcuts.map((offcut) => offcut.width * offcut.height));
