import { differenceOf } from "./difference.ts";
import { over, WHITE_PAPER, type Film } from "./layers.ts";
import { labOf, type Spectrum } from "./light.ts";
import { mudForecast, type MudForecast, type Touch, type MudVerdict } from "./mud.ts";
import type { ShelfPaint } from "./shelf.ts";

/** What can be done where two paints make mud, with what comes of it. */
export type CureTried =
  | { readonly kind: "gap" }
  | { readonly kind: "dry between" | "swap"; readonly gives: MudForecast }
  /** Another paint of the shelf in the place of one of the two, and how far its colour is from that one. */
  | { readonly kind: "another paint"; readonly instead: "earlier" | "later"; readonly paint: ShelfPaint; readonly difference: number; readonly gives: MudForecast }
  /** A third paint between them, and what each side of it gives. */
  | { readonly kind: "bridge"; readonly paint: ShelfPaint; readonly gives: readonly [MudForecast, MudForecast] };

const BAD: Readonly<Record<MudVerdict, number>> = { clean: 0, dull: 1, mud: 2 };
/** A paint farther than this from the one it replaces makes another picture. */
const SAME_ROLE = 22;

/**
 * Cures for two paints that meet, the best first: what comes out clean before what comes out dull, and of those what changes the picture
 * least. Only what is better than leaving it is told.
 */
export function cures(earlier: Film, later: Film, how: Touch, shelf: readonly ShelfPaint[], paper: Spectrum = WHITE_PAPER): readonly CureTried[] {
  const now = mudForecast(earlier, later, how, paper);
  if (now.verdict === "clean") return [];
  const tried: { readonly cure: CureTried; readonly bad: number; readonly cost: number }[] = [{ cure: { kind: "gap" }, bad: 0, cost: 3 }];
  const dry = mudForecast(earlier, later, "glaze", paper);
  if (how === "wet") tried.push({ cure: { kind: "dry between", gives: dry }, bad: BAD[dry.verdict], cost: 1 });
  const swapped = mudForecast(later, earlier, "glaze", paper);
  tried.push({ cure: { kind: "swap", gives: swapped }, bad: BAD[swapped.verdict], cost: 2 });
  for (const instead of ["later", "earlier"] as const) {
    const best = replacement(earlier, later, how, instead, shelf, paper);
    if (best) tried.push({ cure: best, bad: BAD[best.gives.verdict], cost: 2.5 + best.difference / 8 });
  }
  const bridge = how === "wet" ? bridgeBetween(earlier, later, shelf, paper) : null;
  if (bridge) tried.push({ cure: bridge, bad: Math.max(...bridge.gives.map((each) => BAD[each.verdict])), cost: 4 });
  return tried
    .filter((each) => each.bad < BAD[now.verdict])
    .sort((a, b) => a.bad - b.bad || a.cost - b.cost)
    .map((each) => each.cure);
}

type Replacement = Extract<CureTried, { kind: "another paint" }>;
function replacement(earlier: Film, later: Film, how: Touch, instead: "earlier" | "later", shelf: readonly ShelfPaint[], paper: Spectrum): Replacement | null {
  const old = labOf(over(instead === "later" ? later : earlier, paper));
  const found = shelf.flatMap((paint): Replacement[] => {
    const difference = differenceOf(labOf(over(paint.film, paper)), old);
    if (difference > SAME_ROLE || difference < 0.5 || paint.metallic) return [];
    const gives = instead === "later" ? mudForecast(earlier, paint.film, how, paper) : mudForecast(paint.film, later, how, paper);
    return [{ kind: "another paint", instead, paint, difference, gives }];
  });
  return found.sort((a, b) => BAD[a.gives.verdict] - BAD[b.gives.verdict] || a.difference - b.difference)[0] ?? null;
}

type Bridge = Extract<CureTried, { kind: "bridge" }>;
function bridgeBetween(earlier: Film, later: Film, shelf: readonly ShelfPaint[], paper: Spectrum): Bridge | null {
  const clean = shelf.flatMap((paint): { bridge: Bridge; kept: number }[] => {
    if (paint.metallic || paint.covering === "covering") return [];
    const gives = [mudForecast(earlier, paint.film, "wet", paper), mudForecast(paint.film, later, "wet", paper)] as const;
    return gives.every((each) => each.verdict === "clean") ? [{ bridge: { kind: "bridge", paint, gives }, kept: Math.max(...gives.map((each) => each.chromaLost)) }] : [];
  });
  return clean.sort((a, b) => a.kept - b.kept)[0]?.bridge ?? null;
}
