import { z } from "zod";
import { countField, dayField } from "../common/fields.ts";
import { id, name, version } from "../common/envelope.ts";

export const needKinds = ["commission", "order", "mailing list", "fair", "shop listing", "own use"] as const;
export type NeedKind = (typeof needKinds)[number];
export const zones = ["inland", "neighbour", "overseas"] as const;

const MOST_CARDS = 10_000;
const lines = z
  .array(z.strictObject({ id, colourwayId: id, quantity: countField.max(MOST_CARDS) }))
  .min(1)
  .max(50);

export const addNeed = z.strictObject({
  id,
  kind: z.enum(needKinds),
  title: name,
  designId: id,
  due: dayField,
  zone: z.enum(zones).nullable().default(null).describe("where it is posted to; null when it is handed over"),
  priceMinor: z.int().min(0).max(100_000_000).nullable().default(null),
  householdIds: z.array(id).max(2000).default([]),
  lines,
});

export const changeNeed = z.strictObject({ id, version, title: name.optional(), due: dayField.optional(), lines: lines.optional() });
export const removeNeed = z.strictObject({ id, version });

const minuteOfDay = z.int().min(0).max(1440);
export const setSessions = z.strictObject({
  pattern: z
    .array(z.strictObject({ id, weekday: z.int().min(0).max(6), from: minuteOfDay, to: minuteOfDay }))
    .max(40)
    .superRefine((pattern, context) => {
      pattern.forEach((each, index) => {
        if (each.to <= each.from) context.addIssue({ code: "custom", path: [index, "to"], message: "a time after the start" });
        const other = pattern.findIndex((one, at) => at !== index && one.weekday === each.weekday && one.from < each.to && each.from < one.to);
        if (other > index) context.addIssue({ code: "custom", path: [other, "from"], message: "a session that does not overlap another on its day" });
      });
    }),
});

export interface NeedRead {
  readonly id: string;
  readonly version: number;
  readonly kind: NeedKind;
  readonly title: string;
  readonly designId: string;
  readonly due: string;
  readonly zone: (typeof zones)[number] | null;
  readonly priceMinor: number | null;
  readonly lines: readonly { readonly id: string; readonly colourwayId: string; readonly quantity: number; readonly assembled: number }[];
  readonly households: number;
  readonly postedOn: string | null;
}

export interface SeasonRead {
  readonly needs: readonly NeedRead[];
  readonly sessions: readonly { readonly id: string; readonly weekday: number; readonly from: number; readonly to: number }[];
}
