import { deflateSync } from "node:zlib";

/** A flatbed scanner: lays what is on its glass down as a picture. */
export interface Scanner {
  readonly name: string;
  readonly simulated: boolean;
  /** @returns a PNG */
  readonly scan: () => Promise<Buffer>;
}

const [WIDTH, HEIGHT] = [900, 700];
const LID: Rgb = [58, 60, 64];
const PAPER: Rgb = [246, 242, 232];
type Rgb = readonly [number, number, number];

/** An invented scanner with one invented painting on its glass, laid down a little askew: evening sky, sea, and a low sun. */
export const simulatedScanner: Scanner = { name: "Flatbed (simulated)", simulated: true, scan: () => Promise.resolve(encodePng(WIDTH, HEIGHT, onTheGlass)) };

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

/** A PNG of 8 bits a channel (ISO/IEC 15948): signature, header, one block of rows, end. */
function encodePng(width: number, height: number, colour: (x: number, y: number) => Rgb): Buffer {
  const rows = Buffer.alloc((width * 3 + 1) * height);
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) rows.set(colour(x, y).map(Math.round), y * (width * 3 + 1) + 1 + x * 3);
  }
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]), chunk("IHDR", header), chunk("IDAT", deflateSync(rows)), chunk("IEND", Buffer.alloc(0))]);
}

function chunk(kind: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(kind, "latin1"), data]);
  const length = Buffer.alloc(4);
  length.writeUInt32BE(data.length);
  const check = Buffer.alloc(4);
  check.writeUInt32BE(crc32(body));
  return Buffer.concat([length, body, check]);
}

function crc32(bytes: Buffer): number {
  let crc = 0xffffffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit += 1) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return (crc ^ 0xffffffff) >>> 0;
}
