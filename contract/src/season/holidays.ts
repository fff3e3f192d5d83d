import { COUNTRIES, written } from "@yule/core";
import { z } from "zod";
import { dayField } from "../common/fields.ts";

/** A country, or a region of it: `IE`, `DE-BY`. Whether the country has that region is known where the days are worked out. */
export const placeField = z
  .string()
  .regex(/^[A-Z]{2}(-[A-Z0-9]{1,6})?$/, { message: written`a country such as IE, or a region such as DE-BY` })
  .refine((place) => COUNTRIES.has(place.slice(0, 2)), { message: written`an ISO 3166 code of two letters, such as GB or US` });

export const holidaysQuery = z.strictObject({
  places: z
    .string()
    .max(400)
    .transform((text) => text.split(",").filter((part) => part !== ""))
    .pipe(z.array(placeField).min(1).max(21)),
  from: dayField,
});

/** A day that people in a place keep, beyond those every maker sells cards for. */
export interface HolidayRead {
  readonly on: string;
  readonly name: string;
  /** Where it is kept: countries and regions asked for. */
  readonly places: readonly string[];
  /** Work rests: post may be slow. */
  readonly isPublic: boolean;
}

export interface HolidaysRead {
  readonly days: readonly HolidayRead[];
  /** Regions of each country asked for, by code; none where it has no days of its own. */
  readonly regions: Readonly<Record<string, readonly { readonly code: string; readonly name: string }[]>>;
}
