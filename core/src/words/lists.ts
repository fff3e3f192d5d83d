/** How lists are written: as British English does, until a shop's own way is told. */
let locale = "en-GB";
const kept = new Map<string, Intl.ListFormat>();
/** Tells how lists are written from now on. @param told a BCP 47 locale */
export const listAs = (told: string): void => void (locale = told);

/** Things one after another: `cobalt, umber and grey`. */
export function listOf(things: readonly string[], last: "and" | "or" = "and"): string {
  const key = `${locale} ${last}`;
  const format = kept.get(key) ?? new Intl.ListFormat(locale, { type: last === "and" ? "conjunction" : "disjunction" });
  kept.set(key, format);
  return format.format(things);
}
