import { seededRandom } from "@yule/core";
import { encode } from "fast-png";
import { elementsOf, HandPaper, scatterOf, USUAL_STROKE, type LaidElement, type Stroke } from "./hand.ts";
import type { Motif } from "./motifs.ts";
import { line, type Colour } from "./paper.ts";

// Taken once: they are asked for at every point.
const { ceil, cos, floor, hypot, max, min, round, sin } = Math;

/** What can be wrong with a painted panel beside its sisters. */
export const PAINTED_FAULTS = ["pale", "dark", "hue", "mud", "missing", "shifted", "smudge", "bloom", "border", "creep", "tilted"] as const;
export type PaintedFault = (typeof PAINTED_FAULTS)[number];

/** Rows from the top, three bytes a pixel. */
export interface RgbImage {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}
export interface PaintedPanel {
  /** Clockwise from the top left, in pixels of the photo. */
  readonly corners: readonly (readonly [number, number])[];
  readonly fault: PaintedFault | null;
  /** Left, top, right, bottom in shares of the sheet; null where the whole is meant. */
  readonly where: readonly [number, number, number, number] | null;
}
export interface PhotoOfBatch {
  readonly master: RgbImage;
  readonly photo: RgbImage;
  readonly panels: readonly PaintedPanel[];
}

export type ThreeColours = readonly [main: Colour, second: Colour, accent: Colour];

export interface PhotoJob {
  readonly motif: Motif;
  /** Of each panel, by its colourway; the master is of the first one's. */
  readonly coloursOf: (panel: number) => ThreeColours;
  readonly seed: number;
  /** Faults of the panels in their order; null for a good one. */
  readonly faults: readonly (PaintedFault | null)[];
  readonly columns: number;
  /** Width of a sheet on the photo, in pixels. */
  readonly across: number;
  /** Height by width of the sheet. */
  readonly tall: number;
  readonly board: Colour;
  /** Of the sheet's width, left white around the picture; 0 where it is painted to the edge. */
  readonly border?: number;
  /** How much a fault shows, about 1. */
  readonly strength?: number;
}

/** What tape leaves white around a picture, in shares of the sheet's width. */
const USUAL_BORDER = 0.07;
const borderOf = ({ border = USUAL_BORDER }: PhotoJob): number => border;

interface Sheet {
  readonly rgb: RgbImage;
  readonly where: PaintedPanel["where"];
}

/** A batch as it lies on the board: panels a little unlike each other, some with a fault, turned by up to eight degrees, in uneven light. */
export function photoOfBatch(job: PhotoJob): PhotoOfBatch {
  const elements = elementsOf(job.motif, innerTall(job));
  const sheets = job.faults.map((fault, index) => paintSheet({ ...job, colours: job.coloursOf(index) }, elements, fault, job.seed * 1009 + index * 31 + 7));
  const master = paintSheet({ ...job, colours: job.coloursOf(0), across: round(job.across * 1.1) }, elements, "master", job.seed).rgb;
  const { photo, corners } = layOut(job, sheets);
  return { master, photo, panels: sheets.map(({ where }, index) => ({ corners: corners[index] ?? [], fault: job.faults[index] ?? null, where })) };
}

const innerTall = (job: PhotoJob): number => (job.tall - 2 * borderOf(job)) / (1 - 2 * borderOf(job));
const clamp = (value: number): number => max(0, min(1, value));

/** One panel to be painted. */
type SheetJob = PhotoJob & { readonly colours: ThreeColours };

