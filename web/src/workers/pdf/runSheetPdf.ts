import { dayAt, minuteOfDayAt, minutes, printDay, printMinutes, printTime, type SheetLine } from "@yule/core";
import { PDFDocument } from "pdf-lib";
import { embedded, type PdfFonts } from "../../kit/pdf/fonts.ts";
import { PDF_INK, LINE, Pen, PDF_SOFT } from "../../kit/pdf/pen.ts";

/** What is printed, in words: so much as a worker needs. */
export interface RunSheet {
  readonly shop: string;
  readonly timeZone: string;
  readonly printed: Date;
  readonly endsAt: Date;
  readonly tools: readonly string[];
  readonly mixes: readonly string[];
  readonly missing: readonly string[];
  readonly lines: readonly RunSheetLine[];
}
export interface RunSheetLine {
  readonly from: Date;
  readonly takes: number;
  /** The move, or what the free minutes are for. */
  readonly words: string;
  /** When its window closes; null for none. */
  readonly before: Date | null;
  readonly kind: SheetLine["kind"];
  /** Fresh water and a clean palette come first. */
  readonly fresh: boolean;
}

/** A4 upright, in points. */
const [WIDE, HIGH, EDGE] = [595.28, 841.89, 42];
const ROW = 19;
const CLOCK = 74;
const TAKES = 64;
const BOX = 9;
const CATCH = 108;

/** The run sheet on paper, for a table without a screen: what must be on it, then the moves with a box to tick, session by session, on as many pages as it takes. */
export async function runSheetPdf(sheet: RunSheet, fonts: PdfFonts): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  const title = `${sheet.shop}, run sheet from ${printDay(dayAt(sheet.printed, sheet.timeZone))}`;
  file.setTitle(title);
  file.setCreationDate(sheet.printed);
  file.setModificationDate(sheet.printed);
  const { text, strong, heading } = await embedded(file, fonts);
  const clock = (at: Date): string => printTime(minuteOfDayAt(at, sheet.timeZone));
  let pen = new Pen(file.addPage([WIDE, HIGH]), text, strong, heading);
  let y = HIGH - EDGE - 18;
  const most = WIDE - 2 * EDGE;
  /** Room for so many rows, on another page where this one is full. */
  const room = (rows: number): void => {
    if (y - rows * ROW > EDGE) return;
    pen = new Pen(file.addPage([WIDE, HIGH]), text, strong, heading);
    y = HIGH - EDGE - 10;
  };
  pen.heading(EDGE, y, title, 19, most);
  y -= 20;
  pen.text(EDGE, y, `All dry ${printDay(dayAt(sheet.endsAt, sheet.timeZone))} at ${clock(sheet.endsAt)}, if nothing comes between.`, 11, PDF_SOFT, most);
  y -= 28;
  for (const [name, lines] of [
    ["Missing", sheet.missing],
    ["On the table", wrapped(sheet.tools.join(", "), 92)],
    ["Mixes", sheet.mixes],
  ] as const) {
    if (lines.length === 0) continue;
    room(2);
    pen.strong(EDGE, y, name, 12, PDF_INK, most);
    y -= 16;
    for (const line of lines) {
      room(1);
      pen.text(EDGE, y, line, 11, PDF_INK, most);
      y -= 15;
    }
    y -= 8;
  }
  let day = "";
  for (const line of sheet.lines) {
    const on = dayAt(line.from, sheet.timeZone);
    if (on !== day) {
      room(3);
      y -= 6;
      pen.heading(EDGE, y, printDay(on), 14, most);
      y -= 8;
      pen.line(EDGE, y, WIDE - EDGE, y, PDF_INK, 1);
      y -= ROW - 4;
      day = on;
    }
    if (line.fresh) {
      room(2);
      pen.text(EDGE + CLOCK, y, "fresh water, clean palette", 10, PDF_SOFT, most - CLOCK);
      y -= ROW - 5;
    }
    room(1);
    const isWork = line.kind === "work";
    if (isWork) pen.box(EDGE, y - 1, BOX, PDF_INK);
    pen.text(EDGE + BOX + 9, y, clock(line.from), 11, PDF_INK, 50);
    const caught = line.before ? CATCH : 0;
    pen[isWork ? "strong" : "text"](EDGE + CLOCK, y, line.words, 11, isWork ? PDF_INK : PDF_SOFT, most - CLOCK - TAKES - caught);
    if (line.before) pen.strong(WIDE - EDGE - TAKES - CATCH + 8, y, `catch before ${clock(line.before)}`, 10, PDF_INK, CATCH);
    pen.text(WIDE - EDGE - TAKES + 12, y, printMinutes(minutes(line.takes)), 11, PDF_SOFT, TAKES);
    pen.line(EDGE, y - 5, WIDE - EDGE, y - 5, LINE, 0.5);
    y -= ROW;
  }
  room(3);
  y -= 8;
  pen.text(EDGE, y, "Bone dry before the next layer, unmasking and untaping. Follow the labels of your materials and your local rules.", 9, PDF_SOFT, most);
  return file.save();
}

/** Words in lines of at most so many letters. */
function wrapped(words: string, most: number): string[] {
  const lines: string[] = [];
  for (const word of words.split(" ")) {
    const last = lines[lines.length - 1];
    if (last !== undefined && last.length + word.length < most) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines.filter((line) => line !== "");
}
