import type { DesignRead, OffcutRead, StoreRead } from "@yule/contract";
import {
  lengthOfUnits,
  mm,
  money,
  stackGeometry,
  stripFor,
  type NeededPieces,
  type PieceKind,
  type PossibleUse,
  type Score,
  type SheetStore,
  t,
  written,
  saidWritten,
} from "@yule/core";
import type { Outlook } from "../season/workOut.ts";
import { panelOf, stackOf } from "../season/materials.ts";
import type { NeedView } from "../season/needView.ts";

/** What a piece is for, by the id of its kind: `what:need` or `what:need:layer`. */
export const pieceId = (what: PieceKind, needId: string, layer?: number): string => `${what}:${needId}${layer === undefined ? "" : `:${String(layer)}`}`;

/** Panels that a need still lacks, with those to spare. */
export const panelsWanted = (view: NeedView, spare: number): number => view.toPaint.reduce((sum, each) => sum + each.make, 0) + spare;

/**
 * Everything that a need wants cut: panels and a strip for colour tests from its paper, bases, mats and printed copies from its card
 * stock, as many as cards are not assembled yet.
 */
export function piecesOfNeed(view: NeedView, spare: number): NeededPieces[] {
  const { design, need } = view;
  const panel = panelOf(design);
  const panels = panelsWanted(view, spare);
  const cards = need.kind === "stash" ? 0 : Math.max(0, view.cards - view.assembled);
  const geometry = stackGeometry(stackOf(design));
  const own = { needId: need.id, turn: true };
  const stock = design.cardStockId;
  return [
    { ...own, id: pieceId("panel", need.id), what: "panel", name: design.name, width: panel.width, height: panel.height, count: panels, material: design.paperId },
    { ...own, id: pieceId("strip", need.id), what: "strip", name: t`${design.name}, test strip`, ...stripFor(panel), count: panels > 0 ? 1 : 0, material: design.paperId },
    ...(stock === null
      ? []
      : [
          {
            ...own,
            id: pieceId("base", need.id),
            what: "base" as const,
            name: `${design.name}, base`,
            width: geometry.base.width,
            height: geometry.base.height,
            count: cards,
            material: stock,
          },
          ...geometry.layers.flatMap((layer, index) =>
            layer.kind === "mat"
              ? [
                  {
                    ...own,
                    id: pieceId("mat", need.id, index),
                    what: "mat" as const,
                    name: `${design.name}, ${layer.name}`,
                    width: layer.width,
                    height: layer.height,
                    count: cards,
                    material: stock,
                  },
                ]
              : [],
          ),
          ...(need.print
            ? [
                {
                  ...own,
                  id: pieceId("print", need.id),
                  what: "print" as const,
                  name: `${design.name}, printed`,
                  width: panel.width,
                  height: panel.height,
                  count: cards,
                  material: stock,
                },
              ]
            : []),
        ]),
  ];
}

/** Where bases are scored, by the id of their kind of piece. */
export function scoresOf(views: readonly NeedView[]): Score[] {
  return views.flatMap(({ design, need }): Score[] => {
    const { base, score } = stackGeometry(stackOf(design));
    const { fold } = design.stack;
    return score === null || fold === "none" ? [] : [{ panel: pieceId("base", need.id), axis: fold === "left" || fold === "right" ? "x" : "y", at: score, width: base.width }];
  });
}

/** Sheets and card stock on the shelf with their offcuts. As many sheets as wanted are offered; what is missing is bought. */
export function sheetStores(stores: readonly StoreRead[], offcuts: readonly OffcutRead[]): SheetStore[] {
  return stores.flatMap((store) => {
    if ((store.kind !== "sheet" && store.kind !== "card stock") || store.width === null || store.height === null) return [];
    return [
      {
        id: store.id,
        width: lengthOfUnits(store.width),
        height: lengthOfUnits(store.height),
        count: null,
        cost: money(Math.round(store.packCostMinor / store.pack)),
        paper: store.kind === "sheet",
        offcuts: offcuts
          .filter((offcut) => offcut.storeId === store.id)
          .map(({ id, width, height, count }) => ({ id, width: lengthOfUnits(width), height: lengthOfUnits(height), count })),
      },
    ];
  });
}

/** A colour that tells a design's pieces apart on the drawing: the first paint of its first colourway. */
export const tintOf = (design: DesignRead | undefined): string => design?.colourways[0]?.paints[0]?.hex ?? "#6d8aa0";

/** Small things that any maker can use, whatever the season owes. */
const ALWAYS: readonly Omit<PossibleUse, "most">[] = [
  {
    what: "tag",
    name: written`gift tag`,
    width: mm(50),
    height: mm(90),
    worth: 2,
  },
  { what: "bookmark", name: written`bookmark`, width: mm(50), height: mm(180), worth: 3 },
  {
    what: "strip",
    name: written`test strip`,
    width: mm(30),
    height: mm(100),
    worth: 0.5,
  },
];
/** Whether any of them comes out of what is left; less is waste, whatever its length. */
export const isOfUse = (left: { readonly width: number; readonly height: number }): boolean =>
  ALWAYS.some(({ width, height }) => (width <= left.width && height <= left.height) || (height <= left.width && width <= left.height));

const A_PANEL = 12;
const ANY_NUMBER = 60;

/** Pieces that open needs still lack of one material, test strips left out. */
const lackedOf = (outlook: Pick<Outlook, "open">, storeId: string, isPaper: boolean): NeededPieces[] =>
  outlook.open
    .flatMap((view) => piecesOfNeed(view, 0))
    .filter((piece) => piece.what !== "strip" && piece.count > 0 && (piece.material === storeId || (piece.material === null && isPaper)));

/** What a card counts where nobody has set its price, and what small things count, in minor units. */
const USUAL_PRICE = 400;
const SMALL_PRICES = { tag: 60, bookmark: 120 } as const;

/**
 * What a pile could become, with what each piece counts: panels by the price of their need, bases and mats a quarter of it, since a
 * card needs several pieces; then tags and bookmarks for what is left.
 */
export function possiblePieces(outlook: Pick<Outlook, "open">, storeId: string, isPaper: boolean): { readonly piece: NeededPieces; readonly value: number }[] {
  const lacked = lackedOf(outlook, storeId, isPaper).map((piece) => {
    const price = outlook.open.find((view) => view.need.id === piece.needId)?.need.priceMinor ?? USUAL_PRICE;
    return { piece, value: piece.what === "panel" || piece.what === "print" ? price : Math.round(price / 4) };
  });
  const small = ALWAYS.flatMap(({ what, name, width, height }) =>
    what === "tag" || what === "bookmark"
      ? [
          {
            piece: { id: what, what: "strip" as const, needId: null, name: saidWritten(name), width, height, count: ANY_NUMBER, turn: true, material: storeId },
            value: SMALL_PRICES[what],
          },
        ]
      : [],
  );
  return [...lacked, ...small];
}

/** What an offcut of a paper could become: panels that needs still lack, then tags, bookmarks and test strips. */
export function usesOfSeason(outlook: Pick<Outlook, "open">, storeId: string, isPaper: boolean): PossibleUse[] {
  const pieces = lackedOf(outlook, storeId, isPaper);
  return [
    ...pieces.map(({ what, name, width, height, count }) => ({ what, name, width, height, most: count, worth: what === "panel" ? A_PANEL : 4 })),
    ...ALWAYS.map((use) => ({ ...use, name: saidWritten(use.name), most: ANY_NUMBER })),
  ];
}
