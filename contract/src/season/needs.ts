import { phraseText } from "../common/faultLine.ts";
import { day, MATTERS, money as moneyOf, phrase, type Matters, type Fault, type FaultValue, type Phrase, type Reliability } from "@yule/core";
import { z } from "zod";
import { countField, dayField } from "../common/fields.ts";
import { id, name, unitsAboveZero, version } from "../common/envelope.ts";
import type { LessonRead } from "./lessons.ts";
import type { OwnOccasionRead } from "./ownOccasions.ts";
import type { SeasonThing } from "./seasons.ts";
import type { people, PinnedSessionRead, SessionChangeRead } from "./sessions.ts";
import { text } from "../common/text.ts";

export const needKinds = ["commission", "order", "mailing list", "fair", "shop listing", "own use", "stash"] as const;
export type NeedKind = (typeof needKinds)[number];
export const zones = ["inland", "neighbour", "overseas"] as const;

const MOST_CARDS = 10_000;
const lines = z
  .array(z.strictObject({ id, colourwayId: id, quantity: countField.max(MOST_CARDS) }))
  .min(1)
  .max(50);

const money = z.int().min(0).max(100_000_000);

/** What some kinds of need have and others do not; all of it may be left out. */
const details = {
  priceMinor: money.nullable().default(null),
  depositMinor: money.nullable().default(null),
  proofWanted: z.boolean().default(false).describe("a commission that is shown before it is painted"),
  neutralCards: z.int().min(0).max(MOST_CARDS).default(0).describe("how many of the cards must carry neutral words"),
  occasion: text().max(40).nullable().default(null).describe("the occasion it is for, as its id or a name"),
  setUpFrom: z.int().min(0).max(1440).nullable().default(null).describe("minute of the day at which a fair may be set up"),
  tableLength: unitsAboveZero.nullable().default(null).describe("length of the table at a fair, 1/320 mm"),
  photoOn: dayField.nullable().default(null).describe("the day a listing is photographed"),
  liveBy: dayField.nullable().default(null).describe("the day a listing must be up"),
  service: text().max(60).nullable().default(null).describe("the carrier's service chosen; null for the cheapest in time"),
  print: z.boolean().default(false).describe("one master is painted and the rest printed"),
  heat: z.boolean().default(false).describe("washes are dried with the heat tool"),
  matters: z.enum(MATTERS).default("ordinary").describe("how much it matters that the promise is kept"),
  skipped: z.array(id).max(40).default([]).describe("stages of the route that are left out for this need"),
  orderRef: text().max(80).nullable().default(null).describe("the number of the order in the shop's feed, taken once"),
  copiedFrom: id.nullable().default(null).describe("the need of an earlier season that it was copied from"),
};
/** The same without what is put in when it is left out: a change says only what changes. */
const changedDetails = Object.fromEntries(Object.entries(details).map(([key, field]) => [key, field.unwrap().optional()])) as {
  [Key in keyof typeof details]: z.ZodOptional<ReturnType<(typeof details)[Key]["unwrap"]>>;
};

/** Terms that contradict each other: told in the order they are read. */
interface Terms {
  readonly due: string;
  readonly photoOn: string | null;
  readonly liveBy: string | null;
  readonly priceMinor: number | null;
  readonly depositMinor: number | null;
  readonly neutralCards: number;
  readonly lines: readonly { readonly quantity: number }[];
}
const dayIn = (text: string | null): FaultValue => ({ day: day(text ?? "") });

/** What of a need's terms cannot all be true: a listing is photographed, then put up, then due; no more is paid ahead than in all. */
export function termFaults(need: Terms): Fault[] {
  const cards = need.lines.reduce((sum, line) => sum + line.quantity, 0);
  const wrong = (is: boolean, path: string, given: FaultValue, allowed: Phrase): Fault[] => (is ? [{ code: "contradiction", path: [path], given: [given], allowed }] : []);
  return [
    ...wrong(need.liveBy !== null && need.liveBy > need.due, "liveBy", dayIn(need.liveBy), phrase`a day not after ${dayIn(need.due)}, when it is due`),
    ...wrong(
      need.photoOn !== null && need.photoOn > (need.liveBy ?? need.due),
      "photoOn",
      dayIn(need.photoOn),
      phrase`a day not after ${dayIn(need.liveBy ?? need.due)}, when it is listed`,
    ),
    ...wrong(
      (need.depositMinor ?? 0) > (need.priceMinor ?? Infinity),
      "depositMinor",
      { money: moneyOf(need.depositMinor ?? 0) },
      phrase`at most the price, ${{ money: moneyOf(need.priceMinor ?? 0) }}`,
    ),
    ...wrong(need.neutralCards > cards, "neutralCards", { count: need.neutralCards }, phrase`at most ${cards}, the cards of the need`),
  ];
}

