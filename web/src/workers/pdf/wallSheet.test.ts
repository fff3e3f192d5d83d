/** @jest-environment node */
import { planSeason, rowOf, shownPlan } from "@yule/derive";
import { line, need, season } from "@yule/derive/examples";
import { writeFileSync } from "node:fs";
import { PDFDocument } from "pdf-lib";
import { readBack, testFonts } from "../../kit/pdf/testing.ts";
import { wallSheet } from "./wallSheet.ts";

const fonts = testFonts();

const sheetOf = async (count: number, title = "Kites for the") => {
  const needs = Array.from({ length: count }, (_, index) => ({
    ...need,
    id: `n${String(index)}`,
    title: `${title} ${String(index)}`,
    due: `2031-12-${String(10 + (index % 20)).padStart(2, "0")}`,
    lines: [line(`l${String(index)}`, "blue", 2 + (index % 5))],
  }));
  const outlook = season(needs);
  const planned = shownPlan(planSeason(outlook, null, { effort: { seed: 1, turns: 3, pieces: 3_000 }, runs: 20 }));
  return wallSheet(
    { ...outlook, shop: { ...outlook.shop, name: "Tern Row Cards" } },
    outlook.open.map((view) => rowOf(view, planned)),
    planned,
    fonts,
  );
};

test.each([0, 5, 18, 60])(
  "a season of %i needs is one page, A4 on its side",
  async (count) => {
    const bytes = await sheetOf(count);
    if (process.env.YULE_LOOK) writeFileSync(`${process.env.YULE_LOOK}/wall-${String(count)}.pdf`, bytes);
    const file = await PDFDocument.load(bytes);
    expect(file.getPageCount()).toBe(1);
    expect(file.getPage(0).getSize()).toEqual({ width: 841.89, height: 595.28 });
    expect(file.getTitle()).toBe("Tern Row Cards, season from 2031-11-08");
    const [page] = await readBack(bytes);
    expect(page?.text).toContain("Tern Row Cards");
    if (count > 0) expect(page?.text).toContain("Kites for the 0");
    // Rules and words: an empty season still has its ruler.
    expect(page?.ink).toBeGreaterThan(count > 0 ? 0.02 : 0.002);
  },
  30_000,
);

test("letters of other languages are written, and one that no shipped family has does not break the sheet", async () => {
  const bytes = await sheetOf(2, "Žofie Łukasz ñandú 漢字 which is a very long name that must be cut somewhere before it runs into the next column of the page");
  const pages = await readBack(bytes);
  expect(pages).toHaveLength(1);
  expect(pages[0]?.letters).toContain("ŽofieŁukaszñandú");
}, 30_000);
