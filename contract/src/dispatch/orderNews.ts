import { z } from "zod";
import { text } from "../common/text.ts";

/** What the feed tells of orders is done as told: a number changed, a need gone, a payment noted. Or it is left, and not told again. */
export const takeNews = z.strictObject({
  refs: z.array(text().min(1).max(80)).min(1).max(200).describe("the feed's own numbers of the news, the oldest first"),
  isLeft: z.boolean().default(false).describe("left as it is here; the feed does not tell it again"),
});
