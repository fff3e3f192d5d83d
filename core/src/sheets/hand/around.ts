import { lengthOfUnits } from "../../measure/length.ts";
import { money } from "../../measure/money.ts";
import type { LinearSolver } from "../../search/linear.ts";
import type { Limits } from "../../search/search.ts";
import { alikeLayouts, layoutKey, placeOf } from "../alike.ts";
import { grown, turns, type Layout, type PlacedPiece, type Rect, type Split, type SplitJob, type Spot } from "../model.ts";
import { guillotineCuts, layoutOf } from "../partings.ts";
import { split } from "../split.ts";
import { bestWindows, overlap, type WindowSize } from "../windows/bestWindows.ts";

/** Places for cuts along each side: fewer than for windows, since a hand waits for the answer. */
const PLACES = 44;

/** A piece of a layout that the maker has put somewhere: which one, by its place in the list, and where it lies now. */
export interface PinnedPiece extends Rect {
  readonly piece: number;
}

/** What the hand changed: the layout, of those that are cut alike, and the pieces that are held on it. */
export interface ByHand {
  readonly alike: number;
  readonly pins: readonly PinnedPiece[];
}

/** A piece that stays where it was is worth this share more, so that nothing moves without need. */
const STAYS = 0.002;

/**
 * A split completed around pieces that are held on one of its layouts, on all the sheets that are cut alike. The other pieces of that
 * layout stay where they can; those that no longer fit are split anew from further sheets.
 * @param alike the place of the layout among those of `alikeLayouts`
 * @returns null when no straight cuts free the pieces that are held
 */
export function splitAround(job: SplitJob, before: Split, { alike, pins }: ByHand, limits: Limits, solve: LinearSolver): Split | null {
  const group = alikeLayouts(before.layouts)[alike]?.layout;
  const sheet = job.sheets.find((each) => each.id === group?.sheet);
  if (!group || !sheet) return null;
  const elsewhere = before.layouts.filter((layout) => layoutKey(layout) !== layoutKey(group));
  const same = before.layouts.filter((layout) => layoutKey(layout) === layoutKey(group));
  const kinds = kindsOn(job, group);
  const kindOf = (piece: Rect): number => kinds.findIndex((kind) => isOfSize(job, kind, piece));
  const old = new Set(group.pieces.map((piece) => placeOf(piece)));
  const sizes = kinds.map((kind): WindowSize => ({
    ways: kind.ways,
    most: kind.count,
    worth: (x, y, width, height) => width * height * (old.has(placeOf(shrunk(job, { x, y, width, height }))) ? 1 + STAYS : 1),
  }));
  const held = pins.map((pin) => grownSpot(job, pin, kindOf(pin)));
  const also = {
    xs: group.pieces.flatMap((piece) => [piece.x - job.edge, piece.x - job.edge + piece.width + job.gap]),
    ys: group.pieces.flatMap((piece) => [piece.y - job.edge, piece.y - job.edge + piece.height + job.gap]),
  };
  const others = group.pieces.flatMap((piece, index) => (pins.some((pin) => pin.piece === index) ? [] : [grownSpot(job, piece, kindOf(piece))]));
  // Often nothing is in the way, and all the others simply stay.
  const spots = isCuttable(grown(job, sheet), [...held, ...others])
    ? [...held, ...others]
    : bestWindows(grown(job, sheet), sizes, held, limits, { also, places: PLACES, tolerance: 2 * STAYS })?.spots;
  if (!spots) return null;
  const places = placesFor(job, group, pins, spots, kindOf);
  const missing = new Map<string, number>();
  const layouts = same.flatMap((layout): Layout[] => {
    const laid = layout.pieces.flatMap((piece) => {
      const index = group.pieces.findIndex((each) => placeOf(each) === placeOf(piece));
      const spot = places[index];
      if (!spot) missing.set(piece.panel, (missing.get(piece.panel) ?? 0) + layout.times);
      return spot ? [{ spot, label: piece.panel }] : [];
    });
    const pattern = { sheet: job.sheets.indexOf(sheet), spots: laid.map(({ spot }) => spot) };
    return laid.length === 0
      ? []
      : [
          layoutOf(
            job,
            sheet,
            pattern,
            layout.times,
            laid.map(({ label }) => label),
          ),
        ];
  });
  const kept = [...layouts, ...elsewhere];
  return missing.size === 0 ? summed(job, before, kept, []) : withRest(job, before, kept, missing, limits, solve);
}

const grownSpot = ({ edge, gap }: SplitJob, { x, y, width, height }: Rect, panel: number): Spot => ({ panel, x: x - edge, y: y - edge, width: width + gap, height: height + gap });

