import { halfOf, inches, lengthOfUnits, minus, mm, plus, times, type Length, type Unbranded } from "../../measure/length.ts";
import { phrase, type Fault } from "../../outcome/outcome.ts";
import { chordAt, isInside, leastBorder, type PlacedOutline, type Outline } from "./outline.ts";

/** Where the fold lies when the card stands before you; none for a postcard or a tag. */
export type FoldSide = "left" | "right" | "top" | "bottom" | "none";
export interface Size {
  readonly width: Length;
  readonly height: Length;
}

/** A layer of the stack on the one below it. Without a place it lies centred. */
export interface Layer extends Size {
  /** A strip lies on part of what is below it, and nothing is measured from it. */
  readonly kind: "mat" | "panel" | "strip";
  readonly name: string;
  readonly outline: Outline;
  readonly edge: "cut" | "torn";
  /** Foam tape under it; 0 where it is glued flat. */
  readonly lift: Length;
  /** From the left and top side of the card's face; null for centred. */
  readonly x: Length | null;
  readonly y: Length | null;
}

/** One card: its face when folded, what is glued on it, and the envelope it goes in. */
export interface Stack extends Size {
  readonly fold: FoldSide;
  readonly outline: Exclude<Outline, "oval">;
  readonly layers: readonly Layer[];
  readonly envelope: Size | null;
  /** Of all layers and the base, without foam tape. */
  readonly thickness: Length;
  /** From the left or top of the flat base, or from the top of the back of a shaped card; null for its usual place. */
  readonly score: Length | null;
  /** The way the grain of the base runs as the card stands; null where it is not known. */
  readonly grain: "upright" | "across" | null;
  /** A punched hole in the middle of the width, its centre from the top. */
  readonly hole: { readonly width: Length; readonly fromTop: Length } | null;
  /** Cut off the foot of the back of a shaped card, so that it stands. */
  readonly footTrim: Length;
}

/** A stack as kept: checked whole units are lengths already, and only the brand is missing. */
export const stackOfUnits = (kept: Unbranded<Stack>): Stack => kept as Stack;

/** The border of the layer below that stays visible, on each side; `least` is the narrowest all round. */
export interface Reveal {
  readonly left: Length;
  readonly right: Length;
  readonly top: Length;
  readonly bottom: Length;
  readonly least: Length;
  readonly even: boolean;
}

export interface PlacedLayer extends Layer {
  readonly x: Length;
  readonly y: Length;
  readonly reveal: Reveal;
}

export interface StackGeometry {
  /** The flat base before folding; of a shaped card its two pieces side by side. */
  readonly base: Size;
  readonly pieces: 1 | 2;
  /** The face as it comes out, which differs from the back where the score is off centre. */
  readonly face: Size;
  /** Where the base is scored; null where nothing folds. */
  readonly score: Length | null;
  readonly layers: readonly PlacedLayer[];
  /** With foam tape. */
  readonly thickness: Length;
  /** Room left in the envelope, or null without one. */
  readonly clearance: Size | null;
  /** What cannot be made. */
  readonly faults: readonly Fault[];
  /** What can be made and is regretted afterwards. */
  readonly warnings: readonly Fault[];
}

/** Least room in an envelope beyond the card and its thickness, in each direction. */
export const LEAST_CLEARANCE = mm(3);
/** Usual distance of the score from the top of a shaped card's back. */
const SHAPED_SCORE = inches(0.5);
/** Paper that is left around a punched hole. */
const AROUND_HOLE = mm(4);

export const isShaped = (stack: Pick<Stack, "outline" | "fold">): boolean => stack.outline !== "rectangle" && stack.fold !== "none";

/** What a stack has where nothing else is told: a plain rectangle scored in the middle. */
export const PLAIN_CARD = { outline: "rectangle", score: null, grain: null, hole: null, footTrim: mm(0) } as const satisfies Partial<Stack>;
export const PLAIN_LAYER = { outline: "rectangle", edge: "cut", lift: mm(0) } as const satisfies Partial<Layer>;

