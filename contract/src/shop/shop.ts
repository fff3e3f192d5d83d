import { COUNTRIES } from "@yule/core";
import { z } from "zod";
import { name } from "../common/envelope.ts";

export const lengthSystems = ["in", "cm"] as const;

const isTimeZone = (zone: string): boolean => {
  try {
    new Intl.DateTimeFormat("en", { timeZone: zone });
    return true;
  } catch {
    return false;
  }
};

export const setShop = z.strictObject({
  name: name.optional(),
  lengthSystem: z.enum(lengthSystems).optional(),
  country: z
    .string()
    .refine((code) => COUNTRIES.has(code), { message: "an ISO 3166 code of two letters, such as GB or US" })
    .optional(),
  timeZone: z.string().refine(isTimeZone, { message: "a time zone such as Europe/Dublin" }).optional(),
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, { message: "three capital letters such as EUR" })
    .optional(),
});

export interface ShopRead {
  readonly id: string;
  readonly version: number;
  readonly name: string;
  readonly lengthSystem: (typeof lengthSystems)[number];
  readonly country: string;
  readonly timeZone: string;
  readonly currency: string;
  /** The server's clock when it answered. */
  readonly now: string;
  readonly account: { readonly id: string; readonly name: string; readonly role: "maker" | "helper" };
}
