import { written } from "@yule/core";
import type { Transit } from "@yule/core";
import { z } from "zod";
import { dayField } from "../common/fields.ts";
import { id, name, version } from "../common/envelope.ts";
import { afterName } from "../common/pages.ts";
import { text } from "../common/text.ts";
import { addressParts, countryField, type AddressParts, type ElsewhereRead, type HouseholdState, type PersonRead } from "./households.ts";
import type { OrderRead } from "./orders.ts";
import type { LetterRead, UndertakingRead } from "./letters.ts";

const without = z.array(text().trim().toLowerCase().min(1).max(40)).max(20).describe("what its cards must not show: flowers, glitter ...");
const likes = z.array(text().trim().toLowerCase().min(1).max(40)).max(20).describe("what it likes its cards to show: boats, moths ...");
const language = text().regex(/^[a-z]{2,3}$/, { message: written`a language of two or three letters, such as en` });
const address = text().trim().min(1).max(400).describe("in one line; where its parts are told it is written from them");
const parts = addressParts.nullable();
export const addHousehold = z.strictObject({
  id,
  name,
  address,
  parts: parts.default(null),
  country: countryField,
  neutral: z.boolean().default(false),
  without: without.default([]),
  likes: likes.default([]),
  language: language.default("en"),
});
/** Many at once, from a file: all of them or none. */
export const addHouseholds = z.strictObject({ households: z.array(addHousehold).min(1).max(2_000) });
export const changeHousehold = z.strictObject({
  id,
  version,
  name: name.optional(),
  address: address.optional(),
  parts: parts.optional(),
  country: countryField.optional(),
  neutral: z.boolean(),
  without,
  likes: likes.optional(),
  language: language.optional(),
});

/** What it cost is reckoned by the server from the carrier's table; told, it must be the same. */
export const postNeed = z.strictObject({ id, needId: id, on: dayField, service: name, costMinor: z.int().min(0).max(100_000_000).optional() });

export interface HouseholdRead {
  readonly id: string;
  readonly name: string;
  readonly address: string;
  /** The address in its parts; null where it was told as one line. */
  readonly parts: AddressParts | null;
  readonly country: string;
  readonly version: number;
  readonly neutral: boolean;
  readonly without: readonly string[];
  /** What it likes to see: boats, blue ... */
  readonly likes: readonly string[];
  /** The language of its words. */
  readonly language: string;
  /** The day its last card came; null where none did. */
  readonly sentOn: string | null;
  readonly needIds: readonly string[];
  readonly state: HouseholdState;
  /** Since when. */
  readonly stateOn: string | null;
  readonly people: readonly PersonRead[];
  /** Where they are for a while. */
  readonly elsewhere: readonly ElsewhereRead[];
}
/** A page of the books, by name. */
export interface HouseholdsRead {
  readonly households: readonly HouseholdRead[];
  /** The last name and id of the page, where the next begins; null on the last. */
  readonly after: string | null;
}
export const householdsQuery = z.strictObject({
  find: text().max(120).optional(),
  after: afterName.optional(),
  needId: id.optional().describe("those that a need goes to"),
});

export interface DispatchRead {
  /** Those that open needs go to, and whose own days are kept; the others are looked up. */
  readonly households: readonly HouseholdRead[];
  /** How many there are in the books by country, and how many of them want neutral words. */
  readonly books: readonly { readonly country: string; readonly households: number; readonly neutral: number }[];
  readonly postings: readonly { readonly id: string; readonly needId: string; readonly on: string; readonly service: string; readonly costMinor: number }[];
  /** The cards of open needs that go to households one by one. */
  readonly letters: readonly LetterRead[];
  /** Designs asked for now that those households had before. */
  readonly had: readonly { readonly householdId: string; readonly designId: string; readonly on: string | null }[];
  /** Needs of the open season that are one thing to whoever waits. */
  readonly undertakings: readonly UndertakingRead[];
  /** Those of them that are orders, with what was agreed and paid. */
  readonly orders: readonly OrderRead[];
  readonly carrier: {
    readonly name: string;
    readonly simulated: true;
    readonly table: readonly Transit[];
    readonly holidays: readonly string[];
    readonly neighbours: readonly string[];
  };
}