function paintSheet(job: SheetJob, elements: readonly LaidElement[], fault: PaintedFault | "master" | null, seed: number): Sheet {
  const random = seededRandom(seed + 3);
  const scatter = scatterOf(seed + 5);
  const amount = (job.strength ?? 1) * (0.8 + 0.4 * random());
  const tall = innerTall(job);
  const isMaster = fault === "master";
  const hand = (spread: number): number => (isMaster ? 0 : scatter(spread));
  const strength = 1 + hand(0.05);
  const small = elements.map((each, index) => ({ ...each, index })).filter(({ share }) => share > 0.004 && share < 0.2);
  const chosen = fault === "missing" || fault === "shifted" ? seenOf(job, small, random) : small[0];
  const wide = fault !== null && random() < 0.5;
  const isWhole = fault === "tilted" && wide;
  const [sign, angle] = [random() < 0.5 ? -1 : 1, random() * 2 * Math.PI];
  const lean = sign * (0.03 + 0.03 * amount);
  const turned = fault === "tilted" && !wide ? lean : hand(0.004);
  const colourOf = (colour: Colour): Colour => {
    const grey = (colour[0] + colour[1] + colour[2]) / 3;
    if (fault === "hue") return turnHue(colour, sign * 0.5 * amount);
    if (fault === "mud") return colour.map((value) => clamp((value + (grey - value) * 0.6 * amount) * (1 - 0.22 * amount))) as unknown as Colour;
    return colour;
  };
  const strokes = new Map<number, Stroke>();
  const across = job.across * (1 - 2 * borderOf(job));
  const paper = new HandPaper(round(across), round(across * tall), seed, (index, element) => {
    const known = strokes.get(index);
    if (known) return known;
    const mine = index === chosen?.index;
    const touched = wide || element.share > 0.25;
    const [cx, cy] = [(element.bounds[0] + element.bounds[2]) / 2 - 0.5, (element.bounds[1] + element.bounds[3]) / 2 - tall / 2];
    const stroke: Stroke = {
      dx: hand(0.005) - turned * cy + (fault === "shifted" && mine ? cos(angle) * 0.08 * amount : 0),
      dy: hand(0.005) + turned * cx + (fault === "shifted" && mine ? sin(angle) * 0.08 * amount : 0),
      turn: hand(0.012) + turned,
      strength: strength * (1 + hand(0.05)) * (fault === "pale" && touched ? 1 - 0.42 * amount : fault === "dark" && touched ? 1 + 0.5 * amount : 1),
      colour: (colour) => (touched ? colourOf(colour) : colour).map((value) => clamp(value + hand(0.008))) as unknown as Colour,
      isLeftOut: fault === "missing" && mine,
    };
    strokes.set(index, stroke);
    return stroke;
  });
  job.motif(paper, job.colours, tall);
  let where = whereOf(fault, chosen?.bounds, job, [cos(angle) * 0.08 * amount, sin(angle) * 0.08 * amount]);
  if (fault === "bloom") {
    const [x, y, r] = [0.2 + 0.6 * random(), (0.2 + 0.6 * random()) * tall, 0.08 + 0.05 * random()];
    paper.backRun(x, y, r, amount);
    where = onSheet([x - r, y - r, x + r, y + r], job);
  }
  if (fault === "smudge") {
    const [x, y, length] = [0.2 + 0.6 * random(), (0.2 + 0.6 * random()) * tall, 0.1 + 0.1 * random()];
    const [ex, ey] = [x + cos(angle) * length, y + sin(angle) * length];
    // A dark sleeve on a light wash, a pale one on a dark.
    const [r, g, b] = paper.at((x + ex) / 2, (y + ey) / 2);
    paper.smear(line(0.03, [x, y], [ex, ey]), r + g + b < 1.2 ? [0.8, 0.78, 0.75] : [0.35, 0.3, 0.3], 0.7 * amount);
    where = onSheet([min(x, ex) - 0.02, min(y, ey) - 0.02, max(x, ex) + 0.02, max(y, ey) + 0.02], job);
  }
  return mounted(job, paper, { fault, amount, random, hand, where, turned: isWhole ? lean : 0 });
}

/** One of the elements that is missed where it is left out: what is dark on dark, or under another, is no loss. */
function seenOf<E extends LaidElement & { readonly index: number }>(job: SheetJob, small: readonly E[], random: () => number): E | undefined {
  const tall = innerTall(job);
  const painted = (leftOut: number): HandPaper => {
    const paper = new HandPaper(64, round(64 * tall), 1, (index) => ({ ...USUAL_STROKE, isLeftOut: index === leftOut }));
    job.motif(paper, job.colours, tall);
    return paper;
  };
  const whole = painted(-1);
  const from = floor(random() * small.length);
  return [...small.slice(from), ...small.slice(0, from)].find(({ index, bounds, share }) => {
    const without = painted(index);
    let [off, count] = [0, 0];
    for (let y = bounds[1]; y <= bounds[3]; y += 1 / 64)
      for (let x = bounds[0]; x <= bounds[2]; x += 1 / 64, count += 1) {
        const [one, other] = [whole.at(x, y), without.at(x, y)];
        off += hypot(one[0] - other[0], one[1] - other[1], one[2] - other[2]);
      }
    return (off / max(1, count)) * Math.sqrt(share) > 0.009;
  });
}

/** Left, top, right, bottom of the picture in shares of the sheet. */
function onSheet([left, top, right, bottom]: readonly [number, number, number, number], job: PhotoJob): [number, number, number, number] {
  const border = borderOf(job);
  const [x, y] = [(at: number): number => clamp(border + at * (1 - 2 * border)), (at: number): number => clamp((border + at * (1 - 2 * border)) / job.tall)];
  return [x(left), y(top), x(right), y(bottom)];
}

