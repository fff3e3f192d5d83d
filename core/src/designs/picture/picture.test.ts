import fc from "fast-check";
import { colourDistance } from "../family/palette.ts";
import { paletteOf } from "./extract.ts";
import { areaOf, cornersOf, homography, straighten, type Corners, type Pixels } from "./straighten.ts";

type Rgb = readonly [number, number, number];
const TABLE: Rgb = [70, 62, 55];
const [SKY, SEA, BOAT]: [Rgb, Rgb, Rgb] = [
  [120, 180, 200],
  [30, 70, 110],
  [190, 60, 60],
];

const picture = (width: number, height: number, colour: (x: number, y: number) => Rgb): Pixels => {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let pixel = 0; pixel < width * height; pixel += 1) data.set([...colour(pixel % width, Math.floor(pixel / width)), 255], pixel * 4);
  return { width, height, data };
};
const at = ({ width, data }: Pixels, x: number, y: number): Rgb => {
  const pixel = (y * width + x) * 4;
  return [data[pixel] ?? 0, data[pixel + 1] ?? 0, data[pixel + 2] ?? 0];
};
/** Sky over sea with a boat in the middle, as it should be. */
const painting = (u: number, v: number): Rgb => (Math.hypot(u - 0.5, v - 0.5) < 0.12 ? BOAT : v < 0.5 ? SKY : SEA);

/** The painting turned by an angle on a table. */
const photo = (degrees: number, width = 300, height = 260): Pixels => {
  const [sin, cos] = [Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180)];
  return picture(width, height, (x, y) => {
    const [dx, dy] = [x - width / 2, y - height / 2];
    const [u, v] = [(dx * cos + dy * sin) / 180 + 0.5, (dy * cos - dx * sin) / 140 + 0.5];
    return u < 0 || u > 1 || v < 0 || v > 1 ? TABLE : painting(u, v);
  });
};

test.each([0, 3, -8, 20])("a panel turned by %i degrees is found by its corners and comes out straight", (degrees) => {
  const seen = photo(degrees);
  const corners = cornersOf(seen);
  if (!corners) throw new Error("not found");
  expect(areaOf(corners)).toBeGreaterThan(0.93 * 180 * 140);
  const straight = straighten(seen, corners, 180, 140);
  if (!straight) throw new Error("not straightened");
  expect(at(straight, 20, 20)).toEqual(SKY);
  expect(at(straight, 160, 120)).toEqual(SEA);
  expect(at(straight, 90, 70)).toEqual(BOAT);
});

test("a picture without a table, or with nothing on it, has no corners to find", () => {
  expect(cornersOf(picture(100, 80, () => TABLE))).toBeNull();
  expect(cornersOf(picture(100, 80, (x, y) => (x < 3 && y < 3 ? SKY : TABLE)))).toBeNull();
});

test("the map takes the corners of the rectangle to those of the photo, whatever they are; on one line there is none", () => {
  const near = (x: number, y: number) => fc.record({ x: fc.integer({ min: x - 40, max: x + 40 }), y: fc.integer({ min: y - 40, max: y + 40 }) });
  fc.assert(
    fc.property(near(50, 50), near(250, 50), near(250, 200), near(50, 200), (...four) => {
      const map = homography(180, 140, four);
      if (!map) throw new Error("no map");
      const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0] = map;
      const to = (x: number, y: number) => ({ x: (a * x + b * y + c) / (g * x + h * y + 1), y: (d * x + e * y + f) / (g * x + h * y + 1) });
      [to(0, 0), to(180, 0), to(180, 140), to(0, 140)].forEach((found, index) => {
        expect(found.x).toBeCloseTo(four[index]?.x ?? 0, 6);
        expect(found.y).toBeCloseTo(four[index]?.y ?? 0, 6);
      });
    }),
  );
  const flat: Corners = [
    { x: 0, y: 0 },
    { x: 10, y: 10 },
    { x: 20, y: 20 },
    { x: 30, y: 30 },
  ];
  expect(homography(180, 140, flat)).toBeNull();
  expect(straighten(photo(0), flat, 10, 10)).toBeNull();
});

test("the palette names each colour of the painting by its share, a small accent too, and leaves bare paper out", () => {
  const found = paletteOf(picture(100, 100, (x, y) => (x < 20 ? [250, 248, 242] : painting((x - 20) / 80, y / 100))));
  expect(found).toHaveLength(3);
  for (const [rgb, index] of [[SKY, 0] as const, [SEA, 1] as const, [BOAT, 2] as const]) {
    const hex = `#${rgb.map((value) => value.toString(16).padStart(2, "0")).join("")}`;
    const near = found.map((colour) => colourDistance(colour.hex, hex));
    expect(Math.min(...near)).toBeLessThan(1);
    if (index === 2) expect(near.indexOf(Math.min(...near))).toBe(2);
  }
  expect(paletteOf(picture(20, 20, () => [252, 250, 245]))).toEqual([]);
});
