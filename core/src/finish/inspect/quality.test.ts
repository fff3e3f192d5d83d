import { gridCorners } from "./gridCorners.ts";
import { alikeness, qualityOf, TOO_BLURRED, TOO_DARK } from "./quality.ts";
import type { PhotoPixels, Raster } from "./raster.ts";

/** A light panel on a dark board, its edges drawn out over so many pixels; all of it so bright. */
function photo(rise: number, light: number): PhotoPixels {
  const [width, height] = [300, 200];
  const data = new Uint8Array(width * height * 3);
  const inside = (value: number, from: number, to: number): number => Math.max(0, Math.min(1, Math.min(value - from, to - value) / Math.max(1, rise) + 0.5));
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) data.fill(light * (70 + 170 * inside(x, 60, 240) * inside(y, 40, 160)), (y * width + x) * 3, (y * width + x) * 3 + 3);
  return { width, height, data, bytes: 3 };
}
const corners = [
  [
    { x: 60, y: 40 },
    { x: 240, y: 40 },
    { x: 240, y: 160 },
    { x: 60, y: 160 },
  ],
] as const;

test("a sharp photo in good light passes; one that was shaken, and one in the dark, are told apart from it", () => {
  const sharp = qualityOf(photo(1, 1), corners);
  expect(sharp.blur).toBeLessThan(TOO_BLURRED / 2);
  expect(sharp.brightest).toBeGreaterThan(0.9);
  expect(qualityOf(photo(14, 1), corners).blur).toBeGreaterThan(TOO_BLURRED);
  expect(qualityOf(photo(1, 0.3), corners).brightest).toBeLessThan(TOO_DARK);
  expect(qualityOf(photo(1, 1), [])).toMatchObject({ blur: 0 });
});

test("a picture is alike to itself, paler or darker, and not to another", () => {
  const raster = (of: (x: number, y: number) => number): Raster => {
    const planes = [0, 1, 2].map(() => Float32Array.from({ length: 400 }, (_, at) => of(at % 20, Math.floor(at / 20)))) as unknown as Raster["planes"];
    return { width: 20, height: 20, planes };
  };
  const window = { left: 1.4, top: 2.2, right: 18.7, bottom: 17.1 };
  const waves = raster((x) => Math.sin(x));
  expect(alikeness(waves, waves, window)).toBeCloseTo(1, 9);
  expect(
    alikeness(
      waves,
      raster((x) => 20 + 0.6 * Math.sin(x)),
      window,
    ),
  ).toBeCloseTo(1, 5);
  expect(
    Math.abs(
      alikeness(
        waves,
        raster((_, y) => Math.sin(y * 1.7)),
        window,
      ),
    ),
  ).toBeLessThan(0.2);
});

test("a block of panels that touch is taken apart in equal parts, also where the photo was taken at a slant", () => {
  const straight = gridCorners(
    [
      { x: 10, y: 20 },
      { x: 70, y: 20 },
      { x: 70, y: 60 },
      { x: 10, y: 60 },
    ],
    3,
    2,
  );
  expect(straight).toHaveLength(6);
  expect(straight?.[4]?.map(({ x, y }) => [Math.round(x * 1000) / 1000, Math.round(y * 1000) / 1000])).toEqual([
    [30, 40],
    [50, 40],
    [50, 60],
    [30, 60],
  ]);
  // Further away at the top: the upper row is lower on the photo than half of the block.
  const slanted = gridCorners(
    [
      { x: 20, y: 0 },
      { x: 80, y: 0 },
      { x: 100, y: 100 },
      { x: 0, y: 100 },
    ],
    1,
    2,
  );
  expect(slanted?.[0]?.[3]?.y).toBeLessThan(50);
  expect(
    gridCorners(
      [
        { x: 0, y: 0 },
        { x: 1, y: 1 },
        { x: 2, y: 2 },
        { x: 0, y: 2 },
      ],
      2,
      2,
    ),
  ).toBeNull();
});
