import { z } from "zod";
import { dayField, uniqueIds } from "../common/fields.ts";
import { id, name } from "../common/envelope.ts";

/** As many letters as one command tells of. */
const MOST_LETTERS = 2_000;
const some = z.array(id).min(1).max(MOST_LETTERS);

export const undertakingKinds = ["order", "mailing list", "fair"] as const;

/** Needs that are one thing to whoever waits: an order of several designs, a list whose people get one card each, a fair's table. What was bound before and is not named is let go. */
export const bindNeeds = z.strictObject({ id, kind: z.enum(undertakingKinds), title: name, needIds: z.array(id).min(1).max(100) });

/** Which card each household gets: a line of a need of the same list; null leaves it open. */
export const allotCards = z.strictObject({
  cards: z
    .array(z.strictObject({ letterId: id, lineId: id.nullable() }))
    .min(1)
    .max(MOST_LETTERS)
    .superRefine((cards, context) =>
      uniqueIds("cards")(
        cards.map((card) => ({ id: card.letterId })),
        context,
      ),
    ),
});

const stamps = z
  .array(z.strictObject({ storeId: id, quantity: z.int().min(1).max(100) }))
  .max(30)
  .default([])
  .describe("stamps of the shelf that were stuck on");

/** Letters that have gone off. One that was posted before stays as it was, so two devices may tick the same. */
export const postLetters = z.strictObject({
  id,
  letters: z
    .array(z.strictObject({ id, service: name, stamps }))
    .min(1)
    .max(MOST_LETTERS)
    .superRefine(uniqueIds("letters")),
  on: dayField,
});

export const letterFates = ["arrived", "came back", "lost"] as const;
export type LetterFate = (typeof letterFates)[number];
/** What is heard of letters that are on their way. */
export const tellLetters = z.strictObject({ letterIds: some, what: z.enum(letterFates), on: dayField });

/** Cards that are written and addressed. */
export const tellWritten = z.strictObject({ letterIds: some, written: z.boolean() });

/** A household had a card of a design before it was kept here. */
export const tellHad = z.strictObject({ id, householdId: id, designId: id, on: dayField.nullable().default(null) });

/** A card came from a household. */
export const tellSent = z.strictObject({ id, householdId: id, on: dayField });

/** A card to one household. */
export interface LetterRead {
  readonly id: string;
  readonly needId: string;
  readonly householdId: string;
  /** The line of its need that it takes its card from; null while that is open. */
  readonly lineId: string | null;
  readonly written: boolean;
  readonly postedOn: string | null;
  readonly service: string | null;
  readonly fate: LetterFate | null;
  readonly fateOn: string | null;
}

export interface UndertakingRead {
  readonly id: string;
  readonly kind: (typeof undertakingKinds)[number];
  readonly title: string;
  readonly needIds: readonly string[];
}

/** What a printer of labels made of them. */
export interface PrintedRead {
  readonly file: string;
  readonly by: string;
  readonly simulated: boolean;
}
