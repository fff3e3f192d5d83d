import { day } from "./day.ts";
import { inches, mm } from "./length.ts";
import { currencyIn, lengthsIn, localeOf, mannerOf } from "./manner.ts";
import { money } from "./money.ts";
import type { Phrase } from "../outcome/outcome.ts";
import { readDay } from "./readDay.ts";
import { numberIn } from "./readNumber.ts";
import { saidDay, saidDayOfYear, saidLength, saidMoney, saidNumber, saidSize, saidTime, saidWarmth, typedMoney, weekOf, writtenDay } from "./said.ts";

const COUNTRIES_TRIED = ["US", "GB", "IE", "DE", "JP", "EG"] as const;
const on = day("2031-11-08");
const today = day("2031-11-01");
const phraseOf = (phrase: Phrase): string => phrase.filter((part) => typeof part === "string").join("");

test.each([
  ["US", "Sat Nov 8", "11/08/2031", "7:30 PM", "$1,234.50", "$1,235", "12.5", "70.7 °F", "4 1/4 in", "letter", "Sunday"],
  ["GB", "Sat 8 Nov", "08/11/2031", "19:30", "£1,234.50", "£1,235", "12.5", "21.5 °C", "10.8 cm", "A4", "Monday"],
  ["IE", "Sat 8 Nov", "08/11/2031", "19:30", "€1,234.50", "€1,235", "12.5", "21.5 °C", "10.8 cm", "A4", "Monday"],
  ["DE", "Sat 8 Nov", "08/11/2031", "19:30", "€1.234,50", "€1.235", "12,5", "21,5 °C", "10,8 cm", "A4", "Monday"],
  ["JP", "Sat Nov 8", "2031/11/08", "19:30", "¥123,450", "¥123,450", "12.5", "21.5 °C", "10.8 cm", "A4", "Sunday"],
  ["EG", "Sat 8 Nov", "08/11/2031", "7:30 pm", "EGP 1,234.50", "EGP 1,235", "12.5", "21.5 °C", "10.8 cm", "A4", "Saturday"],
])("%s writes days, times, money, numbers, warmth and lengths its own way", (country, short, field, time, price, whole, number, warm, length, paper, first) => {
  const manner = mannerOf(country);
  const currency = currencyIn(country);
  const plain = (text: string): string => text.replace(/[\u00A0\u202F]/g, " ");
  expect(saidDay(on, manner)).toBe(short);
  expect(writtenDay(on, manner)).toBe(field);
  expect(plain(saidTime(1170, manner))).toBe(time);
  expect(plain(saidMoney(money(123_450), currency, manner))).toBe(price);
  expect(plain(saidMoney(money(123_450), currency, manner, true))).toBe(whole);
  expect(saidNumber(12.5, manner, 1)).toBe(number);
  expect(saidWarmth(21.5, manner)).toBe(warm);
  expect(saidLength(country === "US" ? inches(4.25) : mm(108), lengthsIn(country), manner)).toBe(length);
  expect(manner.paper).toBe(paper);
  expect(weekOf(manner)[0]?.name).toBe(first);
});

test("another language of the same country writes as that does", () => {
  const manner = mannerOf("DE", "de");
  expect(saidDay(on, manner)).toBe("Sa., 8. Nov.");
  expect(saidMoney(money(123_450), "EUR", manner).replace(/\u00A0/g, " ")).toBe("1.234,50 €");
  expect(weekOf(manner, "short").map(({ name }) => name)).toEqual(["Mo", "Di", "Mi", "Do", "Fr", "Sa", "So"]);
});

test("what is told otherwise than the country goes before it: hours, and the decimal sign with its thousands", () => {
  const manner = { ...mannerOf("IE"), hours: 12 as const, decimal: "," as const };
  expect(saidTime(545, manner).replace(/\u00A0/g, " ")).toBe("9:05 am");
  expect(saidMoney(money(123_450), "EUR", manner)).toBe("€1.234,50");
  expect(typedMoney(money(950), "EUR", manner)).toBe("9,50");
  expect(saidSize(mm(105.5), mm(148), "cm", manner)).toBe("10,55 × 14,8 cm");
  expect(saidTime(0, mannerOf("GB"))).toBe("00:00");
  expect(saidDayOfYear(on, mannerOf("US"))).toBe("Sat Nov 8 2031");
});

test("a country whose English the platform does not know is written in international English", () => {
  expect(localeOf({ language: "en", country: "ZZ" })).toBe("en-001");
  expect(saidDay(on, mannerOf("ZZ"))).toBe("Sat 8 Nov");
});

test.each(COUNTRIES_TRIED)("%s reads back the days, numbers and amounts that it writes", (country) => {
  const manner = mannerOf(country);
  for (const each of ["2031-11-08", "2032-02-29", "2031-12-31"].map(day)) {
    expect(readDay(writtenDay(each, manner), manner, today)).toMatchObject({ ok: true, value: each });
    expect(readDay(saidDay(each, manner), manner, today)).toMatchObject({ ok: true, value: each });
    expect(readDay(saidDayOfYear(each, manner), manner, today)).toMatchObject({ ok: true, value: each });
    expect(readDay(each, manner, today)).toMatchObject({ ok: true, value: each });
  }
  for (const value of [0, 3, 12.5, 1234, 1234.25, -7.5]) expect(numberIn(saidNumber(value, manner, 2), manner)).toBe(value);
  expect(numberIn(typedMoney(money(950), "EUR", manner), manner)).toBe(9.5);
});

test("a day without a year is the next one; two figures mean the same day in two countries differently; what the month does not have is none", () => {
  const [gb, us, de] = [mannerOf("GB"), mannerOf("US"), mannerOf("DE")];
  const read = (text: string, manner = gb): string => {
    const found = readDay(text, manner, today);
    return found.ok ? found.value : phraseOf(found.faults[0]?.allowed ?? []);
  };
  expect(read("3/12")).toBe("2031-12-03");
  expect(read("3/12", us)).toBe("2032-03-12");
  expect(read("3.12.31", de)).toBe("2031-12-03");
  expect(read("3 Jan")).toBe("2032-01-03");
  expect(read("29 february")).toBe("2032-02-29");
  expect(read("Friday")).toBe("2031-11-07");
  expect(read("tomorrow")).toBe("2031-11-02");
  expect(read("31/2")).toBe("a day such as 14/11/2031");
  expect(read("31/2", us)).toBe("a day such as 11/14/2031");
  expect(read("soon")).toBe("a day such as 14/11/2031");
  expect(read("")).toBe("a day such as 14/11/2031");
  expect(read("3/12/0031")).toBe("a day such as 14/11/2031");
});

test("one thousand and something, a decimal sign of the other kind, and signs that are mixed", () => {
  const [dot, comma] = [{ decimal: "." }, { decimal: "," }] as const;
  expect([numberIn("1.234", dot), numberIn("1.234", comma)]).toEqual([1.234, 1234]);
  expect([numberIn("1,234", dot), numberIn("1,234", comma)]).toEqual([1234, 1.234]);
  expect([numberIn("2,5", dot), numberIn("2.5", comma)]).toEqual([2.5, 2.5]);
  expect([numberIn("1 234,5", comma), numberIn("1’234.5", dot)]).toEqual([1234.5, 1234.5]);
  for (const mixed of ["1.234,5", "1,2,3", "1.2.3", "1,23.4", "12 cards", "", ".", "--3"]) expect(numberIn(mixed, dot)).toBeNaN();
  expect(numberIn("1,234.5", comma)).toBeNaN();
});