function whereOf(
  fault: PaintedFault | "master" | null,
  bounds: LaidElement["bounds"] | undefined,
  job: PhotoJob,
  [dx, dy]: readonly [number, number],
): readonly [number, number, number, number] | null {
  if (!bounds || (fault !== "missing" && fault !== "shifted")) return null;
  const [left, top, right, bottom] = bounds;
  return fault === "missing" ? onSheet(bounds, job) : onSheet([min(left, left + dx), min(top, top + dy), max(right, right + dx), max(bottom, bottom + dy)], job);
}

function turnHue([r, g, b]: Colour, turn: number): Colour {
  const [y, i, q] = [0.3 * r + 0.59 * g + 0.11 * b, 0.6 * r - 0.28 * g - 0.32 * b, 0.21 * r - 0.52 * g + 0.31 * b];
  const [u, v] = [i * cos(turn) - q * sin(turn), i * sin(turn) + q * cos(turn)];
  return [clamp(y + 0.95 * u + 0.62 * v), clamp(y - 0.27 * u - 0.65 * v), clamp(y - 1.11 * u + 1.7 * v)];
}

interface Mounting {
  readonly fault: PaintedFault | "master" | null;
  readonly amount: number;
  readonly random: () => number;
  readonly hand: (spread: number) => number;
  readonly where: PaintedPanel["where"];
  /** Of the whole picture, frame and all. */
  readonly turned: number;
}

/** The picture on its sheet, with the white border around it. */
function mounted(job: PhotoJob, paper: HandPaper, { fault, amount, random, hand, where: known, turned }: Mounting): Sheet {
  const { across, tall } = job;
  const border = borderOf(job);
  const [width, height] = [across, round(across * tall)];
  const data = new Uint8Array(width * height * 3);
  const askew = fault === "border" && random() < 0.4;
  const side = floor(random() * 4);
  const sides = [0, 1, 2, 3].map(
    (each) => (border === 0 ? -1 : border + hand(0.002)) + (fault === "border" && !askew && each === side ? (random() < 0.5 ? -0.03 : 0.035) * amount : 0),
  );
  const [left = 0, top = 0, right = 0, bottom = 0] = sides;
  const lean = askew ? (random() < 0.5 ? -1 : 1) * 0.03 * amount : hand(0.002);
  const innerWidth = 1 - 2 * border;
  const tongues =
    fault === "creep"
      ? Array.from({ length: 3 + floor(random() * 4) }, () => ({ at: 0.15 + random() * 0.7, reach: (0.02 + 0.025 * random()) * amount, wide: 0.008 + 0.012 * random() }))
      : [];
  const paperWhite: Colour = [0.985, 0.972, 0.945];
  for (let py = 0; py < height; py += 1)
    for (let px = 0; px < width; px += 1) {
      const [u, v] = [(px + 0.5) / width, (py + 0.5) / width];
      const [cx, cy] = [u - 0.5, v - tall / 2];
      // The picture, and the window that the tape left: a frame askew cuts another piece out of the same picture.
      const [ix, iy] = [cx + turned * cy, cy - turned * cx];
      const [fx, fy] = [ix + lean * iy, iy - lean * ix];
      const [gx, gy] = [fx + 0.5, fy + tall / 2];
      const inside = gx > left && gx < 1 - right && gy > top && gy < tall - bottom;
      let colour = paperWhite;
      if (inside) colour = paper.at((ix + 0.5 - border) / innerWidth, (iy + tall / 2 - border) / innerWidth);
      else {
        const [along, off] = side % 2 === 0 ? [v / tall, side === 0 ? left - gx : gx - 1 + right] : [u, side === 1 ? top - gy : gy - tall + bottom];
        for (const tongue of tongues)
          if (off > 0 && off < tongue.reach * (1 - ((along - tongue.at) / tongue.wide) ** 2)) {
            const [ex, ey] = side % 2 === 0 ? [side === 0 ? 0.02 : 0.98, (v - border) / innerWidth] : [(u - border) / innerWidth, side === 1 ? 0.02 : innerTall(job) - 0.02];
            colour = paper.at(ex, ey);
          }
      }
      for (let channel = 0; channel < 3; channel += 1) data[(py * width + px) * 3 + channel] = round(clamp(colour[channel] ?? 0) * 255);
    }
  return { rgb: { width, height, data }, where: fault === "creep" ? creepAt(side, tongues, job) : known };
}

function creepAt(side: number, tongues: readonly { readonly at: number; readonly reach: number }[], job: PhotoJob): PaintedPanel["where"] {
  const [from, to] = [min(...tongues.map(({ at }) => at)) - 0.02, max(...tongues.map(({ at }) => at)) + 0.02];
  const [x, y] = [borderOf(job), borderOf(job) / job.tall];
  return side === 0 ? [0, from, x, to] : side === 1 ? [from, 0, to, y] : side === 2 ? [1 - x, from, 1, to] : [from, 1 - y, to, 1];
}

