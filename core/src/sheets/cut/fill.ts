import type { Spot } from "../model.ts";

/** A free rectangle during filling, in the grown measure. */
export interface FreeRect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface Turn {
  readonly width: number;
  readonly height: number;
}

type Order = (turn: Turn) => number;
const ORDERS: readonly Order[] = [
  (turn) => turn.width * turn.height,
  (turn) => Math.max(turn.width, turn.height),
  (turn) => turn.height,
  (turn) => turn.width,
  (turn) => turn.width + turn.height,
  (turn) => Math.min(turn.width, turn.height),
];

type Fit = (room: FreeRect, turn: Turn) => number;
const FITS: readonly Fit[] = [
  (room, turn) => room.width * room.height - turn.width * turn.height,
  (room, turn) => Math.min(room.width - turn.width, room.height - turn.height),
  (room, turn) => Math.max(room.width - turn.width, room.height - turn.height),
  (room) => room.y * 1e6 + room.x,
];

type SplitRule = (room: FreeRect, turn: Turn) => boolean;
/** True: the first cut runs across the whole width of the room, below the piece. */
const SPLITS: readonly SplitRule[] = [
  (room, turn) => room.width - turn.width < room.height - turn.height,
  (room, turn) => room.width - turn.width >= room.height - turn.height,
  (room, turn) => (room.width - turn.width) * turn.height <= (room.height - turn.height) * turn.width,
  (room, turn) => (room.width - turn.width) * turn.height > (room.height - turn.height) * turn.width,
  () => true,
  () => false,
];

export const FILL_VARIANTS = ORDERS.length * FITS.length * SPLITS.length;

/**
 * Fills a rectangle with wanted pieces one by one: a free rectangle is chosen by a rule, the piece laid in its corner,
 * and the rest parted by one cut (guillotine packing; rules as compared by Jylänki 2010).
 * @param turnsOf the ways each panel may lie
 * @param demand how many of each panel are wanted
 */
export function fillByRule(width: number, height: number, turnsOf: readonly (readonly Turn[])[], demand: readonly number[], variant: number): Spot[] {
  const order = ORDERS[variant % ORDERS.length] ?? (() => 0);
  const fit = FITS[Math.floor(variant / ORDERS.length) % FITS.length] ?? (() => 0);
  const across = SPLITS[Math.floor(variant / (ORDERS.length * FITS.length)) % SPLITS.length] ?? (() => true);
  const first = (panel: number): Turn => turnsOf[panel]?.[0] ?? { width: 0, height: 0 };
  const panels = demand.map((_, panel) => panel).filter((panel) => (demand[panel] ?? 0) > 0);
  panels.sort((a, b) => order(first(b)) - order(first(a)) || a - b);

  const rooms: FreeRect[] = [{ x: 0, y: 0, width, height }];
  const spots: Spot[] = [];
  for (const panel of panels) {
    for (let left = demand[panel] ?? 0; left > 0; left -= 1) {
      const place = bestPlace(rooms, turnsOf[panel] ?? [], fit);
      if (!place) break;
      const [room] = rooms.splice(place.index, 1);
      if (!room) break;
      spots.push({ panel, x: room.x, y: room.y, width: place.turn.width, height: place.turn.height });
      rooms.push(...restOf(room, place.turn, across(room, place.turn)));
    }
  }
  return spots;
}

function bestPlace(rooms: readonly FreeRect[], ways: readonly Turn[], fit: Fit): { index: number; turn: Turn } | null {
  let found: { index: number; turn: Turn } | null = null;
  let least = Infinity;
  rooms.forEach((room, index) => {
    for (const turn of ways) {
      if (turn.width > room.width || turn.height > room.height) continue;
      const score = fit(room, turn);
      if (score < least) [least, found] = [score, { index, turn }];
    }
  });
  return found;
}

function restOf(room: FreeRect, turn: Turn, across: boolean): FreeRect[] {
  // across:  |P|r|   otherwise:  |P| |
  //          |bbb|               |b|r|
  const right: FreeRect = { x: room.x + turn.width, y: room.y, width: room.width - turn.width, height: across ? turn.height : room.height };
  const below: FreeRect = { x: room.x, y: room.y + turn.height, width: across ? room.width : turn.width, height: room.height - turn.height };
  return [right, below].filter((rest) => rest.width > 0 && rest.height > 0);
}
