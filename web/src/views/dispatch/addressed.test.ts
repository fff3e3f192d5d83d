/** @jest-environment node */
import { pileOf, type PileLetter } from "@yule/derive";
import { houseTo, letterTo, line, need, season } from "@yule/derive/examples";
import Papa from "papaparse";
import { readBack, testFonts } from "../../kit/pdf/testing.ts";
import { customsNotesPdf } from "./customsNotes.ts";
import { returnLabelsPdf } from "./returnLabels.ts";
import { addressLabelsPdf, addressLines, envelopesPdf, packingSlipsPdf, postListCsv, senderLines } from "./addressed.ts";

const home = "IE";
const told = season([{ ...need, title: "Yule list", lines: [line("l", "blue", 3, 3)] }]);
const base = { ...told, shop: { ...told.shop, country: home } };
const ADDRESS = "20 Mill Race, Ballymarsh";
const houses = [
  houseTo("a", { name: "Sørine Ferrow", address: ADDRESS, country: home }),
  houseTo("b", { name: "=Nell Oxenby", address: ADDRESS, country: home }),
  houseTo("c", { name: "Tavi Aske", address: ADDRESS, country: "NZ" }),
];
const pile: readonly PileLetter[] = pileOf(
  { ...base, dispatch: { ...base.dispatch, households: houses, letters: houses.map(({ id }) => letterTo(id, { lineId: "l", written: true })) } },
  [],
);

test("abroad the country stands last, in capitals; at home it is left out", () => {
  expect(pile.map((each) => addressLines(each, home).slice(-2))).toEqual([
    ["20 Mill Race", "Ballymarsh"],
    ["20 Mill Race", "Ballymarsh"],
    ["Ballymarsh", "NEW ZEALAND"],
  ]);
});

test("each envelope is a page of its true size with its address and the sender", async () => {
  const pages = await readBack(await envelopesPdf(pile, { home, sender: "Tern Row Cards", from: "4 Ropewalk, Saltcote" }, testFonts()));
  expect(pages).toHaveLength(3);
  const envelope = pile[0]?.view.design.stack.envelope;
  const expected = envelope ? (envelope.width / 320 / 25.4) * 72 : (146 / 25.4) * 72;
  expect(pages[0]?.width).toBeCloseTo(expected, 0);
  expect(pages.map(({ letters }) => letters).join("")).toMatch(/SørineFerrow|TernRowCards/);
  for (const page of pages) expect(page.letters).toContain("20MillRace");
  expect(pages.every(({ ink }) => ink > 0.002)).toBe(true);
});

test("labels and packing slips name each letter, what lies in it and how it goes", async () => {
  const labels = await readBack(await addressLabelsPdf(pile, home, testFonts()));
  expect(labels).toHaveLength(1);
  for (const { name } of houses) expect(labels[0]?.letters).toContain(name.replaceAll(" ", ""));
  const slips = await readBack(await packingSlipsPdf(pile, { home, sender: "Tern Row Cards", from: "3 Tern Row, Kilfenora Quay" }, testFonts()));
  expect(slips).toHaveLength(2);
  expect(slips[0]?.letters).toContain("1card:Paperboat,blue");
  for (const part of ["TernRowCards", "KilfenoraQuay"]) expect(slips[0]?.letters).toContain(part);
});

test("what crosses a border comes back by the sender's country too; at home it is not written", async () => {
  const own = { home, sender: "Tern Row Cards", from: "3 Tern Row, Kilfenora Quay" };
  const of = (name: string) => pile.find(({ household }) => household.name === name) as PileLetter;
  expect(senderLines(of("Tavi Aske"), own)).toEqual(["Tern Row Cards", "3 Tern Row", "Kilfenora Quay", "IRELAND"]);
  expect(senderLines(of("Sørine Ferrow"), own)).toEqual(["Tern Row Cards", "3 Tern Row", "Kilfenora Quay"]);
  const pages = await readBack(await envelopesPdf(pile, own, testFonts()));
  expect(pages.filter(({ letters }) => letters.includes("IRELAND"))).toHaveLength(1);
});

test("the list for the counter has a row for each letter, and no cell that a spreadsheet would run", () => {
  const rows = Papa.parse<Record<string, string>>(postListCsv(pile, "EUR").replace("\uFEFF", ""), { header: true, skipEmptyLines: true }).data;
  expect(rows.map(({ name }) => name)).toEqual(["'=Nell Oxenby", "Sørine Ferrow", "Tavi Aske"]);
  expect(rows.find(({ name }) => name === "Sørine Ferrow")).toMatchObject({ country: home, service: "Letter", price: "1.00", currency: "EUR" });
  expect(rows.find(({ name }) => name === "Tavi Aske")?.service).toBe("");
});

test("a note for the customs goes with what leaves the country: what it is, its weight and its worth; at home there is none", async () => {
  const notes = await readBack(await customsNotesPdf(pile, { home, sender: "Tern Row Cards", currency: "EUR" }, testFonts()));
  expect(notes).toHaveLength(1);
  expect(notes[0]?.letters).toMatch(/FromTernRowCards,Ireland.*TaviAske,NewZealand.*Papergreetingcard:Paperboat.*none,agift.*MadeinIreland/);
  expect(notes[0]?.letters.match(/Forthecustoms/g)).toHaveLength(1);
});

test("a sheet of return labels carries the shop's own address on each", async () => {
  const [sheet] = await readBack(await returnLabelsPdf({ name: "Tern Row Cards", address: "4 Ropewalk, Saltcote, V95 X285" }, testFonts()));
  expect(sheet?.letters.match(/TernRowCards4RopewalkSaltcote,V95X285/g)).toHaveLength(33);
  expect(Math.round(((sheet?.width ?? 0) * 25.4) / 72)).toBe(210);
});

test("an address is never cut: long lines go on below, on labels, envelopes and slips", async () => {
  const long = {
    name: "Wilhelmina van der Meulen-Oudewater and family",
    address: "Nordseestraatweg 1234 achter de kerk, Appartement 17 B, Hollerkoogerneuerweg-Nordersiel, 12345",
  };
  const [first] = pile;
  if (!first) throw new Error("the pile is empty");
  const letters = [{ ...first, household: { ...first.household, ...long, country: "DE" } }];
  const papers = [
    await addressLabelsPdf(letters, home, testFonts()),
    await envelopesPdf(letters, { home, sender: long.name, from: long.address }, testFonts()),
    await packingSlipsPdf(letters, { home, sender: long.name, from: long.address }, testFonts()),
  ];
  for (const paper of papers) {
    const [page] = await readBack(paper);
    for (const each of [long.name, ...long.address.split(", "), "GERMANY"]) expect(page?.letters).toContain(each.replaceAll(" ", ""));
    expect(page?.letters).not.toContain("…");
  }
});
