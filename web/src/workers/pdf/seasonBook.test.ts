/** @jest-environment node */
import { day } from "@yule/core";
import { design, reviewedNeed, reviewRead } from "@yule/derive/examples";
import { createCanvas } from "@napi-rs/canvas";
import { PDFDocument } from "pdf-lib";
import { readBack, testFonts } from "../../kit/pdf/testing.ts";
import { seasonBook, type BookOf } from "./seasonBook.ts";

const picture = (): Uint8Array => {
  const canvas = createCanvas(300, 300);
  const context = canvas.getContext("2d");
  context.fillStyle = "#2c6f8e";
  context.fillRect(0, 0, 300, 300);
  return new Uint8Array(canvas.toBuffer("image/png"));
};
const way = { id: "blue", name: "dusk", paints: [{ name: "Ferry Blue", pigments: "PB29", hex: "#2c6f8e" }], pictureId: "p1" };
const moth = { ...design, id: "moth", name: "Lamp moth", colourways: [way] };
const lesson = {
  id: "l",
  version: 1,
  text: "Soap the brush first",
  moment: "painting" as const,
  designId: "moth",
  occasion: null,
  stageId: null,
  kind: "keep" as const,
  ...{ notedOn: "2031-11-02", helped: 0, missed: 0, answeredOn: null },
};
const book = (more: Partial<BookOf> = {}): BookOf => ({
  shop: { name: "Tern Row Cards", lengthSystem: "cm", currency: "EUR" },
  read: reviewRead({
    needs: [reviewedNeed("office", { title: "Office", leftOver: 2 }), reviewedNeed("late", { title: "Quay order", wentOn: null })],
    season: { ...reviewRead().season, state: "closed" },
  }),
  book: { designs: [moth], lessons: [lesson, { ...lesson, id: "all", text: "Begin the list in October", designId: null }], photos: [] },
  pictures: new Map([["p1", picture()]]),
  today: day("2032-01-10"),
  advice: "Begin 9 days earlier: planned again so, 1 more promise is kept.",
  ...more,
});

test("a season to keep: a cover with the best picture, the year in figures, and a page for each design with all that is known of it", async () => {
  const pages = await readBack(await seasonBook(book(), testFonts()));
  expect(pages).toHaveLength(3);
  const [cover, year, page] = pages;
  expect(cover?.text).toContain("Winter");
  expect(cover?.letters).toContain("1of2promiseskept.");
  // The picture fills a good part of the cover.
  expect(cover?.ink).toBeGreaterThan(0.2);
  expect(year?.letters).toContain("Begin9daysearlier");
  expect(year?.letters).toContain("Quayorder");
  expect(year?.letters).toContain("BeginthelistinOctober");
  for (const told of ["Lampmoth", "10of20cardswentout.", "2wereleftover.", "dusk:FerryBlue(PB29)", "wash3min20min", "Soapthebrushfirst"]) expect(page?.letters).toContain(told);
});

test("a photo that was pinned to what happened to its panels stands on the cover and beside the picture", async () => {
  const photo = createCanvas(400, 100);
  photo.getContext("2d").fillRect(0, 0, 400, 100);
  const { designs, lessons } = book().book;
  const pinned = book({
    book: { designs, lessons, photos: [{ designId: "moth", pictureId: "note" }] },
    pictures: new Map([...book().pictures, ["note", new Uint8Array(photo.toBuffer("image/png"))]]),
  });
  const [with_, without] = [await readBack(await seasonBook(pinned, testFonts())), await readBack(await seasonBook(book(), testFonts()))];
  // The cover shows the photo, which is a black strip, instead of the square picture.
  expect(with_[0]?.ink).not.toBeCloseTo(without[0]?.ink ?? 0, 2);
  expect(with_[2]?.text).toBe(without[2]?.text);
});

test("a season without a fact and a design without pictures, paints or lessons make a book too", async () => {
  const bare = { ...moth, colourways: [{ ...way, paints: [], pictureId: null }] };
  const pages = await readBack(await seasonBook(book({ read: reviewRead(), book: { designs: [bare], lessons: [], photos: [] }, pictures: new Map(), advice: null }), testFonts()));
  expect(pages.map(({ ink }) => ink > 0.001)).toEqual([true, true, true]);
  expect(pages[0]?.letters).toContain("Nopromisecamedue.");
  expect(pages[2]?.letters).toContain("nopaintsnoted");
});

test("long titles and many needs go on over pages, and every one of them is told", async () => {
  const needs = Array.from({ length: 120 }, (_, at) => reviewedNeed(String(at), { title: `Order number ${String(at)} of a household whose name does not end on one line at all` }));
  const pages = await readBack(await seasonBook(book({ read: reviewRead({ needs }) }), testFonts()));
  const all = pages.map(({ letters }) => letters).join("");
  for (const at of [0, 57, 119]) expect(all).toContain(`Ordernumber${String(at)}ofahouseholdwhosename`);
  expect(all).not.toContain("…");
  // Nothing is written over the number of a page or off its foot.
  expect(pages.length).toBeGreaterThan(4);
});

test("sixty pages are made in ten seconds", async () => {
  const designs = Array.from({ length: 57 }, (_, at) => ({ ...moth, id: `d${String(at)}`, name: `Design ${String(at)}` }));
  const began = performance.now();
  const bytes = await seasonBook(book({ book: { designs, lessons: [], photos: [] } }), testFonts());
  expect(performance.now() - began).toBeLessThan(10_000);
  expect((await PDFDocument.load(bytes)).getPageCount()).toBe(59);
});
