/** @jest-environment node */
import type { HouseholdRead } from "@yule/contract";
import { houseTo } from "@yule/derive/examples";
import { householdsInText, writeHouseholds } from "./householdsIn.ts";
import { vcardsIn, writeCards } from "./vcards.ts";

const house = (name: string, address: string, more: Partial<HouseholdRead> = {}): HouseholdRead => houseTo(name, { name, address, country: "IE", ...more });
const place = (street: string, town: string, code = "") => ({ street, district: "", town, region: "", code });
const only = (text: string) => vcardsIn(text).map((each) => ("card" in each ? each.card : each));

describe("cards of an address book", () => {
  test("version 2.1, with quoted letters over several lines and a picture between", () => {
    const card = [
      "BEGIN:VCARD",
      "VERSION:2.1",
      "N;CHARSET=UTF-8;ENCODING=QUOTED-PRINTABLE:S=C3=B8rheim;Odd",
      "FN;CHARSET=ISO-8859-1;ENCODING=QUOTED-PRINTABLE:Odd S=F8r=",
      "heim",
      "PHOTO;ENCODING=BASE64;TYPE=JPEG:/9j/4AAQSkZJRgABAQ",
      " AAAQABAAD/2wBDAAgGBgcGBQgH",
      "",
      "ADR;HOME:;;4 Mill Race, left door;Saltby;;4021;Norway",
      "END:VCARD",
    ].join("\r\n");
    expect(only(card)).toEqual([
      { name: "Odd Sørheim", address: "4 Mill Race, left door, 4021 Saltby", parts: place("4 Mill Race, left door", "Saltby", "4021"), country: "Norway", language: "" },
    ]);
  });

  test("versions 3.0 and 4.0, folded, broken without a blank, and of several people; a card that is none is named", () => {
    const book = `BEGIN:VCARD\nVERSION:3.0\nFN:Orla Qu\n ill\nADR;TYPE=home:;;3 Gull Steps;Ballymarsh;;;IE\nPHOTO;ENCODING=b;TYPE=PNG:iVBORw0KGgo\n AAAA\nEND:VCARD
BEGIN:VCARD\nVERSION:4.0\nFN:Lotte Strandhus\nADR:;;7 Lower\nQuay;Nordfleth;;26131;Germany\nLANG:de\nEND:VCARD
BEGIN:VCARD\nVERSION:2.1\nFN;CHARSET=NONE-SUCH;ENCODING=QUOTED-PRINTABLE:=41\nEND:VCARD\n`;
    expect(only(book)).toEqual([
      { name: "Orla Quill", address: "3 Gull Steps, Ballymarsh", parts: place("3 Gull Steps", "Ballymarsh"), country: "IE", language: "" },
      { name: "Lotte Strandhus", address: "7 LowerQuay, 26131 Nordfleth", parts: place("7 LowerQuay", "Nordfleth", "26131"), country: "Germany", language: "de" },
      { given: "FN;CHARSET=NONE-SUCH;ENCODING=QUOTED-PRINTABLE:=41" },
    ]);
    expect(householdsInText(book, [], null).faults).toEqual(["card 3: given FN;CHARSET=NONE-SUCH;ENCODING=QUOTED-PRINTABLE:=41, allowed a vCard of version 2.1 to 4.0"]);
  });

  test("what is written is read as it was", () => {
    const houses = [house("Quill; Orla, and Piet", "3 Gull Steps, Ballymarsh", { language: "de" })];
    expect(householdsInText(writeCards(houses), [], null).rows.map(({ household }) => household)).toEqual([
      expect.objectContaining({ name: "Quill; Orla, and Piet", parts: null, address: "3 Gull Steps, Ballymarsh", country: "IE", language: "de" }),
    ]);
    const parts = { ...place("3, Gull Steps", "Ballymarsh", "V95"), district: "Old Town", region: "Co. Clare" };
    expect(householdsInText(writeCards([house("Quill", "as the post writes it", { parts })]), [], null).rows[0]?.household.parts).toEqual(parts);
    expect(householdsInText(writeHouseholds([house("Quill", "as the post writes it", { parts })]), [], null).rows[0]?.household.parts).toEqual(parts);
  });
});

describe("a table of households", () => {
  test("goes out and comes in again, a cell that begins like a formula among them", () => {
    const houses = [house("=Nell", "12 Chalk Lane", { neutral: true, likes: ["boats", "blue"], without: ["glitter"] })];
    const written = writeHouseholds(houses);
    expect(written).toContain("'=Nell");
    expect(householdsInText("name,address,country\n=1+1,12 Chalk Lane,IE", [], null).faults).toEqual(["row 2, name: given =1+1, allowed a plain value: a formula is not run"]);
    const plain = householdsInText(writeHouseholds([house("Nell", "12 Chalk Lane", { neutral: true, likes: ["boats", "blue"], without: ["glitter"] })]), [], null);
    expect(plain.rows[0]?.household).toMatchObject({ name: "Nell", neutral: true, likes: ["boats", "blue"], without: ["glitter"], country: "IE" });
  });

  test("an address without a country is asked for, or taken as home; a country nobody knows, half a row and a missing column are named", () => {
    const rows = "name,address,country\nNell,12 Chalk Lane,\nPiet,3 Lower Quay,Freedonia\nOdd,1 Mill Race";
    expect(householdsInText(rows, [], null).faults).toEqual([
      "row 4: given more or fewer cells than columns, allowed 3 cells, one for each column",
      "row 2, country: given nothing, allowed a country's name or its two letters: without one no letter goes",
      'row 3: country: given "Freedonia", allowed an ISO 3166 code of two letters, such as GB or US',
    ]);
    expect(householdsInText("name,address,country\nNell,12 Chalk Lane,", [], "IE").rows[0]?.household.country).toBe("IE");
    expect(householdsInText("who,where\nNell,12 Chalk Lane", [], "IE").faults[0]).toMatch(/^row 1: given who, where, allowed a first row that names its columns/);
  });

  test("who is in the books already, or twice in the file, is found though it is written otherwise; who only has the same name is not", () => {
    const known = [house("Orla Quill", "3 Gull Steps, Ballymarsh"), house("Nell Oxenby", "24 Old Ferry Road, Kilfarrow")];
    const rows = [
      "name,address,country",
      "Órla Quill,3 Gull Steps Ballymarsh,IE",
      "Nell Oxenby,7 Windlass Yard,IE",
      "Piet Saltby,9 Mill Race,IE",
      "Piet Saltbey,9 Mill Race,IE",
    ].join("\n");
    expect(householdsInText(rows, known, null).rows.map(({ double }) => double)).toEqual(["Orla Quill, 3 Gull Steps, Ballymarsh", null, null, "Piet Saltby, 9 Mill Race"]);
  });
});
