import type { TechniqueId } from "../designs/route/techniques.ts";
import { toMm, type Length } from "../measure/length.ts";
import type { StoreKind } from "./materials.ts";

interface Size {
  readonly width: Length;
  readonly height: Length;
}

/** One panel and the card it comes on, as far as what they take depends on them. */
export interface TakenFor {
  readonly panel: Size;
  /** The folded card's face. */
  readonly face: Size;
  /** Layers that are mounted, each with what lifts it. */
  readonly layers: readonly (Size & { readonly lift: Length })[];
  /** The sheet that is taped to the board, and how many windows are on it; null where each panel is taped alone. */
  readonly sheet: Size | null;
  readonly perSheet: number;
}

/** So much of a kind of material, in its whole units, for one panel or card. Paint is reckoned by the puddles, not here. */
export interface Taking {
  readonly kind: StoreKind;
  readonly amount: number;
}

/**
 * What is taken for granted until counts say otherwise, each with where it comes from. A wet film of masking fluid is about a tenth of a millimetre,
 * which is 10 µl on a cm2, and is laid on an eighth of a panel; a fixative's coat is as thick as two of those on the whole of it. Strips of tape
 * go round a window and over its corners by a finger's width. A pen of the finer sort draws some hundreds of panels.
 */
export const TAKEN = {
  maskedShare: 0.12,
  maskingPerCm2: 10,
  fixativePerCm2: 20,
  /** Tape over the corners of what is taped, mm for each of four strips. */
  overCorners: 25,
  /** Thousandths of a pen: an outline, a line of lettering. */
  outline: 4,
  lettering: 3,
  /** Microlitres of stamping ink or of ink from a bottle. */
  stamped: 20,
  /** Glue, µl on a mm of rim; foam squares under a lifted layer; mm of double-sided tape on a mm of rim. */
  gluePerRim: 1.2,
  foamSquares: 4,
  collageGlue: 400,
  gems: 3,
  gemGlue: 60,
  glitter: 300,
  glitterGlue: 300,
  /** A bow, beyond once round the face, mm. */
  bow: 220,
} as const;

const rim = ({ width, height }: Size): number => 2 * (toMm(width) + toMm(height));
const cm2 = ({ width, height }: Size): number => (toMm(width) * toMm(height)) / 100;

/**
 * Tape for one panel, mm: every window and the sheet have a rim; what two windows share is laid once, so the strips are half of all rims together,
 * with the corners of the sheet; of a panel that is taped alone all four sides.
 */
function taped({ panel, sheet, perSheet }: TakenFor): number {
  const corners = 4 * TAKEN.overCorners;
  if (!sheet || perSheet <= 1) return rim(panel) + corners;
  return ((perSheet * rim(panel) + rim(sheet)) / 2 + corners) / perSheet;
}

/** Foam squares under what is lifted; round the rim of all else double-sided tape where there is any, or glue. */
function mounted({ layers }: TakenFor): Taking[] {
  const flat = layers.filter(({ lift }) => lift === 0).reduce((sum, layer) => sum + rim(layer), 0);
  const lifted = layers.filter(({ lift }) => lift > 0).length;
  return [
    { kind: "foam tape", amount: lifted * TAKEN.foamSquares },
    { kind: "mounting tape", amount: flat },
    { kind: "glue", amount: flat * TAKEN.gluePerRim },
  ];
}

const RULES: Partial<Record<TechniqueId, (each: TakenFor) => Taking[]>> = {
  tape: (each) => [{ kind: "tape", amount: taped(each) }],
  "film-mask": ({ panel }) => [{ kind: "tape", amount: rim(panel) }],
  mask: ({ panel }) => [{ kind: "masking fluid", amount: cm2(panel) * TAKEN.maskedShare * TAKEN.maskingPerCm2 }],
  ink: () => [{ kind: "pen", amount: TAKEN.outline }],
  "running-ink": () => [{ kind: "pen", amount: TAKEN.outline }],
  stamp: () => [{ kind: "ink", amount: TAKEN.stamped }],
  "re-stamp": () => [{ kind: "ink", amount: TAKEN.stamped }],
  "stamp-words": () => [{ kind: "ink", amount: TAKEN.stamped }],
  letter: () => [{ kind: "pen", amount: TAKEN.lettering }],
  "inside-words": () => [{ kind: "pen", amount: TAKEN.lettering }],
  fixative: ({ panel }) => [{ kind: "fixative", amount: cm2(panel) * TAKEN.fixativePerCm2 }],
  collage: () => [{ kind: "glue", amount: TAKEN.collageGlue }],
  mat: mounted,
  mount: mounted,
  glitter: () => [
    { kind: "glitter", amount: TAKEN.glitter },
    { kind: "glue", amount: TAKEN.glitterGlue },
  ],
  gems: () => [
    { kind: "gem", amount: TAKEN.gems },
    { kind: "glue", amount: TAKEN.gemGlue },
  ],
  twine: ({ face }) => [{ kind: "twine", amount: 2 * toMm(face.height) + TAKEN.bow }],
};

/** What a stage of a technique takes for one panel, in whole units; kinds of which nothing is taken are left out. */
export const takenBy = (technique: TechniqueId | null, each: TakenFor): Taking[] =>
  ((technique && RULES[technique]?.(each)) ?? []).map(({ kind, amount }) => ({ kind, amount: Math.round(amount) })).filter(({ amount }) => amount > 0);

/** Of these one is enough: the first that lies on the shelf is taken, and of the others nothing. */
const EITHER: readonly (readonly StoreKind[])[] = [["mounting tape", "glue"]];
/** Taken where there is none of it. */
const INSTEAD: Partial<Readonly<Record<StoreKind, StoreKind>>> = { twine: "ribbon" };

/** Kinds that a taking of one may come out of. */
export const servedBy = (kind: StoreKind): readonly StoreKind[] => [kind, ...(INSTEAD[kind] ? [INSTEAD[kind]] : [])];

/** The same as it is taken from a shelf. @param lies whether there is any of a kind */
export function takenFromShelf(takings: readonly Taking[], lies: (kind: StoreKind) => boolean): readonly Taking[] {
  const kept = takings.map(({ kind, amount }) => ({ kind: lies(kind) ? kind : (INSTEAD[kind] ?? kind), amount }));
  return EITHER.reduce<readonly Taking[]>((left, group) => {
    const own = group.filter((kind) => left.some((each) => each.kind === kind));
    if (own.length < 2) return left;
    const chosen = own.find(lies) ?? own[0];
    return left.filter(({ kind }) => kind === chosen || !own.includes(kind));
  }, kept);
}
