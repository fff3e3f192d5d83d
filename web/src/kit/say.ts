import {
  dayAt,
  listAs,
  localeOf,
  mannerOf,
  minuteOfDayAt,
  saidDay,
  saidDayOfYear,
  saidMoney,
  saidMonth,
  saidNumber,
  saidTime,
  saidWarmth,
  typedMoney,
  writtenDay,
  type Day,
  type Manner,
  type Money,
  saidCountry,
  saidLanguage,
  weekOf,
} from "@yule/core";

/** How this shop writes. There is one in a browser, and one in each worker that makes papers: both are told before anything is printed. */
let manner: Manner = mannerOf("GB");
export const speakAs = (told: Manner): void => {
  manner = told;
  listAs(localeOf(told));
};
export const spoken = (): Manner => manner;

/** `Fri 21 Nov` or `Fri Nov 21`. */
export const printDay = (on: Day): string => saidDay(on, manner);
/** The same with its year, where what is told may be of another one. */
export const printDayOfYear = (on: Day): string => saidDayOfYear(on, manner);
/** As it stands in a field: `21/11/2031`. */
export const fieldDay = (on: Day): string => writtenDay(on, manner);
export const monthName = (on: Day): string => saidMonth(on, manner);
/** `19:30` or `7:30 pm`. @param minuteOfDay from midnight */
/** A moment by the clock of a zone, with its year: what is looked back at from far. */
export const printMoment = (at: Date, timeZone: string): string => `${printDayOfYear(dayAt(at, timeZone))}, ${printTime(minuteOfDayAt(at, timeZone))}`;
export const printTime = (minuteOfDay: number): string => saidTime(minuteOfDay, manner);
export const printMoney = (amount: Money, currency: string): string => saidMoney(amount, currency, manner);
/** Without what is less than one of its unit. */
export const printWholeMoney = (amount: Money, currency: string): string => saidMoney(amount, currency, manner, true);
/** As it is typed and as a table has it: `9.50`, `9,50`. */
export const typedAmount = (amount: Money, currency: string): string => typedMoney(amount, currency, manner);
/** @param decimals at most so many */
export const printNumber = (value: number, decimals = 0): string => saidNumber(value, manner, decimals);
/** With exactly so many decimals. */
export const printFigure = (value: number, decimals: number): string => saidNumber(value, manner, decimals, true);
export const countryName = (code: string): string => saidCountry(code, manner);
export const languageName = (code: string): string => saidLanguage(code, manner);
export const weekdayName = (weekday: number): string => weekOf(manner).find((each) => each.weekday === weekday)?.name ?? "";
export const printWarmth = (celsius: number): string => saidWarmth(celsius, manner);