/** Everything that follows from a stack: the flat base, the score, where each layer lies, what cannot be and what should not. */
export function stackGeometry(stack: Stack): StackGeometry {
  const faults: Fault[] = [...shapeFaults(stack)];
  const { base, score, face, back } = baseOf(stack);
  if (score !== null && !isShaped(stack)) faults.push(...scoreFaults(stack, score, base));
  let below: PlacedOutline & { readonly name: string } = { ...face, x: 0, y: 0, outline: stack.outline, name: "base" };
  const layers = stack.layers.map((layer, index): PlacedLayer => {
    const placed = placeLayer(layer, below);
    faults.push(...layerFaults(layer, placed, below, index));
    // What is glued over a strip is measured from what is below the strip.
    if (layer.kind !== "strip") below = placed;
    return placed;
  });
  const thickness = plus(stack.thickness, ...stack.layers.map((layer) => layer.lift));
  const largest = { width: longer(face.width, back.width), height: longer(face.height, back.height) };
  const clearance = stack.envelope ? clearanceIn(largest, thickness, stack.envelope) : null;
  const warnings = [
    ...(stack.envelope && clearance ? clearanceFaults(clearance, clearanceIn(largest, stack.thickness, stack.envelope)) : []),
    ...foldWarnings(stack, score, base, face, back),
    ...standWarnings(stack, score),
    ...holeWarnings(stack),
  ];
  return { base, pieces: isShaped(stack) ? 2 : 1, face, score, layers, thickness, clearance, faults, warnings };
}

const longer = (a: Length, b: Length): Length => (a > b ? a : b);

/** The flat base and what the score makes of it. */
function baseOf(stack: Stack): { base: Size; score: Length | null; face: Size; back: Size } {
  const { width, height, fold } = stack;
  const face = { width, height };
  if (fold === "none") return { base: face, score: null, face, back: face };
  if (isShaped(stack)) return { base: { width: times(2, width), height }, score: stack.score ?? SHAPED_SCORE, face, back: face };
  const sideways = fold === "left" || fold === "right";
  const flat = times(2, sideways ? width : height);
  const score = stack.score ?? halfOf(flat);
  // The flat base lies with its outside up: the back is left of a fold at the left, above a fold at the top.
  const before = fold === "left" || fold === "top";
  const [front, behind] = before ? [minus(flat, score), score] : [score, minus(flat, score)];
  const of = (side: Length): Size => (sideways ? { width: side, height } : { width, height: side });
  return { base: sideways ? { width: flat, height } : { width, height: flat }, score, face: of(front), back: of(behind) };
}

function placeLayer(layer: Layer, below: PlacedOutline): PlacedLayer {
  const x = layer.x ?? lengthOfUnits(below.x + halfOf(lengthOfUnits(below.width - layer.width)));
  const y = layer.y ?? lengthOfUnits(below.y + halfOf(lengthOfUnits(below.height - layer.height)));
  const sides = {
    left: lengthOfUnits(x - below.x),
    top: lengthOfUnits(y - below.y),
    right: lengthOfUnits(below.x + below.width - x - layer.width),
    bottom: lengthOfUnits(below.y + below.height - y - layer.height),
  };
  const all = Object.values(sides);
  // Towards zero: a border that is there to a hair is there.
  const least = lengthOfUnits(Math.trunc(leastBorder({ ...layer, x, y }, below)));
  // Halving an odd number of 1/320 mm leaves one over; nobody sees it.
  return { ...layer, x, y, reveal: { ...sides, least, even: Math.max(...all) - Math.min(...all) <= 1 } };
}

