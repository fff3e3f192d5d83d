import { hexOf, mixed, over, rgbOfHex, stronger, whileWet, WHITE_PAPER, type Film, type Spectrum } from "@yule/core";

type Rgb = readonly [number, number, number];
const PAPER_RGB = rgbOfHex(hexOf(WHITE_PAPER));
const STEPS = 24;

/** Colours of a film from nothing to its full thickness and a half, for each step of thickness. */
function ramp(film: Film, thickness: number, below: Spectrum = WHITE_PAPER, wet = false): readonly Rgb[] {
  return Array.from({ length: STEPS + 1 }, (_, step) => {
    const seen = over(stronger(film, (1.6 * thickness * step) / STEPS), below);
    return rgbOfHex(hexOf(wet ? whileWet(seen) : seen));
  });
}
function fromRamp(colours: readonly Rgb[], share: number): Rgb {
  const at = Math.max(0, Math.min(STEPS, (share / 1.6) * STEPS));
  const [low, high] = [colours[Math.floor(at)] ?? PAPER_RGB, colours[Math.ceil(at)] ?? PAPER_RGB];
  const part = at - Math.floor(at);
  return [low[0] + part * (high[0] - low[0]), low[1] + part * (high[1] - low[1]), low[2] + part * (high[2] - low[2])];
}

/** Smooth noise of a few octaves between -1 and 1, the same for the same seed. */
function noiseOf(seed: number): (x: number, y: number) => number {
  const at = (x: number, y: number): number => {
    // The last steps of MurmurHash3, so that neighbours have nothing in common.
    let bits = Math.imul(x | 0, 0x27d4eb2d) ^ Math.imul(y | 0, 0x165667b1) ^ Math.imul(seed | 0, 0x2545f491);
    bits = Math.imul(bits ^ (bits >>> 16), 0x85ebca6b);
    bits = Math.imul(bits ^ (bits >>> 13), 0xc2b2ae35);
    return ((bits ^ (bits >>> 16)) >>> 0) / 2 ** 31 - 1;
  };
  const ease = (t: number): number => t * t * (3 - 2 * t);
  return (x, y) => {
    const [x0, y0] = [Math.floor(x), Math.floor(y)];
    const [u, v] = [ease(x - x0), ease(y - y0)];
    const top = at(x0, y0) * (1 - u) + at(x0 + 1, y0) * u;
    const low = at(x0, y0 + 1) * (1 - u) + at(x0 + 1, y0 + 1) * u;
    return top * (1 - v) + low * v;
  };
}

export interface WashSheet {
  readonly width: number;
  readonly height: number;
  readonly seed: number;
}
/** Colour of a place, or null where the paper is bare. */
type Lay = (x: number, y: number) => Rgb | null;

/** A piece of paper with a soft torn edge, and what was laid on it. */
function onPaper(context: CanvasRenderingContext2D, { width, height, seed }: WashSheet, lay: Lay): void {
  const image = context.createImageData(width, height);
  const [tear, tooth] = [noiseOf(seed + 11), noiseOf(seed + 23)];
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      const rim = Math.min(
        x - 1.2 * (1 + tear(0.5, y / 5)),
        width - 2 - x - 1.2 * (1 + tear(9.5, y / 5)),
        y - 1.2 * (1 + tear(x / 5, 0.5)),
        height - 2 - y - 1.2 * (1 + tear(x / 5, 9.5)),
      );
      if (rim < 0) continue;
      const grain = 1 + 0.012 * tooth(x / 1.7, y / 1.7);
      const [r, g, b] = lay(x, y) ?? PAPER_RGB;
      const at = (y * width + x) * 4;
      image.data[at] = r * grain;
      image.data[at + 1] = g * grain;
      image.data[at + 2] = b * grain;
      image.data[at + 3] = Math.min(255, 90 + rim * 120);
    }
  }
  context.putImageData(image, 0, 0);
}

/** How thick paint lies in a stroke: less where the brush ran dry, more where it gathered at the rim, and grainy where the pigment is. */
function strokeOf(box: { left: number; top: number; right: number; bottom: number }, seed: number, granulates: boolean): (x: number, y: number) => number {
  const [wander, cloud, grain] = [noiseOf(seed), noiseOf(seed + 3), noiseOf(seed + 7)];
  return (x, y) => {
    const inside = Math.min(
      x - box.left - 2.6 * wander(0.3, y / 9),
      box.right - x - 3.4 * wander(7.3, y / 6),
      y - box.top - 1.8 * wander(x / 12, 0.3),
      box.bottom - y - 1.8 * wander(x / 12, 7.3),
    );
    if (inside < 0) return 0;
    const rim = 0.34 * Math.exp(-inside / 1.6);
    return Math.max(0.1, 0.94 + 0.14 * cloud(x / 17, y / 13) + rim + (granulates ? 0.24 * grain(x / 1.5, y / 1.5) : 0.04 * grain(x / 2, y / 2)) - 0.18 * Math.exp(-inside / 0.7));
  };
}

