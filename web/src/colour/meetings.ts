import type { DesignRead } from "@yule/contract";
import { hexOf, meeting, mixed, over, pigmentOf, WHITE_PAPER, type Film, type Meeting } from "@yule/core";

type Paint = DesignRead["colourways"][number]["paints"][number];

/** A paint by the pigments it tells, several in equal parts; null where none of them is known. */
export function filmOf(paint: Paint): Film | null {
  const known = paint.pigments
    .split(/[\s,+/]+/)
    .filter((index) => index !== "")
    .map(pigmentOf);
  const films = known.flatMap((pigment) => (pigment ? [{ film: pigment.film, share: 1 }] : []));
  return films.length === 0 || films.length < known.length ? null : mixed(films);
}

export interface PaintMeeting extends Meeting {
  readonly earlier: Paint;
  readonly later: Paint;
  /** Both as an everyday wash on white paper. */
  readonly washes: readonly [string, string];
}

/** Every two paints of a colourway that may meet, told in the order they are painted; the worst first. Paints of unknown pigments are named apart. */
export function meetingsOf(paints: readonly Paint[]): { readonly meetings: readonly PaintMeeting[]; readonly unknown: readonly Paint[] } {
  const films = paints.map((paint) => ({ paint, film: filmOf(paint) }));
  const known = films.flatMap(({ paint, film }) => (film ? [{ paint, film }] : []));
  const wash = (film: Film): string => hexOf(over(film, WHITE_PAPER));
  const meetings = known.flatMap((earlier, index) =>
    known.slice(index + 1).map((later): PaintMeeting => ({
      ...meeting(earlier.film, later.film),
      earlier: earlier.paint,
      later: later.paint,
      washes: [wash(earlier.film), wash(later.film)],
    })),
  );
  return { meetings: [...meetings].sort((a, b) => b.wet.chromaLost - a.wet.chromaLost), unknown: films.filter(({ film }) => film === null).map(({ paint }) => paint) };
}
