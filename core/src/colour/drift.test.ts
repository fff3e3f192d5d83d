import { balancedBy, balancedByPaper, driftOf, GREY_CARD, labOfRgb, type Rgb } from "./drift.ts";
import { differenceOf } from "./difference.ts";
import { labOfHex } from "./light.ts";
import { labOfMix } from "./mix.ts";
import { onePart } from "./shelf.ts";
import { shelfFrom } from "./testing.ts";

const shelf = shelfFrom("PB29", "PY150", "PV19");

test("a photo in yellow lamplight is put right by its grey patch", () => {
  // The same colours with the blue channel at 60 of 100 of its light and all a third darker.
  const lamp = ([r, g, b]: Rgb): Rgb => [r, g, b].map((byte, channel) => Math.round(255 * ((byte / 255) ** 2.2 * (channel === 2 ? 0.4 : 0.67)) ** (1 / 2.2))) as unknown as Rgb;
  const grey: Rgb = [118, 118, 118];
  const colour: Rgb = [90, 110, 170];
  const right = balancedBy(lamp(grey), GREY_CARD);
  expect(differenceOf(labOfRgb(right(lamp(colour))), labOfRgb(colour))).toBeLessThan(2);
  expect(differenceOf(labOfRgb(lamp(colour)), labOfRgb(colour))).toBeGreaterThan(8);
});

test("without a patch the paper is taken for white", () => {
  const white = balancedByPaper([210, 200, 170]);
  const [, a, b] = labOfRgb(white([210, 200, 170]));
  expect(Math.hypot(a, b)).toBeLessThan(1);
});

test("two swatches alike have not drifted, and nothing is added", () => {
  expect(driftOf(labOfHex("#5566aa"), labOfHex("#5666aa"), null)).toMatchObject({ verdict: "same", says: [], add: null });
});

test("a puddle that lost water paints darker: water is what it wants", () => {
  const films = shelf.map(onePart);
  const mix = {
    parts: [
      { paint: 0, parts: 2 },
      { paint: 2, parts: 1 },
    ],
    water: 12,
  };
  const [first, last] = [labOfMix(mix, films), labOfMix({ ...mix, water: 8.5 }, films)];
  const drift = driftOf(first, last, { mix, shelf });
  expect(drift.verdict).not.toBe("same");
  expect(drift.says).toContain("darker");
  expect(drift.add).toMatchObject({ what: "water" });
  expect(drift.add?.leaves).toBeLessThan(drift.difference / 2);
});

test("a puddle that lost its pink gets pink again", () => {
  const films = shelf.map(onePart);
  const mix = {
    parts: [
      { paint: 0, parts: 2 },
      { paint: 2, parts: 2 },
    ],
    water: 14,
  };
  const last = labOfMix(
    {
      parts: [
        { paint: 0, parts: 2 },
        { paint: 2, parts: 1 },
      ],
      water: 13,
    },
    films,
  );
  expect(driftOf(labOfMix(mix, films), last, { mix, shelf }).add).toMatchObject({ what: 2 });
});
