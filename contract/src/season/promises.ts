import type { PromiseJob, PromisePlan } from "@yule/core";
import { z } from "zod";
import { idText, minutesField, MOST_MINUTES, seedField, uniqueIds } from "../common/fields.ts";
import { text } from "../common/text.ts";

/** What is owed may be broken already. */
const moment = z.number().min(-MOST_MINUTES).max(MOST_MINUTES);

/** More steps than a shop has in ten years' worth of open work. */
const MOST_STEPS = 20_000;

const step = z.strictObject({
  id: idText,
  hands: minutesField.describe("minutes of hands"),
  dry: minutesField.default(0).describe("minutes it dries after"),
  palette: text().max(200).nullable().default(null).describe("what lies mixed for it; null where it takes no paint"),
});
const need = z.strictObject({
  id: idText,
  weight: z.number().min(0).max(1_000_000).default(1).describe("how much it matters that it is kept"),
  due: moment.describe("minutes from now"),
  steps: z.array(step).min(1).max(200).superRefine(uniqueIds("the need's steps")),
});

/** Sessions that the hands have, told in any order. Two may touch, none may overlap. */
const sessions = z
  .array(z.tuple([moment, moment]))
  .max(20_000)
  .superRefine((all, context) => {
    all.forEach(([open, close], index) => {
      if (close <= open) context.addIssue({ code: "custom", path: [index, 1], message: `a time after ${String(open)}, when the session begins` });
    });
    const inOrder = all.map((session, index) => ({ session, index })).sort((a, b) => a.session[0] - b.session[0]);
    inOrder.forEach(({ session, index }, place) => {
      const before = inOrder[place - 1];
      if (before && session[0] < before.session[1]) context.addIssue({ code: "custom", path: [index, 0], message: "a session that does not overlap another" });
    });
  })
  .transform((all) => [...all].sort((a, b) => a[0] - b[0]));

/** Input of `calc plan`, times in minutes from now. */
export const planIn = z.strictObject({
  sessions,
  needs: z
    .array(need)
    .min(1)
    .max(1000)
    .superRefine(uniqueIds("needs"))
    .refine((all) => all.reduce((sum, each) => sum + each.steps.length, 0) <= MOST_STEPS, { message: `at most ${String(MOST_STEPS)} steps in all` }),
  changeover: minutesField.default(0),
  spread: z
    .strictObject({
      hands: z.number().min(0).max(3).default(0).describe("standard deviation of the logarithm of all hands"),
      drying: z.number().min(0).max(3).default(0).describe("standard deviation of the logarithm of each drying"),
      lost: z.number().min(0).max(1).default(0).describe("how often a session is lost"),
    })
    .prefault({}),
  seed: seedField.default(1),
});

/** Output of `calc plan`. */
export const planOut = z.object({
  order: z.array(z.tuple([text(), text()])),
  onTime: z.record(text(), z.number()),
  kept: z.number(),
  runs: z.number(),
});

export const promiseJobOf = ({ sessions: all, needs, changeover, spread }: z.output<typeof planIn>): PromiseJob => ({ sessions: all, needs, changeover, spread });

export const planOutOf = ({ order, onTime, kept, runs }: PromisePlan): z.input<typeof planOut> => ({
  order: order.map(({ need: of, step: what }) => [of, what]),
  onTime: Object.fromEntries(onTime),
  kept,
  runs,
});
