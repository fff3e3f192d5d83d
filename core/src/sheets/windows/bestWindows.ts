import type { Limits } from "../../search/search.ts";
import type { Spot } from "../model.ts";
import { guillotineCuts } from "../partings.ts";
import { MOST_PLACES, rasterOf } from "./raster.ts";
import { WindowTable, type Candidate } from "./windowTable.ts";

/** Windows of one size that are wanted, in the grown measure: how they may lie, how many at most, and what one is worth at a place. */
export interface WindowSize {
  readonly ways: readonly { readonly width: number; readonly height: number }[];
  readonly most: number;
  /** 0 where a window is not worth cutting. */
  readonly worth: (x: number, y: number, width: number, height: number) => number;
}

/** `panel` of a spot is the place of its size. `bound` is what no answer on the same raster exceeds. */
export interface PlacedWindows {
  readonly spots: readonly Spot[];
  readonly worth: number;
  readonly bound: number;
}

/** How fine the places are: at most so many along each side, those that are free to choose on multiples of `step`. */
export interface Fineness {
  readonly places?: number;
  readonly step?: number;
  /** An answer within this share of the bound is good enough. */
  readonly tolerance?: number;
  /** Places that are taken first, while there is room, such as those of an arrangement that is changed. */
  readonly also?: { readonly xs: readonly number[]; readonly ys: readonly number[] };
}

/** Rounds in which the price of a size that is taken too often is raised. */
const ROUNDS = 10;
/** A window is slid within its room by so many steps each way. */
const SLIDES = 6;

interface Region {
  readonly width: number;
  readonly height: number;
}

/**
 * The windows worth most together that edge-to-edge cuts free from a region, no size oftener than wanted. Limits of counts are priced
 * (Lagrangian relaxation; Held, Wolfe and Crowder 1974), the rest is exact on the raster; then every window is slid to the best of its room.
 * @param pins windows that stay where they are; they count to their size
 * @returns null when no cuts free all the pins
 */
export function bestWindows(
  region: Region,
  sizes: readonly WindowSize[],
  pins: readonly Spot[],
  limits: Limits,
  { places = MOST_PLACES, step = 1, tolerance = 0, also }: Fineness = {},
): PlacedWindows | null {
  if (sizes.length === 0 && pins.length === 0) return { spots: [], worth: 0, bound: 0 };
  const ways = sizes.flatMap((size) => size.ways);
  const xs = rasterOf(
    region.width,
    ways.map((way) => way.width),
    pins.flatMap((pin) => [pin.x, pin.x + pin.width]),
    { most: places, step, also: also?.xs },
  );
  const ys = rasterOf(
    region.height,
    ways.map((way) => way.height),
    pins.flatMap((pin) => [pin.y, pin.y + pin.height]),
    { most: places, step, also: also?.ys },
  );
  const fixed = pins.map((pin): Candidate => ({ ...pin, worth: worthOf(sizes, pin) }));
  const free = sizes.map((size, index) => Math.max(0, size.most - pins.filter((pin) => pin.panel === index).length));
  const candidates = candidatesOf(xs, ys, sizes, free, region);
  const table = new WindowTable(xs, ys);
  const prices = sizes.map(() => 0);
  let best: { spots: readonly Spot[]; worth: number } | null = null;
  let bound = mostByCounts(candidates, fixed, free);
  for (let round = 0; round < ROUNDS && (round === 0 || !limits.stop()); round += 1) {
    const priced = prices.some((price) => price > 0) ? candidates.map((each) => ({ ...each, worth: each.worth - (prices[each.panel] ?? 0) })) : candidates;
    const value = table.fill(
      priced.filter((each) => each.worth > 0),
      fixed,
    );
    const pieces = table.pieces();
    if (!pieces) return null;
    bound = Math.min(bound, value + prices.reduce((sum, price, size) => sum + price * (free[size] ?? 0), 0));
    const moving = pieces.filter(({ candidate }) => !fixed.includes(candidate));
    const taken = sizes.map((_, size) => moving.filter(({ candidate }) => candidate.panel === size).length);
    const kept = withinCounts(moving, sizes, free);
    const first = [...pins, ...kept.map((each) => slid(sizes, each, step))];
    const spots = kept.length < moving.length ? rehung(first, pins.length, region, sizes, candidates, limits) : first;
    const worth = spots.reduce((sum, spot) => sum + worthOf(sizes, spot), 0);
    if (!best || worth > best.worth) best = { spots, worth };
    // Sliding within a room may gain more than the raster knows of.
    bound = Math.max(bound, best.worth);
    if (best.worth >= bound * (1 - tolerance) - 1e-9 || !reprice(prices, taken, free, bound - best.worth)) break;
  }
  return { spots: best?.spots ?? [], worth: best?.worth ?? 0, bound };
}

const worthOf = (sizes: readonly WindowSize[], { panel, x, y, width, height }: Spot): number => sizes[panel]?.worth(x, y, width, height) ?? 0;