function shapeFaults(stack: Stack): Fault[] {
  const things = [
    { what: "the card", path: [] as (string | number)[], ...stack },
    ...stack.layers.map((layer, index) => ({ ...layer, what: layer.name, path: ["layers", index] as (string | number)[] })),
  ];
  return things.flatMap(({ what, path, outline, width, height }) => {
    if (outline === "circle" && width !== height) {
      return [
        {
          code: "circle-not-round",
          path: [...path, "height"],
          given: phrase`${what} ${{ length: width }} wide and ${{ length: height }} high`,
          allowed: phrase`a circle as high as it is wide, or an oval`,
        },
      ];
    }
    if (outline === "arch" && height * 2 < width) {
      return [
        {
          code: "arch-too-low",
          path: [...path, "height"],
          given: phrase`${what} ${{ length: height }} high`,
          allowed: phrase`at least ${{ length: halfOf(width) }}, half its width, which is the round of the arch`,
        },
      ];
    }
    return [];
  });
}

function scoreFaults(stack: Stack, score: Length, base: Size): Fault[] {
  const flat = stack.fold === "left" || stack.fold === "right" ? base.width : base.height;
  if (score > 0 && score < flat) return [];
  return [
    { code: "fold-outside-base", path: ["score"], given: phrase`a score at ${{ length: score }}`, allowed: phrase`more than 0 and less than ${{ length: flat }}, the flat base` },
  ];
}

function layerFaults(layer: Layer, placed: PlacedLayer, below: PlacedOutline & { name: string }, index: number): Fault[] {
  const over = (["width", "height"] as const).filter((side) => layer[side] > below[side]);
  if (over.length > 0) {
    return over.map((side) => ({
      code: "layer-too-large",
      path: ["layers", index, side],
      given: phrase`${layer.name} ${{ length: layer[side] }}`,
      allowed: phrase`at most ${{ length: lengthOfUnits(below[side]) }}, the ${side} of the ${below.name} below it`,
    }));
  }
  const { left, right, top, bottom, least } = placed.reveal;
  const slipped = Object.entries({ left, right, top, bottom }).filter(([, reveal]) => reveal < 0);
  if (slipped.length === 0 && least < 0) {
    return [
      {
        code: "reveal-negative",
        path: ["layers", index],
        given: phrase`${layer.name} over the ${below.outline === "arch" ? "round" : "rim"} of the ${below.name} by ${{ length: absolute(least) }}`,
        allowed: phrase`a layer that lies inside the one below all round`,
      },
    ];
  }
  return slipped.map(([side, reveal]) => ({
    code: "reveal-negative",
    path: ["layers", index],
    given: phrase`${layer.name} over the ${side} side of the ${below.name} by ${{ length: absolute(reveal) }}`,
    allowed: phrase`a place inside the layer below`,
  }));
}

function clearanceIn(card: Size, thickness: Length, envelope: Size): Size {
  const room = (width: Length, height: Length): Size => ({ width: minus(envelope.width, width, thickness), height: minus(envelope.height, height, thickness) });
  const [upright, turned] = [room(card.width, card.height), room(card.height, card.width)];
  return Math.min(turned.width, turned.height) > Math.min(upright.width, upright.height) ? turned : upright;
}

function clearanceFaults(clearance: Size, flat: Size): Fault[] {
  return (["width", "height"] as const)
    .filter((side) => clearance[side] < LEAST_CLEARANCE)
    .map((side) => {
      const byFoam = flat[side] >= LEAST_CLEARANCE;
      return {
        code: "envelope-too-small",
        path: ["envelope", side],
        given: phrase`${clearance[side] < 0 ? phrase`${{ length: absolute(clearance[side]) }} too little` : phrase`${{ length: clearance[side] }} of room`}${byFoam ? " with the foam tape on it" : ""}`,
        allowed: phrase`at least ${{ length: LEAST_CLEARANCE }} beyond the card and its thickness${byFoam ? ", which it has when glued flat" : ""}`,
      };
    });
}

