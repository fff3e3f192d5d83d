import type { DesignRead, TouchRead } from "@yule/contract";
import { cures, meetByRoute, mudForecast, type CureTried, type Film, type MudForecast, type PictureLayers, type ShelfPaint, t } from "@yule/core";
import { filmOfPaint, knownFilm, type DesignPaint } from "./shelf.ts";

export interface PairMeeting extends TouchRead {
  readonly earlier: DesignPaint;
  readonly later: DesignPaint;
  readonly films: readonly [Film, Film];
  /** What comes of it; null where a gap keeps them apart. */
  readonly gives: MudForecast | null;
  readonly cures: readonly CureTried[];
}

const BAD = { clean: 0, dull: 1, mud: 2 } as const;
export const badness = (pair: PairMeeting): number => (pair.gives ? BAD[pair.gives.verdict] + pair.gives.chromaLost / 10 : -1);

/**
 * Which paints of a design touch and how, as it is taken while nobody marked it: those whose areas lie side by side on the picture, wet or
 * glazed by the route; without a picture all of them.
 */
export function proposedTouches(design: Pick<DesignRead, "stages">, paints: number, touching: PictureLayers["touching"] | null): readonly TouchRead[] {
  const stages = design.stages.filter((stage) => stage.kind === "paint");
  const pairs = Array.from({ length: paints }, (_, a) => Array.from({ length: paints - a - 1 }, (_, more) => [a, a + 1 + more] as const)).flat();
  return pairs.map(([a, b]) => {
    const meets = touching === null || touching.some((pair) => pair.a === a && pair.b === b);
    return { a, b, how: !meets ? "apart" : meetByRoute(a, b, paints, stages) === "wet" ? "wet" : "glazed" };
  });
}

/** The marks of a design with what was not marked as proposed. */
export function touchesOf(design: Pick<DesignRead, "stages" | "touches">, paints: number, touching: PictureLayers["touching"] | null): readonly TouchRead[] {
  return proposedTouches(design, paints, touching).map((proposed) => (design.touches ?? []).find(({ a, b }) => a === proposed.a && b === proposed.b) ?? proposed);
}

/** What comes of every meeting of a colourway, the worst first, with its cures; paints of unknown pigments are taken by their colour and named apart. */
export function forecastOf(
  paints: readonly DesignPaint[],
  touches: readonly TouchRead[],
  shelf: readonly ShelfPaint[],
): { readonly pairs: readonly PairMeeting[]; readonly unknown: readonly DesignPaint[] } {
  const films = paints.map((paint) => filmOfPaint(paint, shelf));
  const pairs = touches.flatMap((touch): PairMeeting[] => {
    const [earlier, later, first, second] = [paints[touch.a], paints[touch.b], films[touch.a], films[touch.b]];
    if (!earlier || !later || !first || !second) return [];
    const how = touch.how === "wet" ? "wet" : "glaze";
    const apart = touch.how === "apart";
    return [{ ...touch, earlier, later, films: [first, second], gives: apart ? null : mudForecast(first, second, how), cures: apart ? [] : cures(first, second, how, shelf) }];
  });
  return { pairs: [...pairs].sort((a, b) => badness(b) - badness(a)), unknown: paints.filter((paint) => !knownFilm(paint, shelf)) };
}

/** A cure as it is said at the bench. */
export function cureWords(cure: CureTried, pair: Pick<PairMeeting, "earlier" | "later">): string {
  const gives = (verdict: string): string => (verdict === "clean" ? t`it stays clean` : t`it is only dull`);
  switch (cure.kind) {
    case "gap":
      return t`Leave a white gap between them.`;
    case "dry between":
      return t`Let ${pair.earlier.name} dry before ${pair.later.name} touches it: ${gives(cure.gives.verdict)}.`;
    case "swap":
      return t`Paint ${pair.later.name} first, let it dry, then ${pair.earlier.name}: ${gives(cure.gives.verdict)}.`;
    case "another paint":
      return t`Take ${cure.paint.name} instead of ${(cure.instead === "later" ? pair.later : pair.earlier).name}: ${gives(cure.gives.verdict)}.`;
    case "bridge":
      return t`Put ${cure.paint.name} between them: both sides of it stay clean.`;
  }
}
