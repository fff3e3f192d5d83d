import { seededRandom } from "@yule/core";
import type { Colour, Point, Shape, WashStyle } from "./paper.ts";
import { Paper } from "./paper.ts";
import type { Motif } from "./motifs.ts";

// Taken once: they are asked for at every point.
const { cos, exp, hypot, max, min, round, sin } = Math;

/** What was laid in one place: a wash, with the white under it and what stands on it. */
export interface LaidElement {
  /** Left, top, right, bottom in the panel's measure. */
  readonly bounds: readonly [number, number, number, number];
  /** Share of the panel. */
  readonly share: number;
}

/** How a hand lays one element otherwise than another time. */
export interface Stroke {
  readonly dx: number;
  readonly dy: number;
  readonly turn: number;
  /** Of the pigment that is laid. */
  readonly strength: number;
  readonly colour: (colour: Colour) => Colour;
  readonly isLeftOut: boolean;
}

export const USUAL_STROKE: Stroke = { dx: 0, dy: 0, turn: 0, strength: 1, colour: (colour) => colour, isLeftOut: false };

/** So many cells across are looked at to tell which shapes lie on which. */
const ACROSS = 32;

interface Laid extends LaidElement {
  readonly cells: ReadonlySet<number>;
}

/** A panel painted by a hand: what belongs together is laid a little otherwise each time. */
export class HandPaper extends Paper {
  private readonly laid: Laid[] = [];

  /** @param strokeOf how each element is laid, by its number in the order of painting */
  constructor(
    width: number,
    height: number,
    seed: number,
    private readonly strokeOf: (element: number, laid: LaidElement) => Stroke,
  ) {
    super(width, height, seed);
  }

  get elements(): readonly LaidElement[] {
    return this.laid;
  }

  override wash(shape: Shape, colour: Colour, style: WashStyle): void {
    const { stroke, moved } = this.under(shape);
    if (!stroke.isLeftOut) super.wash(moved, stroke.colour(colour), { ...style, strength: style.strength * stroke.strength });
  }

  override opaque(shape: Shape, colour: Colour, cover?: number): void {
    const { stroke, moved } = this.under(shape);
    if (!stroke.isLeftOut) super.opaque(moved, colour, cover);
  }

  /** Clean water that ran back into a wash: pale within, pigment pushed to a ragged rim. */
  backRun(x: number, y: number, radius: number, amount: number): void {
    this.eachNear(
      (at) => hypot(at.x - x, at.y - y) - radius,
      radius,
      (px, py, raw) => {
        const distance = raw + (this.noise(px * 0.09 + 3, py * 0.09) - 0.5) * radius * 0.8;
        const inside = max(0, min(1, -distance / (radius * 0.25)));
        const rim = exp(-((distance / (radius * 0.12)) ** 2));
        const index = (py * this.width + px) * 3;
        for (let channel = 0; channel < 3; channel += 1) {
          const light = this.light[index + channel] ?? 0;
          this.light[index + channel] = (light + (0.97 - light) * 0.55 * amount * inside) * (1 - 0.35 * amount * rim);
        }
      },
    );
  }

  /** A foreign mark: a sleeve or a finger drew paint across. */
  smear(shape: Shape, colour: Colour, amount: number): void {
    const soft = 0.012;
    this.eachNear(shape, soft * 2, (x, y, distance) => {
      const cover = amount * max(0, min(1, 0.5 - distance / (2 * soft))) * (0.6 + 0.6 * this.noise(x * 0.12, y * 0.12 + 5));
      const index = (y * this.width + x) * 3;
      for (let channel = 0; channel < 3; channel += 1) this.light[index + channel] = (this.light[index + channel] ?? 0) * (1 - cover) + cover * (colour[channel] ?? 0);
    });
  }

  /** The colour that lies at a place. */
  at(x: number, y: number): Colour {
    const [px, py] = [max(0, min(this.width - 1, round(x * this.width))), max(0, min(this.height - 1, round(y * this.width)))];
    const index = (py * this.width + px) * 3;
    return [this.light[index] ?? 0, this.light[index + 1] ?? 0, this.light[index + 2] ?? 0];
  }

  private under(shape: Shape): { readonly stroke: Stroke; readonly moved: Shape } {
    const tall = this.height / this.width;
    const cells = new Set<number>();
    const bounds: [number, number, number, number] = [1, tall, 0, 0];
    for (let row = 0; row < ACROSS * tall; row += 1)
      for (let column = 0; column < ACROSS; column += 1) {
        const at: Point = { x: (column + 0.5) / ACROSS, y: (row + 0.5) / ACROSS };
        if (shape(at) > 0.5 / ACROSS) continue;
        cells.add(row * ACROSS + column);
        bounds[0] = min(bounds[0], at.x);
        bounds[1] = min(bounds[1], at.y);
        bounds[2] = max(bounds[2], at.x);
        bounds[3] = max(bounds[3], at.y);
      }
    // What stands wholly on a small element goes with it; what covers most of the panel is its ground.
    const share = cells.size / (ACROSS * ACROSS * tall);
    const found = this.laid.findIndex((each) => each.share < 0.4 && [...cells].filter((cell) => each.cells.has(cell)).length > 0.6 * cells.size);
    const element = found >= 0 ? found : this.laid.push({ cells, bounds, share }) - 1;
    const laid = this.laid[element] ?? { bounds, share };
    const stroke = this.strokeOf(element, laid);
    if (share > 0.7) return { stroke, moved: shape };
    const [cx, cy] = [(laid.bounds[0] + laid.bounds[2]) / 2, (laid.bounds[1] + laid.bounds[3]) / 2];
    const [across, down] = [cos(stroke.turn), sin(stroke.turn)];
    return {
      stroke,
      moved: (at) => {
        const [x, y] = [at.x - stroke.dx - cx, at.y - stroke.dy - cy];
        return shape({ x: cx + x * across + y * down, y: cy - x * down + y * across });
      },
    };
  }
}

/** The elements of a motif, in the order they are painted. */
export function elementsOf(motif: Motif, tall: number): readonly LaidElement[] {
  const paper = new HandPaper(48, round(48 * tall), 1, () => USUAL_STROKE);
  const grey: Colour = [0.5, 0.5, 0.5];
  motif(paper, [grey, grey, grey], tall);
  return paper.elements;
}

/** A steady hand's own scatter about a middle of 0 (sum of uniform draws). */
export function scatterOf(seed: number): (spread: number) => number {
  const random = seededRandom(seed);
  return (spread) => spread * (random() + random() + random() + random() - 2) * 1.73;
}
