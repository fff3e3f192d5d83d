import type { BookRead, DesignRead, ReviewRead } from "@yule/contract";
import { lengthOfUnits, minutes, money, plural, printMinutes, saidLength, t, type Day, type LengthSystem } from "@yule/core";
import { reviewOf, type SeasonReview } from "@yule/derive";
import { PDFDocument, type PDFFont, type PDFImage, type PDFPage } from "pdf-lib";
import { embedded, type PdfFonts } from "../../kit/pdf/fonts.ts";
import { LINE, Pen, pagePoints, PDF_INK, PDF_SOFT } from "../../kit/pdf/pen.ts";
import { printDayOfYear, printMoney, printNumber, spoken } from "../../kit/say.ts";

/** All that a season's book is made of. Pictures are PNG or JPEG, by their ids. */
export interface BookOf {
  readonly shop: { readonly name: string; readonly lengthSystem: LengthSystem; readonly currency: string };
  readonly read: ReviewRead;
  readonly book: BookRead;
  readonly pictures: ReadonlyMap<string, Uint8Array>;
  readonly today: Day;
  /** What would have helped most, in a sentence; null where the season was not planned again. */
  readonly advice: string | null;
}

const EDGE = 54;
/** Foot of the last line above the page's number. */
const LOWEST = EDGE + 22;
const [BODY, SMALL, HEAD, STEP] = [11, 9, 16, 15] as const;

/**
 * A season to keep: a cover, the year's figures, and each design with its picture, sizes, colours, route, lessons and what came of it.
 * Pages are as many as it takes; nothing is cut off.
 */
export async function seasonBook(of: BookOf, fonts: PdfFonts): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  file.setTitle(t`${of.shop.name}: ${of.read.season.name}`);
  const pages = new BookPages(file, await embedded(file, fonts));
  const images = new Map<string, PDFImage>();
  for (const [id, bytes] of of.pictures) images.set(id, bytes[0] === 0x89 ? await file.embedPng(bytes) : await file.embedJpg(bytes));
  const review = reviewOf(of.read, of.today);
  const designs = [...of.book.designs].sort((a, b) => cardsOf(of.read, b.id) - cardsOf(of.read, a.id) || a.name.localeCompare(b.name));
  drawCover(pages, of, review, bestPicture(designs, of.book, review, images));
  drawYear(pages, of, review);
  for (const design of designs) drawDesign(pages, of, review, design, images);
  return file.save();
}

const cardsOf = (read: ReviewRead, design: string): number => read.needs.reduce((sum, { designId, cards }) => (designId === design ? sum + cards : sum), 0);

/** The photo of a panel of what an hour brought most with, or its picture; where nothing was sold, of what most cards were of. */
function bestPicture(designs: readonly DesignRead[], { photos }: BookRead, { earned }: SeasonReview, images: ReadonlyMap<string, PDFImage>): PDFImage | null {
  const inOrder = [...earned.filter(({ hourMinor }) => hourMinor !== null).map(({ designId }) => designId), ...designs.map(({ id }) => id)];
  for (const id of inOrder) {
    const photo = images.get(photos.find(({ designId }) => designId === id)?.pictureId ?? "");
    if (photo) return photo;
  }
  for (const id of inOrder) for (const { pictureId } of designs.find((each) => each.id === id)?.colourways ?? []) if (pictureId !== null) return images.get(pictureId) ?? null;
  return null;
}

/** Writes down pages, and begins another where one is full. */
class BookPages {
  y = 0;
  private page: PDFPage | null = null;
  private drawn: Pen | null = null;
  private count = 0;

  constructor(
    private readonly file: PDFDocument,
    private readonly families: { readonly text: readonly PDFFont[]; readonly strong: readonly PDFFont[]; readonly heading: readonly PDFFont[] },
  ) {}

  readonly wide = pagePoints().wide - 2 * EDGE;

  turn(): void {
    const { wide, high } = pagePoints();
    this.page = this.file.addPage([wide, high]);
    this.drawn = new Pen(this.page, this.families.text, this.families.strong, this.families.heading);
    this.count += 1;
    if (this.count > 1) this.drawn.text(wide / 2 - 4, EDGE - 20, String(this.count), SMALL, PDF_SOFT, 60);
    this.y = high - EDGE;
  }

  get pen(): Pen {
    if (!this.drawn) this.turn();
    if (!this.drawn) throw new Error("a page without a pen");
    return this.drawn;
  }

  /** Room for so many points, on this page or the next. */
  need(points: number): void {
    if (this.y - points < LOWEST) this.turn();
  }

