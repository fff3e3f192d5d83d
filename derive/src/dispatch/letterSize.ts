import type { DesignRead, StoreRead } from "@yule/contract";
import { lengthOfUnits, mm, toMm, type LetterSize } from "@yule/core";
import { thicknessBy } from "../finish/making.ts";
import { gramsOfCard } from "../finish/weight.ts";

/** Weight of an envelope's paper where nobody told it, grams for a square metre; its flaps and laps beside its two sides; how thick it is. */
const [ENVELOPE_GSM, LAPS] = [100, 0.2];
const ENVELOPE_THICK = mm(0.5);

/** A card of a design in its envelope, as it goes to the post: as it was weighed, else as its parts weigh. */
export function letterOf(design: DesignRead, stores: readonly StoreRead[]): LetterSize {
  const { envelope } = design.stack;
  const thick = thicknessBy(design).at(-1)?.thickness ?? lengthOfUnits(design.stack.thickness);
  if (design.weighed !== null) return { grams: design.weighed, thick: envelope ? lengthOfUnits(thick + ENVELOPE_THICK) : thick };
  if (!envelope) return { grams: gramsOfCard(design, stores), thick };
  const gsm = stores.find((store) => store.kind === "envelope" && store.width === envelope.width && store.height === envelope.height)?.gsm ?? ENVELOPE_GSM;
  const sides = 2 * (toMm(lengthOfUnits(envelope.width)) / 1000) * (toMm(lengthOfUnits(envelope.height)) / 1000);
  return { grams: gramsOfCard(design, stores) + sides * (1 + LAPS) * gsm, thick: lengthOfUnits(thick + ENVELOPE_THICK) };
}
