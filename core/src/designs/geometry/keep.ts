import { lengthOfUnits, type Length } from "../../measure/length.ts";
import { LEAST_CLEARANCE, stackGeometry, type Layer, type Size, type Stack } from "./stack.ts";

/** What stays when one figure changes and the rest follows. */
export type Keep = "reveals" | "panel" | "envelope";
type Side = "width" | "height";
/** One figure of a stack: of its envelope, of the card's face, or of one of its layers. */
export type StackFigure = { readonly of: "envelope" | "face"; readonly side: Side } | { readonly of: "layer"; readonly index: number; readonly side: Side };

/**
 * A stack with one figure changed and the rest following. With `reveals` everything grows alike; with `panel` the painted
 * panel stays and the borders around it share the difference; with `envelope` the envelope stays, and a layer leaves the card alone.
 * @param step what sizes in between are rounded to: 1/16 in or 1/2 mm
 */
export function changeFigure(stack: Stack, figure: StackFigure, to: Length, keep: Keep, step: Length): Stack {
  const outline = figure.of === "layer" ? stack.layers[figure.index]?.outline : figure.of === "face" ? stack.outline : "rectangle";
  const sides: readonly Side[] = outline === "circle" ? ["width", "height"] : [figure.side];
  const changed = sides.reduce((sum, side) => changeSide(sum, figure, side, to, keep, step), stack);
  return placedAsBefore(stack, roundAgain(changed));
}

/** The chain from the envelope to the innermost layer, along one side. Strips lie where they are. */
function changeSide(stack: Stack, figure: StackFigure, side: Side, to: Length, keep: Keep, step: Length): Stack {
  const inner = stack.layers.flatMap((layer, index) => (layer.kind === "strip" ? [] : [index]));
  const sizes = [stack.envelope?.[side] ?? 0, stack[side], ...inner.map((index) => stack.layers[index]?.[side] ?? 0)];
  const FACE = 1;
  if (figure.of === "layer" && !inner.includes(figure.index)) return withLayer(stack, figure.index, { [side]: to });
  const at = figure.of === "layer" ? 2 + inner.indexOf(figure.index) : figure.of === "face" ? FACE : 0;
  const panel = 2 + inner.map((index) => stack.layers[index]?.kind).lastIndexOf("panel");
  const more = to - (sizes[at] ?? 0);
  const grown = (from: number, end = sizes.length): number[] => sizes.map((size, index) => (index >= from && index < end ? size + more : size));
  /** Sizes between two fixed ones, their borders in the old proportion. */
  const shared = (now: readonly number[], outer: number, last: number): number[] => {
    const old = (sizes[outer] ?? 0) - (sizes[last] ?? 0);
    const room = (now[outer] ?? 0) - (now[last] ?? 0);
    return now.map((size, index) => {
      if (index <= outer || index >= last) return size;
      const share = old === 0 ? 0 : ((sizes[index] ?? 0) - (sizes[last] ?? 0)) / old;
      return (now[last] ?? 0) + Math.round((room * share) / step) * step;
    });
  };
  const result = (): readonly number[] => {
    if (keep === "reveals") return grown(0);
    if (keep === "panel") {
      if (at > FACE || panel < 2) return grown(at, at + 1);
      return shared(grown(0, FACE + 1), FACE, panel);
    }
    if (at === 0) return grown(0, 1);
    return at === FACE ? grown(FACE) : shared(grown(at), FACE, at);
  };
  const now = result().map((size) => lengthOfUnits(Math.max(1, size)));
  const size = (index: number): Length => now[index] ?? lengthOfUnits(1);
  const layers = stack.layers.map((layer, index) => (layer.kind === "strip" ? layer : { ...layer, [side]: size(2 + inner.indexOf(index)) }));
  return { ...stack, [side]: size(FACE), layers, envelope: stack.envelope && { ...stack.envelope, [side]: size(0) } };
}

const withLayer = (stack: Stack, at: number, patch: Partial<Layer>): Stack => ({
  ...stack,
  layers: stack.layers.map((layer, index) => (index === at ? { ...layer, ...patch } : layer)),
});

/** A circle stays one: it takes the smaller side. */
function roundAgain(stack: Stack): Stack {
  const round = <Of extends Size & { readonly outline: string }>(of: Of): Of => {
    if (of.outline !== "circle") return of;
    const both = of.width < of.height ? of.width : of.height;
    return { ...of, width: both, height: both };
  };
  return { ...round(stack), layers: stack.layers.map(round) };
}

/** A layer set to one side stays there in proportion: its borders left and right, top and bottom, keep their shares. */
function placedAsBefore(old: Stack, now: Stack): Stack {
  const before = stackGeometry(old);
  return now.layers.reduce((stack, layer, index) => {
    const was = before.layers[index];
    if (!was || (layer.x === null && layer.y === null) || layer.kind === "strip") return stack;
    const below = stackGeometry(stack)
      .layers.slice(0, index)
      .findLast((each) => each.kind !== "strip") ?? { x: 0, y: 0, width: stack.width, height: stack.height };
    const place = (start: number, outer: number, size: number, first: number, second: number): Length =>
      lengthOfUnits(start + (outer - size) * (first + second === 0 ? 0.5 : first / (first + second)));
    return withLayer(stack, index, {
      x: layer.x === null ? null : place(below.x, below.width, layer.width, was.reveal.left, was.reveal.right),
      y: layer.y === null ? null : place(below.y, below.height, layer.height, was.reveal.top, was.reveal.bottom),
    });
  }, now);
}

/** The largest card that slips into an envelope that is there already; its layers keep their reveals. */
export function cutToEnvelope(stack: Stack, envelope: Size, step: Length): Stack {
  const { thickness } = stackGeometry(stack);
  const face = (side: Length): Length => lengthOfUnits(Math.max(step, Math.floor((side - thickness - LEAST_CLEARANCE) / step) * step));
  return cutToCard(stack, { width: face(envelope.width), height: face(envelope.height) }, envelope, step);
}

/** A card of a size that is told, in an envelope that is told; its layers keep their reveals. */
export const cutToCard = (stack: Stack, card: Size, envelope: Size | null, step: Length): Stack => ({ ...sized(stack, (side) => ({ of: "face", side }), card, step), envelope });

/** The card around a painted panel, with the reveals it had, and the smallest envelope that takes it where it had one. */
export function builtOnPanel(stack: Stack, panel: Size, step: Length): Stack {
  const index = stack.layers.findLastIndex((layer) => layer.kind === "panel");
  if (index < 0) return stack;
  const built = sized(stack, (side) => ({ of: "layer", index, side }), panel, step);
  const { thickness } = stackGeometry(built);
  const envelope = (side: Length): Length => lengthOfUnits(Math.ceil((side + thickness + LEAST_CLEARANCE) / step) * step);
  return { ...built, envelope: stack.envelope && { width: envelope(built.width), height: envelope(built.height) } };
}

const sized = (stack: Stack, figure: (side: Side) => StackFigure, to: Size, step: Length): Stack =>
  (["width", "height"] as const).reduce((sum, side) => changeFigure(sum, figure(side), to[side], "reveals", step), stack);
