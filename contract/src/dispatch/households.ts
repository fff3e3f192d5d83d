import { COUNTRIES, written } from "@yule/core";
import { z } from "zod";
import { id, name } from "../common/envelope.ts";
import { dayField } from "../common/fields.ts";
import { text } from "../common/text.ts";
import { checkDateOfMonth } from "../season/ownOccasions.ts";

const part = (most: number) => text().trim().max(most);
/** An address in its parts; in which order they are written is the country's own. */
export const addressParts = z.strictObject({
  street: part(160).min(1).describe("street and number, or the name of the house"),
  district: part(120).default(""),
  town: part(120).min(1),
  region: part(80).default("").describe("county, state or province, where the post asks for it"),
  code: part(20).default("").describe("the postcode"),
});
export type AddressParts = z.output<typeof addressParts>;
export const countryField = text().refine((code) => COUNTRIES.has(code), { message: written`an ISO 3166 code of two letters, such as GB or US` });

/** An address in one line, without the order of any country. */
export const plainAddress = ({ street, district, town, region, code }: z.input<typeof addressParts>): string =>
  [street, district ?? "", [code ?? "", town].filter((each) => each !== "").join(" "), region ?? ""].filter((each) => each !== "").join(", ");

const birthday = z
  .strictObject({ month: z.int().min(1).max(12), date: z.int().min(1).max(31), year: z.int().min(1900).max(2199).nullable().default(null) })
  .superRefine(checkDateOfMonth);

/** Somebody who lives there. A birthday becomes a day of the season's own. */
export const addPerson = z.strictObject({ id, householdId: id, name, birthday: birthday.nullable().default(null) });
export const dropPerson = z.strictObject({ id });
/** Somebody has died: their birthday comes no more. */
export const tellDied = z.strictObject({ id, on: dayField });

/** Where they are for a while, such as over the winter. */
export const addAddress = z
  .strictObject({ id, householdId: id, parts: addressParts, country: countryField, from: dayField, until: dayField })
  .superRefine(({ from, until }, context) => {
    if (until < from) context.addIssue({ code: "custom", path: ["until"], message: written`a day not before the first` });
  });
export const dropAddress = z.strictObject({ id });

export const householdStates = ["here", "moved", "bereaved", "no more"] as const;
export type HouseholdState = (typeof householdStates)[number];
/** What befell a household: it moved and nobody knows where, it lost somebody, or nobody of it is left. */
export const tellHousehold = z.strictObject({ id, state: z.enum(householdStates), on: dayField });

/** Two entries are the same household: the second is put into the first. */
export const mergeHouseholds = z
  .strictObject({ keepId: id, goneId: id })
  .refine(({ keepId, goneId }) => keepId !== goneId, { path: ["goneId"], message: written`another household than the one that is kept` });

/** All that is kept of a household goes for good, in the logbook too. This cannot be taken back. */
export const eraseHousehold = z.strictObject({ id });

export interface PersonRead {
  readonly id: string;
  readonly name: string;
  /** The day of the season's own that is its birthday. */
  readonly occasionId: string | null;
  readonly diedOn: string | null;
}
export interface ElsewhereRead {
  readonly id: string;
  readonly address: string;
  readonly parts: AddressParts;
  readonly country: string;
  readonly from: string;
  readonly until: string;
}
