import type { Manner } from "./manner.ts";

/** Between thousands: what countries use, beside the other decimal sign. */
const SPACES = /[\s\u00A0\u202F'’]/g;

/**
 * A number as a person types it in their country: `2,5` and `1.234,5` where the comma is the decimal sign, `2.5` and `1,234.5` where the dot is. One
 * sign that cannot stand between thousands is taken for the decimal one anywhere: nobody means 25 by `2,5`. What mixes the signs is none.
 * @returns NaN for what is no number, and for nothing
 */
export function numberIn(text: string, { decimal }: Pick<Manner, "decimal">): number {
  const tidy = text.trim().replace(SPACES, "").replace(/^−/, "-");
  const group = decimal === "." ? "," : ".";
  const [sign, own, other] = ["[+-]?", `\\${decimal}`, `\\${group}`];
  if (new RegExp(`^${sign}(\\d+(${own}\\d*)?|${own}\\d+)$`).test(tidy)) return Number(tidy.replace(decimal, "."));
  if (new RegExp(`^${sign}\\d{1,3}(${other}\\d{3})+(${own}\\d*)?$`).test(tidy)) return Number(tidy.replaceAll(group, "").replace(decimal, "."));
  // A single foreign decimal sign, not before three figures.
  if (new RegExp(`^${sign}(\\d*${other}(\\d{1,2}|\\d{4,}))$`).test(tidy)) return Number(tidy.replace(group, "."));
  return Number.NaN;
}
