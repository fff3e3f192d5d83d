import type { PaintRead } from "@yule/contract";
import type { ShelfPaint } from "@yule/core";
import type { Outlook } from "@yule/derive";

/** What every question of Colour is asked with. */
export interface AskProps {
  readonly outlook: Outlook;
  /** Paints that are there, as the model takes them. */
  readonly shelf: readonly ShelfPaint[];
  /** The same as they are told, used up ones with them. */
  readonly paints: readonly PaintRead[];
}
