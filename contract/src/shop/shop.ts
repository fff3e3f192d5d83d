import { COUNTRIES, LANGUAGES, PAPER_FORMATS, ROUTE_RULES, written } from "@yule/core";
import { z } from "zod";
import type { Role } from "../access/rights.ts";
import { name } from "../common/envelope.ts";
import { placeField } from "../season/holidays.ts";
import { text } from "../common/text.ts";

export const lengthSystems = ["in", "cm"] as const;

const isTimeZone = (zone: string): boolean => {
  try {
    new Intl.DateTimeFormat("en", { timeZone: zone });
    return true;
  } catch {
    return false;
  }
};

export const helperWork = ["prepare", "draw", "mask", "paint", "finish", "assemble", "pack"] as const;
const country = text().refine((code) => COUNTRIES.has(code), { message: written`an ISO 3166 code of two letters, such as GB or US` });

/** Rules of the craft that this shop does otherwise, each with a note why. */
const rulesOffField = z
  .array(
    z.strictObject({
      rule: text().refine((rule) => ROUTE_RULES.some((each) => each.id === rule), { message: written`the id of a rule of the route check` }),
      note: text().max(200),
    }),
  )
  .max(100);

/** What a shop writes otherwise than its country; what is left out is as there. */
const mannerField = z.strictObject({
  language: z.enum(LANGUAGES).optional().describe("of the sentences"),
  hours: z.literal([12, 24]).optional(),
  firstDay: z.int().min(0).max(6).optional().describe("the weekday that a week begins with, 0 for Sunday"),
  temperature: z.enum(["C", "F"]).optional(),
  paper: z.enum(PAPER_FORMATS).optional(),
  decimal: z.enum([".", ","]).optional(),
});

export const setShop = z.strictObject({
  name: name.optional(),
  address: text().trim().max(400).optional().describe("her own, for the back of letters and for what comes back"),
  lengthSystem: z.enum(lengthSystems).optional(),
  country: country.optional(),
  timeZone: text()
    .refine(isTimeZone, { message: written`a time zone such as Europe/Dublin` })
    .optional(),
  currency: text()
    .regex(/^[A-Z]{3}$/, { message: written`three capital letters such as EUR` })
    .optional(),
  lateAfter: z.int().min(0).max(1440).optional().describe("minute of the day past which a session is late at night"),
  dryingPlaces: z.int().min(1).max(10_000).nullable().optional(),
  changeover: z.int().min(0).max(120).optional().describe("minutes for fresh water and a clean palette between designs"),
  sureIn100: z.int().min(50).max(95).optional().describe("how sure a day of beginning must leave a promise, in 100"),
  helperMay: z.array(z.enum(helperWork)).max(10).optional(),
  manner: mannerField.optional(),
  rulesOff: rulesOffField.optional(),
  region: text().max(6).nullable().optional().describe("the part of the country she lives in, such as BY in DE"),
  occasionCountries: z.array(placeField).max(20).optional().describe("further countries and regions whose occasions are shown"),
});

/** Opens or withdraws the address at which a calendar program may read the season. */
export const setCalendarAddress = z.strictObject({ open: z.boolean() });

export interface ShopRead {
  readonly id: string;
  readonly version: number;
  readonly name: string;
  /** Her own address in one line; empty while it is not told. */
  readonly address: string;
  readonly lengthSystem: (typeof lengthSystems)[number];
  readonly country: string;
  readonly region: string | null;
  readonly timeZone: string;
  readonly currency: string;
  readonly lateAfter: number;
  readonly dryingPlaces: number | null;
  readonly changeover: number;
  /** How sure a latest day of beginning, or of ordering, leaves a promise, in 100. */
  readonly sureIn100: number;
  readonly helperMay: readonly (typeof helperWork)[number][];
  /** What an hour of the maker's hands is worth, in minor units; null while she has not said. */
  readonly hourMinor: number | null;
  /** Off a sale: hundredths of a per cent of its price, and so much for each. */
  readonly feeHundredths: number;
  readonly feeMinor: number;
  readonly occasionCountries: readonly string[];
  /** What it writes otherwise than its country. */
  readonly manner: z.output<typeof mannerField>;
  /** The secret part of the calendar address; null while it is closed. */
  readonly calendarSecret: string | null;
  /** What lies in it is the demo. */
  readonly isDemo: boolean;
  readonly rulesOff: readonly { readonly rule: string; readonly note: string }[];
  /** The server's clock when it answered. */
  readonly now: string;
  /** Who asks; a device that is locked does what a helper does. */
  readonly account: { readonly id: string; readonly name: string; readonly role: Role; readonly isLocked: boolean };
}
