import { z } from "zod";
import { id, units, unitsAboveZero, version } from "../common/envelope.ts";

export const lettering = ["hand", "stamp", "sticker"] as const;
export const tones = ["warm", "plain", "formal", "funny"] as const;

const LONGEST_WORDS = 300;

/** Words for a card, with what they are for and how they are put on. A stamp and a sticker have a size of their own. */
export const sentimentSchema = z
  .strictObject({
    id,
    text: z.string().trim().min(1).max(LONGEST_WORDS),
    occasion: z.string().trim().toLowerCase().max(40).nullable().default(null).describe("null for any"),
    recipient: z.string().trim().max(60).default("").describe("for whom, such as a child; empty for anybody"),
    tone: z.enum(tones).default("plain"),
    language: z
      .string()
      .regex(/^[a-z]{2,3}$/, { message: "a language of two or three letters, such as en" })
      .default("en"),
    neutral: z.boolean().default(false).describe("for households that want no feast named"),
    means: z.enum(lettering).default("hand"),
    width: unitsAboveZero.nullable().default(null),
    height: unitsAboveZero.nullable().default(null),
  })
  .superRefine((told, context) => {
    for (const each of ["width", "height"] as const) {
      if (told.means !== "hand" && told[each] === null) context.addIssue({ code: "custom", path: [each], message: `the ${each} of the ${told.means}` });
    }
  });
export const addSentiment = sentimentSchema;
export const removeSentiment = z.strictObject({ id, version });
export type SentimentRead = z.output<typeof sentimentSchema> & { readonly version: number };

/** A place on the panel that words may lie on. A curve bows up by so much in its middle. */
const zone = z.strictObject({ id, x: units, y: units, width: unitsAboveZero, height: unitsAboveZero, curve: units.default(0) });
export const wordsSchema = z.strictObject({
  zones: z.array(zone).max(12).default([]),
  front: z.strictObject({ sentimentId: id, zoneId: id }).nullable().default(null),
  inside: z.array(id).max(4).default([]).describe("sentiments written inside, before assembly"),
});
export type WordsRead = z.output<typeof wordsSchema>;
export const changeWords = z.strictObject({ id, version, words: wordsSchema });
