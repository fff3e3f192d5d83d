import { phrase, LEAST_X_HEIGHT, type Fit, written } from "@yule/core";
import { z } from "zod";
import { idText, uniqueIds } from "../common/fields.ts";
import { id, units, unitsAboveZero, version } from "../common/envelope.ts";
import { text } from "../common/text.ts";

export const lettering = ["hand", "stamp", "sticker"] as const;
export const tones = ["warm", "plain", "formal", "funny"] as const;

const LONGEST_WORDS = 300;

/** Words for a card, with what they are for and how they are put on. A stamp and a sticker have a size of their own. */
export const addSentiment = z
  .strictObject({
    id,
    text: text().trim().min(1).max(LONGEST_WORDS),
    occasion: text().trim().toLowerCase().max(40).nullable().default(null).describe("null for any"),
    recipient: text().trim().max(60).default("").describe("for whom, such as a child; empty for anybody"),
    tone: z.enum(tones).default("plain"),
    language: text()
      .regex(/^[a-z]{2,3}$/, { message: written`a language of two or three letters, such as en` })
      .default("en"),
    neutral: z.boolean().default(false).describe("for households that want no feast named"),
    means: z.enum(lettering).default("hand"),
    width: unitsAboveZero.nullable().default(null),
    height: unitsAboveZero.nullable().default(null),
  })
  .superRefine((words, context) => {
    for (const each of ["width", "height"] as const) {
      if (words.means !== "hand" && words[each] === null)
        context.addIssue({ code: "custom", path: [each], message: `the ${each} of the ${words.means}`, params: { allowed: phrase`the ${each} of the ${words.means}` } });
    }
  });
export const removeSentiment = z.strictObject({ id, version });
export type SentimentRead = z.output<typeof addSentiment> & { readonly version: number };

/** A place on the panel that words may lie on. A curve bows up by so much in its middle. */
const zone = z
  .strictObject({ id, x: units, y: units, width: unitsAboveZero, height: unitsAboveZero, curve: units.default(0) })
  .refine((place) => place.curve * 2 <= place.width && place.curve < place.height, {
    path: ["curve"],
    message: written`at most half the width, and less than the height of the place`,
  });
export const wordsSchema = z.strictObject({
  zones: z.array(zone).max(12).default([]),
  front: z.strictObject({ sentimentId: id, zoneId: id }).nullable().default(null),
  inside: z.array(id).max(4).default([]).describe("sentiments written inside, before assembly"),
});
export type WordsRead = z.output<typeof wordsSchema>;
export const changeWords = z.strictObject({ id, version, words: wordsSchema });

const mm = z.number().min(0).max(2000);
const some = mm.gt(0);
const MOST_LINES = 3;

/** Input of `calc fit-words`, millimetres: words, and the free places of a panel. */
export const fitWordsIn = z.strictObject({
  words: z
    .strictObject({
      text: text().trim().min(1).max(LONGEST_WORDS),
      means: z.enum(lettering).default("hand"),
      width: some.nullable().default(null),
      height: some.nullable().default(null),
    })
    .superRefine((input, context) => {
      for (const each of ["width", "height"] as const) {
        if (input.means !== "hand" && input[each] === null) context.addIssue({ code: "custom", path: [each], message: `the ${each} of the ${input.means}` });
      }
    }),
  zones: z
    .array(
      z
        .strictObject({
          id: idText,
          x: mm.default(0),
          y: mm.default(0),
          width: some,
          height: some,
          curve: mm.default(0).describe("by how much the baseline bows up in its middle"),
        })
        .refine((input) => input.curve * 2 <= input.width, { path: ["curve"], message: written`at most half the width, which is half a circle` })
        .refine((input) => input.curve < input.height, { path: ["curve"], message: written`less than the height of the place` }),
    )
    .min(1)
    .max(50)
    .superRefine(uniqueIds("the places")),
  leastXHeight: some.max(100).default(LEAST_X_HEIGHT).describe("smallest height of small letters that can be written"),
  mostLines: z.int().min(1).max(MOST_LINES).default(2),
});

const line = z.object({ text: text(), from: z.number(), to: z.number(), baseline: z.number(), xLine: z.number(), capLine: z.number() });
/** Output of `calc fit-words`, millimetres from the panel's top left corner: each place, the one with the largest words first. */
export const fitWordsOut = z.object({
  places: z.array(
    z.object({
      zone: text(),
      fits: z.boolean(),
      size: z.number(),
      xHeight: z.number(),
      lines: z.array(line),
      arc: z.object({ x: z.number(), y: z.number(), radius: z.number() }).nullable(),
      over: z.object({ width: z.number(), height: z.number() }),
    }),
  ),
});

const round = (value: number): number => Math.round(value * 1000) / 1000;
export const fitOutOf = (fit: Fit): z.input<typeof fitWordsOut>["places"][number] => ({
  ...fit,
  size: round(fit.size),
  xHeight: round(fit.xHeight),
  lines: fit.lines.map(({ text, ...rest }) => ({
    text,
    from: round(rest.from),
    to: round(rest.to),
    baseline: round(rest.baseline),
    xLine: round(rest.xLine),
    capLine: round(rest.capLine),
  })),
  arc: fit.arc && { x: round(fit.arc.x), y: round(fit.arc.y), radius: round(fit.arc.radius) },
  over: { width: round(fit.over.width), height: round(fit.over.height) },
});