function foldWarnings(stack: Stack, score: Length | null, base: Size, face: Size, back: Size): Fault[] {
  if (score === null || isShaped(stack)) return [];
  const sideways = stack.fold === "left" || stack.fold === "right";
  const found: Fault[] = [];
  const middle = halfOf(sideways ? base.width : base.height);
  if (Math.abs(score - middle) > 1) {
    const [front, behind] = sideways ? [face.width, back.width] : [face.height, back.height];
    found.push({
      code: "score-off-centre",
      path: ["score"],
      given: phrase`a score at ${{ length: score }}, so the front is ${{ length: absolute(front - behind) }} ${front < behind ? "shorter" : "longer"} than the back`,
      allowed: phrase`${{ length: middle }}, the middle, unless that is wanted`,
    });
  }
  if (stack.grain === (sideways ? "across" : "upright")) {
    found.push({
      code: "fold-across-grain",
      path: ["grain"],
      given: phrase`grain that runs ${stack.grain}, so the fold crosses it and cracks`,
      allowed: phrase`a base cut with its grain ${sideways ? "upright" : "across"}, along the fold`,
    });
  }
  return found;
}

/** Of the width, how much a hinge or a foot needs so that a shaped card neither tears nor rolls. */
const LEAST_SHARE = 0.25;

function standWarnings(stack: Stack, score: Length | null): Fault[] {
  if (!isShaped(stack) || score === null) return [];
  const found: Fault[] = [];
  const wanted = lengthOfUnits(stack.width * LEAST_SHARE);
  const hinge = lengthOfUnits(chordAt(stack.width, score));
  if (hinge < wanted) {
    found.push({
      code: "hinge-narrow",
      path: ["score"],
      given: phrase`a score only ${{ length: hinge }} wide`,
      allowed: phrase`at least ${{ length: wanted }}, a quarter of the width, so that the hinge holds`,
    });
  }
  const foot = lengthOfUnits(chordAt(stack.width, stack.footTrim));
  if (stack.outline === "circle" && foot < wanted) {
    const trim = lengthOfUnits(Math.ceil(footTrimFor(stack.width)));
    found.push({
      code: "card-rolls",
      path: ["footTrim"],
      given: stack.footTrim === 0 ? phrase`a round back that is not trimmed, so the card rolls` : phrase`a foot only ${{ length: foot }} wide`,
      allowed: phrase`at least ${{ length: trim }} cut off the foot of the back`,
    });
  }
  if (stack.outline === "arch" && stack.footTrim === 0) {
    found.push({
      code: "card-tips",
      path: ["footTrim"],
      given: phrase`a back as long as the front, so the card stands bolt upright and tips over`,
      allowed: phrase`a few millimetres cut off the foot of the back`,
    });
  }
  return found;
}

/** What must be cut off a round back so that its foot is a quarter of its width: the sagitta of that chord. */
export const footTrimFor = (width: number): number => (width / 2) * (1 - Math.sqrt(1 - LEAST_SHARE ** 2));

function holeWarnings(stack: Stack): Fault[] {
  if (!stack.hole) return [];
  const { width, fromTop } = stack.hole;
  const reach = lengthOfUnits(width / 2 + AROUND_HOLE);
  const card: PlacedOutline = { ...stack, x: 0, y: 0 };
  const around = [0, 1, 2, 3, 4, 5, 6, 7].map((eighth) => ({
    x: stack.width / 2 + reach * Math.cos((eighth * Math.PI) / 4),
    y: fromTop + reach * Math.sin((eighth * Math.PI) / 4),
  }));
  if (around.every((point) => isInside(card, point))) return [];
  return [
    {
      code: "hole-near-edge",
      path: ["hole", "fromTop"],
      given: phrase`a hole ${{ length: fromTop }} from the top`,
      allowed: phrase`at least ${{ length: AROUND_HOLE }} of card around it, so ${{ length: reach }} from every edge`,
    },
  ];
}

const absolute = (length: number): Length => lengthOfUnits(Math.abs(length));
