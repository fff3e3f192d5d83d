import type { Rect } from "@yule/core";
import { useEffect, useRef, useState } from "react";

/** A piece by where it lies and what it is for. */
export interface LyingPiece extends Rect {
  readonly panel: string;
}

/** A piece with the name that it keeps from one plan to the next. */
export interface SteadyPiece {
  readonly id: string;
  readonly piece: LyingPiece;
}

const apart = (a: Rect, b: Rect): number => (a.x + a.width / 2 - b.x - b.width / 2) ** 2 + (a.y + a.height / 2 - b.y - b.height / 2) ** 2;
const isSame = (a: Rect, b: Rect): boolean => a.x === b.x && a.y === b.y && a.width === b.width && a.height === b.height;

/**
 * Names the pieces of a new plan after those of the one before, so that what is focused, chosen or pressed stays the same piece:
 * one in the same place first, then the nearest for the same thing.
 */
export function steadyIds(before: readonly SteadyPiece[], pieces: readonly LyingPiece[], fresh: () => string): SteadyPiece[] {
  const free = new Set(before);
  const ids = new Map<LyingPiece, string>();
  const take = (piece: LyingPiece, known: SteadyPiece): void => {
    free.delete(known);
    ids.set(piece, known.id);
  };
  for (const piece of pieces) for (const known of free) if (!ids.has(piece) && isSame(known.piece, piece)) take(piece, known);
  const pairs = pieces.flatMap((piece) =>
    ids.has(piece) ? [] : [...free].filter((known) => known.piece.panel === piece.panel).map((known) => ({ piece, known, far: apart(known.piece, piece) })),
  );
  for (const { piece, known } of pairs.sort((a, b) => a.far - b.far)) if (!ids.has(piece) && free.has(known)) take(piece, known);
  return pieces.map((piece) => ({ id: ids.get(piece) ?? fresh(), piece }));
}

/**
 * Names of pieces that stay with them while plans change.
 * @returns a name for each, in their order, and `follow`, by which a piece that the hand has moved keeps its own in the next plan
 */
export function useSteadyIds(pieces: readonly LyingPiece[]): { readonly ids: readonly string[]; readonly follow: (id: string, to: Rect) => void } {
  const [known, setKnown] = useState<{ readonly seen: readonly LyingPiece[]; readonly named: readonly SteadyPiece[]; readonly made: number }>({ seen: [], named: [], made: 0 });
  const isSeen =
    known.seen.length === pieces.length && pieces.every((piece, index) => known.seen[index] && isSame(known.seen[index], piece) && known.seen[index].panel === piece.panel);
  let now = known;
  if (!isSeen) {
    let { made } = known;
    now = { seen: pieces, named: steadyIds(known.named, pieces, () => `piece ${String((made += 1))}`), made };
    setKnown(now);
  }
  return {
    ids: now.named.map(({ id }) => id),
    follow: (id, to) =>
      setKnown((then) => ({
        ...then,
        named: then.named.map((each) => (each.id === id ? { id, piece: { ...each.piece, x: to.x, y: to.y, width: to.width, height: to.height } } : each)),
      })),
  };
}

/** What is shown while it may change: nothing new as long as the hands are on it, then the newest. */
export function useWhenHandsOff<T>(value: T, isInHand: boolean): T {
  const shown = useRef(value);
  useEffect(() => {
    if (!isInHand) shown.current = value;
  });
  return isInHand ? shown.current : value;
}
