import { z } from "zod";
import { MOST_PIECES } from "../common/fields.ts";

/** Input of `calc overmake`. */
export const overmakeIn = z.strictObject({
  need: z.int().min(0).max(MOST_PIECES),
  good: z.int().min(0).max(MOST_PIECES).default(0),
  bad: z.int().min(0).max(MOST_PIECES).default(0),
  confidence: z.number().gt(0).lt(1),
  prior: z.tuple([z.number().gt(0).max(1e6), z.number().gt(0).max(1e6)]).default([1, 1]),
});

export const overmakeOut = z.object({ make: z.int(), chance: z.number() });
