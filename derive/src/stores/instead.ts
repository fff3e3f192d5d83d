import type { ColourRead, DesignRead, OffcutRead, StoreRead } from "@yule/contract";
import { differenceOf, hexOf, labOf, labOfHex, lengthOfUnits, over, WHITE_PAPER, type ShelfPaint } from "@yule/core";
import { shelfOf } from "../colour/shelf.ts";
import { LOSSES, panelOf, panelsPerSheet } from "../season/materials.ts";
import type { Outlook } from "../season/workOut.ts";

type Short = Outlook["stock"][number];

/** What would do in place of buying something. */
export type Instead =
  | { readonly what: "paint"; readonly store: StoreRead; readonly difference: number; readonly hex: string }
  | { readonly what: "card stock"; readonly store: StoreRead; readonly difference: number; readonly stays: number }
  | { readonly what: "method"; readonly method: DesignRead["method"]; readonly usual: DesignRead["method"]; readonly design: string; readonly sheets: number }
  | { readonly what: "offcuts"; readonly panels: number; readonly design: string; readonly sheets: number }
  | { readonly what: "paper"; readonly store: StoreRead; readonly stays: number };

/** What of the shelf is left when the plan has taken all it takes. */
const stays = ({ store, outlook }: Short): number => store.onHand - outlook.wanted;

/** Ways to do without buying what is short, the nearest first. */
export function insteadOf(
  short: Short,
  outlook: Outlook,
  stock: Outlook["stock"],
  { colour, offcuts }: { readonly colour: ColourRead | undefined; readonly offcuts: readonly OffcutRead[] },
): Instead[] {
  const { kind } = short.store;
  if (kind === "paint") return nearPaints(short, stock, shelfOf(colour));
  if (kind === "card stock") return nearStocks(short, stock);
  return kind === "sheet" ? [...fromOffcuts(short, outlook, offcuts), ...otherMethods(short, outlook), ...otherPapers(short, stock)] : [];
}

const MOST_WAYS = 2;

/** The paints of which enough stays, whose everyday wash lies nearest by CIEDE2000: what it would change on the card. */
function nearPaints({ store, outlook }: Short, stock: Outlook["stock"], shelf: readonly ShelfPaint[]): Instead[] {
  const wanted = shelf.find(({ id }) => id === store.id);
  if (!wanted) return [];
  const seen = (paint: ShelfPaint) => labOf(over(paint.film, WHITE_PAPER));
  return stock
    .flatMap((each): (Instead & { what: "paint" })[] => {
      const paint = shelf.find(({ id }) => id === each.store.id);
      if (!paint || each.store.id === store.id || stays(each) < outlook.missing) return [];
      return [{ what: "paint", store: each.store, difference: differenceOf(seen(paint), seen(wanted)), hex: hexOf(over(paint.film, WHITE_PAPER)) }];
    })
    .sort((a, b) => a.difference - b.difference)
    .slice(0, MOST_WAYS);
}

/** Card stock of the same size or larger of which enough stays, by its colour. */
function nearStocks({ store, outlook }: Short, stock: Outlook["stock"]): Instead[] {
  const lab = store.hex === null ? null : labOfHex(store.hex);
  return stock
    .flatMap((each): (Instead & { what: "card stock" })[] => {
      const other = each.store.hex === null ? null : labOfHex(each.store.hex);
      if (each.store.kind !== "card stock" || each.store.id === store.id || !lab || !other || !isAsLarge(each.store, store) || stays(each) < outlook.missing) return [];
      return [{ what: "card stock", store: each.store, difference: differenceOf(lab, other), stays: stays(each) }];
    })
    .sort((a, b) => a.difference - b.difference)
    .slice(0, MOST_WAYS);
}

const isAsLarge = (one: StoreRead, other: StoreRead): boolean => (one.width ?? 0) >= (other.width ?? 0) && (one.height ?? 0) >= (other.height ?? 0);

/** Panels that offcuts of this paper give for designs that are owed on it, and the sheets that saves. */
function fromOffcuts({ store }: Short, { open }: Outlook, offcuts: readonly OffcutRead[]): Instead[] {
  const own = offcuts.filter(({ storeId, count }) => storeId === store.id && count > 0);
  return open.flatMap(({ design, toPaint }): Instead[] => {
    const fresh = toPaint.reduce((sum, { make }) => sum + make, 0);
    if (design.paperId !== store.id || fresh === 0 || store.width === null || store.height === null) return [];
    const panel = panelOf(design);
    const inOne = (width: number, height: number): number =>
      Math.max(Math.floor(width / panel.width) * Math.floor(height / panel.height), Math.floor(width / panel.height) * Math.floor(height / panel.width));
    const panels = Math.min(
      fresh,
      own.reduce((sum, { width, height, count }) => sum + count * inOne(width, height), 0),
    );
    const perSheet = Math.max(1, inOne(lengthOfUnits(store.width), lengthOfUnits(store.height)));
    const sheets = Math.ceil(fresh / perSheet) - Math.ceil((fresh - panels) / perSheet);
    return panels > 0 ? [{ what: "offcuts", panels, design: design.name, sheets }] : [];
  });
}

const METHODS = Object.keys(LOSSES) as readonly DesignRead["method"][];

/** What each design that is owed on this paper would take less, split by another method in plain grids; what saves no whole sheet is left out. */
function otherMethods({ store }: Short, { open }: Outlook): Instead[] {
  const fresh = new Map<string, { readonly design: DesignRead; panels: number }>();
  for (const { design, toPaint } of open) {
    if (design.paperId !== store.id) continue;
    const own = fresh.get(design.id) ?? { design, panels: 0 };
    own.panels += toPaint.reduce((sum, { make }) => sum + make, 0);
    fresh.set(design.id, own);
  }
  return [...fresh.values()]
    .flatMap(({ design, panels }): (Instead & { what: "method" })[] => {
      const sheetsBy = (method: DesignRead["method"]): number => Math.ceil(panels / Math.max(1, panelsPerSheet({ ...design, method }, store)));
      const best = METHODS.map((method) => ({ method, sheets: sheetsBy(design.method) - sheetsBy(method) })).sort((a, b) => b.sheets - a.sheets)[0];
      return best && best.sheets > 0 ? [{ what: "method", method: best.method, usual: design.method, design: design.name, sheets: best.sheets }] : [];
    })
    .sort((a, b) => b.sheets - a.sheets)
    .slice(0, MOST_WAYS);
}

/** Other papers of which something stays. */
const otherPapers = ({ store }: Short, stock: Outlook["stock"]): Instead[] =>
  stock
    .flatMap((each) => (each.store.kind === "sheet" && each.store.id !== store.id && stays(each) > 0 ? [{ what: "paper" as const, store: each.store, stays: stays(each) }] : []))
    .slice(0, MOST_WAYS);
