import type { DesignRead, NeedRead } from "@yule/contract";
import { readNeedsCsv, writeNeedsCsv } from "./needsCsv.ts";

const id = (end: string): string => `01936b5c-7a00-7000-8000-0000000000${end}`;
const designs = [
  {
    id: id("01"),
    name: "Three kites",
    colourways: [
      { id: id("02"), name: "blue" },
      { id: id("03"), name: "red" },
    ],
  },
] as unknown as DesignRead[];
const head = "title,kind,design,cards,due,post,price";

test("a table is read whole, as a file or pasted with tabs", () => {
  const file = readNeedsCsv(`${head}\nSpring fair,fair,Three kites,12 blue; 12 red,2032-05-02,,\n"Ida, two",order,three kites,2 red,2032-05-03,inland,"9,50"`, designs, "EUR");
  expect(file.faults).toEqual([]);
  expect(file.needs.map((need) => [need.title, need.zone, need.priceMinor, need.lines.map((line) => line.quantity)])).toEqual([
    ["Spring fair", null, null, [12, 12]],
    ["Ida, two", "inland", 950, [2]],
  ]);
  expect(readNeedsCsv("Title\tKind\tDesign\tCards\tDue\nA\torder\tThree kites\t2 red\t2032-05-03", designs, "EUR").needs).toHaveLength(1);
});

test("each fault names its row, its column, what was given and what is allowed, and nothing is kept", () => {
  const read = readNeedsCsv(`${head}\nA,gift,Three kites,2 green,2032-05-02,,\nB,order,Boats,2,2032-05-02,,\nC,order,Three kites,2 red,2 May,,x`, designs, "EUR");
  expect(read.needs).toEqual([]);
  expect(read.faults).toEqual([
    "row 2, kind: given gift, allowed one of commission, order, mailing list, fair, shop listing, own use, stash",
    "row 2, cards: given 2 green, allowed counts with colourways, such as 6 blue; 6 red",
    "row 3, design: given Boats, allowed one of Three kites",
    "row 4, price: given x, allowed an amount such as 12.50",
  ]);
  expect(readNeedsCsv(`${head}\nA,order,Three kites,2 red,2032-02-30,moon,`, designs, "EUR").faults).toEqual([
    'row 2, due: given "2032-02-30", allowed a day such as 2031-11-08',
    'row 2, post: given "moon", allowed one of inland, neighbour, overseas',
  ]);
  expect(readNeedsCsv("", designs, "EUR").faults[0]).toContain("allowed a first row that names the columns title, kind");
});

test("what is written can be read again, and a cell like a formula is made text", () => {
  const need = {
    title: "=cmd()",
    kind: "order",
    designId: id("01"),
    due: "2032-05-02",
    zone: "inland",
    priceMinor: 950,
    lines: [{ id: "l", colourwayId: id("03"), quantity: 2, assembled: 0 }],
  } as unknown as NeedRead;
  const text = writeNeedsCsv([need], designs, "EUR");
  expect(text).toContain("'=cmd()");
  expect(readNeedsCsv(text, designs, "EUR").needs[0]).toMatchObject({ kind: "order", due: "2032-05-02", zone: "inland", priceMinor: 950 });
});
