/** @jest-environment node */
import fc from "fast-check";
import { PDFDocument } from "pdf-lib";
import { embedded } from "./fonts.ts";
import { Pen } from "./pen.ts";
import { readBack, testFonts } from "./testing.ts";

/** A page with one block on it. */
async function written(lines: readonly string[], wide: number, high: number): Promise<string> {
  const file = await PDFDocument.create();
  const families = await embedded(file, testFonts());
  new Pen(file.addPage([400, 400]), families.text, families.strong, families.heading).block(20, 380, lines, 12, { wide, high });
  return (await readBack(await file.save()))[0]?.letters ?? "";
}

test("a block is written whole, however narrow its room: nothing is left out and nothing is cut", async () => {
  const word = fc.string({ unit: fc.constantFrom("a", "e", "g", "i", "m", "n", "s", "t", "w"), minLength: 1, maxLength: 14 });
  await fc.assert(
    fc.asyncProperty(
      fc.array(
        fc.array(word, { minLength: 1, maxLength: 5 }).map((words) => words.join(" ")),
        { minLength: 1, maxLength: 4 },
      ),
      fc.integer({ min: 60, max: 300 }),
      fc.integer({ min: 30, max: 120 }),
      async (lines, wide, high) => {
        expect(await written(lines, wide, high)).toBe(lines.join("").replaceAll(" ", ""));
      },
    ),
    { numRuns: 25 },
  );
});

test("signs of direction are for screens: they are not written as letters that the font lacks", async () => {
  expect(await written(["\u2068Ann\u2069 and sons"], 200, 60)).toBe("Annandsons");
});
