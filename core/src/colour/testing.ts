import type { Film } from "./layers.ts";
import { pigmentOf } from "./pigments.ts";
import { shelfPaint, type PaintTold, type ShelfPaint } from "./shelf.ts";

/** What a test knows to be there. */
export function there<T>(value: T | undefined | null): T {
  if (value === undefined || value === null) throw new Error("nothing is there");
  return value;
}

/** A pan of one or more pigments of the table, named by the first. */
export function paintOf(index: string, more: Partial<PaintTold> = {}): ShelfPaint {
  const made = shelfPaint({ id: index, name: index, pigments: [index], form: "pan", ...more });
  if (!made.ok) throw new Error(JSON.stringify(made.faults));
  return made.value;
}
export const shelfFrom = (...indexes: readonly string[]): ShelfPaint[] => indexes.map((index) => paintOf(index));
export const filmOf = (index: string): Film => there(pigmentOf(index)).film;
