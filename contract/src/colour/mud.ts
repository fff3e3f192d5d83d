import type { MudForecast } from "@yule/core";
import { z } from "zod";
import { pigmentField, rounded as round } from "./paint.ts";
import { text } from "../common/text.ts";

const MOST_PAIRS = 10_000;

const side = z.array(pigmentField).min(1).max(8).describe("pigments of one paint; several are a ready mix in equal parts");

/** Input of `calc mud`. */
export const mudIn = z.strictObject({
  paper: z.enum(["white"]).default("white"),
  pairs: z
    .array(z.strictObject({ under: side, over: side, how: z.enum(["wet", "glaze"]) }))
    .min(1)
    .max(MOST_PAIRS),
});

/** Output of `calc mud`, CIE LCh under D65, in the order asked. */
export const mudOut = z.object({
  pairs: z.array(z.object({ hex: text(), L: z.number(), C: z.number(), h: z.number(), chromaLost: z.number(), verdict: z.enum(["clean", "dull", "mud"]), why: text() })),
});

export const mudOutOf = ({ hex, L, C, h, chromaLost, verdict, why }: MudForecast): z.input<typeof mudOut>["pairs"][number] => ({
  hex,
  L: round(L, 1),
  C: round(C, 1),
  h: round(h, 1),
  chromaLost: round(chromaLost, 3),
  verdict,
  why,
});
