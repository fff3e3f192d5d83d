import { seededRandom } from "@yule/core";
import { encode } from "fast-png";

// Taken once: the brush asks for them at every point of the paper.
const { abs, cos, exp, floor, imul, max, min, round, sin, sqrt } = Math;
/** As Math.hypot, which looks out for numbers that no paper has, and takes far longer. */
const hypot = (x: number, y: number): number => sqrt(x * x + y * y);

/** A point on the panel: 0 to 1 from left to right, and in the same measure downwards. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Distance to a shape's edge, negative inside, in the panel's measure. */
export type Shape = (at: Point) => number;
export type Colour = readonly [red: number, green: number, blue: number];

export const hexColour = (hex: string): Colour => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255) as unknown as Colour;

export interface WashStyle {
  /** How much pigment lies on the paper, 0 to 1. */
  readonly strength: number;
  /** How far the edge wanders. */
  readonly rough?: number;
  /** Pigment gathers at the edge of a wash as it dries. */
  readonly rim?: number;
  /** Strength at the top and at the bottom of the panel, for a graded wash. */
  readonly graded?: readonly [number, number];
}

/** Side of the blocks in which a shape is looked for, in points. */
const BLOCK = 12;

/** A sheet of cold-pressed paper on which washes are laid over one another, each letting the one below show. */
export class Paper {
  protected readonly light: Float32Array;
  private readonly grain: Float32Array;
  protected readonly noise: (x: number, y: number) => number;

  constructor(
    readonly width: number,
    readonly height: number,
    seed: number,
  ) {
    this.noise = valueNoise(seed);
    this.light = new Float32Array(width * height * 3);
    this.grain = new Float32Array(width * height);
    for (let y = 0; y < height; y += 1) {
      for (let x = 0; x < width; x += 1) {
        const grain = this.noise(x * 0.45, y * 0.45) - 0.5 + 0.6 * (this.noise(x * 0.16 + 40, y * 0.16) - 0.5);
        this.grain[y * width + x] = grain;
        const tone = 1 - 0.022 * max(0, grain);
        const index = (y * width + x) * 3;
        this.light[index] = 0.985 * tone;
        this.light[index + 1] = 0.972 * tone;
        this.light[index + 2] = 0.945 * tone;
      }
    }
  }

  /** Lays a transparent wash: light is multiplied, more where pigment settles in the grain and at the rim. */
  wash(shape: Shape, colour: Colour, style: WashStyle): void {
    const { strength, rough = 0.008, rim = 0.35, graded } = style;
    const through = colour.map((channel) => min(1, channel ** 1.15 + 0.02));
    this.eachNear(shape, rough * 1.2, (x, y, rawDistance) => {
      const wander = (this.noise(x * 0.05 + 7, y * 0.05) - 0.5) * 2 * rough + (this.noise(x * 0.2, y * 0.2 + 9) - 0.5) * rough;
      const distance = rawDistance + wander;
      const cover = max(0, min(1, 0.5 - distance * this.width * 0.5));
      if (cover <= 0) return;
      const index = y * this.width + x;
      const flow = 0.72 + 0.5 * this.noise(x * 0.013 + 3, y * 0.013 + 5) + 0.14 * (this.grain[index] ?? 0);
      const edge = 1 + rim * exp(-abs(distance) * 90);
      const fall = graded ? graded[0] + (graded[1] - graded[0]) * (y / this.height) : 1;
      const depth = min(1.4, strength * flow * edge * fall) * cover;
      for (let channel = 0; channel < 3; channel += 1) {
        this.light[index * 3 + channel] = (this.light[index * 3 + channel] ?? 0) * (1 - depth + depth * (through[channel] ?? 0));
      }
    });
  }

  /** Drops of one colour flung over the panel. */
  splatter(colour: Colour, count: number, seed: number, keepAbove = 1): void {
    const random = seededRandom(seed);
    for (let drop = 0; drop < count; drop += 1) {
      const [x, y, size] = [random(), random() * keepAbove * (this.height / this.width), 0.002 + 0.007 * random() ** 3];
      this.wash(circle(x, y, size), colour, { strength: 0.7, rough: 0.002, rim: 0.2 });
    }
  }

  /** Opaque white or metal over everything. */
  opaque(shape: Shape, colour: Colour, cover = 0.92): void {
    this.eachNear(shape, 1 / this.width, (x, y, distance) => {
      const here = max(0, min(1, 0.5 - distance * this.width * 0.6)) * cover;
      if (here <= 0) return;
      const index = (y * this.width + x) * 3;
      for (let channel = 0; channel < 3; channel += 1) this.light[index + channel] = (this.light[index + channel] ?? 0) * (1 - here) + (colour[channel] ?? 0) * here;
    });
  }

