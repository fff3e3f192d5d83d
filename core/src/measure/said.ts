import { addDays, type Day } from "./day.ts";
import { isRounded, printBare, printSize, toMm, type Length, type LengthSystem } from "./length.ts";
import { localeOf, type Manner } from "./manner.ts";
import { minorDecimals, type Money } from "./money.ts";

/** What prints, made once for each manner: making one asks the platform for all its words. */
const kept = new Map<string, unknown>();
function keptAs<T>(key: string, make: () => T): T {
  const known = kept.get(key) as T | undefined;
  if (known !== undefined) return known;
  const made = make();
  kept.set(key, made);
  return made;
}

const dates = (manner: Manner, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat =>
  keptAs(`${manner.language} ${manner.country} ${JSON.stringify(options)}`, () => new Intl.DateTimeFormat(localeOf(manner), { timeZone: "UTC", ...options }));
const noon = (on: Day): Date => new Date(`${on}T12:00:00Z`);

/** A day within an English sentence has no comma of its own. */
const within = (words: string, { language }: Manner): string => (language === "en" ? words.replaceAll(",", "") : words);

/** `Fri 21 Nov`, `Fri Nov 21`: the order of the country. */
export const saidDay = (on: Day, manner: Manner): string => within(dates(manner, { weekday: "short", day: "numeric", month: "short" }).format(noon(on)), manner);
/** With its year, where what is told may be of another one. */
export const saidDayOfYear = (on: Day, manner: Manner): string =>
  within(dates(manner, { weekday: "short", day: "numeric", month: "short", year: "numeric" }).format(noon(on)), manner);
/** `21/11/2031`: as it stands in a field. */
export const writtenDay = (on: Day, manner: Manner): string => dates(manner, { day: "2-digit", month: "2-digit", year: "numeric" }).format(noon(on));
export const saidMonth = (on: Day, manner: Manner): string => dates(manner, { month: "long" }).format(noon(on));

const names = (manner: Manner, type: "region" | "language"): Intl.DisplayNames => keptAs(`${type} ${manner.language}`, () => new Intl.DisplayNames([manner.language], { type }));
/** The name of a country, ISO 3166, and of a language, BCP 47, in the language of the sentences. */
export const saidCountry = (code: string, manner: Manner): string => names(manner, "region").of(code) ?? code;
export const saidLanguage = (code: string, manner: Manner): string => names(manner, "language").of(code) ?? code;

/** The days of a week by name, in the order of the country. */
export function weekOf(manner: Manner, width: "long" | "short" = "long"): { readonly weekday: number; readonly name: string }[] {
  const sunday = "2031-11-02" as Day;
  return Array.from({ length: 7 }, (_, at) => (manner.firstDay + at) % 7).map((weekday) => ({
    weekday,
    name: dates(manner, { weekday: width }).format(noon(addDays(sunday, weekday))),
  }));
}

/** `19:30`, `7:30 pm`. @param minuteOfDay from midnight; past the next one it is a time of that day */
export function saidTime(minuteOfDay: number, manner: Manner): string {
  const format = dates(manner, { hour: manner.hours === 24 ? "2-digit" : "numeric", minute: "2-digit", hourCycle: manner.hours === 24 ? "h23" : "h12" });
  return format.format(new Date(Math.floor(minuteOfDay) * 60_000)).replaceAll("\u202F", "\u00A0");
}

/** Its numbers with the decimal sign of the shop, whatever the country writes. */
function withSign(parts: readonly Intl.NumberFormatPart[], { decimal }: Manner): string {
  const own = parts.find(({ type }) => type === "decimal")?.value ?? ".";
  const group = parts.find(({ type }) => type === "group")?.value;
  return parts.map(({ type, value }) => (type === "decimal" ? decimal : type === "group" && group === decimal ? (own === decimal ? "." : own) : value)).join("");
}

const numbers = (manner: Manner, options: Intl.NumberFormatOptions): Intl.NumberFormat =>
  keptAs(`number ${manner.language} ${manner.country} ${JSON.stringify(options)}`, () => new Intl.NumberFormat(localeOf(manner), options));

/** @param decimals at most so many; exactly so many where `isExact` */
export const saidNumber = (value: number, manner: Manner, decimals = 0, isExact = false): string =>
  withSign(numbers(manner, { maximumFractionDigits: decimals, ...(isExact ? { minimumFractionDigits: decimals } : {}) }).formatToParts(value), manner);

/** `€9.60`, `9,60 €`, `¥960`: the currency's own decimals. */
export const saidMoney = (amount: Money, currency: string, manner: Manner, isWhole = false): string =>
  withSign(numbers(manner, { style: "currency", currency, ...(isWhole ? { maximumFractionDigits: 0 } : {}) }).formatToParts(amount / 10 ** minorDecimals(currency)), manner);

/** An amount in the currency's own unit as it is typed: `9.50`, `9,50`, `950`. */
export const typedMoney = (amount: Money, currency: string, { decimal }: Manner): string =>
  (amount / 10 ** minorDecimals(currency)).toFixed(minorDecimals(currency)).replace(".", decimal);

/** Lengths as makers say them, with the shop's decimal sign. */
export const saidBare = (length: Length, system: LengthSystem, { decimal }: Manner): string => printBare(length, system).replace(".", decimal);
export const saidLength = (length: Length, system: LengthSystem, manner: Manner): string => `${saidBare(length, system, manner)} ${system}`;
/** What a rounded measure really is, in centimetres to 0.01 mm: `47.94 cm`. @returns null where nothing was rounded */
export const saidExactly = (length: Length, system: LengthSystem, manner: Manner): string | null =>
  isRounded(length, system) ? `${saidNumber(toMm(length) / 10, manner, 3)} cm` : null;
export const saidSize = (width: Length, height: Length, system: LengthSystem, { decimal }: Manner): string => printSize(width, height, system).replaceAll(".", decimal);

export const warmthIn = (celsius: number, scale: Manner["temperature"]): number => (scale === "F" ? (celsius * 9) / 5 + 32 : celsius);
export const celsiusOf = (warmth: number, scale: Manner["temperature"]): number => (scale === "F" ? ((warmth - 32) * 5) / 9 : warmth);
/** Warmth of a room. */
export const saidWarmth = (celsius: number, manner: Manner): string => `${saidNumber(warmthIn(celsius, manner.temperature), manner, 1)} °${manner.temperature}`;
