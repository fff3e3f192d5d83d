import type { DispatchRead, StoreRead } from "@yule/contract";
import { labOfHex, lengthOfUnits, NO_WISH, type Length, type PaintedWant, type Wish, t } from "@yule/core";
import { panelOf, possiblePieces, type NeedView, type Outlook } from "@yule/derive";

/** What could be cut from a painting, with what it is for. */
export interface PossibleWant {
  readonly want: PaintedWant;
  readonly name: string;
  readonly what: "panel" | "strip";
  readonly view: NeedView | null;
}

/** What a need wishes of a painted panel: calm where its words lie, the colour that is liked, nothing that its households will not have. */
export function wishOf(view: NeedView, households: DispatchRead["households"], likes: string | null): Wish {
  const { words } = view.design;
  const zone = words.front && words.zones.find((each) => each.id === words.front?.zoneId);
  const panel = panelOf(view.design);
  const without = households.filter((household) => household.needIds.includes(view.need.id)).flatMap((household) => household.without);
  const [, a = 0, b = 0] = likes === null ? [] : labOfHex(likes);
  return {
    calm: zone ? { x: zone.x / panel.width, y: zone.y / panel.height, width: zone.width / panel.width, height: zone.height / panel.height } : null,
    colour: likes === null ? null : { a, b },
    without: [...new Set(without)],
  };
}

/** Panels that open needs lack and small things besides, as they may come out of a painting. Those of a need begun nowhere come first. */
export function possibleWants(outlook: Outlook, storeId: string, likes: ReadonlyMap<string, string>): PossibleWant[] {
  return possiblePieces({ open: outlook.open }, storeId, true)
    .filter(({ piece }) => piece.what === "panel" || piece.needId === null)
    .map(({ piece, value }): PossibleWant => {
      const view = outlook.open.find((each) => each.need.id === piece.needId) ?? null;
      const { id, width, height, count } = piece;
      const wish = view ? wishOf(view, outlook.dispatch.households, likes.get(view.need.id) ?? null) : NO_WISH;
      return { want: { id, width, height, count, turn: true, worth: value, wish }, name: piece.name, what: view ? "panel" : "strip", view };
    });
}

/** What was painted: a kind of sheet, a panel that failed, or any other size. */
export interface PaintedPaper {
  readonly key: string;
  readonly label: string;
  readonly width: Length;
  readonly height: Length;
  readonly store: StoreRead | null;
}

/** Sheets of the shelf and panels of the designs, each once. */
export function paintedPapers(outlook: Outlook, size: (width: Length, height: Length) => string): PaintedPaper[] {
  const papers = outlook.stores.filter((store) => store.kind === "sheet");
  const sheets = papers.flatMap((store) =>
    store.width === null || store.height === null
      ? []
      : [{ key: `sheet:${store.id}`, label: store.name, width: lengthOfUnits(store.width), height: lengthOfUnits(store.height), store }],
  );
  const panels = outlook.offered.map((design) => {
    const { width, height } = panelOf(design);
    return {
      key: `panel:${design.id}`,
      label: t`a panel of ${design.name} that failed, ${size(width, height)}`,
      width,
      height,
      store: papers.find((store) => store.id === design.paperId) ?? papers[0] ?? null,
    };
  });
  return [...sheets, ...panels];
}
