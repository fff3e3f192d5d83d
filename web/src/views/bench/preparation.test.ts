/** @jest-environment node */
import type { BatchRead, DesignRead, StoreRead } from "@yule/contract";
import { learnBench, type ShelfPaint, type SheetLine } from "@yule/core";
import { writeFileSync } from "node:fs";
import { PDFDocument } from "pdf-lib";
import { plannedBatches, linesUntil, mixToMakeWords, preparationFor, standingBatches, type NeedView } from "@yule/derive";
import { readBack, testFonts } from "../../kit/pdf/testing.ts";
import { runSheetPdf, type RunSheet } from "../../workers/pdf/runSheetPdf.ts";
import { lineWords, paintsOf } from "./words.ts";

const stage = (id: string, kind: string, technique: string | null, portable = false) => ({
  id,
  name: id,
  kind,
  technique,
  hands: 2,
  setup: 3,
  dry: 20,
  within: null,
  portable,
  note: "",
  position: 0,
});
const paint = (name: string, pigments: string) => ({ name, pigments, hex: "#1f8a96" });
const design = {
  id: "d",
  name: "Three kites",
  method: "tape",
  paperId: null,
  guides: null,
  traits: [],
  stack: { width: 40_640, height: 54_864, outline: "rectangle", layers: [] },
  colourways: [
    { id: "blue", name: "blue", pictureId: null, paints: [paint("Ferry Blue", "PB29"), paint("Dune", "PY42")] },
    { id: "grey", name: "grey", pictureId: null, paints: [paint("Slate Roof", "PBk6")] },
  ],
  stages: [stage("Sketch", "draw", "sketch", true), stage("Mask the lights", "mask", null), stage("First wash", "paint", "wash"), stage("Dots", "paint", "dots", true)],
} as unknown as DesignRead;
const batch = {
  id: "b",
  designId: "d",
  startedAt: "2031-11-08T09:00:00Z",
  facts: [],
  units: [1, 2, 3].map((number) => ({ id: `u${String(number)}`, number, colourwayId: number < 3 ? "blue" : "grey", grade: null })),
} as unknown as BatchRead;
const view = { design, readyBy: "2031-11-20", need: { id: "n", title: "Gull Steps" } } as unknown as NeedView;
const lying = standingBatches(plannedBatches([{ view, batch }], learnBench([]), null), new Date("2031-11-08T10:00:00Z"));
const line = (name: string, units: readonly number[], from: number, more: object = {}): SheetLine => ({
  kind: "work",
  batch: "b",
  stage: name,
  units,
  from,
  to: from + 6,
  fresh: false,
  before: null,
  helper: false,
  ...more,
});
const lines = [line("Mask the lights", [0, 1, 2], 0), line("First wash", [0, 1, 2], 30), line("Dots", [0, 1], 200)];
const shelf = [{ id: "1", name: "Ferry Blue", form: "tube", strength: 1 }] as unknown as ShelfPaint[];
const store = (name: string, onHand: number) => ({ id: name, name, onHand }) as unknown as StoreRead;

test("the list has the tools of each stage once, a mix for each paint of each colourway for its own panels, and what the shelf lacks", () => {
  const found = preparationFor(linesUntil(lines, 100), lying, shelf, [store("Masking fluid, 45 ml", 0), store("Soap", 3)], null);
  expect(found.tools).toEqual(["old brush", "soap", "masking fluid", "large brush"]);
  expect(found.mixes.map(({ paint: name, panels, isOnShelf }) => [name, panels, isOnShelf])).toEqual([
    ["Ferry Blue", 2, true],
    ["Dune", 2, false],
    ["Slate Roof", 1, false],
  ]);
  expect(found.missing).toEqual(["Dune (PY42) is not on the paint shelf", "Slate Roof (PBk6) is not on the paint shelf", "masking fluid: none is left"]);
  expect(preparationFor(linesUntil(lines, 100), lying, shelf, [store("Masking fluid, 45 ml", 2)], null).missing).toHaveLength(2);
});

