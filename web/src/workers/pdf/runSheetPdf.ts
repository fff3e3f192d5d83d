import { dayAt, minuteOfDayAt, minutes, printMinutes, type SheetLine, t } from "@yule/core";
import { PDFDocument } from "pdf-lib";
import { embedded, type PdfFonts } from "../../kit/pdf/fonts.ts";
import { PDF_INK, LINE, Pen, PDF_SOFT, pagePoints } from "../../kit/pdf/pen.ts";
import { printDay, printTime } from "../../kit/say.ts";

/** What is printed, in words: so much as a worker needs. */
export interface RunSheet {
  readonly shop: string;
  readonly timeZone: string;
  readonly printed: Date;
  readonly endsAt: Date;
  /** Batches on the table are left for later sessions. */
  readonly leavesSome: boolean;
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

const EDGE = 42;
const ROW = 19;
const CLOCK = 74;
const TAKES = 64;
const BOX = 9;
const CATCH = 108;

/** The run sheet on paper, for a table without a screen: what must be on it, then the moves with a box to tick, session by session, on as many pages as it takes. */
export async function runSheetPdf(sheet: RunSheet, fonts: PdfFonts): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  const title = t`${sheet.shop}, run sheet from ${printDay(dayAt(sheet.printed, sheet.timeZone))}`;
  file.setTitle(title);
  file.setCreationDate(sheet.printed);
  file.setModificationDate(sheet.printed);
  const pages = new Pages(file, await embedded(file, fonts), (at) => printTime(minuteOfDayAt(at, sheet.timeZone)));
  pages.head(
    title,
    t`${sheet.leavesSome ? t`These batches are dry` : t`All dry`} ${printDay(dayAt(sheet.endsAt, sheet.timeZone))} at ${pages.clock(sheet.endsAt)}, if nothing comes between.`,
  );
  pages.list("Missing", sheet.missing);
  pages.list(t`On the table`, wrapped(sheet.tools.join(", "), 92));
  pages.list("Mixes", sheet.mixes);
  let day = "";
  for (const line of sheet.lines) {
    const on = dayAt(line.from, sheet.timeZone);
    if (on !== day) pages.day(printDay(on));
    day = on;
    pages.move(line);
  }
  pages.foot(t`Bone dry before the next layer, unmasking and untaping. Follow the labels of your materials and your local rules.`);
  return file.save();
}

const MOST = pagePoints().wide - 2 * EDGE;

/** Pages that are written from the top; where one is full the next begins. */
class Pages {
  private pen: Pen;
  private y = pagePoints().high - EDGE - 18;

  constructor(
    private readonly file: PDFDocument,
    private readonly fonts: Awaited<ReturnType<typeof embedded>>,
    readonly clock: (at: Date) => string,
  ) {
    this.pen = this.page();
  }

  private page(): Pen {
    return new Pen(this.file.addPage([pagePoints().wide, pagePoints().high]), this.fonts.text, this.fonts.strong, this.fonts.heading);
  }

  /** Room for so many rows, on another page where this one is full. */
  private room(rows: number): void {
    if (this.y - rows * ROW > EDGE) return;
    this.pen = this.page();
    this.y = pagePoints().high - EDGE - 10;
  }

  head(title: string, says: string): void {
    this.pen.heading(EDGE, this.y, title, 19, MOST);
    this.y -= 20;
    this.pen.text(EDGE, this.y, says, 11, PDF_SOFT, MOST);
    this.y -= 28;
  }

  list(name: string, lines: readonly string[]): void {
    if (lines.length === 0) return;
    this.room(2);
    this.pen.strong(EDGE, this.y, name, 12, PDF_INK, MOST);
    this.y -= 16;
    for (const line of lines) {
      this.room(1);
      this.pen.text(EDGE, this.y, line, 11, PDF_INK, MOST);
      this.y -= 15;
    }
    this.y -= 8;
  }

  day(name: string): void {
    this.room(3);
    this.y -= 6;
    this.pen.heading(EDGE, this.y, name, 14, MOST);
    this.y -= 8;
    this.pen.line(EDGE, this.y, pagePoints().wide - EDGE, this.y, PDF_INK, 1);
    this.y -= ROW - 4;
  }

  move(line: RunSheetLine): void {
    if (line.fresh) {
      this.room(2);
      this.pen.text(EDGE + CLOCK, this.y, t`fresh water, clean palette`, 10, PDF_SOFT, MOST - CLOCK);
      this.y -= ROW - 5;
    }
    this.room(1);
    const { pen, y } = this;
    const isWork = line.kind === "work";
    if (isWork) pen.box(EDGE, y - 1, BOX, PDF_INK);
    pen.text(EDGE + BOX + 9, y, this.clock(line.from), 11, PDF_INK, 50);
    const caught = line.before ? CATCH : 0;
    pen[isWork ? "strong" : "text"](EDGE + CLOCK, y, line.words, 11, isWork ? PDF_INK : PDF_SOFT, MOST - CLOCK - TAKES - caught);
    if (line.before) pen.strong(pagePoints().wide - EDGE - TAKES - CATCH + 8, y, t`catch before ${this.clock(line.before)}`, 10, PDF_INK, CATCH);
    pen.text(pagePoints().wide - EDGE - TAKES + 12, y, printMinutes(minutes(line.takes)), 11, PDF_SOFT, TAKES);
    pen.line(EDGE, y - 5, pagePoints().wide - EDGE, y - 5, LINE, 0.5);
    this.y -= ROW;
  }

  foot(words: string): void {
    this.room(3);
    this.y -= 8;
    this.pen.text(EDGE, this.y, words, 9, PDF_SOFT, MOST);
  }
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