  title(text: string, size: number): void {
    this.need(size * 3.4);
    // The first line of a page stands at its top.
    this.y -= this.y < pagePoints().high - EDGE ? size * 1.5 : size;
    this.pen.heading(EDGE, this.y, text, size, this.wide);
    this.y -= size * 0.6;
  }

  text(text: string, size: number = BODY, colour = PDF_INK): void {
    for (const line of this.pen.linesOf(text, size, this.wide)) {
      this.need(size * 1.4);
      this.y -= size * 1.35;
      this.pen.text(EDGE, this.y, line, size, colour, this.wide);
    }
  }

  /** One row of a table; the first column takes what the others leave, and what is long goes on below. */
  row(cells: readonly string[], isHead = false): void {
    const other = 96;
    const first = this.wide - other * (cells.length - 1);
    const size = isHead ? SMALL : BODY - 0.5;
    const laid = cells.map((cell, index) => this.pen.linesOf(cell, size, (index === 0 ? first : other) - 8));
    const more = (Math.max(...laid.map(({ length }) => length)) - 1) * size * 1.3;
    this.need(STEP + more + 2);
    this.y -= STEP;
    laid.forEach((lines, index) => {
      const x = EDGE + (index === 0 ? 0 : first + other * (index - 1));
      lines.forEach((line, down) => this.pen.text(x, this.y - down * size * 1.3, line, size, isHead ? PDF_SOFT : PDF_INK, this.wide));
    });
    this.y -= more;
    this.pen.line(EDGE, this.y - 4, EDGE + this.wide, this.y - 4, LINE, 0.4);
  }

  /** A picture in the middle, as large as its room. */
  picture(image: PDFImage, most: { readonly wide: number; readonly high: number }): void {
    const scale = Math.min(most.wide / image.width, most.high / image.height);
    const [wide, high] = [image.width * scale, image.height * scale];
    this.need(high + 8);
    this.y -= high + 8;
    this.page?.drawImage(image, { x: EDGE + (this.wide - wide) / 2, y: this.y, width: wide, height: high });
  }

  swatch(hex: string, x: number): void {
    this.pen.swatch(x, this.y - 1, 9, hex);
  }
}

function drawCover(pages: BookPages, { shop, read, today }: BookOf, review: SeasonReview, picture: PDFImage | null): void {
  pages.turn();
  pages.y -= 40;
  pages.title(read.season.name, 34);
  pages.text(shop.name, 16, PDF_SOFT);
  pages.y -= 24;
  if (picture) pages.picture(picture, { wide: pages.wide, high: 400 });
  pages.y -= 18;
  const until = read.season.until < today ? read.season.until : today;
  pages.text(t`From ${printDayOfYear(read.season.from)} to ${printDayOfYear(until)}`);
  pages.text(yearWords(review));
}

function yearWords({ kept, missed, panels, minutes: hands }: SeasonReview): string {
  const came = kept + missed.length;
  const told = came === 0 ? t`No promise came due.` : t`${kept} of ${plural(came, { one: "# promise", other: "# promises" })} kept.`;
  return t`${told} ${plural(panels, { one: "# panel", other: "# panels" })} painted in ${printMinutes(minutes(hands))} of hands.`;
}

function drawYear(pages: BookPages, { shop, read, book, advice }: BookOf, review: SeasonReview): void {
  const price = (minor: number): string => printMoney(money(minor), shop.currency);
  pages.turn();
  pages.title(t`The year in figures`, 24);
  pages.text(yearWords(review));
  if (advice !== null) pages.text(advice);
  const part = (title: string, heads: readonly string[], rows: readonly (readonly string[])[]): void => {
    if (rows.length === 0) return;
    pages.title(title, HEAD);
    pages.row(heads, true);
    for (const row of rows) pages.row(row);
  };
  part(
    t`Where the hours went`,
    [t`Stage`, t`Panels`, t`Hands`],
    review.stages.map(({ name, panels, minutes: of }) => [name, printNumber(panels), printMinutes(minutes(of))]),
  );
  part(
    t`What an hour earned`,
    [t`Design`, t`Came in`, t`For an hour`],
    review.earned.map(({ name, incomeMinor, hourMinor }) => [name, price(incomeMinor), hourMinor === null ? t`no hands noted` : price(hourMinor)]),
  );
  part(
    t`What was late`,
    [t`For`, t`Due`, t`Days late`],
    review.missed.map(({ need, days }) => [need.title, printDayOfYear(need.due), printNumber(days)]),
  );
  part(
    t`What was spoilt`,
    [t`At, and why`, t`Design`, t`Panels`],
    review.losses.map(({ stage, why, design, panels }) => [why === "" ? stage : `${stage}: ${why}`, design, printNumber(panels)]),
  );
  drawLessons(pages, book, null);
  part(
    t`All that was promised`,
    [t`For`, t`Cards`, t`Due`, t`Went out`],
    read.needs.map(({ title, cards, due, wentOn }) => [title, printNumber(cards), printDayOfYear(due), wentOn === null ? t`not yet` : printDayOfYear(wentOn)]),
  );
}

