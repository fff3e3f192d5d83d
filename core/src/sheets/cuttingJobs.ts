import { lengthOfUnits, mm, type Length } from "../measure/length.ts";
import { money, type Money } from "../measure/money.ts";
import type { Sheet, SplitJob, SplitMethod, WantedPanel } from "./model.ts";

/** What a piece of paper or card is cut for. */
export type PieceKind = "panel" | "strip" | "base" | "mat" | "print";

/** Pieces of one size that something needs. `material` is the store they must come from, null for any paper. */
export interface NeededPieces {
  readonly id: string;
  readonly what: PieceKind;
  readonly needId: string | null;
  readonly name: string;
  readonly width: Length;
  readonly height: Length;
  readonly count: number;
  readonly turn: boolean;
  readonly material: string | null;
}

/** A store of sheets, and pieces of it that are left from before. */
export interface SheetStore extends Sheet {
  readonly paper: boolean;
  readonly offcuts: readonly { readonly id: string; readonly width: Length; readonly height: Length; readonly count: number }[];
}

/** What a season wants of one material. */
export interface MaterialNeeds {
  readonly material: SheetStore;
  readonly pieces: readonly NeededPieces[];
}

const OFFCUT = "offcut:";
/** An offcut of the stash as a sheet of its own, by its id; and back again. */
export const offcutSheet = (id: string): string => `${OFFCUT}${id}`;
export const offcutOf = (sheet: string): string | null => (sheet.startsWith(OFFCUT) ? sheet.slice(OFFCUT.length) : null);

/**
 * Puts all pieces to the material they come from. Pieces that may come from any paper go where paper of the season is cut already,
 * if they fit its sheets, else to the paper that is cheapest for its size among those they fit. Papers come before card stock.
 */
export function piecesByMaterial(pieces: readonly NeededPieces[], stores: readonly SheetStore[]): MaterialNeeds[] {
  const wanted = pieces.filter((piece) => piece.count > 0);
  const fits = (store: SheetStore, piece: NeededPieces): boolean =>
    (piece.width <= store.width && piece.height <= store.height) || (piece.turn && piece.height <= store.width && piece.width <= store.height);
  const named = new Set(wanted.flatMap((piece) => (piece.material === null ? [] : [piece.material])));
  const dear = (store: SheetStore): number => (named.has(store.id) ? 0 : 1 + store.cost / (store.width * store.height));
  const papers = stores.filter((store) => store.paper).sort((a, b) => dear(a) - dear(b));
  const homeOf = (piece: NeededPieces): string | null => piece.material ?? (papers.find((store) => fits(store, piece)) ?? papers[0])?.id ?? null;
  return [...stores]
    .sort((a, b) => Number(b.paper) - Number(a.paper))
    .flatMap((material) => {
      const own = wanted.filter((piece) => homeOf(piece) === material.id);
      return own.length > 0 ? [{ material, pieces: own }] : [];
    });
}

/** What is lost at the rim and between pieces by each way of splitting. */
export type Losses = Readonly<Record<SplitMethod, { readonly edge: Length; readonly gap: Length }>>;

/**
 * The job of one material by one way. Offcuts come first, since they cost nothing; sheets are as many as wanted, what is missing is
 * bought. Test strips are cut only where a knife goes: by the other ways they come from what is left over.
 * @param others further stores of which the same pieces may come, with their offcuts
 */
export function splitJobOfNeeds({ material, pieces }: MaterialNeeds, method: SplitMethod, losses: Losses, others: readonly SheetStore[] = []): SplitJob {
  const { edge, gap } = losses[method];
  const narrow = 2 * edge;
  return {
    method,
    thirds: method === "fold",
    edge,
    gap,
    sheets: [
      ...[material, ...others].filter((store) => Math.min(store.width, store.height) > narrow).map(({ id, width, height, count, cost }) => ({ id, width, height, count, cost })),
      ...[material, ...others]
        .flatMap((store) => store.offcuts)
        .filter((offcut) => offcut.count > 0 && Math.min(offcut.width, offcut.height) > narrow)
        .map((offcut) => ({ id: offcutSheet(offcut.id), width: offcut.width, height: offcut.height, count: offcut.count, cost: money(0) })),
    ],
    panels: pieces.filter((piece) => method === "cut" || piece.what !== "strip").map(({ id, width, height, count, turn }): WantedPanel => ({ id, width, height, count, turn })),
  };
}

/** A test strip is as long as the panel, at most this, and this wide: room for six washes. */
const STRIP_LENGTH = mm(150);
const STRIP_WIDTH = mm(30);

/** The strip for colour tests that a batch needs from the paper it is painted on. */
export const stripFor = (panel: { readonly width: Length; readonly height: Length }): { readonly width: Length; readonly height: Length } => ({
  width: lengthOfUnits(Math.min(STRIP_LENGTH, Math.max(panel.width, panel.height))),
  height: STRIP_WIDTH,
});

/**
 * Losses as the shop's own splittings show them: the median of the last ten that were measured, or what is usual where fewer than
 * three were. The divider must be wide enough for paint to creep under it from both sides and leave a white line.
 * @param usual border tape and divider tape, what a tear eats
 */
export function learnedLosses(usual: Losses, seen: readonly { readonly tearLoss: number | null; readonly creep: number | null }[]): Losses {
  const tear = medianOf(seen.map((each) => each.tearLoss));
  const creep = medianOf(seen.map((each) => each.creep));
  return {
    cut: usual.cut,
    fold: { ...usual.fold, gap: tear === null ? usual.fold.gap : lengthOfUnits(tear) },
    tape: { ...usual.tape, gap: creep === null ? usual.tape.gap : lengthOfUnits(Math.max(usual.tape.gap, 2 * creep + WHITE_LINE)) },
  };
}

const WHITE_LINE = mm(6);
const ENOUGH = 3;
const LATEST = 10;

function medianOf(values: readonly (number | null)[]): number | null {
  const known = values
    .filter((value) => value !== null)
    .slice(0, LATEST)
    .sort((a, b) => a - b);
  if (known.length < ENOUGH) return null;
  const middle = known.length >> 1;
  return known.length % 2 === 1 ? (known[middle] ?? null) : Math.round(((known[middle - 1] ?? 0) + (known[middle] ?? 0)) / 2);
}

/** What must be bought of a store: whole packs, what they cost, and the sheets of them that are not needed now. */
export interface SheetPurchase {
  readonly store: string;
  readonly short: number;
  readonly packs: number;
  readonly cost: Money;
  readonly over: number;
}

/** The packs that are missing for so many sheets of each store. */
export function packsToBuy(
  taken: readonly { readonly id: string; readonly sheets: number }[],
  stores: readonly { readonly id: string; readonly onHand: number; readonly pack: number; readonly packCost: Money }[],
): SheetPurchase[] {
  return taken.flatMap(({ id, sheets }) => {
    const store = stores.find((each) => each.id === id);
    const short = store ? Math.max(0, sheets - store.onHand) : 0;
    if (!store || short === 0) return [];
    const packs = Math.ceil(short / store.pack);
    return [{ store: id, short, packs, cost: money(packs * store.packCost), over: packs * store.pack - short }];
  });
}
