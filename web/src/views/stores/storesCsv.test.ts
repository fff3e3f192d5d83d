import { paper } from "@yule/derive/examples";
import { readStoresCsv, writeStoresCsv } from "./storesCsv.ts";

const [COTTON, TARN] = ["01936b5c-1001-7000-8000-000000000001", "01936b5c-1001-7000-8000-000000000002"];
const tin = {
  ...paper,
  id: "01936b5c-1001-7000-8000-000000000003",
  kind: "masking fluid" as const,
  name: "Masking fluid",
  width: null,
  height: null,
  onHand: 50_868,
  pack: 45_000,
  packCostMinor: 890,
  code: "M-1",
};
const tarn = { id: TARN, version: 1, name: "Tarn Papers", leadDays: 5, postMinor: 0, freeFromMinor: null, leastMinor: 0, archived: false, took: [] };
const known = { stores: [{ ...paper, id: COTTON, onHand: 12 }, tin], suppliers: [tarn], offers: [], currency: "EUR", system: "in" as const };
const read = (text: string) => readStoresCsv(text, known);

test.each([",", ";", "\t", "|"])("a list with %j between its cells: what is new, what is counted, who has it for how much", (between) => {
  const rows = [
    ["material", "kind", "on hand", "width", "height", "pack", "price", "supplier", "days"],
    ["Cotton", "sheet", "15", "", "", "5", "24.50", "Tarn Papers", ""],
    ["Cotton", "sheet", "", "", "", "25", "109", "Rill & Sons", "9"],
    ["Kraft", "card stock", "40", "12 in", "18 in", "25", "11.50", "", "4"],
    ["Masking fluid", "masking fluid", "50.868 ml", "", "", "", "", "", ""],
  ];
  const { lines, command, faults } = read(rows.map((row) => row.join(between)).join("\r\n"));
  expect(faults).toEqual([]);
  expect(lines.map(({ name, does }) => `${name}: ${does}`)).toEqual([
    "Cotton: counted, 15 in place of 12; Tarn Papers has it for 24.50",
    "Cotton: Rill & Sons, a new supplier, has it for 109.00",
    "Kraft: new, 40",
    "Masking fluid: as it is",
  ]);
  expect(command).toMatchObject({
    counts: [{ id: COTTON, onHand: 15 }],
    suppliers: [{ name: "Rill & Sons", leadDays: 9 }],
    offers: [
      { storeId: COTTON, supplierId: TARN, pack: 5, priceMinor: 2_450 },
      { storeId: COTTON, pack: 25, priceMinor: 10_900 },
    ],
    stores: [{ name: "Kraft", kind: "card stock", onHand: 40, pack: 25, packCostMinor: 1_150, leadDays: 4 }],
  });
});

test("the shelf written out and read in again changes nothing, whatever its names are", () => {
  const odd = { ...tin, id: "odd", name: "=HYPERLINK(1)", code: null, onHand: 7 };
  const text = writeStoresCsv([...known.stores, odd], "EUR");
  expect(text).toContain("'=HYPERLINK(1)");
  const again = readStoresCsv(writeStoresCsv(known.stores, "EUR"), known);
  expect(again.faults).toEqual([]);
  expect(again.lines.map(({ does }) => does)).toEqual(["as it is", "as it is"]);
});

test.each([
  ["not,a,list\n1,2,3", "row 1: given not, a, list, allowed a first row that names its columns, of material, kind, on hand"],
  ["material kind\nCotton sheet", "row 1: given material kind, allowed a first row that names its columns"],
  ["material;kind\nCotton", "row 2: given fewer cells than columns, allowed 2 cells, one for each column"],
  ["material,kind\nCotton,sheet,7", "row 2: given more cells than columns, allowed 2 cells, one for each column"],
  ["material,kind,on hand\n=1+1,sheet,7", "row 2, material: given =1+1, allowed a plain value: a formula is not run"],
  ["material,kind,on hand\nCotton,sheet,-7", "row 2, on hand: given -7, allowed 0 or more"],
  ["material,kind,on hand\nCotton,sheet,7.5", "row 2, on hand: given 7.5, allowed whole pieces"],
  ["material,kind,on hand\nMasking fluid,masking fluid,3 m", "row 2, on hand: given 3 m, allowed one of ml, cl, l, drop, half pan, pan, fl oz"],
  ["material,kind,price\nCotton,sheet,12.345", "row 2, price: given 12.345, allowed an amount such as 12.50"],
  ["material,kind,supplier,price\nCotton,sheet,Tarn Papers,0", "row 2, price: given 0, allowed what one pack costs there, above nothing"],
  ["material,kind,days\nCotton,sheet,soon", "row 2, days: given soon, allowed a whole number of days from 0 to 365"],
  ["material,kind\nCotton,wallpaper", "row 2, kind: given wallpaper, allowed one of sheet, card stock"],
  ["material,kind\nCotton,envelope", "row 2, kind: given envelope, allowed sheet, as it lies on the shelf"],
  ["material,kind,on hand\nCotton,sheet,7\nCotton,sheet,8", "row 3, material: given Cotton, allowed a material that row 2 does not have already"],
  ["material,kind,code\nCotton,sheet,A\nKraft,other,A", "row 3, code: given A, allowed a code that row 2 does not have already"],
  ["material,kind\n,sheet", "row 2, material: given nothing, allowed its name"],
  ["material,kind,pack\nSea,paint,8 ml", "row 2, material: given Sea, allowed a paint that stands on the paint shelf"],
  ["material,kind,on hand\nKraft,card stock,4", "allowed a width and a height for sheets and card stock"],
])("%j is refused with its row, and nothing is taken", (text, fault) => {
  const { command, faults } = read(text);
  expect(command).toBeNull();
  expect(faults.join("\n")).toContain(fault);
});
