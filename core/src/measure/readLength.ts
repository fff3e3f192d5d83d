import { fail, phrase, succeed, type Result } from "../outcome/outcome.ts";
import { inches, mm, type Length, type LengthSystem } from "./length.ts";

/** The longest length that is read: 100 m. Longer ones are slips of the hand. */
const LONGEST = mm(100_000);

const INCH_MARK = String.raw`(?:in|inch|inches|"|″|”)`;
const WHOLE_AND_FRACTION = new RegExp(String.raw`^(?:(\d+)[\s-]+)?(\d+)\s*[/⁄]\s*(\d+)\s*(?:${INCH_MARK})?$`, "i");
const DECIMAL = new RegExp(String.raw`^(\d+(?:[.,]\d+)?|[.,]\d+)\s*(mm|cm|m|${INCH_MARK})?$`, "i");
const VULGAR: Readonly<Record<string, string>> = {
  "¼": "1/4",
  "½": "1/2",
  "¾": "3/4",
  "⅛": "1/8",
  "⅜": "3/8",
  "⅝": "5/8",
  "⅞": "7/8",
  "⅓": "1/3",
  "⅔": "2/3",
};

/**
 * Reads what a maker writes: `4 1/4`, `4.25 in`, `4 1/4"`, `4¼`, `108 mm`, `10.8cm`, `10,8 cm`. A bare number is in
 * the maker's own system. A fraction is inches in either system.
 * @fault not-a-length, too-long
 */
export function readLength(text: string, system: LengthSystem): Result<Length> {
  const tidy = text
    .trim()
    .replace(/[¼½¾⅛⅜⅝⅞⅓⅔]/g, (mark) => ` ${VULGAR[mark] ?? ""}`)
    .trim();
  const fraction = WHOLE_AND_FRACTION.exec(tidy);
  const length = fraction ? readFraction(fraction) : readDecimal(DECIMAL.exec(tidy), system);
  if (length === null) {
    return fail({
      code: "not-a-length",
      path: [],
      given: text.trim() === "" ? ["nothing"] : [{ text: text.trim() }],
      allowed: phrase`a length such as 4 1/4 in, 4.25 in, 108 mm or 10.8 cm`,
    });
  }
  if (length > LONGEST) return fail({ code: "too-long", path: [], given: [{ text: text.trim() }], allowed: phrase`at most ${100} m` });
  return succeed(length);
}

function readFraction(match: RegExpExecArray): Length | null {
  const denominator = Number(match[3]);
  return denominator === 0 ? null : inches(Number(match[1] ?? 0), Number(match[2]), denominator);
}

function readDecimal(match: RegExpExecArray | null, system: LengthSystem): Length | null {
  if (!match) return null;
  const amount = Number((match[1] ?? "").replace(",", "."));
  const unit = match[2]?.toLowerCase() ?? system;
  if (unit === "mm") return mm(amount);
  if (unit === "cm") return mm(amount * 10);
  if (unit === "m") return mm(amount * 1000);
  return inches(amount);
}
