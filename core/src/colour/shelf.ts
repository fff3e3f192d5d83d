import { mixed, stronger, type Film } from "./layers.ts";
import { COVERINGS, nearPigments, pigmentOf, SCATTERING, type Covering, type Hazard, type Pigment } from "./pigments.ts";
import { filmOfWash, reflectanceOf } from "./reflectance.ts";
import { fail, succeed, phrase, type Fault, type Result } from "../outcome/outcome.ts";

export const FORMS = ["pan", "tube", "liquid"] as const;
export type Form = (typeof FORMS)[number];
/** How far one part of a form goes beside one part taken from a pan: a liquid is far stronger. */
export const FORM_STRENGTH: Readonly<Record<Form, number>> = { pan: 1, tube: 1.5, liquid: 4 };

/**
 * How much of one part is the paint as it comes: a brush takes it up from a wetted pan with nine times its water, tube paint is let down on
 * the palette, a drop of liquid is all paint.
 */
export const PAINT_IN_PART: Readonly<Record<Form, number>> = { pan: 0.1, tube: 0.15, liquid: 1 };

/** A paint as its maker tells it; null follows from its pigments. */
export interface PaintTold {
  readonly id: string;
  readonly name: string;
  readonly pigments: readonly string[];
  readonly form: Form;
  readonly strength?: number | null;
  readonly covering?: Covering | null;
  readonly stains?: boolean | null;
  readonly granulates?: boolean | null;
  readonly lightfast?: number | null;
  readonly metallic?: boolean | null;
  /** Its everyday wash on the maker's own chart, #rrggbb. */
  readonly chart?: string | null;
  /** Minor units for one millilitre as it comes. */
  readonly costPerMl?: number | null;
}

/** A paint on the shelf. */
export interface ShelfPaint {
  readonly id: string;
  readonly name: string;
  readonly pigments: readonly string[];
  readonly form: Form;
  /** As an everyday wash. */
  readonly film: Film;
  /** One part as it comes, in everyday washes of a pan. */
  readonly strength: number;
  readonly covering: Covering;
  readonly stains: boolean;
  readonly granulates: boolean;
  readonly lightfast: number;
  readonly metallic: boolean;
  readonly hazards: readonly Hazard[];
  readonly isCharted: boolean;
  readonly costPerMl: number | null;
}

/** @fault unknown-pigment: a pigment that is not in the table and the paint has no chart of its own; near names are offered */
export function shelfPaint(paint: PaintTold): Result<ShelfPaint> {
  const known = paint.pigments.map(pigmentOf);
  const faults = known.flatMap((pigment, index): Fault[] => {
    const given = paint.pigments[index] ?? "";
    return pigment || paint.chart
      ? []
      : [{ code: "unknown-pigment", path: ["pigments", index], given: [{ text: given }], allowed: phrase`a pigment of the table, such as ${nearPigments(given).join(", ")}` }];
  });
  if (paint.pigments.length === 0 && !paint.chart)
    faults.push({ code: "no-pigment", path: ["pigments"], given: phrase`none`, allowed: phrase`at least one pigment, such as PB29, or a colour from your chart` });
  if (faults.length > 0) return fail(...faults);
  const pigments = known.filter((pigment): pigment is Pigment => pigment !== null);
  const covering = paint.covering ?? mostCovering(pigments);
  const metallic = paint.metallic ?? pigments.some((pigment) => pigment.metallic);
  return succeed({
    id: paint.id,
    name: paint.name,
    pigments: paint.pigments,
    form: paint.form,
    film: filmOf(paint, pigments, covering, metallic),
    strength: paint.strength ?? FORM_STRENGTH[paint.form],
    covering,
    stains: paint.stains ?? pigments.some((pigment) => pigment.stains),
    granulates: paint.granulates ?? pigments.some((pigment) => pigment.granulates),
    lightfast: paint.lightfast ?? Math.min(8, ...pigments.map((pigment) => pigment.lightfast)),
    metallic,
    hazards: [...new Set(pigments.flatMap((pigment) => pigment.hazard ?? []))],
    isCharted: Boolean(paint.chart),
    costPerMl: paint.costPerMl ?? null,
  });
}

const mostCovering = (pigments: readonly Pigment[]): Covering => COVERINGS[Math.max(0, ...pigments.map((pigment) => COVERINGS.indexOf(pigment.covering)))] ?? "transparent";

function filmOf(paint: PaintTold, pigments: readonly Pigment[], covering: Covering, metallic: boolean): Film {
  const flakes = metallic ? { metallic } : {};
  if (paint.chart) return { ...filmOfWash(reflectanceOf(paint.chart), metallic ? 1.6 : Math.max(SCATTERING[covering], meanScatter(pigments))), ...flakes };
  const film = mixed(pigments.map((pigment) => ({ film: pigment.film, share: 1 })));
  // A covering that was told by hand holds; else that of the pigments, of which whites have more than any word says.
  return paint.covering && paint.covering !== mostCovering(pigments) ? { ...film, scatters: film.scatters.map(() => SCATTERING[covering]), ...flakes } : { ...film, ...flakes };
}

const meanScatter = (pigments: readonly Pigment[]): number => (pigments.length === 0 ? 0 : pigments.reduce((sum, { film }) => sum + (film.scatters[0] ?? 0), 0) / pigments.length);

/** One part of a paint as it comes, as a film: what recipes are mixed from. */
export const onePart = (paint: Pick<ShelfPaint, "film" | "strength">): Film => stronger(paint.film, paint.strength);
