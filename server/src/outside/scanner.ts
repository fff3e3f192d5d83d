import { encode } from "fast-png";

/** A flatbed scanner: lays what is on its glass down as a picture. */
export interface Scanner {
  readonly name: string;
  readonly simulated: boolean;
  /** @param laidOut what was laid on the glass on purpose; @returns a PNG */
  readonly scan: (laidOut: Buffer | null) => Promise<Buffer>;
}

const [WIDTH, HEIGHT] = [900, 700];
const LID: Rgb = [58, 60, 64];
const PAPER: Rgb = [246, 242, 232];
type Rgb = readonly [number, number, number];

/** An invented scanner: what was laid on its glass, else one invented painting, a little askew: evening sky, sea, and a low sun. */
export const simulatedScanner: Scanner = { name: "Flatbed (simulated)", simulated: true, scan: (laidOut) => Promise.resolve(laidOut ?? encodePng(WIDTH, HEIGHT, onTheGlass)) };

/** What the glass shows at a point: the lid, the white rim of the panel, or the painting. */
function onTheGlass(x: number, y: number): Rgb {
  const turn = 0.06;
  const [dx, dy] = [x - WIDTH / 2, y - HEIGHT / 2];
  const u = (dx * Math.cos(turn) + dy * Math.sin(turn)) / 500 + 0.5;
  const v = (dy * Math.cos(turn) - dx * Math.sin(turn)) / 500 + 0.5;
  if (u < 0 || u > 1 || v < 0 || v > 1) return LID;
  if (u < 0.03 || u > 0.97 || v < 0.03 || v > 0.97) return PAPER;
  if (Math.hypot(u - 0.68, v - 0.42) < 0.09) return [222, 128, 60];
  const grain = ((x * 73 + y * 151) % 17) - 8;
  const wash: Rgb = v < 0.55 ? [150 - 40 * v, 190 - 60 * v, 205] : [34, 92 - 30 * v, 122 - 20 * v];
  return [wash[0] + grain * 0.4, wash[1] + grain * 0.4, wash[2] + grain * 0.4];
}

/** A picture of 8 bits a channel, pixel by pixel. */
function encodePng(width: number, height: number, colour: (x: number, y: number) => Rgb): Buffer {
  const data = new Uint8Array(width * height * 3);
  for (let y = 0; y < height; y += 1) for (let x = 0; x < width; x += 1) data.set(colour(x, y).map(Math.round), (y * width + x) * 3);
  return Buffer.from(encode({ width, height, data, depth: 8, channels: 3 }));
}
