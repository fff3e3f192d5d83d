import type { StockTold } from "@yule/contract";
import { addDays, day, lengthOfUnits, stackGeometry, type Day, type Length } from "@yule/core";
import { stackOf } from "../season/materials.ts";
import { colourwayOf, type NeedView } from "../season/needView.ts";
import type { Outlook } from "../season/workOut.ts";

/** A shop listing of the open season with its days, and what may be sold of it. */
export interface ListedNeed {
  readonly view: NeedView;
  /** What is to be done next for it, and by when; null where it is up. */
  readonly next: { readonly what: "photograph" | "put up"; readonly by: Day } | null;
  readonly made: number;
  readonly variants: readonly { readonly colourwayId: string; readonly name: string; readonly cards: number }[];
  readonly width: Length;
  readonly height: Length;
}

/** Days between the photo and the day it is up, where only that was told. */
const PHOTO_BEFORE = 2;

/** The listings of the season, what is to be done soonest first; those that are up last. */
export function listingsOf({ needs, today }: Pick<Outlook, "needs" | "today">, stock: readonly StockTold[]): ListedNeed[] {
  const cards = new Map(stock.map((each) => [each.colourwayId, each.cards]));
  return needs
    .filter(({ need }) => need.kind === "shop listing" && need.lines.some(({ leftOver }) => leftOver === null))
    .map((view) => {
      const { face } = stackGeometry(stackOf(view.design));
      return {
        view,
        next: nextStep(view, today),
        made: view.assembled,
        variants: view.need.lines.map(({ colourwayId }) => ({ colourwayId, name: colourwayOf(view.design, colourwayId)?.name ?? "", cards: cards.get(colourwayId) ?? 0 })),
        width: lengthOfUnits(face.width),
        height: lengthOfUnits(face.height),
      };
    })
    .sort((a, b) => ((a.next?.by ?? "9") < (b.next?.by ?? "9") ? -1 : 1));
}

function nextStep({ need }: NeedView, today: Day): ListedNeed["next"] {
  const live = day(need.liveBy ?? need.due);
  if (need.postedOn !== null) return null;
  const photo = need.photoOn === null ? addDays(live, -PHOTO_BEFORE) : day(need.photoOn);
  return photo >= today ? { what: "photograph", by: photo } : { what: "put up", by: live };
}
