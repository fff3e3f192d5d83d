/** @jest-environment node */
import { limitsFor, odds, planWork, seasonJobOf, type SeasonFacts } from "@yule/core";
import { seasonFacts, oddsOf, spreadsOf, rowOf, type PlannedSeason } from "@yule/derive";
import { line, need, season } from "@yule/derive/examples";
import { readFileSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { PDFDocument } from "pdf-lib";
import type { PdfFonts } from "../../kit/pdf/fonts.ts";
import { wallSheet } from "./wallSheet.ts";

const require = createRequire(import.meta.url);
const font = (family: string, weight: number): Uint8Array[] =>
  ["latin", "latin-ext"].map((part) => new Uint8Array(readFileSync(require.resolve(`@fontsource/${family}/files/${family}-${part}-${String(weight)}-normal.woff`))));
const fonts: PdfFonts = { text: font("hanken-grotesk", 400), strong: font("hanken-grotesk", 700), heading: font("literata", 600) };

const sheetOf = async (count: number, title = "Kites for the") => {
  const needs = Array.from({ length: count }, (_, index) => ({
    ...need,
    id: `n${String(index)}`,
    title: `${title} ${String(index)}`,
    due: `2031-12-${String(10 + (index % 20)).padStart(2, "0")}`,
    lines: [line(`l${String(index)}`, "blue", 2 + (index % 5))],
  }));
  const outlook = season(needs);
  const facts: SeasonFacts = seasonFacts(outlook, outlook.now);
  const answer = planWork(seasonJobOf(facts), { ...limitsFor(60, () => 0), steps: 3 });
  const planned: PlannedSeason = {
    facts,
    answer,
    settled: true,
    odds: odds(seasonJobOf(facts), answer.plan, spreadsOf(outlook), oddsOf(facts, outlook), { seed: 1, runs: 20, stop: () => false }),
    remedies: null,
    moved: [],
  };
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
  },
  30_000,
);

test("letters of other languages are written, and one that no shipped family has does not break the sheet", async () => {
  const bytes = await sheetOf(2, "Žofie Łukasz ñandú 漢字 which is a very long name that must be cut somewhere before it runs into the next column of the page");
  expect((await PDFDocument.load(bytes)).getPageCount()).toBe(1);
}, 30_000);
