import { type LengthSystem } from "./length.ts";

export const PAPER_FORMATS = ["A4", "letter"] as const;
export type PaperFormat = (typeof PAPER_FORMATS)[number];

/** Languages that there are sentences in. */
export const LANGUAGES = ["en"] as const;

/** How a shop writes and reads: preset by its country, each told otherwise by itself. */
export interface Manner {
  /** Of the sentences, a BCP 47 language. */
  readonly language: string;
  /** ISO 3166: how days, times and numbers stand. */
  readonly country: string;
  readonly hours: 12 | 24;
  /** The weekday that a week begins with: 0 is Sunday. */
  readonly firstDay: number;
  readonly temperature: "C" | "F";
  readonly paper: PaperFormat;
  readonly decimal: "." | ",";
}

/** Where paper is cut to letter size, and where warmth is told in Fahrenheit: CLDR 48, territory information, `paperSize` and `temperature`. */
const LETTER_COUNTRIES: ReadonlySet<string> = new Set(["BZ", "CA", "CL", "CO", "CR", "GT", "MX", "NI", "PA", "PH", "PR", "SV", "US", "VE"]);
const FAHRENHEIT_COUNTRIES: ReadonlySet<string> = new Set(["BS", "BZ", "KY", "PR", "PW", "US"]);
/** Where makers measure in inches, and what is paid with where it is not the euro; both are asked for all the same. */
const INCH_COUNTRIES: ReadonlySet<string> = new Set(["CA", "PR", "US"]);
const CURRENCIES: Readonly<Record<string, string>> = {
  ...{ AE: "AED", AR: "ARS", AU: "AUD", BR: "BRL", CA: "CAD", CH: "CHF", CL: "CLP", CN: "CNY", CO: "COP", CZ: "CZK", DK: "DKK", EG: "EGP", GB: "GBP", HK: "HKD", HU: "HUF" },
  ...{ IL: "ILS", IN: "INR", IS: "ISK", JP: "JPY", KR: "KRW", LI: "CHF", MA: "MAD", MX: "MXN", MY: "MYR", NO: "NOK", NZ: "NZD", PE: "PEN", PH: "PHP", PL: "PLN", PR: "USD" },
  ...{ RO: "RON", SA: "SAR", SE: "SEK", SG: "SGD", TH: "THB", TR: "TRY", TW: "TWD", UA: "UAH", US: "USD", ZA: "ZAR" },
};
/** Sunday, Friday or Saturday first; elsewhere a week begins on Monday: CLDR 48, week data. For platforms that do not tell it. */
const SUNDAY_FIRST: ReadonlySet<string> = new Set(
  "AG AS AU BD BR BS BT BW BZ CA CO DM DO ET GT GU HK HN ID IL IN IS JM JP KE KH KR LA MH MM MO MT MX MZ NI NP PA PE PH PK PR PT PY SA SG SV TH TT TW UM US VE VI WS YE ZA ZW".split(
    " ",
  ),
);
const SATURDAY_FIRST: ReadonlySet<string> = new Set("AE AF BH DJ DZ EG IQ IR JO KW LY OM QA SD SY".split(" "));

/** The locale by which a platform writes a language as a country does; international English where it knows no English of the country. */
export function localeOf({ language, country }: Pick<Manner, "language" | "country">): string {
  const own = `${language}-${country}`;
  const before = locales.get(own);
  if (before !== undefined) return before;
  const known = new Intl.DateTimeFormat(own).resolvedOptions().locale;
  const locale = known === own || language !== "en" ? own : "en-001";
  locales.set(own, locale);
  return locale;
}
const locales = new Map<string, string>();

/** How a country writes, in a language: what stands in the settings before anything is changed. */
export function mannerOf(country: string, language = "en"): Manner {
  const locale = localeOf({ language, country });
  const { hourCycle } = new Intl.DateTimeFormat(locale, { hour: "numeric" }).resolvedOptions();
  const decimal = new Intl.NumberFormat(locale).formatToParts(1.5).find(({ type }) => type === "decimal")?.value;
  return {
    language,
    country,
    hours: hourCycle === "h11" || hourCycle === "h12" ? 12 : 24,
    firstDay: SUNDAY_FIRST.has(country) ? 0 : SATURDAY_FIRST.has(country) ? 6 : 1,
    temperature: FAHRENHEIT_COUNTRIES.has(country) ? "F" : "C",
    paper: LETTER_COUNTRIES.has(country) ? "letter" : "A4",
    decimal: decimal === "," || decimal === "٫" ? "," : ".",
  };
}

export const lengthsIn = (country: string): LengthSystem => (INCH_COUNTRIES.has(country) ? "in" : "cm");
/** What is paid with in a country: ISO 4217. */
export const currencyIn = (country: string): string => CURRENCIES[country] ?? "EUR";
