import type { DesignRead } from "@yule/contract";
import { linesTaking, type LetterSize, type Money, type Transit } from "@yule/core";
import { parcelsOf } from "./postage.ts";
import type { Outlook } from "../season/workOut.ts";
import { letterOf } from "./letterSize.ts";

/** How a card of a design goes through the post at home. */
export interface InThePost extends LetterSize {
  /** The cheapest service that takes it; null where none does. */
  readonly way: Transit | null;
  /** What a card thin and light enough for the cheapest service of all would save: on each, and on all that are owed by post. Null where it goes by that. */
  readonly flatSaves: { readonly each: Money; readonly all: Money; readonly letters: number } | null;
}

const FLAT = { grams: 0, thick: 0 } as LetterSize;

export function inThePost(design: DesignRead, { stores, dispatch, open }: Pick<Outlook, "stores" | "dispatch" | "open">): InThePost {
  const size = letterOf(design, stores);
  const cheapest = (of: LetterSize): Transit | null => {
    const taking = linesTaking(dispatch.carrier.table, "inland", of);
    return taking.ok ? (taking.value[0] ?? null) : null;
  };
  const [way, flat] = [cheapest(size), cheapest(FLAT)];
  const letters = open.reduce((sum, { need }) => (need.designId === design.id && need.zone !== null ? sum + parcelsOf(need) : sum), 0);
  const each = way && flat ? way.price - flat.price : 0;
  return { ...size, way, flatSaves: each > 0 ? { each: each as Money, all: (each * letters) as Money, letters } : null };
}
