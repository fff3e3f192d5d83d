import type { NeededPieces, Split } from "@yule/core";
import type { Outlook } from "../season/workOut.ts";
import { tintOf } from "./pieces.ts";
import { placedOf } from "./plan.ts";

/** What a kind of piece is called on the drawing, and the colour that tells it apart. */
export interface PieceLook {
  readonly name: string;
  readonly tint: string;
  readonly kind: NeededPieces["what"];
}
export type Looks = ReadonlyMap<string, PieceLook>;

/** Looks by the id of a kind of piece: panels in their design's first paint, card stock in its own brown. */
export function looksOf(pieces: readonly Pick<NeededPieces, "id" | "what" | "needId" | "name">[], outlook: Pick<Outlook, "open">): Looks {
  return new Map(
    pieces.map((piece) => {
      const design = outlook.open.find((view) => view.need.id === piece.needId)?.design;
      return [
        piece.id,
        {
          name: piece.what === "strip" && piece.needId !== null ? "test strip" : piece.name,
          tint: piece.what === "panel" || piece.what === "print" ? tintOf(design) : "#b9a377",
          kind: piece.what,
        },
      ];
    }),
  );
}

/** What stands on the backs of the pieces for one thing: each gets its own number. */
export interface BackLabels {
  readonly name: string;
  /** The need or the colourway, as the maker calls it. */
  readonly detail: string;
  readonly count: number;
}

/** What is written on the backs of a split's pieces: what each is, and for which need. */
export const backLabels = (split: Split, pieces: readonly Pick<NeededPieces, "id" | "needId" | "name">[], outlook: Pick<Outlook, "open">): BackLabels[] =>
  pieces.flatMap(({ id, needId, name }) => {
    const count = placedOf(split, id);
    return count === 0 ? [] : [{ name, detail: outlook.open.find((view) => view.need.id === needId)?.need.title ?? "", count }];
  });
