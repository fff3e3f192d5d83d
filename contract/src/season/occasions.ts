import { z } from "zod";
import { dayField } from "../common/fields.ts";
import { text } from "../common/text.ts";

/** Input of `calc occasions`. */
export const occasionsIn = z.strictObject({ country: text(), from: dayField, to: dayField });

export const occasionsOut = z.object({ days: z.array(z.object({ date: text(), id: text(), name: text() })) });
