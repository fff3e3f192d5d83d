/** Minutes after midnight, from `19:30`, `19.30`, `7:30 pm`, `7pm`, `19`, `noon`; null for what is no time of a day. */
export function readTime(text: string): number | null {
  const tidy = text
    .trim()
    .toLowerCase()
    .replace(/[\u00A0\u202F]/g, " ");
  if (tidy === "noon") return 720;
  if (tidy === "midnight") return 0;
  const [, hours, minutes = "0", half] = /^(\d{1,2})(?:\s?[:.h]\s?(\d{2}))?\s?(a\.?m\.?|p\.?m\.?)?$/.exec(tidy) ?? [];
  if (hours === undefined) return null;
  const [hour, minute] = [Number(hours), Number(minutes)];
  if (minute > 59 || (half === undefined ? hour > 23 : hour < 1 || hour > 12)) return null;
  return 60 * (half === undefined ? hour : (hour % 12) + (half.startsWith("p") ? 12 : 0)) + minute;
}