/** Whether spots lie apart on a region, and straight cuts free them all. */
function isCuttable(region: { readonly width: number; readonly height: number }, spots: readonly Spot[]): boolean {
  const inside = spots.every((spot) => spot.x >= 0 && spot.y >= 0 && spot.x + spot.width <= region.width && spot.y + spot.height <= region.height);
  return inside && spots.every((spot, index) => spots.slice(index + 1).every((other) => !overlap(spot, other))) && guillotineCuts({ x: 0, y: 0, ...region }, spots) !== null;
}

interface Kind {
  readonly ways: readonly { readonly width: number; readonly height: number }[];
  readonly count: number;
}

/** The sizes on a layout, in the grown measure, with how often each stands there. */
function kindsOn(job: SplitJob, layout: Layout): Kind[] {
  const kinds: Kind[] = [];
  for (const piece of layout.pieces) {
    const at = kinds.findIndex((kind) => isOfSize(job, kind, piece));
    const known = kinds[at];
    const panel = job.panels.find((each) => each.id === piece.panel);
    if (known) kinds[at] = { ...known, count: known.count + 1 };
    else if (panel) kinds.push({ ways: turns(job, panel), count: 1 });
  }
  return kinds;
}

const isOfSize = ({ gap }: SplitJob, { ways }: Kind, piece: Rect): boolean => ways.some((way) => way.width === piece.width + gap && way.height === piece.height + gap);

/** From the grown measure to the piece as it lies on the sheet. */
const shrunk = ({ edge, gap }: SplitJob, { x, y, width, height }: Pick<Spot, "x" | "y" | "width" | "height">): Rect => ({
  x: lengthOfUnits(x + edge),
  y: lengthOfUnits(y + edge),
  width: lengthOfUnits(width - gap),
  height: lengthOfUnits(height - gap),
});

/** For each piece of the layout the spot it goes to: its pin, its old place, or any free one of its size; undefined where none is left. */
function placesFor(job: SplitJob, layout: Layout, pins: readonly PinnedPiece[], spots: readonly Spot[], kindOf: (piece: Rect) => number): (Spot | undefined)[] {
  const free = [...spots];
  const take = (is: (spot: Spot) => boolean): Spot | undefined => {
    const at = free.findIndex(is);
    return at < 0 ? undefined : free.splice(at, 1)[0];
  };
  const at =
    (piece: Rect) =>
    (spot: Spot): boolean =>
      placeOf(shrunk(job, spot)) === placeOf(piece);
  const places = new Array<Spot | undefined>(layout.pieces.length).fill(undefined);
  for (const pin of pins) places[pin.piece] = take(at(pin));
  const rest = layout.pieces.map((piece: PlacedPiece, index) => ({ piece, index })).filter(({ index }) => !places[index]);
  for (const { piece, index } of rest) places[index] = take(at(piece));
  for (const { piece, index } of rest) places[index] ??= take((spot) => spot.panel === kindOf(piece));
  return places;
}

/** What found no place is split from further sheets, of those that are limited only from what is left. */
function withRest(job: SplitJob, before: Split, kept: readonly Layout[], missing: ReadonlyMap<string, number>, limits: Limits, solve: LinearSolver): Split {
  const used = (id: string): number => kept.reduce((sum, layout) => sum + (layout.sheet === id ? layout.times : 0), 0);
  const rest: SplitJob = {
    ...job,
    sheets: job.sheets.map((sheet) => (sheet.count === null ? sheet : { ...sheet, count: sheet.count - used(sheet.id) })),
    panels: job.panels.map((panel) => ({ ...panel, count: missing.get(panel.id) ?? 0 })).filter((panel) => panel.count > 0),
  };
  const more = split(rest, limits, solve);
  return summed(job, before, [...kept, ...more.layouts], more.unplaced);
}

/** The bound on all plans holds for those with held pieces too. */
function summed(job: SplitJob, before: Split, layouts: readonly Layout[], more: Split["unplaced"]): Split {
  const unplaced = new Map(before.unplaced.map(({ panel, count }) => [panel, count]));
  for (const { panel, count } of more) unplaced.set(panel, (unplaced.get(panel) ?? 0) + count);
  const cost = layouts.reduce((sum, layout) => sum + layout.times * (job.sheets.find((sheet) => sheet.id === layout.sheet)?.cost ?? 0), 0);
  return {
    layouts,
    unplaced: [...unplaced].map(([panel, count]) => ({ panel, count })),
    sheetsUsed: layouts.reduce((sum, layout) => sum + layout.times, 0),
    cost: money(cost),
    lowerBound: before.lowerBound,
    proven: before.proven && more.length === 0 && cost === before.cost,
  };
}
