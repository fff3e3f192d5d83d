import { addDays, day, daysBetween, hundredths, minutes, printMinutes, weekdayOf, type Day, t } from "@yule/core";
import { fillWords, sessionSheets, type Outlook, type NeedRow, type NeedStand, STAND_WORDS, promisesKept, type PlannedSeason, type SessionSheet } from "@yule/derive";
import { PDFDocument, rgb, type RGB } from "pdf-lib";
import { embedded, type PdfFonts } from "../../kit/pdf/fonts.ts";
import { PDF_INK, LINE, Pen, PDF_SOFT, pagePoints } from "../../kit/pdf/pen.ts";
import { monthName, printDay, printDayOfYear, printFigure, printTime, spoken } from "../../kit/say.ts";

/** On its side, in points. */
const page = (): { wide: number; high: number } => ({ wide: pagePoints().high, high: pagePoints().wide });
const EDGE = 34;
const TONE: Readonly<Record<NeedStand, RGB>> = {
  safe: rgb(0.28, 0.45, 0.33),
  tight: rgb(0.6, 0.39, 0.05),
  "at risk": rgb(0.6, 0.27, 0.09),
  cannot: rgb(0.68, 0.18, 0.14),
  unknown: PDF_SOFT,
};
/** The shape tells the state without its colour. */
const SHAPE = { safe: "round", tight: "square", "at risk": "triangle", cannot: "diamond", unknown: "round" } as const satisfies Readonly<Record<NeedStand, string>>;
const MOST_DAYS = 182;
const SIDE = 214;

/**
 * The season as one page for the wall: a ruler of days with every due day on it, the needs with their days, and what the
 * next sessions are for. Whatever does not fit in the smallest readable letters is counted in a last line.
 */
export async function wallSheet(outlook: Outlook, rows: readonly NeedRow[], planned: PlannedSeason | null, fonts: PdfFonts): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  file.setTitle(t`${outlook.shop.name}, season from ${outlook.today}`);
  file.setCreationDate(outlook.now);
  file.setModificationDate(outlook.now);
  const { text, strong, heading } = await embedded(file, fonts);
  const pen = new Pen(file.addPage([page().wide, page().high]), text, strong, heading);
  const inOrder = [...rows].sort((a, b) => (a.view.readyBy < b.view.readyBy ? -1 : 1));
  pen.heading(EDGE, page().high - EDGE - 16, t`${outlook.shop.name}: the season from ${printDayOfYear(outlook.today)}`, 20, page().wide - 2 * EDGE);
  pen.text(EDGE, page().high - EDGE - 34, summary(outlook, inOrder, planned), 11, PDF_SOFT, page().wide - 2 * EDGE);
  drawRuler(pen, outlook, inOrder, page().high - EDGE - 52);
  drawNeeds(pen, inOrder, page().high - EDGE - 138);
  drawSessions(pen, outlook, planned, page().high - EDGE - 138);
  pen.text(EDGE, EDGE - 12, t`${outlook.dispatch.carrier.name}: its price list is invented. Printed ${printDayOfYear(outlook.today)}.`, 8, PDF_SOFT, page().wide - 2 * EDGE);
  return file.save();
}

function summary(outlook: Outlook, rows: readonly NeedRow[], planned: PlannedSeason | null): string {
  const late = rows.filter((row) => row.safety === "cannot").length;
  const cards = outlook.open.reduce((sum, view) => sum + view.cards - view.assembled, 0);
  const kept = planned ? t`${printFigure(promisesKept(planned.odds), 1)} of ${String(planned.odds.needs.length)} promises are expected to be kept` : t`The plan is not made yet`;
  return t`${String(cards)} cards for ${String(rows.length)} needs, ${printMinutes(outlook.plan.hands)} of hands. ${kept}${late === 0 ? "" : t`; ${String(late)} cannot be promised`}.`;
}

/** Days from today to the last due day, a peg with its number at each day by which something must be ready. */
function drawRuler(pen: Pen, outlook: Outlook, rows: readonly NeedRow[], top: number): void {
  const last = rows.reduce<Day>((latest, row) => (day(row.view.need.due) > latest ? day(row.view.need.due) : latest), addDays(outlook.today, 13));
  const days = Math.min(MOST_DAYS, daysBetween(outlook.today, last) + 2);
  const across = (page().wide - 2 * EDGE) / days;
  const at = (on: Day): number => EDGE + (daysBetween(outlook.today, on) + 0.5) * across;
  pen.line(EDGE, top - 18, page().wide - EDGE, top - 18, PDF_INK, 1);
  for (let index = 0; index < days; index += 1) {
    const on = addDays(outlook.today, index);
    const first = on.endsWith("-01");
    const week = weekdayOf(on) === spoken().firstDay;
    if (across < 4 && !week && !first && index > 0) continue;
    const x = EDGE + index * across;
    // The month that is going on is named too, where the next does not begin at once.
    if (index === 0 && Number(on.slice(8)) < 26) pen.text(x + 3, top - 2, monthName(on), 9, PDF_INK, 60);
    pen.line(x, top - 18, x, top - 18 + (first ? 18 : week ? 9 : 4), first ? PDF_INK : PDF_SOFT, first ? 1 : 0.6);
    if (first) pen.text(x + 3, top - 8, monthName(on), 9, PDF_INK, 60);
    else if (week && across * 7 > 20) pen.text(x + 2, top - 12, String(Number(on.slice(8))), 7, PDF_SOFT, 20);
  }
  const pegs = pegsOf(rows, at).filter((peg) => peg.x <= page().wide - EDGE);
  for (const { x, level } of pegs) pen.line(x, top - 18, x, top - 30 - level * PEG, LINE, 0.6);
  for (const { x, level, row, number } of pegs) pen.peg(x, top - 30 - level * PEG, SHAPE[row.safety], TONE[row.safety], String(number));
}

