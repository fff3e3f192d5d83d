import { t } from "@yule/core";
import type { NeededPieces, Split } from "@yule/core";
import type { Outlook } from "../season/workOut.ts";
import { tintOf } from "./pieces.ts";
import { placedOf } from "./plan.ts";

/** What a kind of piece is called on the drawing, and the colour that tells it apart. */
export interface PieceLook {
  readonly name: string;
  /** Stands on the drawing for the name, which the key beside it tells. */
  readonly letter: string;
  readonly tint: string;
  readonly kind: NeededPieces["what"];
}
export type Looks = ReadonlyMap<string, PieceLook>;

/** Looks by the id of a kind of piece: panels in their design's first paint, card stock in its own brown. */
export function looksOf(pieces: readonly Pick<NeededPieces, "id" | "what" | "needId" | "name">[], outlook: Pick<Outlook, "open">): Looks {
  const letters = new Map<string, string>();
  return new Map(
    pieces.map((piece) => {
      const design = outlook.open.find((view) => view.need.id === piece.needId)?.design;
      const name = piece.what === "strip" && piece.needId !== null ? t`test strip` : piece.name;
      const letter = letters.get(name) ?? letterAt(letters.size);
      letters.set(name, letter);
      return [
        piece.id,
        {
          name,
          letter,
          tint: piece.what === "panel" || piece.what === "print" ? tintOf(design) : "#b9a377",
          kind: piece.what,
        },
      ];
    }),
  );
}

/** A to Z, then AA, AB and so on, as columns of a table are named. */
export const letterAt = (index: number): string => (index < 26 ? "" : letterAt(Math.floor(index / 26) - 1)) + String.fromCharCode(65 + (index % 26));

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