/** The sheets side by side on the board, seen by a camera. */
function layOut(job: PhotoJob, sheets: readonly Sheet[]): { readonly photo: RgbImage; readonly corners: PaintedPanel["corners"][] } {
  const random = seededRandom(job.seed + 99);
  const scatter = scatterOf(job.seed + 101);
  const { across, tall, columns } = job;
  const [stepX, stepY] = [across * 1.28, across * tall * 1.05 + across * 0.26];
  const rows = ceil(sheets.length / columns);
  const [width, height] = [round(stepX * columns + across * 0.2), round(stepY * rows + across * 0.2)];
  const light = lightOf(random);
  const places = sheets.map((_, index) => ({
    x: across * 0.1 + stepX * ((index % columns) + 0.5) + scatter(across * 0.012),
    y: across * 0.1 + stepY * (floor(index / columns) + 0.5) + scatter(across * 0.012),
    turn: (random() * 2 - 1) * 0.13 * (random() < 0.5 ? 1 : 0.4),
  }));
  const data = new Uint8Array(width * height * 3);
  // Which sheet lies where: each has its own part of the board.
  const owner = (x: number, y: number): number => {
    const [column, row] = [floor((x - across * 0.1) / stepX), floor((y - across * 0.1) / stepY)];
    return column < 0 || column >= columns || row < 0 ? -1 : row * columns + column;
  };
  for (let py = 0; py < height; py += 1)
    for (let px = 0; px < width; px += 1) {
      const index = owner(px, py);
      const place = places[index];
      const sheet = sheets[index];
      let colour: Colour = job.board;
      if (place && sheet) {
        const [dx, dy] = [px + 0.5 - place.x, py + 0.5 - place.y];
        const [u, v] = [dx * cos(place.turn) + dy * sin(place.turn) + across / 2, -dx * sin(place.turn) + dy * cos(place.turn) + (across * tall) / 2];
        if (u >= 0 && v >= 0 && u < across && v < sheet.rgb.height) colour = between(sheet.rgb, u - 0.5, v - 0.5);
      }
      const lit = light(px / width, py / height);
      for (let channel = 0; channel < 3; channel += 1)
        data[(py * width + px) * 3 + channel] = max(0, min(255, round((colour[channel] ?? 0) * (lit[channel] ?? 1) * 255 + scatter(1.2))));
    }
  const corners = places.map(({ x, y, turn }) =>
    (
      [
        [-1, -1],
        [1, -1],
        [1, 1],
        [-1, 1],
      ] as const
    ).map(([sx, sy]) => {
      const [u, v] = [(sx * across) / 2, (sy * round(across * tall)) / 2];
      return [x + u * cos(turn) - v * sin(turn), y + u * sin(turn) + v * cos(turn)] as const;
    }),
  );
  return { photo: { width, height, data }, corners };
}

function between({ width, height, data }: RgbImage, x: number, y: number): Colour {
  const [left, top] = [max(0, min(width - 1, floor(x))), max(0, min(height - 1, floor(y)))];
  const [right, down] = [min(width - 1, left + 1), min(height - 1, top + 1)];
  const [fx, fy] = [clamp(x - left), clamp(y - top)];
  const at = (column: number, row: number, channel: number): number => data[(row * width + column) * 3 + channel] ?? 0;
  return [0, 1, 2].map(
    (channel) => ((at(left, top, channel) * (1 - fx) + at(right, top, channel) * fx) * (1 - fy) + (at(left, down, channel) * (1 - fx) + at(right, down, channel) * fx) * fy) / 255,
  ) as unknown as Colour;
}

/** Brighter towards one side, darker towards the corners, a little warm or cool. */
function lightOf(random: () => number): (x: number, y: number) => Colour {
  const [gx, gy, fall, warm] = [(random() - 0.5) * 0.3, (random() - 0.5) * 0.3, random() * 0.2, (random() - 0.5) * 0.08];
  return (x, y) => {
    const lit = 0.9 + gx * (x - 0.5) + gy * (y - 0.5) - fall * ((x - 0.5) ** 2 + (y - 0.5) ** 2);
    return [lit * (1 + warm), lit, lit * (1 - warm)];
  };
}

/** As a PNG, as a scanner would give it. */
export const asPng = ({ width, height, data }: RgbImage): Uint8Array => encode({ width, height, data, depth: 8, channels: 3 }, { zlib: { level: 6 } });
