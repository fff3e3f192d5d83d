import { halfOf, minus, mm, plus, times, type Length } from "../../measure/length.ts";
import type { Fault } from "../../outcome/outcome.ts";

/** Where the fold lies when the card stands before you; none for a postcard. */
export type Fold = "left" | "top" | "none";

/** A layer of the stack on the one below it. Without a place it lies centred. */
export interface Layer {
  readonly kind: "mat" | "panel";
  readonly name: string;
  readonly width: Length;
  readonly height: Length;
  /** From the left and top side of the card's face; null for centred. */
  readonly x: Length | null;
  readonly y: Length | null;
}

/** One card: its face when folded, what is glued on it, and the envelope it goes in. Thickness is of all layers. */
export interface Stack {
  readonly fold: Fold;
  readonly width: Length;
  readonly height: Length;
  readonly layers: readonly Layer[];
  readonly envelope: { readonly width: Length; readonly height: Length } | null;
  readonly thickness: Length;
}

/** The border of the layer below that stays visible, on each side. */
export interface Reveal {
  readonly left: Length;
  readonly right: Length;
  readonly top: Length;
  readonly bottom: Length;
  readonly even: boolean;
}

export interface PlacedLayer extends Layer {
  readonly x: Length;
  readonly y: Length;
  readonly reveal: Reveal;
}

export interface StackGeometry {
  /** The flat base before folding. */
  readonly base: { readonly width: Length; readonly height: Length };
  /** Where the base is scored, from the left (fold left) or the top (fold top); null for a postcard. */
  readonly score: Length | null;
  readonly layers: readonly PlacedLayer[];
  /** Room left in the envelope, or null without one. */
  readonly clearance: { readonly width: Length; readonly height: Length } | null;
  readonly faults: readonly Fault[];
}

/** Least room in an envelope beyond the card and its thickness, in each direction. */
export const LEAST_CLEARANCE = mm(3);

/** Everything that follows from a stack: the flat base, the score, where each layer lies, and what cannot be. */
export function stackGeometry(stack: Stack): StackGeometry {
  const faults: Fault[] = [];
  let below: { x: Length; y: Length; width: Length; height: Length; name: string } = { x: mm(0), y: mm(0), width: stack.width, height: stack.height, name: "base" };
  const layers = stack.layers.map((layer, index): PlacedLayer => {
    const placed = placeLayer(layer, below);
    faults.push(...layerFaults(layer, placed, below, index));
    below = placed;
    return placed;
  });
  const base =
    stack.fold === "left"
      ? { width: times(2, stack.width), height: stack.height }
      : stack.fold === "top"
        ? { width: stack.width, height: times(2, stack.height) }
        : { width: stack.width, height: stack.height };
  const score = stack.fold === "left" ? stack.width : stack.fold === "top" ? stack.height : null;
  const clearance = stack.envelope ? clearanceIn(stack, stack.envelope) : null;
  if (clearance) faults.push(...clearanceFaults(clearance));
  return { base, score, layers, clearance, faults };
}

function placeLayer(layer: Layer, below: { x: Length; y: Length; width: Length; height: Length }): PlacedLayer {
  const x = layer.x ?? plus(below.x, halfOf(minus(below.width, layer.width)));
  const y = layer.y ?? plus(below.y, halfOf(minus(below.height, layer.height)));
  const sides = {
    left: minus(x, below.x),
    top: minus(y, below.y),
    right: minus(plus(below.x, below.width), plus(x, layer.width)),
    bottom: minus(plus(below.y, below.height), plus(y, layer.height)),
  };
  const all = Object.values(sides);
  // Halving an odd number of 1/320 mm leaves one over; nobody sees it.
  return { ...layer, x, y, reveal: { ...sides, even: Math.max(...all) - Math.min(...all) <= 1 } };
}

function layerFaults(layer: Layer, placed: PlacedLayer, below: { name: string; width: Length; height: Length }, index: number): Fault[] {
  const over = (["width", "height"] as const).filter((side) => layer[side] > below[side]);
  if (over.length > 0) {
    return over.map((side) => ({
      code: "layer-too-large",
      path: ["layers", index, side],
      given: `${layer.name} ${lengthText(layer[side])}`,
      allowed: `at most ${lengthText(below[side])}, the ${side} of the ${below.name} below it`,
    }));
  }
  const slipped = Object.entries(placed.reveal).filter(([side, reveal]) => side !== "even" && Number(reveal) < 0);
  return slipped.map(([side, reveal]) => ({
    code: "reveal-negative",
    path: ["layers", index],
    given: `${layer.name} over the ${side} side of the ${below.name} by ${lengthText(-Number(reveal))}`,
    allowed: "a place inside the layer below",
  }));
}

function clearanceIn(stack: Stack, envelope: { width: Length; height: Length }): { width: Length; height: Length } {
  const room = (width: Length, height: Length) => ({ width: minus(envelope.width, width, stack.thickness), height: minus(envelope.height, height, stack.thickness) });
  const [upright, turned] = [room(stack.width, stack.height), room(stack.height, stack.width)];
  return Math.min(turned.width, turned.height) > Math.min(upright.width, upright.height) ? turned : upright;
}

function clearanceFaults(clearance: { width: Length; height: Length }): Fault[] {
  return (["width", "height"] as const)
    .filter((side) => clearance[side] < LEAST_CLEARANCE)
    .map((side) => ({
      code: "envelope-too-small",
      path: ["envelope", side],
      given: `${lengthText(clearance[side])} of room`,
      allowed: `at least ${lengthText(LEAST_CLEARANCE)} beyond the card and its thickness`,
    }));
}

/** Faults carry lengths as `#units`; the contract prints them in the maker's own system. */
const lengthText = (length: number): string => `#${String(length)}`;
