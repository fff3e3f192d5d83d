/** @jest-environment node */
import { lengthOfUnits, mm, money, sheetSketch, type Layout, type Sheet } from "@yule/core";
import { PDFDocument } from "pdf-lib";
import { readBack, testFonts } from "../../kit/pdf/testing.ts";
import { labelsPdf, labelsPerPage } from "./labelsPdf.ts";
import { pagesFor, sheetPdf } from "./sheetPdf.ts";

const fonts = testFonts();
const A4 = { width: mm(210), height: mm(297) };
const ruler = { length: mm(100), words: "100 mm" };

const sketchOf = (width: number, height: number) => {
  const sheet: Sheet = { id: "s", width: mm(width), height: mm(height), count: null, cost: money(1) };
  const half = lengthOfUnits(sheet.width / 2);
  const layout: Layout = {
    sheet: "s",
    times: 1,
    pieces: [{ panel: "kite", x: mm(0), y: mm(0), width: half, height: sheet.height }],
    cuts: [{ axis: "x", at: half, from: mm(0), to: sheet.height }],
    offcuts: [],
  };
  return { title: "Kites", sketch: sheetSketch(sheet, layout, () => "Żółty kite") };
};

test("a small sheet is one page, lying down where it is wider than the paper", () => {
  expect(pagesFor({ width: mm(180), height: mm(200) }, A4, 1)).toMatchObject({ wide: false, tiles: { length: 1 } });
  expect(pagesFor({ width: mm(270), height: mm(160) }, A4, 1)).toMatchObject({ wide: true, tiles: { length: 1 } });
});

test("a printer that prints too small needs the sheet drawn larger, which may take a page more", () => {
  const size = { width: mm(194), height: mm(250) };
  expect([pagesFor(size, A4, 1).tiles.length, pagesFor(size, A4, 1.02).tiles.length]).toEqual([1, 2]);
});

test("all sheets are in one file, on the maker's paper, with letters of other languages", async () => {
  const bytes = await sheetPdf([sketchOf(180, 200), sketchOf(270, 160), sketchOf(560, 380)], A4, 1, ruler, fonts);
  const file = await PDFDocument.load(bytes);
  const sizes = file.getPages().map((page) => [Math.round(page.getWidth()), Math.round(page.getHeight())]);
  expect(sizes.slice(0, 2)).toEqual([
    [595, 842],
    [842, 595],
  ]);
  expect(file.getPageCount()).toBe(2 + pagesFor({ width: mm(560), height: mm(380) }, A4, 1).tiles.length);
  const pages = await readBack(bytes);
  expect(pages[0]?.letters).toContain("Żółtykite");
  for (const page of pages) {
    expect(page.text).toContain("100 mm");
    expect(page.ink).toBeGreaterThan(0.001);
  }
});

test("every piece has its own label for its back, as many to a page as its paper takes", async () => {
  expect(labelsPerPage(A4)).toEqual({ across: 3, down: 8 });
  const labels = [
    { name: "Kites", detail: "Yule list", count: 25 },
    { name: "Żółty moth", detail: "test strip", count: 3 },
  ];
  const pages = await readBack(await labelsPdf(labels, A4, fonts));
  expect(pages).toHaveLength(2);
  expect(pages[0]?.text).toContain("Yule list");
  expect(pages[1]?.letters).toContain("Żółtymoth");
  for (const page of pages) expect(page.ink).toBeGreaterThan(0.002);
  expect((await PDFDocument.load(await labelsPdf([], A4, fonts))).getPageCount()).toBeLessThan(2);
});
