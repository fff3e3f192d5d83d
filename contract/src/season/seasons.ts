import { day, phrase } from "@yule/core";
import { z } from "zod";
import { id, name, version } from "../common/envelope.ts";
import { dayField } from "../common/fields.ts";
import { afterDay } from "../common/pages.ts";
import type { NeedRead } from "./needs.ts";

/** One season is open and planned; others are prepared beside it; what is over is closed, and only looked up. */
export const seasonStates = ["prepared", "open", "closed"] as const;
export type SeasonState = (typeof seasonStates)[number];

interface Days {
  readonly from?: string | undefined;
  readonly until?: string | undefined;
}
/** A season ends no earlier than it begins. */
function endsAfterItBegins({ from, until }: Days, context: z.RefinementCtx): void {
  if (from !== undefined && until !== undefined && until < from)
    context.addIssue({ code: "custom", path: ["until"], message: `a day not before ${from}`, params: { allowed: phrase`a day not before ${{ day: day(from) }}, when it begins` } });
}

const fresh = { id, name, from: dayField, until: dayField };
/** A season beside the open one: needs are put into it, and nothing is planned for it yet. */
export const prepareSeason = z.strictObject(fresh).superRefine(endsAfterItBegins);
export const changeSeason = z.strictObject({ id, version, name: name.optional(), from: dayField.optional(), until: dayField.optional() }).superRefine(endsAfterItBegins);

/** The open season is closed, and a prepared one is opened in the same breath: there is always one to work in. */
export const closeSeason = z.strictObject({
  id,
  version,
  next: id.describe("the prepared season that is opened then"),
  handOn: z.boolean().default(false).describe("whether needs that are not done go on in the next season"),
});
/** Opens a prepared or a closed season. One is open at a time: the one that is must be named, and stands beside it as prepared from then on. */
export const openSeason = z.strictObject({ id, version, instead: id });

export const seasonsQuery = z.strictObject({ before: afterDay.optional() });
export const pastNeedsQuery = z.strictObject({ after: afterDay.optional() });

export interface SeasonThing {
  readonly id: string;
  readonly version: number;
  readonly name: string;
  readonly from: string;
  readonly until: string;
  readonly state: SeasonState;
}

/** What a season came to. */
export interface SeasonOutcome {
  readonly needs: number;
  readonly cards: number;
  /** Needs that went out by their day, of those that went out. */
  readonly inTime: number;
  readonly posted: number;
  readonly sold: number;
  readonly given: number;
  readonly leftOver: number;
}

/** A season as it is looked up. */
export type SeasonSummary = SeasonThing & SeasonOutcome;

/** A page of the seasons that are not open, latest first. */
export interface SeasonsRead {
  readonly seasons: readonly SeasonSummary[];
  /** Where the next page begins; null on the last. */
  readonly before: string | null;
}

/** A page of a season's needs, by their day. */
export interface SeasonNeedsRead {
  readonly season: SeasonSummary;
  readonly needs: readonly (Pick<NeedRead, "id" | "kind" | "title" | "due" | "designId" | "postedOn" | "lines"> & { readonly design: string })[];
  readonly after: string | null;
  readonly lessons: readonly { readonly id: string; readonly text: string; readonly notedOn: string }[];
}