export const addNeed = z
  .strictObject({
    id,
    kind: z.enum(needKinds),
    title: name,
    designId: id,
    due: dayField,
    zone: z.enum(zones).nullable().default(null).describe("where it is posted to; null when it is handed over"),
    seasonId: id.nullable().default(null).describe("the season it belongs to; null for the open one"),
    householdIds: z.array(id).max(2000).default([]),
    allHouseholds: z.boolean().default(false).describe("it goes to every household in the books"),
    lines,
    ...details,
  })
  .superRefine((need, context) => {
    for (const { path, allowed } of termFaults(need)) context.addIssue({ code: "custom", path: [...path], message: phraseText(allowed), params: { allowed } });
  });

/** Many at once, from a file or a table: all of them or none. */
export const addNeeds = z.strictObject({ needs: z.array(addNeed).min(1).max(500) });

export const changeNeed = z.strictObject({
  id,
  version,
  title: name.optional(),
  due: dayField.optional(),
  zone: z.enum(zones).nullable().optional(),
  lines: lines.optional(),
  ...changedDetails,
});
export const removeNeed = z.strictObject({ id, version });

/** Panels of the stash and cards left over from an earlier need, given to this one before anything is painted. */
export const serveNeed = z.strictObject({
  needId: id,
  unitIds: z.array(id).max(5000).default([]),
  lines: z
    .array(z.strictObject({ lineId: id, quantity: countField.max(MOST_CARDS) }))
    .max(50)
    .default([]),
});

/** What came of a need that is done: of its cards so many were sold and given; the rest is left over. */
export const tellOutcome = z.strictObject({
  needId: id,
  lines: z
    .array(z.strictObject({ lineId: id, sold: z.int().min(0).max(MOST_CARDS), given: z.int().min(0).max(MOST_CARDS) }))
    .min(1)
    .max(50),
});

export interface NeedRead {
  readonly id: string;
  readonly version: number;
  readonly kind: NeedKind;
  readonly title: string;
  readonly designId: string;
  readonly due: string;
  readonly zone: (typeof zones)[number] | null;
  readonly priceMinor: number | null;
  readonly depositMinor: number | null;
  readonly proofWanted: boolean;
  readonly neutralCards: number;
  readonly occasion: string | null;
  readonly setUpFrom: number | null;
  readonly tableLength: number | null;
  readonly photoOn: string | null;
  readonly liveBy: string | null;
  readonly service: string | null;
  readonly print: boolean;
  readonly heat: boolean;
  readonly matters: Matters;
  readonly skipped: readonly string[];
  readonly orderRef: string | null;
  readonly copiedFrom: string | null;
  readonly lines: readonly NeedLineRead[];
  readonly households: number;
  readonly postedOn: string | null;
}

export interface NeedLineRead {
  readonly id: string;
  readonly colourwayId: string;
  readonly quantity: number;
  readonly assembled: number;
  /** Of the assembled, cards that were left over from an earlier need. */
  readonly fromLeft: number;
  /** The box its finished cards stand in; left out where none was told. */
  readonly boxId?: string | null;
  /** What came of them; null until it was told. */
  readonly sold: number | null;
  readonly given: number | null;
  readonly leftOver: number | null;
}

/** Cards of a colourway that were left over, and that no other need took. */
export interface LeftCards {
  readonly colourwayId: string;
  readonly cards: number;
}

export interface SeasonRead {
  /** The open one: its needs are all that is told here. */
  readonly season: SeasonThing;
  /** Seasons that are prepared beside it. */
  readonly prepared: readonly (SeasonThing & { readonly needs: number })[];
  /** Needs of the open season that a prepared one has a copy of. */
  readonly copied: readonly string[];
  /** Occasions of the season before: cards for them may be wanted again. */
  readonly occasionsBefore: readonly string[];
  readonly left: readonly LeftCards[];
  readonly needs: readonly NeedRead[];
  readonly sessions: readonly {
    readonly id: string;
    readonly weekday: number;
    readonly from: number;
    readonly to: number;
    readonly who: (typeof people)[number];
    readonly light: boolean;
  }[];
  readonly changes: readonly SessionChangeRead[];
  readonly pinned: readonly PinnedSessionRead[];
  readonly ownOccasions: readonly OwnOccasionRead[];
  readonly lessons: readonly LessonRead[];
  /** How true the chances of this shop have been. */
  readonly reliability: Reliability;
}
