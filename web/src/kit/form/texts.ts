import { minorOf, readAmount, readLength, readTime, type AmountFault, type LengthSystem, type Measure, t } from "@yule/core";
import { z } from "zod";
import { readNumber } from "../readNumber.ts";
import { typedAmount } from "../say.ts";

/** A number as typed, read by the field of a command. @param empty what an empty field means; without it the field says what it wants */
export const numberText = <T>(field: z.ZodType<T, number | null>, empty: number | null = Number.NaN) =>
  z
    .string()
    .transform((text) => (text.trim() === "" ? empty : readNumber(text)))
    .pipe(field);

/** A length as typed, by the label or without one in the shop's units; nothing is none, which the field may refuse. */
export const lengthText = <T>(system: LengthSystem, field: z.ZodType<T, number | null>) =>
  z
    .string()
    .transform((text, context): number | null => {
      if (text.trim() === "") return null;
      const read = readLength(text, system);
      if (read.ok && read.value > 0) return read.value;
      context.addIssue({ code: "custom", params: { allowed: read.ok ? [t`more than 0`] : (read.faults[0]?.allowed ?? [t`a length`]) } });
      return z.NEVER;
    })
    .pipe(field);

/** A length that is asked for. */
export const askedFor = (field: z.ZodType<number, number>) =>
  z
    .number()
    .nullable()
    .superRefine((length, context) => {
      if (length === null) context.addIssue({ code: "custom", message: t`a length, as it was measured` });
    })
    .transform((length) => length ?? z.NEVER)
    .pipe(field);

/** A whole number as typed. @param empty what an empty field means */
export const countText = (least: number, most: number, empty = Number.NaN) =>
  z
    .string()
    .transform((text) => (text.trim() === "" ? empty : readNumber(text)))
    .refine((count) => Number.isInteger(count) && count >= least && count <= most, { message: t`a whole number from ${String(least)} to ${String(most)}` });

/** An amount of money as typed, in minor units; nothing is none. Nothing smaller than the currency's smallest coin is paid. */
export const moneyText = <T>(currency: string, field: z.ZodType<T, number | null>) =>
  z
    .string()
    .refine((text) => text.trim() === "" || isAmount(readNumber(text), currency), { message: t`an amount such as ${typedAmount(minorOf(12.5, currency), currency)}`, abort: true })
    .transform((text): number | null => (text.trim() === "" ? null : minorOf(readNumber(text), currency)))
    .pipe(field);

/** Whether a number is an amount of a currency that its coins can pay. */
export const isAmount = (amount: number, currency: string): boolean =>
  amount >= 0 && amount < 1_000_000 && Math.abs(minorOf(amount * 1000, currency) - minorOf(amount, currency) * 1000) <= 1;

/** A time of the day as typed, in minutes after midnight. */
export const timeText = z
  .string()
  .refine((text) => readTime(text) !== null, { params: { allowed: ["a time such as ", { time: 1170 }] }, abort: true })
  .transform((text) => readTime(text) ?? 0);

/** A choice that may be left open: the empty one is null. */
export const openChoice = <T>(field: z.ZodType<T, string | null>) =>
  z
    .string()
    .transform((value) => (value === "" ? null : value))
    .pipe(field);

/** Yes, no, or not told. */
export const yesNoText = z.enum(["", "yes", "no"]).transform((value) => (value === "" ? null : value === "yes"));
export const yesNoOf = (value: boolean | null): "" | "yes" | "no" => (value === null ? "" : value ? "yes" : "no");

/** An amount as typed, in whole units of its measure: `12 ml`, `2 1/2 m`, `40`. Nothing is none, which the field may refuse. */
export const amountText = <T>(measure: Measure, field: z.ZodType<T, number | null>) =>
  z
    .string()
    .transform((text, context): number | null => {
      if (text.trim() === "") return null;
      const read = readAmount(text, measure);
      if (read.ok) return read.amount;
      context.addIssue({ code: "custom", params: { allowed: [amountAllowed(read.fault, measure)] } });
      return z.NEVER;
    })
    .pipe(field);

const EXAMPLE: Readonly<Record<Measure, string>> = { piece: "12", volume: "12 ml", length: "2.5 m", weight: "30 g", life: "0.5 pen" };

/** What may stand there instead. */
export function amountAllowed(fault: AmountFault, measure: Measure): string {
  switch (fault.code) {
    case "no-number":
      return t`an amount such as ${EXAMPLE[measure]}`;
    case "negative":
      return t`0 or more`;
    case "too-fine":
      return t`whole pieces`;
    case "too-large":
      return t`less: that much fits in no house`;
    case "unknown-unit":
    case "other-measure":
      return t`one of ${fault.known.join(", ")}`;
  }
}
