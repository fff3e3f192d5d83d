import type { Day } from "@yule/core";
import { z } from "zod";
import { id } from "../common/envelope.ts";
import type { StageRead } from "../designs/designs.ts";
import type { NeedKind, SeasonRead } from "../season/needs.ts";
import type { SessionChangeRead } from "../season/sessions.ts";
import type { SeasonState } from "../season/seasons.ts";

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
/** A season looked back on, or so far. */
export interface ReviewRead {
  readonly season: { readonly id: string; readonly name: string; readonly from: Day; readonly until: Day; readonly state: SeasonState };
  /** The latest seasons, which may be looked back on. */
  readonly seasons: readonly { readonly id: string; readonly name: string }[];
  readonly needs: readonly ReviewedNeed[];
  readonly hands: readonly ReviewedHands[];
  readonly losses: readonly ReviewedLoss[];
  readonly designs: readonly { readonly id: string; readonly name: string; readonly stages: readonly StageRead[] }[];
  /** The ordinary week, as it is now, and what was different in this season. */
  readonly sessions: SeasonRead["sessions"];
  readonly changes: readonly SessionChangeRead[];
}
