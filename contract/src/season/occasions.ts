import { z } from "zod";
import { dayField } from "../common/fields.ts";

/** Input of `calc occasions`. */
export const occasionsIn = z.strictObject({ country: z.string(), from: dayField, to: dayField });

export const occasionsOut = z.object({ days: z.array(z.object({ date: z.string(), id: z.string(), name: z.string() })) });
