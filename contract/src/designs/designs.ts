import { written } from "@yule/core";
import { z } from "zod";
import { palettes, tiesSchema, traitsSchema, type TiesRead, type TraitsRead } from "./family.ts";
import type { SentimentRead, WordsRead } from "./words.ts";
import { stackSchema, type StackRead } from "./stack.ts";
import { guidesSchema, type GuidesRead } from "./guides.ts";
import { techniqueField } from "./route.ts";
import type { TouchRead } from "../colour/paint.ts";
import type { TakingRead } from "../stores/costs.ts";
import { id, name, version, wholeMinutes } from "../common/envelope.ts";
import { afterName } from "../common/pages.ts";
import { text } from "../common/text.ts";

export const methods = ["cut", "fold", "tape"] as const;

export const stageKinds = ["prepare", "draw", "mask", "paint", "finish", "assemble"] as const;

const stage = z.strictObject({
  id,
  name,
  kind: z.enum(stageKinds),
  hands: wholeMinutes,
  setup: wholeMinutes,
  dry: wholeMinutes,
  within: wholeMinutes.nullable(),
  portable: z.boolean(),
  technique: techniqueField.nullable().default(null).describe("what is done, for the order rules; told from the name where it is null"),
  note: text().max(300).default(""),
});

const paints = z
  .array(z.strictObject({ pigments: text().max(60), name: text().max(60), hex: text().regex(/^#[0-9a-f]{6}$/, { message: written`a colour such as #3a5f8c` }) }))
  .max(12);
const colourway = z.strictObject({
  id,
  name,
  paints,
  pictureId: id.nullable(),
});

const route = z
  .array(stage)
  .min(1)
  .max(40)
  .superRefine((stages, context) => {
    if (stages[0] && stages[0].within !== null) context.addIssue({ code: "custom", path: [0, "within"], message: written`no wet window on the first stage` });
  });

export const addSeries = z.strictObject({ id, name, palette: z.enum(palettes), ties: tiesSchema.prefault({}) });
export const addDesign = z.strictObject({
  id,
  seriesId: id,
  name,
  stack: stackSchema,
  method: z.enum(methods),
  paperId: id.nullable().describe("the store the panels are split from"),
  cardStockId: id.nullable().describe("the store the bases are cut from"),
  stages: route,
  colourways: z.array(colourway).min(1).max(24),
  guides: guidesSchema.nullable().default(null),
  traits: traitsSchema.prefault({}),
});
export const changeStack = z.strictObject({ id, version, stack: stackSchema });
export const changeRoute = z.strictObject({ id, version, stages: route });

/** A design that is put away keeps its history and is offered for nothing new. */
export const archiveDesign = z.strictObject({ id, version, archived: z.boolean() });
/** A further colourway of a design. */
export const addColourway = z.strictObject({ id, version, colourway });
/** The picture and the paints of one colourway; what is left out stays. */
export const changeColourway = z.strictObject({ id, version, colourwayId: id, pictureId: id.nullable().optional(), paints: paints.optional() });

/** Heaviest letter that is told, grams: no post takes more as a letter. */
const MOST_GRAMS = 5_000;
/** What a finished card of it weighs in its envelope, as the scale said; null goes back to what is reckoned from its parts. */
export const weighLetter = z.strictObject({ id, version, grams: z.number().gt(0).max(MOST_GRAMS).nullable() });
/** A letter of a design, laid on the scale. */
export const letterScaleQuery = z.strictObject({ design: id });

export interface StageRead extends z.output<typeof stage> {
  readonly position: number;
}
export type ColourwayRead = z.output<typeof colourway>;
export interface DesignRead {
  readonly id: string;
  readonly version: number;
  readonly seriesId: string;
  readonly name: string;
  readonly stack: StackRead;
  readonly method: (typeof methods)[number];
  readonly paperId: string | null;
  readonly cardStockId: string | null;
  readonly stages: readonly StageRead[];
  readonly colourways: readonly ColourwayRead[];
  readonly guides: GuidesRead | null;
  readonly traits: TraitsRead;
  readonly words: WordsRead;
  readonly archived: boolean;
  /** Grams of a card in its envelope, as it was weighed since its stack was changed last; null where it was not. */
  readonly weighed: number | null;
  /** Which of its paints touch, by their places; null where nobody marked it. */
  readonly touches: readonly TouchRead[] | null;
  /** What its stages take, where that was told. */
  readonly takings: readonly TakingRead[];
}
export interface SeriesRead {
  readonly id: string;
  readonly version: number;
  readonly name: string;
  readonly palette: (typeof palettes)[number];
  readonly ties: TiesRead;
}
export interface DesignsRead {
  readonly series: readonly SeriesRead[];
  readonly designs: readonly DesignRead[];
  readonly sentiments: readonly SentimentRead[];
}

/** A page of the designs that are put away, by name. */
export interface PutAwayRead {
  readonly designs: readonly { readonly id: string; readonly version: number; readonly name: string }[];
  readonly after: string | null;
}
export const putAwayQuery = z.strictObject({ after: afterName.optional() });
