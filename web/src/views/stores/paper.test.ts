/** @jest-environment node */
import { day } from "@yule/core";
import { paper } from "@yule/derive/examples";
import { writeFileSync } from "node:fs";
import { readBack, testFonts } from "../../kit/pdf/testing.ts";
import { buyingCsv } from "./buyingCsv.ts";
import { buyingPdf } from "./buyingPdf.ts";
import { codeOf, idInCode } from "./labelCodes.ts";
import { shelfLabelsPdf } from "./shelfLabels.ts";

const fonts = testFonts();
const stores = [paper, { ...paper, id: "fluid", kind: "masking fluid" as const, name: "Masking fluid, łódź blue", place: "tin on the sill", code: "M-1" }];
const listed = {
  id: "a",
  version: 1,
  storeId: "paper",
  supplierId: "tarn",
  packs: 2,
  quantity: 10,
  costMinor: 4_900,
  orderBy: day("2031-11-12"),
  state: "listed" as const,
  orderedOn: null,
};
const toBuy = [
  listed,
  { id: "b", version: 1, storeId: "fluid", supplierId: null, packs: 1, quantity: 45_000, costMinor: 890, orderBy: null, state: "in the basket" as const, orderedOn: null },
];
const supplierName = ({ supplierId }: { supplierId: string | null }): string => (supplierId ? "=Tarn Papers" : "Wherever it is sold");
const say = (minor: number): string => `€${(minor / 100).toFixed(2)}`;

test("the buying list on paper: a supplier at a time, what and how much of it, by when, what it costs", async () => {
  const bytes = await buyingPdf({ toBuy, stores, supplierName, say, today: day("2031-11-08") }, fonts);
  if (process.env.YULE_LOOK) writeFileSync(`${process.env.YULE_LOOK}/buying.pdf`, bytes);
  const [page, ...more] = await readBack(bytes);
  expect(more).toEqual([]);
  for (const words of ["To buy", "Tarn Papers", "2 × Cotton", "€49.00", "by Wed 12 Nov", "45 ml", "€8.90"]) expect(page?.text).toContain(words);
  const long = await readBack(
    await buyingPdf({ toBuy: Array.from({ length: 60 }, (_, index) => ({ ...listed, id: String(index) })), stores, supplierName, say, today: day("2031-11-08") }, fonts),
  );
  expect(long).toHaveLength(2);
});

test("as a table it has a row for each line, and a cell that begins like a formula is text", () => {
  const rows = buyingCsv({ toBuy, stores, supplierName, currency: "EUR" }).split(/\r?\n/);
  expect(rows[0]).toBe("supplier,material,packs,amount,price,currency,order by,state");
  expect(rows[1]).toBe(`"'=Tarn Papers",Cotton,2,10,49.00,EUR,2031-11-12,listed`);
  expect(rows).toHaveLength(3);
});

test("labels have the name, the place and a code that means the material, twenty-four to a page", async () => {
  const bytes = await shelfLabelsPdf(stores, fonts);
  if (process.env.YULE_LOOK) writeFileSync(`${process.env.YULE_LOOK}/labels.pdf`, bytes);
  const [page] = await readBack(bytes);
  for (const words of ["Cotton", "tin on the sill", "M-1"]) expect(page?.text).toContain(words);
  // Two codes of 24 mm, about half of them dark, on a page of A4.
  expect(page?.ink).toBeGreaterThan((2 * 0.4 * 24 * 24) / (210 * 297));
  expect(
    await readBack(
      await shelfLabelsPdf(
        Array.from({ length: 25 }, () => paper),
        fonts,
      ),
    ),
  ).toHaveLength(2);
});

test("a code is read as its material, and what is no label of a shelf is none", () => {
  expect(idInCode(codeOf({ id: "paper" }))).toBe("paper");
  expect(idInCode("https://elsewhere.example/shelf:paper")).toBeNull();
});
