import fc from "fast-check";
import { inches, mm, toMm, type Length } from "../../measure/length.ts";
import { guideSheet, turnedOver, type Guides } from "./guides.ts";

const panel = { width: mm(90), height: mm(120) };
const found = (guides: Guides, of = panel) => {
  const answer = guideSheet(of, guides);
  if (!answer.ok) throw new Error(JSON.stringify(answer.faults));
  return answer.value;
};

test("two columns of five cells with a margin of 1 cm and gaps of 5 mm on a panel of 9 by 12 cm", () => {
  const sheet = found({ kind: "cells", columns: 2, rows: 5, margin: mm(10), gap: mm(5), circles: true });
  expect(sheet.cells).toHaveLength(10);
  expect([toMm(sheet.cells[0]?.width ?? mm(0)), toMm(sheet.cells[0]?.height ?? mm(0))]).toEqual([32.5, 16]);
  expect(sheet.ticks.top.map(toMm)).toEqual([10, 42.5, 47.5, 80]);
  expect(sheet.ticks.left.map(toMm)).toEqual([10, 26, 31, 47, 52, 68, 73, 89, 94, 110]);
  expect(sheet.circles[0]).toEqual({ x: mm(26.25), y: mm(18), radius: mm(8) });
});

test("the most cells of 3/4 in inside half an inch of margin, the rest shared at both ends", () => {
  const sheet = found(
    { kind: "most cells", width: inches(0.75), height: inches(0.75), margin: inches(0.5), gap: inches(0.25), circles: false },
    { width: inches(5), height: inches(4) },
  );
  expect(sheet.cells).toHaveLength(4 * 3);
  expect(sheet.ticks.top[0]).toBe(inches(0.625));
  expect(sheet.ticks.left[0]).toBe(inches(0.625));
});

test("one circle, a horizon, lettering lines and thirds", () => {
  expect(found({ kind: "circle", margin: mm(10) }).circles).toEqual([{ x: mm(45), y: mm(60), radius: mm(35) }]);
  expect(found({ kind: "horizon", fromTop: inches(2) }).ticks.left).toEqual([inches(2)]);
  expect(found({ kind: "lines", first: mm(30), spacing: mm(12), count: 3, margin: mm(10) }).lines.map((line) => toMm(line.at))).toEqual([30, 42, 54]);
  expect(found({ kind: "thirds" }).ticks).toEqual({ top: [mm(30), mm(60)], left: [mm(40), mm(80)] });
});

test.each<[Guides, string]>([
  [{ kind: "cells", columns: 4, rows: 1, margin: mm(40), gap: mm(5), circles: false }, "columns"],
  [{ kind: "most cells", width: mm(95), height: mm(10), margin: mm(0), gap: mm(0), circles: false }, "width"],
  [{ kind: "circle", margin: mm(45) }, "margin"],
  [{ kind: "horizon", fromTop: mm(121) }, "fromTop"],
  [{ kind: "lines", first: mm(30), spacing: mm(50), count: 4, margin: mm(0) }, "count"],
])("%j does not lie on the panel, and says by how much", (guides, field) => {
  const answer = guideSheet(panel, guides);
  expect(answer.ok).toBe(false);
  if (!answer.ok) expect(answer.faults[0]).toMatchObject({ code: "guide-outside", path: [field], given: [{ length: expect.any(Number) as number }, " needed"] });
});

test("cells never overlap or leave the panel, their margins are equal, and turning twice changes nothing", () => {
  fc.assert(
    fc.property(
      fc.record({ width: fc.integer({ min: 9_000, max: 80_000 }), height: fc.integer({ min: 9_000, max: 80_000 }) }),
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 0, max: 4_000 }),
      fc.integer({ min: 0, max: 900 }),
      (size, columns, rows, margin, gap) => {
        const on = { width: size.width as Length, height: size.height as Length };
        const answer = guideSheet(on, { kind: "cells", columns, rows, margin: margin as Length, gap: gap as Length, circles: true });
        if (!answer.ok) return;
        const { cells, ticks } = answer.value;
        for (const cell of cells) {
          expect(cell.x >= margin && cell.y >= margin && cell.x + cell.width <= on.width - margin && cell.y + cell.height <= on.height - margin).toBe(true);
          expect(
            cells.filter(
              (other) => other !== cell && other.x < cell.x + cell.width && cell.x < other.x + other.width && other.y < cell.y + cell.height && cell.y < other.y + other.height,
            ),
          ).toEqual([]);
        }
        expect((ticks.top[0] ?? 0) + (ticks.top[ticks.top.length - 1] ?? 0)).toBe(on.width);
        expect(turnedOver(turnedOver(answer.value, on, "turned"), on, "turned").ticks).toEqual(ticks);
      },
    ),
    { numRuns: 200, seed: 3 },
  );
});
