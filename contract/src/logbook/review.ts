import type { Day, TimesSeen, TookAs } from "@yule/core";
import { z } from "zod";
import { id } from "../common/envelope.ts";
import type { StageRead } from "../designs/designs.ts";
import type { NeedKind, SeasonRead } from "../season/needs.ts";
import type { SessionChangeRead } from "../season/sessions.ts";
import type { SeasonState } from "../season/seasons.ts";
import type { WeekOfMoney } from "../stores/costs.ts";

/** Which season is looked back on; the open one where none is named. */
export const reviewQuery = z.strictObject({ season: id.optional() });

/** A need of the season with what came of it. Panels are all that were painted for it. */
export interface ReviewedNeed {
  readonly id: string;
  readonly title: string;
  readonly kind: NeedKind;
  readonly designId: string;
  readonly due: Day;
  /** The day on which it was first told of; null where no entry tells. */
  readonly toldOn: Day | null;
  /** The day it went out whole; null while it has not. */
  readonly wentOn: Day | null;
  /** The day of its first touch at the bench; null before it. */
  readonly begunOn: Day | null;
  readonly cards: number;
  readonly priceMinor: number | null;
  readonly leftOver: number;
  readonly panels: number;
  readonly lost: number;
  /** Envelopes or parcels it goes out in. */
  readonly parcels: number;
}
/** Hands of one week at one stage: the minutes that its route says, for each panel that went through. */
export interface ReviewedHands {
  /** Its Monday. */
  readonly week: Day;
  readonly designId: string;
  readonly stage: string;
  readonly panels: number;
  readonly minutes: number;
}
/** Panels spoilt at a stage for one reason; "" where none was told. */
export interface ReviewedLoss {
  readonly designId: string;
  readonly stage: string;
  readonly why: string;
  readonly panels: number;
}
/** How long a stage took, as the middle multiple of what its route says, by so many sightings. */
export interface ReviewedTime extends TookAs {
  readonly stage: string;
  readonly what: TimesSeen["what"];
}
/** A season looked back on, or so far. */
export interface ReviewRead {
  readonly season: { readonly id: string; readonly name: string; readonly from: Day; readonly until: Day; readonly state: SeasonState };
  /** The latest seasons, which may be looked back on. */
  readonly seasons: readonly { readonly id: string; readonly name: string }[];
  readonly needs: readonly ReviewedNeed[];
  readonly hands: readonly ReviewedHands[];
  readonly losses: readonly ReviewedLoss[];
  /** What the season's batches showed of the times of their stages, whatever is believed now. */
  readonly times: readonly ReviewedTime[];
  /** What came in and was paid out, by weeks. */
  readonly money: readonly WeekOfMoney[];
  readonly designs: readonly { readonly id: string; readonly name: string; readonly stages: readonly StageRead[] }[];
  /** The ordinary week, as it is now, and what was different in this season. */
  readonly sessions: SeasonRead["sessions"];
  readonly changes: readonly SessionChangeRead[];
}

/** What came of a season, in figures that can stand beside those of another. */
export interface SeasonSum {
  readonly id: string;
  readonly name: string;
  readonly from: Day;
  readonly until: Day;
  readonly state: SeasonState;
  /** Promises that came due, and those of them that were kept. */
  readonly promises: number;
  readonly kept: number;
  /** Cards asked for, and those left over. */
  readonly cards: number;
  readonly leftOver: number;
  readonly panels: number;
  readonly lost: number;
  /** Of hands. */
  readonly minutes: number;
  readonly inMinor: number;
  readonly outMinor: number;
}
/** The latest seasons beside each other, the newest first. */
export interface YearsRead {
  readonly years: readonly SeasonSum[];
}
