import { box, circle, hexColour, line, oval, Paper, polygon, without } from "../../demo/src/paint/paper.ts";

const TABLE = hexColour("#4a4038");
const [SKY, SEA, DUSK, KITE, REED, DULL] = ["#8fbcd6", "#2c6f8e", "#f0a05a", "#c8452f", "#5d8a4a", "#857c70"].map(hexColour) as [Colour, Colour, Colour, Colour, Colour, Colour];
type Colour = ReturnType<typeof hexColour>;

/**
 * A photo of a whole sheet that was painted freely, a table's rim around it: an evening shore with kites and reeds, bare paper in one
 * corner and a dull place in another. @returns a PNG, 13 to 10
 */
export function paintedSheet(wide = 1040): Buffer {
  const high = Math.round((wide * 10) / 13);
  const tall = high / wide;
  const paper = new Paper(wide, high, 7);
  paper.wash(box(0, 0, 1, tall), SKY, { strength: 0.55, graded: [1.2, 0.2] });
  paper.wash(box(0.28, tall * 0.34, 0.72, tall * 0.3), DUSK, { strength: 0.75, rough: 0.012, graded: [0.2, 1] });
  paper.wash(oval(0.55, tall * 0.93, 0.6, tall * 0.34, 0), SEA, { strength: 0.85, rough: 0.008 });
  for (const [x, y, size, colour] of [
    [0.34, 0.22, 0.07, KITE],
    [0.62, 0.16, 0.055, DUSK],
    [0.84, 0.3, 0.06, KITE],
  ] as const) {
    const [cx, cy] = [x, y * tall];
    paper.opaque(polygon([cx, cy - size], [cx + size * 0.7, cy], [cx, cy + size], [cx - size * 0.7, cy]), [0.98, 0.97, 0.95]);
    paper.wash(polygon([cx, cy - size], [cx + size * 0.7, cy], [cx, cy + size]), colour, { strength: 1, rough: 0.002 });
    paper.wash(polygon([cx, cy - size], [cx - size * 0.7, cy], [cx, cy + size]), SEA, { strength: 0.9, rough: 0.002 });
  }
  for (let reed = 0; reed < 16; reed += 1) {
    const x = 0.4 + reed * 0.013;
    paper.wash(line(0.0035, [x, tall * 0.86], [x + 0.02 * Math.sin(reed * 2.1), tall * (0.56 + 0.05 * Math.sin(reed))]), REED, { strength: 0.95, rough: 0.001 });
  }
  paper.wash(circle(0.76, tall * 0.56, 0.045), KITE, { strength: 0.9, rim: 0.6, rough: 0.002 });
  paper.wash(oval(0.9, tall * 0.84, 0.13, tall * 0.16, 0.2), DULL, { strength: 0.62, rough: 0.01 });
  paper.opaque(box(0, tall * 0.66, 0.2, tall * 0.34), [0.985, 0.972, 0.945], 0.98);
  paper.opaque(without(box(-0.1, -0.1, 1.2, tall + 0.2), box(0.03, 0.03, 0.94, tall - 0.06)), TABLE, 1);
  return paper.picture();
}