export interface WashLook {
  readonly film: Film;
  /** In everyday washes. */
  readonly thickness?: number;
  readonly wet?: boolean;
  readonly granulates?: boolean;
}

/** A brush stroke as wide as its piece of paper. */
export function paintStroke(context: CanvasRenderingContext2D, sheet: WashSheet, { film, thickness = 1, wet = false, granulates = false }: WashLook): void {
  const colours = ramp(film, thickness, WHITE_PAPER, wet);
  const pad = Math.max(4, Math.min(sheet.width, sheet.height) * 0.12);
  const thick = strokeOf({ left: pad, top: pad, right: sheet.width - pad, bottom: sheet.height - pad }, sheet.seed, granulates);
  onPaper(context, sheet, (x, y) => {
    const share = thick(x, y);
    return share === 0 ? null : fromRamp(colours, share);
  });
}

/** A strip of test paper, from tea on the left to butter on the right. */
export function paintStrip(context: CanvasRenderingContext2D, sheet: WashSheet, { film, granulates = false }: WashLook): void {
  const colours = ramp(film, 1.6);
  const thick = strokeOf({ left: 5, top: 5, right: sheet.width - 5, bottom: sheet.height - 5 }, sheet.seed, granulates);
  onPaper(context, sheet, (x, y) => {
    const share = thick(x, y);
    return share === 0 ? null : fromRamp(colours, share * (0.08 + 1.45 * (x / sheet.width) ** 1.6));
  });
}

/** A wet puddle in the well of a palette: deepest in its middle, a light on its water. Nothing around it. */
export function paintPuddle(context: CanvasRenderingContext2D, { width, height, seed }: WashSheet, { film, thickness = 1 }: WashLook): void {
  const colours = ramp(film, 1.5 * thickness, WHITE_PAPER, true);
  const wander = noiseOf(seed);
  const image = context.createImageData(width, height);
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      const [u, v] = [(x - width / 2) / (width / 2 - 2), (y - height / 2) / (height / 2 - 2)];
      const angle = Math.atan2(v, u);
      const depth = 1 - Math.hypot(u, v) / (1 + 0.06 * wander(3 * Math.cos(angle) + 5, 3 * Math.sin(angle) + 5));
      if (depth < 0) continue;
      const shine = Math.max(0, 1 - Math.hypot(u + 0.32, (v + 0.42) * 1.6) / 0.26) * 0.75;
      const colour = fromRamp(colours, 0.55 + 0.75 * Math.sqrt(Math.min(1, depth * 1.6)) + 0.25 * Math.exp(-depth * 26));
      const at = (y * width + x) * 4;
      colour.forEach((value, channel) => (image.data[at + channel] = value + (255 - value) * shine));
      image.data[at + 3] = Math.min(255, depth * 110 * Math.min(width, height));
    }
  }
  context.putImageData(image, 0, 0);
}

const SHARES = 12;
/** Two washes that ran into each other while wet: pure at both ends, their mix between. */
export function paintTouch(context: CanvasRenderingContext2D, sheet: WashSheet, earlier: Film, later: Film): void {
  const ramps = Array.from({ length: SHARES + 1 }, (_, step) =>
    ramp(
      mixed([
        { film: earlier, share: SHARES - step },
        { film: later, share: step },
      ]),
      1,
    ),
  );
  const run = noiseOf(sheet.seed + 31);
  const thick = strokeOf({ left: 5, top: 5, right: sheet.width - 5, bottom: sheet.height - 5 }, sheet.seed, false);
  onPaper(context, sheet, (x, y) => {
    const share = thick(x, y);
    if (share === 0) return null;
    const along = (x / sheet.width - 0.5) * 2.5 + 0.5 + 0.3 * run(x / 14, y / 7) + 0.12 * run(x / 5, y / 3 + 40);
    return fromRamp(ramps[Math.max(0, Math.min(SHARES, Math.round(along * SHARES)))] ?? [], share);
  });
}

/** One wash, dry, and another laid over half of it. */
export function paintGlaze(context: CanvasRenderingContext2D, sheet: WashSheet, under: Film, on: Film): void {
  const { width, height, seed } = sheet;
  const first = strokeOf({ left: 5, top: 5, right: width * 0.66, bottom: height * 0.74 }, seed, false);
  const second = strokeOf({ left: width * 0.34, top: height * 0.26, right: width - 5, bottom: height - 5 }, seed + 50, false);
  const [below, above] = [ramp(under, 1), ramp(on, 1)];
  const both = ramp(on, 1, over(under, WHITE_PAPER));
  onPaper(context, sheet, (x, y) => {
    const [a, b] = [first(x, y), second(x, y)];
    if (a === 0 && b === 0) return null;
    return b === 0 ? fromRamp(below, a) : a === 0 ? fromRamp(above, b) : fromRamp(both, b);
  });
}
