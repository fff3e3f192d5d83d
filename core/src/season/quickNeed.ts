import type { OccasionId } from "./occasions.ts";
import { addDays, daysBetween, isDay, type Day } from "../measure/day.ts";
import { dayOrNext, monthNamed, nextWeekday } from "../measure/readDay.ts";

/** What a quick line may name. */
export interface QuickBook {
  readonly designs: readonly { readonly id: string; readonly name: string; readonly colourways: readonly { readonly id: string; readonly name: string }[] }[];
  readonly today: Day;
  /** Whether 3/4 is the third of April. */
  readonly dayFirst: boolean;
}

export type QuickKind = "commission" | "order" | "mailing list" | "fair" | "shop listing" | "own use" | "stash";

/** A line read into the fields of a need; null where it does not say. */
export interface QuickNeed {
  readonly title: string;
  readonly kind: QuickKind;
  readonly designId: string | null;
  readonly cards: number | null;
  readonly lines: readonly { readonly colourwayId: string; readonly quantity: number }[];
  readonly due: Day | null;
  /** The occasion named in it, such as `easter`. */
  readonly occasion: OccasionId | null;
  /** What to look at before it is added, in words. */
  readonly doubts: readonly string[];
}

const KINDS: readonly (readonly [RegExp, QuickKind])[] = [
  [/\bfair\b|\bmarket\b/, "fair"],
  [/\bmailing\b|\blist\b/, "mailing list"],
  [/\bcommission\b/, "commission"],
  [/\blisting\b|\bshop\b/, "shop listing"],
  [/\bstash\b/, "stash"],
  [/\bmyself\b|\bown use\b/, "own use"],
];
const OCCASIONS: readonly (readonly [RegExp, OccasionId])[] = [
  [/\bmother'?s'? day\b|\bmothering sunday\b/, "mothers-day"],
  [/\bfather'?s'? day\b/, "fathers-day"],
  [/\bvalentine'?s?\b/, "valentines-day"],
  [/\bthanksgiving\b/, "thanksgiving"],
  [/\bhanukkah\b|\bchanukah\b/, "hanukkah"],
  [/\borthodox easter\b/, "easter-orthodox"],
  [/\beaster\b/, "easter"],
  [/\blunar new year\b/, "lunar-new-year"],
  [/\bnew year\b/, "new-year"],
  [/\bsolstice\b/, "winter-solstice"],
  [/\byule\b/, "yule"],
];
const DATE_WORDS = "(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*";

/**
 * Reads one line such as `24 kites for the May fair by 2 May, 12 blue 12 red`. Nothing is guessed in silence: what was
 * not said or did not agree stands in `doubts`.
 */
export function readQuickNeed(line: string, book: QuickBook): QuickNeed {
  const text = line.trim().replace(/\s+/g, " ");
  const dated = dateIn(text, book);
  const rest = dated ? text.replace(dated.words, " ").replace(/\s+/g, " ") : text;
  const design = designIn(rest, book);
  const doubts: string[] = [];
  const cards = numberAt(/^\D*?(\d+)\b/, rest);
  const lines = design ? colourwaysIn(rest, design, cards) : [];
  const split = lines.reduce((sum, each) => sum + each.quantity, 0);
  if (!design) doubts.push("which design");
  if (cards === null) doubts.push("how many cards");
  if (!dated) doubts.push("by which day");
  if (cards !== null && design && split !== cards) doubts.push(`the colourways make ${String(split)}, not ${String(cards)}`);
  if (cards !== null && design && lines.length === 1 && design.colourways.length > 1 && !named(rest, lines[0]?.colourwayId ?? "", design)) doubts.push("which colourways");
  return {
    title: titleIn(rest, design?.name ?? null),
    kind: KINDS.find(([words]) => words.test(rest.toLowerCase()))?.[1] ?? "order",
    designId: design?.id ?? null,
    cards,
    lines,
    due: dated?.day ?? null,
    occasion: OCCASIONS.find(([words]) => words.test(text.toLowerCase()))?.[1] ?? null,
    doubts,
  };
}

type Design = QuickBook["designs"][number];

const numberAt = (pattern: RegExp, text: string): number | null => {
  const found = pattern.exec(text)?.[1];
  return found === undefined ? null : Number(found);
};

/** A word of a name and its everyday plural. */
const stem = (word: string): string =>
  word
    .toLowerCase()
    .replace(/(?<=[a-z]{3})e?s$/, "")
    .replace(/ie$/, "y");

function designIn(text: string, book: QuickBook): Design | null {
  const said = new Set(
    text
      .toLowerCase()
      .match(/[\p{L}]+/gu)
      ?.map(stem) ?? [],
  );
  const scored = book.designs.map((design) => {
    const words =
      design.name
        .toLowerCase()
        .match(/[\p{L}]+/gu)
        ?.filter((word) => word.length > 2) ?? [];
    const met = words.filter((word) => said.has(stem(word))).length;
    return { design, score: words.length > 0 ? met / words.length + met / 100 : 0 };
  });
  const best = scored.sort((a, b) => b.score - a.score)[0];
  return best && best.score > 0 ? best.design : null;
}

const named = (text: string, id: string, design: Design): boolean => {
  const name = design.colourways.find((each) => each.id === id)?.name ?? "";
  return name !== "" && text.toLowerCase().includes(name.toLowerCase());
};

/** `12 blue 12 red`, `blue 12, red 12`, or all of one that is named; else all of the first. */
function colourwaysIn(text: string, design: Design, cards: number | null): { colourwayId: string; quantity: number }[] {
  const lower = text.toLowerCase();
  const counted = design.colourways.flatMap((colourway) => {
    const name = colourway.name.toLowerCase().replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
    const quantity = numberAt(new RegExp(`(\\d+)\\s*(?:x|×|of|in)?\\s*${name}\\b`), lower) ?? numberAt(new RegExp(`\\b${name}\\s*(?:x|×|:)?\\s*(\\d+)`), lower);
    return quantity === null ? [] : [{ colourwayId: colourway.id, quantity }];
  });
  if (counted.length > 0) return counted;
  const one = design.colourways.find((colourway) => lower.includes(colourway.name.toLowerCase())) ?? design.colourways[0];
  return one && cards !== null ? [{ colourwayId: one.id, quantity: cards }] : [];
}

/** What follows `for`, up to a comma or the day; else the line itself. */
function titleIn(text: string, design: string | null): string {
  const named = /\bfor (?:the )?([^,;]+?)(?:\s+(?:by|on|before|until)\b.*)?(?:[,;]|$)/i.exec(text)?.[1]?.trim();
  const title = named && named !== "" ? named : (design ?? text);
  return title.charAt(0).toUpperCase() + title.slice(1).trim();
}

/** The last day a line names, with the words that name it. */
function dateIn(text: string, book: QuickBook): { day: Day; words: string } | null {
  const lower = text.toLowerCase();
  const forms: readonly (readonly [RegExp, (found: RegExpExecArray) => Day | null])[] = [
    [/\b(?:by|on|before|until)?\s*(\d{4}-\d{2}-\d{2})\b/, (found) => (isDay(found[1] ?? "") ? (found[1] as Day) : null)],
    [
      new RegExp(`(?:\\b(?:by|on|before|until)\\s+)?(?:the\\s+)?\\b(\\d{1,2})(?:st|nd|rd|th)?\\.?\\s+(?:of\\s+)?(${DATE_WORDS})\\.?(?:\\s+(\\d{4}))?\\b`),
      (found) => dated(found[1], found[2], found[3], book.today),
    ],
    [
      new RegExp(`(?:\\b(?:by|on|before|until)\\s+)?\\b(${DATE_WORDS})\\.?\\s+(\\d{1,2})(?:st|nd|rd|th)?\\b(?:,?\\s+(\\d{4}))?`),
      (found) => dated(found[2], found[1], found[3], book.today),
    ],
    [
      /\b(?:by|on|before|until)\s+(\d{1,2})[/.](\d{1,2})(?:[/.](\d{4}))?/,
      (found) => (book.dayFirst ? numbered(found[1], found[2], found[3], book.today) : numbered(found[2], found[1], found[3], book.today)),
    ],
    [/\bin (\d+) weeks?\b/, (found) => addDays(book.today, 7 * Number(found[1]))],
    [/\bin (\d+) days?\b/, (found) => addDays(book.today, Number(found[1]))],
    [/\b(?:by|on|before|until)?\s*\btomorrow\b/, () => addDays(book.today, 1)],
    [/\b(?:by|on|before|until)\s+(next\s+)?(sun|mon|tue|wed|thu|fri|sat)[a-z]*\b/, (found) => weekday(found[2] ?? "", Boolean(found[1]), book.today)],
  ];
  for (const [pattern, read] of forms) {
    const found = pattern.exec(lower);
    const day = found ? read(found) : null;
    if (found && day) return { day, words: text.slice(found.index, found.index + found[0].length) };
  }
  return null;
}

const dated = (date: string | undefined, month: string | undefined, year: string | undefined, today: Day): Day | null =>
  numbered(date, String(monthNamed(month ?? "")), year, today);

const numbered = (date: string | undefined, month: string | undefined, year: string | undefined, today: Day): Day | null =>
  dayOrNext(Number(date), Number(month), year === undefined ? null : Number(year), today);

function weekday(name: string, next: boolean, today: Day): Day {
  const first = nextWeekday(name, today);
  return addDays(first, next && daysBetween(today, first) < 7 ? 7 : 0);
}
