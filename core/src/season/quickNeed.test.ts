import { day } from "../measure/day.ts";
import { readQuickNeed, type QuickBook } from "./quickNeed.ts";

const book: QuickBook = {
  today: day("2031-11-08"),
  dayFirst: true,
  designs: [
    {
      id: "kite",
      name: "Three kites",
      colourways: [
        { id: "b", name: "blue" },
        { id: "r", name: "red" },
      ],
    },
    { id: "moth", name: "Lamp moth", colourways: [{ id: "d", name: "dusk" }] },
    {
      id: "boat",
      name: "Paper boat",
      colourways: [
        { id: "s", name: "slate" },
        { id: "h", name: "harbour green" },
      ],
    },
  ],
};
const read = (line: string, part: Partial<QuickBook> = {}) => readQuickNeed(line, { ...book, ...part });

test("one line is read into a whole need", () => {
  expect(read("24 kites for the May fair by 2 May, 12 blue 12 red")).toEqual({
    title: "May fair",
    kind: "fair",
    designId: "kite",
    cards: 24,
    lines: [
      { colourwayId: "b", quantity: 12 },
      { colourwayId: "r", quantity: 12 },
    ],
    due: "2032-05-02",
    occasion: null,
    doubts: [],
  });
});

test.each([
  ["3 moths for Ida by 24 December", "2031-12-24"],
  ["3 moths for Ida by Dec 24", "2031-12-24"],
  ["3 moths for Ida by the 3rd of January", "2032-01-03"],
  ["3 moths by 2031-11-30", "2031-11-30"],
  ["3 moths by 3/12", "2031-12-03"],
  ["3 moths in 2 weeks", "2031-11-22"],
  ["3 moths by Friday", "2031-11-14"],
  ["3 moths by next Friday", "2031-11-21"],
  ["3 moths by tomorrow", "2031-11-09"],
  ["3 moths by 29 February", "2032-02-29"],
  ["3 moths by 29 Feb 2033", null],
  ["3 moths by 31 June", null],
])("the day of %p is %p", (line, due) => {
  expect(read(line).due).toBe(due);
});

test("where months come first, 3/12 is the twelfth of March", () => {
  expect(read("3 moths by 3/12", { dayFirst: false }).due).toBe("2032-03-12");
});

test("kinds are known by their words", () => {
  expect(read("40 boats for the Yule mailing list by 9 Dec").kind).toBe("mailing list");
  expect(read("6 boats commission for the choir").kind).toBe("commission");
  expect(read("10 moths for the shop").kind).toBe("shop listing");
  expect(read("10 moths to the stash").kind).toBe("stash");
  expect(read("10 moths for Ida").kind).toBe("order");
});

test("what is not said or does not agree is a doubt, never a guess in silence", () => {
  expect(read("kites for Ida").doubts).toEqual(["how many cards", "by which day"]);
  expect(read("12 of something by 2 May").doubts).toContain("which design");
  expect(read("24 kites by 2 May, 12 blue 10 red").doubts).toContain("the colourways make 22, not 24");
  expect(read("24 kites by 2 May").doubts).toContain("which colourways");
  expect(read("24 red kites by 2 May")).toMatchObject({ lines: [{ colourwayId: "r", quantity: 24 }], doubts: [] });
  expect(read("6 boats, 4 harbour green, 2 slate by 2 May").lines).toEqual([
    { colourwayId: "s", quantity: 2 },
    { colourwayId: "h", quantity: 4 },
  ]);
});

test.each([
  ["6 kites for Mother's Day by 3 March", "mothers-day"],
  ["6 kites for Mothers Day by 3 March", "mothers-day"],
  ["6 kites for the Easter market by 20 March", "easter"],
  ["6 kites for orthodox Easter by 20 March", "easter-orthodox"],
  ["6 kites for lunar New Year by 20 January", "lunar-new-year"],
  ["6 kites for New Year by 28 December", "new-year"],
  ["6 kites for the harbour office by 28 December", null],
])("%s is for %s", (line, occasion) => {
  expect(read(line).occasion).toBe(occasion);
});
