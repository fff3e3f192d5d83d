import type { AllotJob, Allotment } from "@yule/core";
import { z } from "zod";
import { idText, seedField, uniqueIds } from "../common/fields.ts";
import { text } from "../common/text.ts";

const count = z.int().min(0).max(1_000_000);
const ids = z.array(idText).max(2_000).default([]);

/** Input of `calc allot`. `had`, `not` and `likes` may name designs that are not offered. */
export const allotIn = z.strictObject({
  designs: z
    .array(
      z.strictObject({
        id: idText,
        have: count,
        more: count.nullable().default(0).describe("cards that could still be painted; null for as many as wanted"),
        cost: z.int().min(0).max(1_000_000_000).default(0).describe("of each card painted, in minor units"),
      }),
    )
    .max(500)
    .superRefine(uniqueIds("designs")),
  households: z
    .array(z.strictObject({ id: idText, had: ids, not: ids, likes: ids }))
    .max(5_000)
    .superRefine(uniqueIds("households")),
  seed: seedField.default(1),
});

export type AllotQuestion = z.output<typeof allotIn>;

/** Output of `calc allot`. */
export const allotOut = z.object({
  cards: z.array(z.object({ household: text(), design: text() })),
  unserved: z.array(text()),
  repeats: z.int(),
  likes: z.int(),
  paint: z.array(z.object({ design: text(), count: z.int() })),
  cost: z.int(),
});

/** The job with designs by their places. */
export function allotJobOf({ designs, households }: AllotQuestion): AllotJob {
  const places = new Map(designs.map(({ id }, index) => [id, index]));
  const placesOf = (all: readonly string[]): ReadonlySet<number> => new Set(all.flatMap((id) => places.get(id) ?? []));
  return { designs, households: households.map(({ id, had, not, likes }) => ({ id, had: placesOf(had), not: placesOf(not), likes: placesOf(likes) })) };
}

export function allotOutOf({ designs, households }: AllotJob, { designs: chosen, paint, ...sums }: Allotment): z.input<typeof allotOut> {
  const nameOf = (design: number): string => designs[design]?.id ?? "";
  return {
    cards: households.flatMap(({ id }, index) => {
      const design = chosen[index] ?? null;
      return design === null ? [] : [{ household: id, design: nameOf(design) }];
    }),
    unserved: households.flatMap(({ id }, index) => ((chosen[index] ?? null) === null ? [id] : [])),
    paint: paint.map(({ design, count: cards }) => ({ design: nameOf(design), count: cards })),
    ...sums,
  };
}
