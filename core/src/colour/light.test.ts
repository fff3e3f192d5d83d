import fc from "fast-check";
import { differenceOf } from "./difference.ts";
import { hexIn, seenIn } from "./lamp.ts";
import { byteOf, hexOf, hexOfXyz, labOfHex, labOfXyz, lchOfLab, linearOf, rgbOfHex, xyzOf, xyzOfLab, xyzOfRgb } from "./light.ts";
import { over, WHITE_PAPER } from "./layers.ts";
import { filmOfWash, reflectanceOf } from "./reflectance.ts";
import { waysTo } from "./recipe/mixer.ts";
import { filmOf } from "./testing.ts";

const hexes = fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)).map((rgb) => `#${rgb.map((byte) => byte.toString(16).padStart(2, "0")).join("")}`);

test("a colour written as a number is the same after going to Lab and back", () => {
  fc.assert(
    fc.property(hexes, (hex) => {
      expect(hexOfXyz(xyzOfLab(labOfHex(hex)))).toBe(hex);
      expect(hexOfXyz(labOfXyzBack(hex))).toBe(hex);
    }),
  );
});
const labOfXyzBack = (hex: string) => xyzOfLab(labOfXyz(xyzOfRgb(...rgbOfHex(hex))));

test("bytes of sRGB and linear light are each other's way back", () => {
  for (let byte = 0; byte < 256; byte += 1) expect(byteOf(linearOf(byte))).toBe(byte);
});

test("Sharma's pairs: CIEDE2000 as published", () => {
  // Sharma, Wu and Dalal 2005, table 1, pairs 1, 7, 13, 17 and 25.
  for (const [one, other, difference] of [
    [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
    [[50, 0, 0], [50, -1, 2], 2.3669],
    [[50, -0.001, 2.49], [50, 0.0009, -2.49], 4.8045],
    [[50, 2.5, 0], [73, 25, -18], 27.1492],
    [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
  ] as const)
    expect(differenceOf(one, other)).toBeCloseTo(difference, 3);
});

test("the search's own steps are CIEDE2000 near the wanted colour", () => {
  fc.assert(
    fc.property(
      hexes,
      fc.tuple(fc.double({ min: -1.5, max: 1.5, noNaN: true }), fc.double({ min: -1.5, max: 1.5, noNaN: true }), fc.double({ min: -1.5, max: 1.5, noNaN: true })),
      (hex, [dL, da, db]) => {
        const lab = labOfHex(hex);
        const { C, h } = lchOfLab(lab);
        // Blues turn in CIEDE2000 beyond what the search reckons with.
        fc.pre(!(C > 20 && h > 220 && h < 330));
        const near = [lab[0] + dL, lab[1] + da, lab[2] + db] as const;
        const [own, published] = [Math.hypot(...waysTo(lab)(near)), differenceOf(near, lab)];
        expect(Math.abs(own - published)).toBeLessThan(0.35 * published + 0.12);
      },
    ),
  );
});

test("what a screen cannot show loses chroma, not its hue or lightness: ultramarine does not turn azure", () => {
  for (const index of ["PB29", "PB15:3", "PG7", "PG36", "PV23", "PO62"]) {
    const seen = xyzOf(over(filmOf(index), WHITE_PAPER));
    const [wanted, shown] = [lchOfLab(labOfXyz(seen)), lchOfLab(labOfHex(hexOfXyz(seen)))];
    expect(Math.abs(shown.L - wanted.L)).toBeLessThan(1.5);
    expect(Math.abs(shown.h - wanted.h)).toBeLessThan(3);
    expect(shown.C).toBeLessThanOrEqual(wanted.C + 1);
  }
});

test("a likely reflectance looks like the colour it was made for, and so does the paint found from it", () => {
  fc.assert(
    fc.property(hexes, (hex) => {
      fc.pre(labOfHex(hex)[0] > 12 && labOfHex(hex)[0] < 88);
      expect(differenceOf(labOfHex(hexOf(reflectanceOf(hex))), labOfHex(hex))).toBeLessThan(2.5);
    }),
    { numRuns: 60 },
  );
  const hex = "#7a5a3c";
  expect(differenceOf(labOfHex(hexOf(over(filmOfWash(reflectanceOf(hex), 0.02), WHITE_PAPER))), labOfHex(hex))).toBeLessThan(2);
});

test("by lamplight reds stay warm and blues go dark, white stays near white", () => {
  const white = labOfXyz(seenIn("lamplight", reflectanceOf("#ffffff")));
  expect(white[0]).toBeGreaterThan(97);
  const light = (hex: string, by: "daylight" | "lamplight") => labOfHex(hexIn(by, reflectanceOf(hex)))[0];
  expect(light("#c03028", "lamplight")).toBeGreaterThan(light("#c03028", "daylight"));
  expect(light("#2848b0", "lamplight")).toBeLessThan(light("#2848b0", "daylight"));
});
