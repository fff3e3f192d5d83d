import type { Length } from "../measure/length.ts";
import { addDays, weekdayOf, type Day } from "../measure/day.ts";
import { fail, succeed, phrase, type Result } from "../outcome/outcome.ts";
import type { Money } from "../measure/money.ts";

export type Zone = "inland" | "neighbour" | "overseas";

/** One line of a carrier's table. */
export interface Transit {
  readonly zone: Zone;
  readonly service: string;
  /** Working days from the day after posting until it is there, on the slow side. */
  readonly workingDays: number;
  readonly price: Money;
  readonly mostGrams: number;
  /** What it takes in thickness; left out where the carrier does not say. */
  readonly mostThick?: Length;
  /** The carrier's own days, where letters that arrived have told otherwise; and how many took how many. */
  readonly tableDays?: number;
  readonly seen?: readonly number[];
}

/** The carrier moves and takes nothing on Sundays and its holidays. */
const isWorking = (day: Day, holidays: ReadonlySet<Day>): boolean => weekdayOf(day) !== 0 && !holidays.has(day);

/** The next day after one on which the post takes letters. */
export function nextPostingDay(today: Day, holidays: ReadonlySet<Day>): Day {
  let next = addDays(today, 1);
  while (!isWorking(next, holidays)) next = addDays(next, 1);
  return next;
}

/**
 * The last day on which something can be posted so that it is there on a day. The carrier moves nothing on Sundays and
 * its holidays, and takes nothing on them either.
 */
export function lastPostingDay(due: Day, transit: Transit, holidays: ReadonlySet<Day>): Day {
  let day = due;
  for (let left = transit.workingDays; left > 0; day = addDays(day, -1)) if (isWorking(day, holidays)) left -= 1;
  while (!isWorking(day, holidays)) day = addDays(day, -1);
  return day;
}

/** What a letter is as it goes to the post, its envelope with it. */
export interface LetterSize {
  readonly grams: number;
  readonly thick: Length;
}

export const takesLetter = (line: Transit, { grams, thick }: LetterSize): boolean => grams <= line.mostGrams && (line.mostThick === undefined || thick <= line.mostThick);

/** The lines of a zone that take a letter, the cheapest first; a letter that none takes is named with the heaviest and thickest that goes. */
export function linesTaking(table: readonly Transit[], zone: Zone, letter: LetterSize): Result<readonly Transit[]> {
  const lines = table.filter((each) => each.zone === zone);
  const taking = lines.filter((line) => takesLetter(line, letter)).sort((a, b) => a.price - b.price || a.workingDays - b.workingDays);
  if (taking.length > 0) return succeed(taking);
  return fail({
    code: "no-step",
    path: ["letter"],
    given: phrase`${Math.ceil(letter.grams)} g, ${{ length: letter.thick }} thick`,
    allowed: phrase`at most ${Math.max(0, ...lines.map((line) => line.mostGrams))} g to the ${zone} zone, as thick as its service takes`,
  });
}

/** The line for a zone: the cheapest that is there in time when posted today, or else the quickest. */
export function serviceFor(table: readonly Transit[], zone: Zone, due: Day, today: Day, holidays: ReadonlySet<Day>): Result<Transit & { readonly postBy: Day }> {
  const lines = table.filter((each) => each.zone === zone).map((each) => ({ ...each, postBy: lastPostingDay(due, each, holidays) }));
  const [cheapest] = lines.filter((each) => each.postBy >= today).sort((a, b) => a.price - b.price);
  const [quickest] = [...lines].sort((a, b) => a.workingDays - b.workingDays);
  const found = cheapest ?? quickest;
  return found
    ? succeed(found)
    : fail({ code: "no-service", path: ["zone"], given: [zone], allowed: phrase`a zone the carrier serves: ${[...new Set(table.map((each) => each.zone))].join(", ")}` });
}

/** Which zone a country is in, seen from another. `neighbours` are those of the shop's own country. */
export const zoneOf = (country: string, home: string, neighbours: readonly string[]): Zone =>
  country === home ? "inland" : neighbours.includes(country) ? "neighbour" : "overseas";
