import type { NeededPieces } from "@yule/core";
import type { Outlook } from "../app/outlook.ts";
import { tintOf } from "./pieces.ts";

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