/** Every window at the best of all places, as if none were in another's way. */
const mostByCounts = (candidates: readonly Candidate[], fixed: readonly Candidate[], free: readonly number[]): number => {
  const most = free.map(() => 0);
  for (const { panel, worth } of candidates) if (worth > (most[panel] ?? 0)) most[panel] = worth;
  return fixed.reduce((sum, pin) => sum + pin.worth, 0) + free.reduce((sum, count, size) => sum + count * (most[size] ?? 0), 0);
};

/** Each size at each place of the raster, pushed against its left or right and its upper or lower line. */
function candidatesOf(xs: readonly number[], ys: readonly number[], sizes: readonly WindowSize[], free: readonly number[], region: Region): Candidate[] {
  return sizes.flatMap((size, panel) =>
    free[panel] === 0
      ? []
      : size.ways.flatMap(({ width, height }) => {
          const across = starts(xs, width, region.width);
          const down = starts(ys, height, region.height);
          return across.flatMap((x) => down.map((y): Candidate => ({ panel, x, y, width, height, worth: size.worth(x, y, width, height) }))).filter((each) => each.worth > 0);
        }),
  );
}

const starts = (places: readonly number[], length: number, whole: number): number[] => [
  ...new Set(places.flatMap((place) => [place, place - length]).filter((start) => start >= 0 && start + length <= whole)),
];

/** Of each size the best, no oftener than wanted. */
function withinCounts(pieces: readonly { candidate: Candidate; room: Spot }[], sizes: readonly WindowSize[], free: readonly number[]) {
  const left = [...free];
  return [...pieces]
    .sort((a, b) => worthOf(sizes, b.candidate) - worthOf(sizes, a.candidate))
    .filter(({ candidate }) => {
      const more = left[candidate.panel] ?? 0;
      left[candidate.panel] = more - 1;
      return more > 0;
    });
}

/** A share of the slack on a multiple of the step; the whole of it at the far end. */
const stepped = (slack: number, share: number, step: number): number => (share === 1 ? slack : Math.min(slack, step * Math.round((slack * share) / step)));

/** The best place for a window within its room. */
function slid(sizes: readonly WindowSize[], { candidate, room }: { candidate: Candidate; room: Spot }, step: number): Spot {
  const { panel, width, height } = candidate;
  let best: Spot = { panel, x: candidate.x, y: candidate.y, width, height };
  let most = worthOf(sizes, best);
  const [slackX, slackY] = [room.width - width, room.height - height];
  for (let across = 0; across <= SLIDES; across += 1) {
    for (let down = 0; down <= SLIDES; down += 1) {
      const spot = { panel, width, height, x: room.x + stepped(slackX, across / SLIDES, step), y: room.y + stepped(slackY, down / SLIDES, step) };
      const worth = worthOf(sizes, spot);
      if (worth > most + 1e-9) [best, most] = [spot, worth];
    }
  }
  return best;
}

/**
 * Where windows had to be left out, there is room: each of the others goes to the best place from which straight cuts still free all,
 * and what is still wanted is put where it can be, until nothing gains.
 */
function rehung(first: readonly Spot[], pinned: number, region: Region, sizes: readonly WindowSize[], candidates: readonly Candidate[], limits: Limits): Spot[] {
  const whole = { x: 0, y: 0, ...region };
  const ranked = [...candidates].sort((a, b) => b.worth - a.worth);
  const spots = [...first];
  const placeFor = (others: readonly Spot[], than: number, panel: number | null): Spot | null => {
    for (const candidate of ranked) {
      if (candidate.worth <= than + 1e-9 || limits.stop()) return null;
      if (panel === null ? others.filter((other) => other.panel === candidate.panel).length >= (sizes[candidate.panel]?.most ?? 0) : candidate.panel !== panel) continue;
      if (others.some((other) => overlap(other, candidate)) || !guillotineCuts(whole, [...others, candidate])) continue;
      const { panel: of, x, y, width, height } = candidate;
      return { panel: of, x, y, width, height };
    }
    return null;
  };
  for (let gains = true; gains;) {
    gains = false;
    for (let index = pinned; index < spots.length; index += 1) {
      const spot = spots[index];
      const better =
        spot &&
        placeFor(
          spots.filter((_, other) => other !== index),
          worthOf(sizes, spot),
          spot.panel,
        );
      if (better) [spots[index], gains] = [better, true];
    }
    const more = placeFor(spots, 0, null);
    if (more) [gains] = [true, spots.push(more)];
  }
  return spots;
}

/** Whether two rectangles share more than a side. */
export const overlap = (a: Omit<Spot, "panel">, b: Omit<Spot, "panel">): boolean => a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** Raises the price of what is taken too often and lowers that of what is not. @returns false where no price changes */
function reprice(prices: number[], taken: readonly number[], free: readonly number[], gap: number): boolean {
  const over = taken.map((count, size) => count - (free[size] ?? 0));
  const active = over.map((each, size) => (each > 0 || (prices[size] ?? 0) > 0 ? each : 0));
  const square = active.reduce((sum, each) => sum + each * each, 0);
  if (square === 0) return false;
  active.forEach((each, size) => (prices[size] = Math.max(0, (prices[size] ?? 0) + (each * gap) / square)));
  return true;
}
