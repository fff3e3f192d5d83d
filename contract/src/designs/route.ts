import { isTechnique, techniqueNamed, TECHNIQUES, type RouteStage, written } from "@yule/core";
import { z } from "zod";
import { idText, uniqueIds } from "../common/fields.ts";
import { text } from "../common/text.ts";

export const techniqueField = text().refine(isTechnique, { message: `one of ${TECHNIQUES.map((each) => each.id).join(", ")}` });

const minutes = z.number().min(0).max(20_160);
const stage = z
  .strictObject({
    id: idText,
    technique: techniqueField.optional().describe("one of the library; told from the name where it is left out"),
    name: text().max(120).default(""),
    dry: minutes.default(0).describe("minutes of drying after it"),
    within: minutes.nullable().default(null).describe("minutes within which it must follow the stage before"),
  })
  .refine((each) => each.technique !== undefined || each.name !== "", { message: written`a technique or a name`, path: ["technique"] });

/** Input of `calc route-check`. */
export const routeCheckIn = z.strictObject({
  stages: z.array(stage).min(1).max(60).superRefine(uniqueIds("the route")),
  holdsMasking: z.boolean().default(false).describe("the paper is known to hold masking fluid"),
  off: z.array(text().max(60)).max(100).default([]).describe("rules that are switched off"),
});

const repair = z.object({
  kind: z.enum(["move", "dry", "within", "insert", "remove", "replace"]),
  stage: text().optional(),
  technique: text().optional(),
  before: text().nullable().optional(),
  dry: z.number().optional(),
  within: z.number().optional(),
});

/** Output of `calc route-check`: what is broken, worst first, and the route with every repair made. */
export const routeCheckOut = z.object({
  findings: z.array(
    z.object({
      rule: text(),
      severity: z.enum(["spoils", "risks", "taste"]),
      says: text(),
      why: text(),
      school: text().nullable(),
      stages: z.array(text()),
      repair: repair.nullable(),
      circle: z.array(text()).describe("rules that the repair it asks for would break"),
    }),
  ),
  mended: z.array(z.object({ id: text(), technique: text().nullable(), name: text(), dry: z.number(), within: z.number().nullable() })),
});

/** A stage as the check sees it: its technique as told, or as its name speaks of it. */
export const routeStageOf = (stage: { id: string; technique?: string | null | undefined; name: string; dry: number; within: number | null }): RouteStage => ({
  id: stage.id,
  name: stage.name,
  technique: stage.technique != null && isTechnique(stage.technique) ? stage.technique : techniqueNamed(stage.name),
  dry: stage.dry,
  within: stage.within,
});
