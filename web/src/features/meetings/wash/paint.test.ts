import { differenceOf, hexOf, labOfRgb, mixed, over, pigmentOf, rgbOfHex, whileWet, WHITE_PAPER, type Film, type Rgb } from "@yule/core";
import { paintGlaze, paintPuddle, paintStrip, paintStroke, paintTouch, type WashSheet } from "./paint.ts";

const film = (index: string): Film => {
  const found = pigmentOf(index);
  if (!found) throw new Error(index);
  return found.film;
};
const SHEET: WashSheet = { width: 120, height: 60, seed: 5 };

/** A canvas that only keeps what was put on it. */
function painted(paint: (context: CanvasRenderingContext2D) => void) {
  let image = { width: 0, height: 0, data: new Uint8ClampedArray() };
  const context = {
    createImageData: (width: number, height: number) => ({ width, height, data: new Uint8ClampedArray(width * height * 4) }),
    putImageData: (made: typeof image) => {
      image = made;
    },
  } as unknown as CanvasRenderingContext2D;
  paint(context);
  const at = (x: number, y: number): number => (y * image.width + x) * 4;
  return {
    opacity: (x: number, y: number): number => image.data[at(x, y) + 3] ?? 0,
    /** Mean colour of a box, as its grain is seen from afar. */
    mean: (left: number, top: number, right: number, bottom: number): Rgb => {
      const sum: [number, number, number] = [0, 0, 0];
      let many = 0;
      for (let y = top; y < bottom; y += 1)
        for (let x = left; x < right; x += 1) {
          for (let channel = 0; channel < 3; channel += 1) sum[channel] = (sum[channel] ?? 0) + (image.data[at(x, y) + channel] ?? 0);
          many += 1;
        }
      return [sum[0] / many, sum[1] / many, sum[2] / many];
    },
    all: () => image.data,
  };
}
const away = (rgb: Rgb, hex: string): number => differenceOf(labOfRgb(rgb), labOfRgb(rgbOfHex(hex)));
const wash = (of: Film): string => hexOf(over(of, WHITE_PAPER));

test("a stroke has the colour of the model in its middle, paper around it, and a torn rim beyond which there is nothing", () => {
  const stroke = painted((context) => paintStroke(context, SHEET, { film: film("PV19") }));
  expect(away(stroke.mean(45, 22, 75, 38), wash(film("PV19")))).toBeLessThan(5);
  expect(away(stroke.mean(2, 2, 5, 58), hexOf(WHITE_PAPER))).toBeLessThan(4);
  expect(stroke.opacity(0, 0)).toBeLessThan(255);
  expect(stroke.opacity(60, 30)).toBe(255);
});

test("the same paint is always painted with the same hand", () => {
  const [one, again, other] = [SHEET, SHEET, { ...SHEET, seed: 6 }].map((sheet) =>
    painted((context) => paintStroke(context, sheet, { film: film("PB29"), granulates: true })).all(),
  );
  expect(one).toEqual(again);
  expect(one).not.toEqual(other);
});

test("a granulating wash is grainier than a smooth one", () => {
  const spread = (granulates: boolean): number => {
    const stroke = painted((context) => paintStroke(context, SHEET, { film: film("PB29"), granulates }));
    const light = Array.from({ length: 40 }, (_, x) => labOfRgb(stroke.mean(40 + x, 30, 41 + x, 31))[0]);
    const mean = light.reduce((sum, value) => sum + value, 0) / light.length;
    return light.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  };
  expect(spread(true)).toBeGreaterThan(2 * spread(false));
});

test("a wet stroke is darker than the same stroke dry", () => {
  const light = (wet: boolean): number => labOfRgb(painted((context) => paintStroke(context, SHEET, { film: film("PY150"), wet })).mean(45, 22, 75, 38))[0];
  expect(light(true)).toBeLessThan(light(false) - 1);
});

test("a test strip goes from tea on the left to butter on the right", () => {
  const strip = painted((context) => paintStrip(context, SHEET, { film: film("PB15") }));
  const light = [12, 40, 68, 96].map((x) => labOfRgb(strip.mean(x, 20, x + 12, 40))[0]);
  expect(light).toEqual([...light].sort((a, b) => b - a));
  expect((light[0] ?? 0) - (light[3] ?? 0)).toBeGreaterThan(25);
});

test("a puddle is wet paint with nothing around it", () => {
  const puddle = painted((context) => paintPuddle(context, { width: 80, height: 64, seed: 3 }, { film: film("PG7") }));
  expect(puddle.opacity(1, 1)).toBe(0);
  expect(puddle.opacity(40, 40)).toBe(255);
  expect(labOfRgb(puddle.mean(36, 38, 46, 48))[0]).toBeLessThan(labOfRgb(rgbOfHex(hexOf(whileWet(over(film("PG7"), WHITE_PAPER)))))[0] + 2);
});

test("two wet washes are pure at both ends and mixed between", () => {
  const [yellow, violet] = [film("PY65"), film("PV23")];
  const touch = painted((context) => paintTouch(context, SHEET, yellow, violet));
  const both = hexOf(
    over(
      mixed([
        { film: yellow, share: 1 },
        { film: violet, share: 1 },
      ]),
      WHITE_PAPER,
    ),
  );
  expect(away(touch.mean(10, 22, 20, 38), wash(yellow))).toBeLessThan(8);
  expect(away(touch.mean(100, 22, 110, 38), wash(violet))).toBeLessThan(8);
  const middle = touch.mean(54, 22, 66, 38);
  expect(away(middle, both)).toBeLessThan(Math.min(away(middle, wash(yellow)), away(middle, wash(violet))));
});

test("a glaze shows the one below, the one on top, and both where they overlap", () => {
  const [blue, rose] = [film("PB16"), film("PV19")];
  const glaze = painted((context) => paintGlaze(context, SHEET, blue, rose));
  expect(away(glaze.mean(10, 10, 36, 38), wash(blue))).toBeLessThan(5);
  expect(away(glaze.mean(86, 22, 108, 50), wash(rose))).toBeLessThan(5);
  expect(away(glaze.mean(50, 22, 70, 38), hexOf(over(rose, over(blue, WHITE_PAPER))))).toBeLessThan(5);
});
