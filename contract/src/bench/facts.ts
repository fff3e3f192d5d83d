import type { PanelCause, PanelFault, StageRecord } from "@yule/core";
import { z } from "zod";
import { id, moment } from "../common/envelope.ts";
import { text } from "../common/text.ts";

export const benchFacts = ["done", "dry", "heated", "still-wet", "spoilt", "skipped"] as const;

/** What happened at the bench. Facts only append; the same fact id is told once. */
export const tellBench = z.strictObject({
  batchId: id,
  facts: z
    .array(z.strictObject({ id, unitId: id, stageId: id, what: z.enum(benchFacts), at: moment, why: text().trim().max(120).default("").describe("why a panel was spoilt") }))
    .min(1)
    .max(500),
});

export const sessionFacts = ["begun", "paused", "gone on", "closed"] as const;

/** What was meant to be done in a session, as the run sheet had it when it began. */
const meant = z.strictObject({ panels: z.int().min(0).max(100_000).describe("moves of the hands on a panel"), until: moment.nullable() });

/** A session at the bench is begun, paused, gone on with, closed. Facts like the others: they append. */
export const tellSession = z.strictObject({
  id,
  what: z.enum(sessionFacts),
  at: moment,
  meant: meant.nullable().default(null).describe("told when a session begins"),
  note: text().trim().max(500).default("").describe("told when it is closed"),
});

export const grades = ["good", "rescue", "stash", "scrap"] as const;
export type Grade = (typeof grades)[number];

export interface UnitRead {
  readonly id: string;
  readonly number: number;
  readonly colourwayId: string;
  readonly grade: Grade | null;
  /** The need it was given to; null for the one it was painted for. */
  readonly servesNeedId: string | null;
  /** What is wrong with it; left out where nothing was said. */
  readonly causes?: readonly PanelCause[];
  /** How unlike its sisters a photo found it, 0 to 1; left out where none was taken. */
  readonly doubt?: number | null;
  /** What a photo clearly showed of it; left out where none was taken. */
  readonly seen?: readonly PanelFault[] | null;
}
export interface BatchRead {
  readonly id: string;
  readonly needId: string;
  readonly designId: string;
  /** Painted to refill the stash: its good panels lie there. */
  readonly isStash: boolean;
  readonly startedAt: string;
  /** Panels taped on one sheet, numbered sheet by sheet: one unit until the tape is off. */
  readonly perSheet: number;
  readonly units: readonly UnitRead[];
  readonly facts: readonly {
    readonly id: string;
    readonly unitId: string;
    readonly stageId: string;
    readonly what: (typeof benchFacts)[number];
    readonly at: string;
    readonly why?: string;
    readonly room?: RoomRead | null;
  }[];
}
/** Air at the bench: degrees Celsius, and relative humidity from 0 to 1. */
export interface RoomRead {
  readonly warm: number;
  readonly humid: number;
}
export interface SessionFactRead {
  readonly id: string;
  readonly what: (typeof sessionFacts)[number];
  readonly at: string;
  readonly meant: z.output<typeof meant> | null;
  readonly note: string;
}
/** What the bench has taught by now, summed up: it is as long after ten years as after one. */
export interface BenchLearned {
  /** Times of the stages that open work goes through, and of those that lay on the bench last. */
  readonly records: readonly StageRecord[];
  /** Days of the last weeks on which something was tapped, as minutes of the day: from the hands of the first tap to the last tap. */
  readonly worked: readonly { readonly day: string; readonly from: number; readonly to: number }[];
  /** From which day to which batches were worked at in the last weeks. */
  readonly stays: readonly { readonly from: string; readonly until: string }[];
}

/** How panels of a design came out. */
export interface YieldRead {
  readonly designId: string;
  /** Panels that were judged: good, and not. */
  readonly good: number;
  readonly bad: number;
  /** By stage of its route: panels that came through, and those lost there. */
  readonly stages: readonly { readonly stageId: string; readonly through: number; readonly lost: number }[];
  /** Panels that went to the stash, and those of them that served a need later. */
  readonly stashed: number;
  readonly served: number;
}

export interface BenchRead {
  /** Those that are not finished, and those with panels in the stash: of a batch that lies on no table any more without what was told of it. */
  readonly batches: readonly BatchRead[];
  readonly learned: BenchLearned;
  /** Sessions of the last weeks, oldest first. */
  readonly sessions: readonly SessionFactRead[];
  /** The room now, and what tells it. */
  readonly room: (RoomRead & { readonly by: string; readonly simulated: boolean }) | null;
  /** Panels graded so far in the whole shop, for each design: what yields are learned from. */
  readonly yields: readonly YieldRead[];
}