test("only what the session holds is laid out; with nothing to do in it nothing is", () => {
  expect(linesUntil(lines, 20).map(({ stage: name }) => name)).toEqual(["Mask the lights"]);
  expect(preparationFor(linesUntil(lines, 20), lying, shelf, [], null).mixes).toEqual([]);
  expect(preparationFor([], lying, shelf, [], null)).toEqual({ tools: [], mixes: [], missing: [] });
});

test("a mix is told by millilitres, parts and panels; a puddle that would thicken is told in mixings", () => {
  const mix = { design: "Kites", colourway: "blue", paint: "Dune", pigments: "PY42", panels: 1, ml: 0.5, water: 4.5, goes: 1, isOnShelf: true };
  expect(mixToMakeWords(mix)).toBe("0.5 ml Dune: 1 part to 4 1/2 parts water, for 1 panel");
  expect(mixToMakeWords({ ...mix, panels: 60, ml: 12, water: 0.5, goes: 2 })).toBe("12 ml Dune: 1 part to 1/2 part water, for 60 panels, in 2 mixings");
});

test("a line says its stage, its panels by number and who does it where; fresh water names the paints of those panels", () => {
  const none = new Map();
  expect(lines.map((each) => lineWords(each, none, lying))).toEqual(["Mask the lights, panels 1 to 3", "First wash, panels 1 to 3", "Dots, panels 1 and 2, sofa"]);
  const free: SheetLine = { kind: "free", batch: "b", stage: "First wash", from: 40, to: 52 };
  expect(lineWords(free, new Map([[free, { name: "write addresses", count: 4, minutes: 8 }]]), lying)).toBe("12 min free while first wash dries: write addresses, 4 of them");
  expect(paintsOf(lying[0], { stage: "Dots", units: [2] })).toBe("Slate Roof");
  expect(paintsOf(lying[0], { stage: "Dots", units: [0, 2] })).toBe("Ferry Blue, Dune, Slate Roof");
  expect(paintsOf(lying[0], { stage: "Sketch", units: [0] })).toBe("");
});

const fonts = testFonts();

test.each([
  [0, 1],
  [20, 1],
  [90, 4],
])(
  "a run sheet of %i moves is %i upright pages, named for its day",
  async (moves, pages) => {
    const begun = new Date("2031-11-08T10:00:00Z");
    const sheet: RunSheet = {
      shop: "Tern Row Cards",
      timeZone: "UTC",
      printed: begun,
      endsAt: new Date("2031-11-09T14:00:00Z"),
      leavesSome: false,
      tools: Array.from({ length: 14 }, (_, tool) => `a brush of size ${String(tool)}`),
      mixes: ["3.5 ml Ferry Blue: 1 part to 4 parts water, for 5 panels (night train, dusk blue)"],
      missing: ["masking fluid: none is left"],
      lines: Array.from({ length: moves }, (_, move) => ({
        from: new Date(begun.getTime() + move * 40 * 60_000),
        takes: 12,
        words:
          move % 4 === 3
            ? "9 min free while first wash dries: write addresses, 4 of them"
            : "Drop in the dark, panels 1 to 6 of a design with a name that goes on and on over the edge",
        before: move % 5 === 0 ? new Date(begun.getTime() + (move * 40 + 8) * 60_000) : null,
        kind: move % 4 === 3 ? ("free" as const) : ("work" as const),
        fresh: move % 7 === 0,
      })),
    };
    const bytes = await runSheetPdf(sheet, fonts);
    if (process.env.YULE_LOOK) writeFileSync(`${process.env.YULE_LOOK}/run-${String(moves)}.pdf`, bytes);
    const file = await PDFDocument.load(bytes);
    expect(file.getPageCount()).toBe(pages);
    expect(file.getPage(0).getSize()).toEqual({ width: 595.28, height: 841.89 });
    expect(file.getTitle()).toBe("Tern Row Cards, run sheet from Sat 8 Nov");
    const read = await readBack(bytes);
    expect(read[0]?.text).toContain("3.5 ml Ferry Blue");
    for (const page of read) expect(page.ink).toBeGreaterThan(0.002);
  },
  30_000,
);