  /** Visits the points in a shape or nearer to it than `reach`; whole blocks that lie farther off are passed over. */
  protected eachNear(shape: Shape, reach: number, paint: (x: number, y: number, distance: number) => void): void {
    const far = reach + (BLOCK * 1.1) / this.width;
    for (let top = 0; top < this.height; top += BLOCK) {
      for (let left = 0; left < this.width; left += BLOCK) {
        if (shape({ x: (left + BLOCK / 2) / this.width, y: (top + BLOCK / 2) / this.width }) > far) continue;
        for (let y = top; y < min(this.height, top + BLOCK); y += 1) {
          for (let x = left; x < min(this.width, left + BLOCK); x += 1) {
            const distance = shape({ x: x / this.width, y: y / this.width });
            if (distance <= reach) paint(x, y, distance);
          }
        }
      }
    }
  }

  picture(): Buffer {
    const rgb = new Uint8Array(this.light.length);
    for (let index = 0; index < rgb.length; index += 1) rgb[index] = max(0, min(255, round((this.light[index] ?? 0) * 255)));
    return Buffer.from(encode({ width: this.width, height: this.height, data: rgb, depth: 8, channels: 3 }, { zlib: { level: 7 } }));
  }
}

function valueNoise(seed: number): (x: number, y: number) => number {
  const random = seededRandom(seed);
  const table = Float32Array.from({ length: 4096 }, () => random());
  const at = (x: number, y: number): number => table[(imul(x, 73_856_093) ^ imul(y, 19_349_663)) & 4095] ?? 0;
  const smooth = (t: number): number => t * t * (3 - 2 * t);
  return (x, y) => {
    const [i, j] = [floor(x), floor(y)];
    const [u, v] = [smooth(x - i), smooth(y - j)];
    const top = at(i, j) + (at(i + 1, j) - at(i, j)) * u;
    const bottom = at(i, j + 1) + (at(i + 1, j + 1) - at(i, j + 1)) * u;
    return top + (bottom - top) * v;
  };
}

export const circle =
  (x: number, y: number, radius: number): Shape =>
  (at) =>
    hypot(at.x - x, at.y - y) - radius;

export const oval =
  (x: number, y: number, rx: number, ry: number, turn = 0): Shape =>
  (at) => {
    const [dx, dy] = [at.x - x, at.y - y];
    const [u, v] = [dx * cos(turn) + dy * sin(turn), -dx * sin(turn) + dy * cos(turn)];
    return (hypot(u / rx, v / ry) - 1) * min(rx, ry);
  };

export const box =
  (x: number, y: number, width: number, height: number, round = 0): Shape =>
  (at) => {
    const [dx, dy] = [abs(at.x - x - width / 2) - width / 2 + round, abs(at.y - y - height / 2) - height / 2 + round];
    return hypot(max(dx, 0), max(dy, 0)) + min(max(dx, dy), 0) - round;
  };

/** A closed outline through points, by the winding of its edges. */
export const polygon =
  (...points: readonly (readonly [number, number])[]): Shape =>
  (at) => {
    let distance = Infinity;
    let inside = false;
    points.forEach(([ax, ay], index) => {
      const [bx, by] = points[(index + 1) % points.length] ?? [ax, ay];
      const [ex, ey, wx, wy] = [bx - ax, by - ay, at.x - ax, at.y - ay];
      const along = max(0, min(1, (wx * ex + wy * ey) / (ex * ex + ey * ey || 1)));
      distance = min(distance, hypot(wx - ex * along, wy - ey * along));
      if (ay > at.y !== by > at.y && at.x < ((bx - ax) * (at.y - ay)) / (by - ay) + ax) inside = !inside;
    });
    return (inside as boolean) ? -distance : distance;
  };

/** A brush line through points. */
export const line =
  (thickness: number, ...points: readonly (readonly [number, number])[]): Shape =>
  (at) => {
    let distance = Infinity;
    for (let index = 0; index + 1 < points.length; index += 1) {
      const [ax, ay] = points[index] ?? [0, 0];
      const [bx, by] = points[index + 1] ?? [0, 0];
      const [ex, ey, wx, wy] = [bx - ax, by - ay, at.x - ax, at.y - ay];
      const along = max(0, min(1, (wx * ex + wy * ey) / (ex * ex + ey * ey || 1)));
      distance = min(distance, hypot(wx - ex * along, wy - ey * along));
    }
    return distance - thickness / 2;
  };

export const ring =
  (x: number, y: number, radius: number, thickness: number): Shape =>
  (at) =>
    abs(hypot(at.x - x, at.y - y) - radius) - thickness / 2;
export const join =
  (...shapes: readonly Shape[]): Shape =>
  (at) =>
    min(...shapes.map((shape) => shape(at)));
export const without =
  (shape: Shape, hole: Shape): Shape =>
  (at) =>
    max(shape(at), -hole(at));
export const below =
  (edge: (x: number) => number): Shape =>
  (at) =>
    edge(at.x) - at.y;
