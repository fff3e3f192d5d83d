import { FAIR_SIZES, FAIR_WEATHERS, money as minor, phrase, type FairSize, type FairWeather, written } from "@yule/core";
import { z } from "zod";
import { id, moment, name, unitsAboveZero } from "../common/envelope.ts";
import { dayField } from "../common/fields.ts";

const money = z.int().min(0).max(10_000_000);
const cards = z.int().min(0).max(10_000);

/** A fair as it is beforehand; its needs are one thing. Told again it is changed. */
export const setFair = z.strictObject({
  id,
  title: name,
  on: dayField,
  needIds: z.array(id).max(100),
  size: z.enum(FAIR_SIZES).default("usual"),
  weather: z.enum(FAIR_WEATHERS).default("fine"),
  tableLength: unitsAboveZero,
  tableDepth: unitsAboveZero,
  tiers: z.int().min(1).max(6).default(2),
  standMinutes: z.int().min(1).max(1440).default(360).describe("minutes from the first buyer to the last"),
  feeMinor: money.default(0).describe("what the table costs"),
  floatMinor: money.default(0).describe("what lies in the tin before the first buyer"),
});

/** All that goes to a fair; what was packed before and is not named stays at home. */
export const bringToTheFair = z.strictObject({
  fairId: id,
  goods: z
    .array(z.strictObject({ colourwayId: id, brought: cards.min(1), priceMinor: money }))
    .max(500)
    .superRefine((goods, context) => {
      const seen = new Set<string>();
      goods.forEach(({ colourwayId }, index) => {
        if (seen.has(colourwayId)) context.addIssue({ code: "custom", path: [index, "colourwayId"], message: written`a colourway that stands here once` });
        seen.add(colourwayId);
      });
    }),
});

const saleLines = z.array(z.strictObject({ colourwayId: id, quantity: z.int().min(1).max(1000), priceMinor: money })).max(50);

/** What somebody bought, or brought back. Nothing is paid here: it is noted. */
export const ringUp = z
  .strictObject({
    id,
    fairId: id,
    at: moment,
    isBack: z.boolean().default(false).describe("cards come back and their price is given back"),
    paid: z.enum(["cash", "card"]),
    tenderMinor: money.nullable().default(null).describe("what was handed over in cash"),
    tipMinor: money.default(0),
    lines: saleLines,
  })
  .superRefine(({ lines, tipMinor, tenderMinor, isBack, paid }, context) => {
    const due = lines.reduce((sum, { quantity, priceMinor }) => sum + quantity * priceMinor, 0) + tipMinor;
    if (lines.length === 0 && tipMinor === 0) context.addIssue({ code: "custom", path: ["lines"], message: written`at least one card, or a tip` });
    if (tenderMinor !== null && paid === "cash" && !isBack && tenderMinor < due)
      context.addIssue({
        code: "custom",
        path: ["tenderMinor"],
        message: written`at least what is to be paid`,
        params: { allowed: phrase`at least ${{ money: minor(due) }}, what is to be paid` },
      });
  });

/** The end of a fair: what lies in the tin, and what of each comes home. */
export const closeFair = z.strictObject({
  fairId: id,
  on: dayField,
  tinMinor: money,
  left: z.array(z.strictObject({ colourwayId: id, cards })).max(500),
});

export interface FairGoodRead {
  readonly colourwayId: string;
  readonly designId: string;
  readonly brought: number;
  readonly priceMinor: number;
  /** Of a fair that is over. */
  readonly sold: number | null;
}
export interface SaleRead {
  readonly id: string;
  readonly at: string;
  readonly isBack: boolean;
  readonly paid: "cash" | "card";
  readonly tenderMinor: number | null;
  readonly tipMinor: number;
  readonly lines: readonly { readonly colourwayId: string; readonly quantity: number; readonly priceMinor: number }[];
}
export interface FairRead {
  readonly id: string;
  readonly title: string;
  readonly on: string;
  readonly needIds: readonly string[];
  readonly size: FairSize;
  readonly weather: FairWeather;
  readonly tableLength: number;
  readonly tableDepth: number;
  readonly tiers: number;
  readonly standMinutes: number;
  readonly feeMinor: number;
  readonly floatMinor: number;
  /** What lay in the tin at the end; null while it is not over. */
  readonly tinMinor: number | null;
  readonly goods: readonly FairGoodRead[];
  readonly sales: readonly SaleRead[];
}
export interface FairsRead {
  /** Those that are not over, and the one that was over last. */
  readonly fairs: readonly FairRead[];
  /** What the last fairs were and sold, the newest first. */
  readonly past: readonly {
    readonly id: string;
    readonly title: string;
    readonly on: string;
    /** Nothing is learned of it. */
    readonly isLeftOut: boolean;
    readonly size: FairSize;
    readonly weather: FairWeather;
    readonly goods: readonly { readonly design: string; readonly colourwayId: string; readonly brought: number; readonly sold: number }[];
  }[];
}
