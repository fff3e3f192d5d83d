import { COUNTRIES, type Transit } from "@yule/core";
import { z } from "zod";
import { dayField } from "../common/fields.ts";
import { id, name } from "../common/envelope.ts";

export const addHousehold = z.strictObject({
  id,
  name,
  address: z.string().trim().min(1).max(400),
  country: z.string().refine((code) => COUNTRIES.has(code), { message: "an ISO 3166 code of two letters, such as GB or US" }),
  neutral: z.boolean().default(false),
});

export const postNeed = z.strictObject({ id, needId: id, on: dayField, service: name, costMinor: z.int().min(0).max(100_000_000) });

export interface HouseholdRead {
  readonly id: string;
  readonly name: string;
  readonly address: string;
  readonly country: string;
  readonly neutral: boolean;
  readonly needIds: readonly string[];
}
export interface DispatchRead {
  readonly households: readonly HouseholdRead[];
  readonly postings: readonly { readonly id: string; readonly needId: string; readonly on: string; readonly service: string; readonly costMinor: number }[];
  readonly carrier: {
    readonly name: string;
    readonly simulated: true;
    readonly table: readonly Transit[];
    readonly holidays: readonly string[];
    readonly neighbours: readonly string[];
  };
}
