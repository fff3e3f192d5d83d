import type { DesignRead, StoreRead } from "@yule/contract";
import { inches, lengthOfUnits, mm, stackGeometry, stackOfUnits, type Length, type Outline, type Stack } from "@yule/core";

/** A design's stack in exact lengths. */
export const stackOf = (design: Pick<DesignRead, "stack">): Stack => stackOfUnits(design.stack);

/** The painted panel of a design: its topmost panel layer, or the card's face. */
export function panelOf(design: Pick<DesignRead, "stack">): { width: Length; height: Length; outline: Outline } {
  const panel = [...design.stack.layers].reverse().find((layer) => layer.kind === "panel");
  return { width: lengthOfUnits(panel?.width ?? design.stack.width), height: lengthOfUnits(panel?.height ?? design.stack.height), outline: panel?.outline ?? design.stack.outline };
}

/** Border tape and divider tape are 1/2 in wide, a tear eats up to a millimetre, a knife nothing to speak of. */
export const LOSSES = { cut: { edge: mm(0), gap: mm(0) }, fold: { edge: mm(0), gap: mm(1) }, tape: { edge: inches(0.5), gap: inches(0.5) } } as const;

const fits = (full: number, piece: number): number => Math.floor(full / piece);
const grid = (store: StoreRead, width: number, height: number, edge: number, gap: number): number => {
  const [w, h] = [(store.width ?? 0) - 2 * edge + gap, (store.height ?? 0) - 2 * edge + gap];
  return Math.max(fits(w, width + gap) * fits(h, height + gap), fits(w, height + gap) * fits(h, width + gap));
};

/** Panels of one design from one sheet in one plain grid: a floor for reckoning ahead; the split itself does better. */
export function panelsPerSheet(design: DesignRead, store: StoreRead): number {
  const panel = panelOf(design);
  const { edge, gap } = LOSSES[design.method];
  return grid(store, panel.width, panel.height, edge, gap);
}

/**
 * How much of one sheet of card stock a card takes: its base and its mats, each kind in one plain grid of its own. The split does better where mats
 * fit beside bases; no card takes more.
 */
export function stockPerCard(design: DesignRead, store: StoreRead): number {
  const { base, layers } = stackGeometry(stackOf(design));
  const mats = layers.filter(({ kind }) => kind === "mat");
  return [base, ...mats].reduce((sum, { width, height }) => sum + 1 / Math.max(1, grid(store, width, height, 0, 0)), 0);
}

/** Sheets of card stock for so many cards. */
export const stockForCards = (design: DesignRead, store: StoreRead, cards: number): number => Math.ceil(cards * stockPerCard(design, store) - 1e-9);

/** The envelope on the shelf that is the design's own size, either way up. */
export function envelopeFor(design: DesignRead, stores: readonly StoreRead[]): StoreRead | null {
  const wanted = design.stack.envelope;
  if (!wanted) return null;
  return stores.find((store) => store.kind === "envelope" && [store.width, store.height].sort().join() === [wanted.width, wanted.height].sort().join()) ?? null;
}
