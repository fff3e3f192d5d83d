import { phrase, written } from "@yule/core";
import { z } from "zod";
import { id, version } from "../common/envelope.ts";
import { dayField } from "../common/fields.ts";
import { text } from "../common/text.ts";

export const people = ["maker", "helper"] as const;
const minuteOfDay = z.int().min(0).max(1440);
export const setSessions = z.strictObject({
  pattern: z
    .array(z.strictObject({ id, weekday: z.int().min(0).max(6), from: minuteOfDay, to: minuteOfDay, who: z.enum(people).default("maker"), light: z.boolean().default(false) }))
    .max(40)
    .superRefine((pattern, context) => {
      pattern.forEach((each, index) => {
        if (each.to <= each.from) context.addIssue({ code: "custom", path: [index, "to"], message: written`a time after the start` });
        const other = pattern.findIndex((one, at) => at !== index && one.weekday === each.weekday && one.who === each.who && one.from < each.to && each.from < one.to);
        if (other > index) context.addIssue({ code: "custom", path: [other, "from"], message: written`a session that does not overlap another on its day` });
      });
    }),
});

export const sessionChangeKinds = ["extra", "away", "busy"] as const;
/** What differs from the ordinary weeks: an extra session, days away, a busy hour. */
export const addSessionChange = z
  .strictObject({
    id,
    what: z.enum(sessionChangeKinds),
    title: text().max(120).default(""),
    first: dayField,
    last: dayField,
    from: minuteOfDay.nullable().default(null),
    to: minuteOfDay.nullable().default(null),
    who: z.enum(people).default("maker"),
    light: z.boolean().default(false),
  })
  .superRefine((change, context) => {
    if (change.last < change.first)
      context.addIssue({ code: "custom", path: ["last"], message: `a day not before ${change.first}`, params: { allowed: phrase`a day not before ${{ day: change.first }}` } });
    if (change.what === "extra" && (change.from === null || change.to === null)) context.addIssue({ code: "custom", path: ["from"], message: written`times for an extra session` });
    if ((change.from === null) !== (change.to === null)) context.addIssue({ code: "custom", path: ["to"], message: written`both times or neither` });
    if (change.from !== null && change.to !== null && change.to <= change.from) context.addIssue({ code: "custom", path: ["to"], message: written`a time after the start` });
  });
export const addSessionChanges = z.strictObject({ changes: z.array(addSessionChange).min(1).max(1000) });
export const removeSessionChange = z.strictObject({ id, version });

/** A session keeps the work that the plan has in it, whatever is planned anew. */
export const pinSession = z.strictObject({ id, day: dayField, to: minuteOfDay, who: z.enum(people).default("maker") });
export const unpinSession = z.strictObject({ id, version });

export interface PinnedSessionRead {
  readonly id: string;
  readonly version: number;
  readonly day: string;
  /** The minute at which it ends: while it is on, its beginning moves with the clock. */
  readonly to: number;
  readonly who: (typeof people)[number];
}

export interface SessionChangeRead {
  readonly id: string;
  readonly version: number;
  readonly what: (typeof sessionChangeKinds)[number];
  readonly title: string;
  readonly first: string;
  readonly last: string;
  readonly from: number | null;
  readonly to: number | null;
  readonly who: (typeof people)[number];
  readonly light: boolean;
}
