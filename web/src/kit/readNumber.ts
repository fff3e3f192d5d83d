import { NumberParser } from "@internationalized/number";

const parsers = new Map<string, NumberParser>();

/** The parser of a language; made once, since making one asks the platform for its signs. */
function parserFor(locale: string): NumberParser {
  const known = parsers.get(locale) ?? new NumberParser(locale, { style: "decimal" });
  parsers.set(locale, known);
  return known;
}

/**
 * A number as a person types it in their country: `2,5` with a decimal comma where one is written so, `2.5` everywhere. NaN for what is
 * none, for nothing, and for `12,505`, which is two numbers in two countries.
 */
export function readNumber(text: string, locale: string = typeof navigator === "undefined" ? "en" : navigator.language): number {
  const tidy = text.trim();
  if (tidy === "") return Number.NaN;
  const plain = Number(tidy);
  // A lone comma is a decimal one, wherever she lives. Before three figures it may be either, so it is asked again.
  if (/^-?\d+,\d+$/.test(tidy)) return /,\d{3}$/.test(tidy) ? Number.NaN : Number(tidy.replace(",", "."));
  return Number.isNaN(plain) ? parserFor(locale).parse(tidy) : plain;
}
