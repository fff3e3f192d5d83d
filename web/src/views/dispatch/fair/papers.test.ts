/** @jest-environment node */
import type { FinishRead } from "@yule/contract";
import type { FairAhead, FairRow } from "@yule/derive";
import { design, line, need } from "@yule/derive/examples";
import { readBack, testFonts } from "../../../kit/pdf/testing.ts";
import { packedFrom } from "./FairPapers.tsx";
import { packingListPdf, priceTagsPdf, signPdf } from "./papers.ts";

const row = (id: string, more: Partial<FairRow> = {}): FairRow => ({
  ...{ id, design, colourway: id, price: 550, have: 4, coming: 0, planned: 0, seen: [], bring: 4, paint: 0, sold: 3, sellOut: 0.4, next: null },
  ...more,
});

test("tags and sign carry every price, the packing list what lies in which box and the tin", async () => {
  const fonts = testFonts();
  const letters = async (made: Promise<Uint8Array>): Promise<string> => (await readBack(await made)).map((page) => page.letters).join("");
  expect(await letters(priceTagsPdf([row("blue"), row("red", { price: 700 })], "EUR", fonts))).toMatch(/€5\.50Paperboat,blue€7\.00Paperboat,red/);
  expect(await letters(signPdf([row("blue"), row("red")], { shop: "Tern Row Cards", currency: "EUR" }, fonts))).toMatch(/^TernRowCards.*€5\.50Paperboat$/);
  const ahead = { views: [{ need: { ...need, lines: [{ ...line("l", "blue", 3, 3), boxId: "tin" }] } }] } as unknown as FairAhead;
  const finish = { left: [], boxes: [{ id: "tin", name: "Tin 1", place: "by the door" }] } as unknown as FinishRead;
  const from = packedFrom(ahead, [row("blue")], finish);
  expect(from).toEqual([
    { box: "In no box yet", rows: [expect.objectContaining({ cards: 1 })] },
    { box: "Tin 1, by the door", rows: [expect.objectContaining({ name: "Paper boat, blue", cards: 3 })] },
  ]);
  expect(await letters(packingListPdf("Quay fair", from, { float: [{ value: 200, count: 4 }], currency: "EUR" }, fonts))).toMatch(
    /^Quayfair.*Tin1,bythedoor3ofPaperboat,blue.*4×€2\.00/,
  );
});
