import { PANEL_CAUSES, PANEL_FAULTS, RESCUE_WAYS, type FateOf, type FaultMatters, type PanelCause, type RescueSeen, type RescueWay } from "@yule/core";
import { z } from "zod";
import { grades } from "../bench/facts.ts";
import { id, moment, name } from "../common/envelope.ts";
import { countField } from "../common/fields.ts";
import { text } from "../common/text.ts";

const causes = z.array(z.enum(PANEL_CAUSES)).max(PANEL_CAUSES.length).default([]).describe("what is wrong with it");

export const gradePanels = z.strictObject({
  batchId: id,
  grades: z
    .array(
      z.strictObject({
        unitId: id,
        grade: z.enum(grades),
        causes,
        doubt: z.number().min(0).max(1).optional().describe("how unlike its sisters a photo found it, 0 to 1"),
        seen: z.array(z.enum(PANEL_FAULTS)).max(PANEL_FAULTS.length).optional().describe("what a photo clearly showed of it"),
      }),
    )
    .min(1)
    .max(5000),
});

/** A panel is to be saved: how, from what. It becomes work at the bench. */
export const planRescue = z.strictObject({ id, batchId: id, unitId: id, cause: z.enum(PANEL_CAUSES), way: z.enum(RESCUE_WAYS) });
/** The hands are through with it; whether it worked is said by judging the panel. */
export const tellRescue = z.strictObject({ id, at: moment });

/** Panels become another need's, or go to the stash. */
export const givePanels = z.strictObject({
  moves: z
    .array(z.strictObject({ unitId: id, needId: id.nullable().describe("null for the stash") }))
    .min(1)
    .max(500),
});

/** Good panels become cards: bases, mats and envelopes leave the stores. What leaves is reckoned by the server; told, it must be the same. */
export const assembleCards = z.strictObject({
  needId: id,
  lines: z
    .array(z.strictObject({ lineId: id, quantity: z.int().min(1).max(10_000) }))
    .min(1)
    .max(50),
  uses: z
    .array(z.strictObject({ storeId: id, quantity: z.int().min(1).max(10_000) }))
    .max(20)
    .optional(),
});

/** Steps of making cards that are no stage of the route. */
export const OWN_STEPS = ["cut", "score", "words", "envelopes"] as const;

/** How far the making of a need's cards has come: so many of them are through one step. Facts only append. */
export const tellMaking = z.strictObject({
  id,
  needId: id,
  step: text().trim().min(1).max(40).describe("the id of a stage of assembly, or cut, score, words or envelopes"),
  cards: countField.max(10_000),
  at: moment,
});

const place = text().trim().max(120).default("").describe("where it stands");
/** Boxes that finished cards stand in. */
export const addBox = z.strictObject({ id, name, place });
export const changeBox = z.strictObject({ id, name: name.optional(), place: place.unwrap().optional() });
/** Cards of these lines, and left-over cards of these colourways, stand in a box from now on; null for none. */
export const putInBox = z.strictObject({ boxId: id.nullable(), lineIds: z.array(id).max(200).default([]), colourwayIds: z.array(id).max(200).default([]) });
/** So many finished cards of a colourway lie there that belong to no need: counted, whatever the books say. */
export const countCards = z.strictObject({ colourwayId: id, cards: z.int().min(0).max(100_000) });

/** What the scale says of the finished cards of a colourway that were laid on it. */
export const cardScaleQuery = z.strictObject({ colourway: id, empty: z.coerce.number().min(0).max(100_000).default(0).describe("grams of what they stand in") });

export interface RescueRead {
  readonly id: string;
  readonly unitId: string;
  readonly batchId: string;
  readonly cause: PanelCause;
  readonly way: RescueWay;
  /** When the hands were through with it; null while it waits for them. */
  readonly doneAt: string | null;
}
export interface BoxRead {
  readonly id: string;
  readonly name: string;
  readonly place: string;
}
export interface LeftStockRead {
  readonly colourwayId: string;
  readonly design: string;
  readonly colourway: string;
  readonly cards: number;
  readonly boxId: string | null;
}
export interface FinishRead {
  /** Rescues of panels that are not judged again. */
  readonly rescues: readonly RescueRead[];
  /** How rescues have come out. */
  readonly rescued: readonly RescueSeen[];
  /** Cards of open needs that are through a step of making them. */
  readonly making: readonly { readonly needId: string; readonly step: string; readonly cards: number; readonly last: string }[];
  readonly boxes: readonly BoxRead[];
  /** Finished cards that belong to no need, and the box they stand in; those whose design was put away too. */
  readonly left: readonly LeftStockRead[];
  /** Of what photos clearly showed, how often the panel was good all the same: which differences matter, by design. */
  readonly matters: readonly (FaultMatters & { readonly designId: string })[];
  /** How panels of the designs of open work came out, and in what air and at what hour. */
  readonly fates: readonly FateOf[];
}
