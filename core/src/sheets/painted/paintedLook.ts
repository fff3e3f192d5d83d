import { labOfXyz, xyzOfRgb } from "../../colour/light.ts";
import type { Pixels } from "../../designs/picture/straighten.ts";
import { Summed } from "./summed.ts";

/** Salience from which a cell is too good to be cut through. */
const IMPORTANT = 0.5;
const { sqrt } = Math;

/** A place that the maker has marked on the painting, in shares of its width and height: a circle, and what is there. */
export interface Mark {
  readonly x: number;
  readonly y: number;
  /** Share of the longer side. */
  readonly radius: number;
  readonly what: string;
}

/** Hues are told apart by so many sectors of the circle. */
export const HUES = 12;

/** What a painted sheet looks like, cell by cell; every measure lies between 0 and 1. */
export interface PaintedLook {
  readonly columns: number;
  readonly rows: number;
  /** How much a place stands out from what is around it. */
  readonly salience: Summed;
  /** Cells that stand out so much that no cut should go through them. */
  readonly important: Summed;
  /** Paper that was left bare. */
  readonly bare: Summed;
  /** Dull and dark. */
  readonly mud: Summed;
  /** Colour by sector of hue, as much as it is coloured. */
  readonly hues: readonly Summed[];
  readonly marks: readonly Mark[];
}

/** Bare paper is light and hardly coloured; mud is neither light nor coloured, and not the black of ink. */
const BARE = { light: 91, chroma: 7 };
const MUD = { chroma: 11, from: 22, to: 68 };
/** A colour of this chroma is as coloured as a wash gets. */
const FULL_CHROMA = 45;
/** Sizes of the surroundings that a place is compared with, as shares of the longer side. */
const SURROUNDINGS = [0.12, 0.25, 0.5] as const;
const CENTRE = 0.02;
/** The share of cells that stand out most and count as 1. */
const TOP_SHARE = 0.03;

/**
 * Looks at a painting of a few hundred pixels across; each pixel is a cell. Salience is the distance in CIE Lab between the mean of a
 * place and the means of its surroundings at three scales (Achanta, Estrada, Wils and Süsstrunk 2008).
 */
export function lookAt({ width, height, data }: Pixels, marks: readonly Mark[] = []): PaintedLook {
  const cells = width * height;
  const lab = [new Float64Array(cells), new Float64Array(cells), new Float64Array(cells)] as const;
  const bare = new Float64Array(cells);
  const mud = new Float64Array(cells);
  const hues = Array.from({ length: HUES }, () => new Float64Array(cells));
  for (let cell = 0; cell < cells; cell += 1) {
    const at = cell * 4;
    const [l, a, b] = labOfXyz(xyzOfRgb(data[at] ?? 0, data[at + 1] ?? 0, data[at + 2] ?? 0));
    [lab[0][cell], lab[1][cell], lab[2][cell]] = [l, a, b];
    const chroma = Math.hypot(a, b);
    bare[cell] = l > BARE.light && chroma < BARE.chroma ? 1 : 0;
    mud[cell] = chroma < MUD.chroma && l > MUD.from && l < MUD.to ? 1 : 0;
    const sector = hues[sectorOf(a, b)];
    if (sector && !bare[cell]) sector[cell] = Math.min(1, chroma / FULL_CHROMA);
  }
  const salience = salienceOf(lab, width, height);
  const longer = Math.max(width, height);
  for (const mark of marks) {
    eachCellIn(mark, width, height, longer, (cell) => {
      salience[cell] = 1;
    });
  }
  return {
    columns: width,
    rows: height,
    salience: new Summed(salience, width, height),
    important: new Summed(
      salience.map((value) => (value > IMPORTANT ? 1 : 0)),
      width,
      height,
    ),
    bare: new Summed(bare, width, height),
    mud: new Summed(mud, width, height),
    hues: hues.map((hue) => new Summed(hue, width, height)),
    marks,
  };
}

/** The sector of hue of a colour in CIE Lab. */
export const sectorOf = (a: number, b: number): number => Math.floor((((Math.atan2(b, a) / (2 * Math.PI)) % 1) + 1) * HUES) % HUES;

function salienceOf(lab: readonly [Float64Array, Float64Array, Float64Array], width: number, height: number): Float64Array {
  const [light, green, blue] = [new Summed(lab[0], width, height), new Summed(lab[1], width, height), new Summed(lab[2], width, height)];
  const longer = Math.max(width, height);
  const found = new Float64Array(width * height);
  const centre = Math.max(1, Math.round((CENTRE * longer) / 2));
  const surroundings = SURROUNDINGS.map((share) => Math.round((share * longer) / 2));
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      const mean = (summed: Summed, radius: number): number => summed.mean(x - radius, y - radius, x + radius + 1, y + radius + 1);
      const [l, a, b] = [mean(light, centre), mean(green, centre), mean(blue, centre)];
      let total = 0;
      for (const radius of surroundings) total += sqrt((l - mean(light, radius)) ** 2 + (a - mean(green, radius)) ** 2 + (b - mean(blue, radius)) ** 2);
      found[y * width + x] = total;
    }
  }
  // Every painting is judged against its own most striking places, but a plain wash stays plain.
  const sorted = Float64Array.from(found).sort();
  const most = Math.max(LEAST_CONTRAST, sorted[Math.floor(sorted.length * (1 - TOP_SHARE))] ?? 1);
  return found.map((value) => Math.min(1, value / most));
}

/** Contrast, summed over the three scales, below which nothing stands out. */
const LEAST_CONTRAST = 24;

function eachCellIn(mark: Mark, width: number, height: number, longer: number, visit: (cell: number) => void): void {
  const [cx, cy, radius] = [mark.x * width, mark.y * height, mark.radius * longer];
  for (let y = Math.max(0, Math.floor(cy - radius)); y < Math.min(height, cy + radius); y += 1)
    for (let x = Math.max(0, Math.floor(cx - radius)); x < Math.min(width, cx + radius); x += 1) if (Math.hypot(x + 0.5 - cx, y + 0.5 - cy) <= radius) visit(y * width + x);
}