const PEG = 13;
const MOST_LEVELS = 4;
/** A peg for each need; those of one day, or too near to each other, hang below one another. */
function pegsOf(rows: readonly NeedRow[], at: (on: Day) => number): { x: number; level: number; row: NeedRow; number: number }[] {
  const taken: number[] = [];
  return rows.map((row, index) => {
    const x = at(row.view.readyBy);
    let level = taken.findIndex((right) => x - right > PEG);
    if (level < 0) level = taken.length < MOST_LEVELS ? taken.push(-Infinity) - 1 : MOST_LEVELS - 1;
    taken[level] = x;
    return { x, level, row, number: index + 1 };
  });
}

function drawNeeds(pen: Pen, rows: readonly NeedRow[], top: number): void {
  const right = page().wide - EDGE - SIDE - 22;
  const room = top - EDGE - 8;
  const step = Math.max(11, Math.min(17, room / (rows.length + 1)));
  const fit = Math.floor(room / step) - 1;
  const size = Math.min(10.5, step * 0.72);
  const columns = [EDGE, EDGE + 20, EDGE + 196, EDGE + 312, EDGE + 378, EDGE + 444, right] as const;
  ["", "Need", "Cards", t`Begin by`, t`Ready by`, t`In time`].forEach((head, index) => pen.text(columns[index] ?? EDGE, top - 10, head, 8, PDF_SOFT, 120));
  rows.slice(0, fit).forEach((row, index) => {
    const { view } = row;
    const y = top - 10 - (index + 1) * step;
    pen.line(EDGE, y + step - 3.5, right, y + step - 3.5, LINE, 0.4);
    const begin = view.outlook.hands <= 0 ? "ready" : row.begin === null ? "–" : row.begin === "at once" ? row.begin : printDay(row.begin);
    const stands = row.chance === null ? STAND_WORDS[row.safety] : `${String(hundredths(row.chance))} %`;
    pen.text(columns[0], y, String(index + 1), size, PDF_SOFT, 18);
    pen.strong(columns[1], y, view.need.title, size, PDF_INK, columns[2] - columns[1] - 6);
    pen.text(columns[2], y, `${String(view.cards)} × ${view.design.name}`, size, PDF_INK, columns[3] - columns[2] - 6);
    pen.text(columns[3], y, begin, size, PDF_INK, 62);
    pen.text(columns[4], y, printDay(view.readyBy), size, PDF_INK, 62);
    pen.text(columns[5], y, stands, size, TONE[row.safety], right - columns[5]);
  });
  if (rows.length > fit) pen.text(EDGE + 20, top - 10 - (fit + 1) * step, t`and ${String(rows.length - fit)} more, due later`, size, PDF_SOFT, 300);
  if (rows.length === 0) pen.text(EDGE, top - 26, t`Nothing is owed.`, 11, PDF_INK, 300);
}

function drawSessions(pen: Pen, outlook: Outlook, planned: PlannedSeason | null, top: number): void {
  const left = page().wide - EDGE - SIDE;
  pen.text(left, top - 10, t`The next sessions`, 8, PDF_SOFT, SIDE);
  const sheets = planned ? sessionSheets(planned.facts, planned.answer.plan).filter((sheet) => sheet.used > 0) : [];
  let y = top - 26;
  for (const sheet of sheets) {
    const lines = shortLines(sheet, outlook);
    if (y - 12 * (lines.length + 1) < EDGE) break;
    pen.strong(left, y, `${printDay(day(sheet.day))}, ${printTime(sheet.from)}–${printTime(sheet.to)}${sheet.who === "helper" ? t`, help` : ""}`, 9, PDF_INK, 142);
    pen.text(left + 144, y, fillWords(sheet), 8, PDF_SOFT, SIDE - 144);
    y -= 12;
    for (const line of lines) {
      pen.text(left, y, line, 8.5, PDF_SOFT, SIDE);
      y -= 11;
    }
    pen.line(left, y + 5, page().wide - EDGE, y + 5, LINE, 0.4);
    y -= 6;
  }
}

const MOST_LINES = 5;
/** What a session is for, by need. */
function shortLines(sheet: SessionSheet, outlook: Outlook): string[] {
  const title = (id: string): string => outlook.open.find((view) => view.need.id === id)?.need.title ?? "";
  const spent = new Map<string, number>();
  for (const line of sheet.lines) {
    const titles = line.needs.map(title).join(" + ");
    spent.set(titles, (spent.get(titles) ?? 0) + line.minutes);
  }
  const lines = [...spent].map(([titles, time]) => `${titles}, ${printMinutes(minutes(Math.round(time)))}`);
  return lines.length <= MOST_LINES ? lines : [...lines.slice(0, MOST_LINES - 1), `and ${String(lines.length - MOST_LINES + 1)} more`];
}
