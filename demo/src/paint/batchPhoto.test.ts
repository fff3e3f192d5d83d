import { inspect, PANEL_FAULTS, seededRandom, type PanelFault, type PhotoPixels } from "@yule/core";
import { PAINTED_FAULTS, photoOfBatch, type PaintedFault, type RgbImage } from "./batchPhoto.ts";
import { MOTIFS } from "./motifs.ts";
import { hexColour, type Colour } from "./paper.ts";

/** Share of pairs in which the one that is off scores higher: the area under the curve. */
function areaUnder(off: readonly number[], good: readonly number[]): number {
  const won = off.flatMap((one) => good.map((other): number => (one > other ? 1 : one === other ? 0.5 : 0)));
  return won.reduce((sum, each) => sum + each, 0) / won.length;
}
const asPhoto = ({ width, height, data }: RgbImage): PhotoPixels => ({ width, height, data, bytes: 3 });
const colours = (...hexes: readonly [string, string, string]) => hexes.map(hexColour) as unknown as readonly [Colour, Colour, Colour];

const BATCHES = [
  { motif: MOTIFS.kite, colours: colours("#7fb4c8", "#c8553a", "#e0b04a"), board: [0.25, 0.22, 0.2] },
  { motif: MOTIFS.paperBoat, colours: colours("#3f7f9a", "#a8c8d8", "#c8553a"), board: [0.9, 0.89, 0.87] },
] as const;

interface Judged {
  readonly fault: PaintedFault | null;
  readonly score: number;
  readonly amounts: ReadonlyMap<PanelFault, number>;
}

/** Batches painted by the program with natural variation, uneven light and turns, as they are judged. */
function judged(): { readonly panels: readonly Judged[]; readonly missed: number } {
  const random = seededRandom(3);
  let [next, missed] = [0, 0];
  const panels = BATCHES.flatMap(({ motif, colours: three, board }, index) => {
    const faults = Array.from({ length: 12 }, () => (random() < 0.5 ? (PAINTED_FAULTS[(next += 1) % PAINTED_FAULTS.length] ?? null) : null));
    const painted = photoOfBatch({ motif, coloursOf: () => three, board, seed: 300 + index, faults, columns: 4, across: 180, tall: 1.3 });
    const found = inspect(asPhoto(painted.master), asPhoto(painted.photo), faults.length).panels;
    missed += faults.length - found.length;
    return found.map(({ score, faults: seen }, place): Judged => ({
      fault: faults[place] ?? null,
      score,
      amounts: new Map([...seen].reverse().map(({ kind, amount }) => [kind, amount])),
    }));
  });
  return { panels, missed };
}

test("of painted batches no panel is missed, and what is off is told from what is like its sisters", () => {
  const { panels, missed } = judged();
  expect(missed).toBe(0);
  const scores = (isOff: boolean) => panels.filter(({ fault }) => (fault !== null) === isOff).map(({ score }) => score);
  expect(areaUnder(scores(true), scores(false))).toBeGreaterThan(0.88);
  // Kind by kind there is one of each here; all together their own amounts stand above those of the others.
  const own = PANEL_FAULTS.map((kind) => {
    const amounts = (isIt: boolean) => panels.filter(({ fault }) => (fault === kind) === isIt).map((each) => each.amounts.get(kind) ?? 0);
    return areaUnder(amounts(true), amounts(false));
  });
  expect(own.reduce((sum, each) => sum + each, 0) / own.length).toBeGreaterThan(0.85);
}, 240_000);