function drawDesign(pages: BookPages, { shop, read, book }: BookOf, review: SeasonReview, design: DesignRead, images: ReadonlyMap<string, PDFImage>): void {
  pages.turn();
  pages.title(design.name, 24);
  const shown = design.colourways.flatMap(({ pictureId }) => (pictureId === null ? [] : (images.get(pictureId) ?? []))).slice(0, 1);
  const photos = book.photos.flatMap(({ designId, pictureId }) => (designId === design.id ? (images.get(pictureId) ?? []) : []));
  for (const image of [...shown, ...photos]) pages.picture(image, { wide: pages.wide, high: photos.length > 0 ? 165 : 230 });
  pages.y -= 8;
  pages.text(cameOf(read, review, design, (minor) => printMoney(money(minor), shop.currency)));
  sizes(pages, design, (length) => saidLength(lengthOfUnits(length), shop.lengthSystem, spoken()));
  pages.title(t`Colours`, HEAD);
  for (const { name, paints } of design.colourways) {
    pages.text(
      paints.length === 0
        ? t`${name}: no paints noted`
        : `${name}: ${paints.map((paint) => (paint.pigments === "" ? paint.name : `${paint.name} (${paint.pigments})`)).join(", ")}`,
    );
    if (paints.length === 0) continue;
    pages.need(STEP);
    pages.y -= STEP - 1;
    paints.forEach(({ hex }, index) => pages.swatch(hex, EDGE + index * 14));
  }
  pages.title(t`Route`, HEAD);
  pages.row([t`Stage`, t`Hands`, t`Dries`], true);
  for (const stage of design.stages) pages.row([stage.name, printMinutes(minutes(stage.hands)), stage.dry === 0 ? "" : printMinutes(minutes(stage.dry))]);
  drawLessons(pages, book, design.id);
}

/** What was learned of a design; null for what was learned of none alone. */
function drawLessons(pages: BookPages, { lessons }: BookRead, design: string | null): void {
  const own = lessons.filter(({ designId }) => designId === design);
  if (own.length === 0) return;
  pages.title(t`Lessons`, HEAD);
  for (const { text } of own) pages.text(text);
}

/** What was asked for of a design, what went out, what it brought and what was lost. */
function cameOf(read: ReviewRead, { earned }: SeasonReview, { id }: DesignRead, price: (minor: number) => string): string {
  const needs = read.needs.filter(({ designId }) => designId === id);
  const sum = (of: (need: (typeof needs)[number]) => number): number => needs.reduce((all, need) => all + of(need), 0);
  const went = sum(({ wentOn, cards }) => (wentOn === null ? 0 : cards));
  const income = earned.find(({ designId }) => designId === id)?.incomeMinor ?? 0;
  const lost = sum((need) => need.lost);
  return [
    t`${went} of ${plural(
      sum(({ cards }) => cards),
      { one: "# card", other: "# cards" },
    )} went out.`,
    ...(income === 0 ? [] : [t`They brought ${price(income)}.`]),
    ...(lost === 0
      ? []
      : [
          t`${lost} of ${plural(
            sum(({ panels }) => panels),
            { one: "# panel", other: "# panels" },
          )} were lost.`,
        ]),
    ...(sum(({ leftOver }) => leftOver) === 0 ? [] : [t`${sum(({ leftOver }) => leftOver)} were left over.`]),
  ].join(" ");
}

function sizes(pages: BookPages, { stack }: DesignRead, say: (units: number) => string): void {
  pages.title(t`Sizes`, HEAD);
  pages.row([t`Part`, t`Width`, t`Height`], true);
  pages.row([t`Card, folded`, say(stack.width), say(stack.height)]);
  for (const layer of stack.layers) pages.row([layer.name, say(layer.width), say(layer.height)]);
  if (stack.envelope) pages.row([t`Envelope`, say(stack.envelope.width), say(stack.envelope.height)]);
}
