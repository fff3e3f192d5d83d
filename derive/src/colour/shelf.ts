import { paintTold, type ColourRead, type DesignRead, type PaintRead } from "@yule/contract";
import {
  filmOfMix,
  filmOfWash,
  hexOf,
  hueName,
  mixed,
  onePart,
  over,
  pigmentOf,
  reflectanceOf,
  SCATTERING,
  shelfPaint,
  strengthNamed,
  pigmentLoadOf,
  WHITE_PAPER,
  type Film,
  type Lch,
  type Mix,
  type ShelfPaint,
  t,
} from "@yule/core";

export type DesignPaint = DesignRead["colourways"][number]["paints"][number];

/** The paints that are there, as the model takes them. */
export function shelfOf(colour: ColourRead | undefined): readonly ShelfPaint[] {
  return (colour?.paints ?? []).filter((paint) => !paint.gone).flatMap(modelled);
}
export function modelled(paint: PaintRead): readonly ShelfPaint[] {
  const made = shelfPaint(paintTold(paint));
  return made.ok ? [made.value] : [];
}

export const pigmentsOf = (text: string): readonly string[] => text.split(/[\s,+/]+/).filter((index) => index !== "");

/** The paint of the shelf that a design means, by its name. */
export const onShelf = (paint: DesignPaint, shelf: readonly ShelfPaint[]): ShelfPaint | undefined =>
  shelf.find(({ name }) => name.toLowerCase() === paint.name.trim().toLowerCase());

/** A paint of a design by its pigments, or as the shelf has it by its name; null where neither says what it is. */
export function knownFilm(paint: DesignPaint, shelf: readonly ShelfPaint[] = []): Film | null {
  const own = onShelf(paint, shelf);
  if (own) return own.film;
  const known = pigmentsOf(paint.pigments).map(pigmentOf);
  const films = known.flatMap((pigment) => (pigment ? [{ film: pigment.film, share: 1 }] : []));
  return films.length === 0 || films.length < known.length ? null : mixed(films);
}

/** The same; what nobody knows is taken for a paint that gives its colour. */
export const filmOfPaint = (paint: DesignPaint, shelf: readonly ShelfPaint[] = []): Film => knownFilm(paint, shelf) ?? filmOfWash(reflectanceOf(paint.hex), SCATTERING.transparent);

export const washHex = (film: Film): string => hexOf(over(film, WHITE_PAPER));

/** A colour in words and figures, for those who cannot see the difference. */
export const colourWords = ({ L, C, h }: Lch): string =>
  `${hueName({ L, C, h })}, lightness ${String(Math.round(L))}, colour ${String(Math.round(C))}, hue ${String(Math.round(h))}°`;

const partsOf = (parts: number): string =>
  Number.isInteger(parts) ? String(parts) : parts % 1 === 0.5 ? `${parts < 1 ? "" : String(Math.floor(parts))} 1/2`.trim() : String(Math.round(parts * 10) / 10);
/** `4 1/2 parts water`. */
export const counted = (parts: number, what: string): string => `${partsOf(parts)} ${parts > 1 ? t`parts` : t`part`} ${what}`;

/** A mix as it is told at the bench: 3 parts Dune, 1 part Harbour Deep, 14 parts water. */
export const mixWords = (mix: Mix, shelf: readonly ShelfPaint[]): string =>
  [...[...mix.parts].sort((a, b) => b.parts - a.parts).map(({ paint, parts }) => counted(parts, shelf[paint]?.name ?? t`a paint to buy`)), counted(mix.water, t`water`)].join(", ");
export const mixStrength = (mix: Mix, shelf: readonly ShelfPaint[]): string =>
  strengthNamed(
    pigmentLoadOf(
      mix,
      shelf.map((paint) => paint.strength),
    ),
  );
export const mixFilm = (mix: Mix, shelf: readonly ShelfPaint[]): Film => filmOfMix(mix, shelf.map(onePart));

/** What a difference of two colours means to an eye, by CIEDE2000. */
export function seenAs(difference: number): string {
  if (difference <= 1) return t`nobody tells them apart`;
  if (difference <= 2.5) return t`only side by side a difference is seen`;
  if (difference <= 6) return t`near, but seen`;
  return difference <= 12 ? t`a relative of it` : t`another colour`;
}
