import fc from "fast-check";
import { calmAreas } from "./calm.ts";
import { breaksOf, fitWords, LEAST_X_HEIGHT, type FitLimits, type FitText, type WordZone } from "./fit.ts";
import { measureLine, signsMissing, X_HEIGHT } from "./lettering.ts";

const hand = (text: string): FitText => ({ text, means: "hand", width: null, height: null });
const zone = (width: number, height: number, more: Partial<WordZone> = {}): WordZone => ({ id: "sky", x: 10, y: 20, width, height, curve: 0, ...more });
const limits: FitLimits = { leastXHeight: LEAST_X_HEIGHT, mostLines: 2 };
const fit = (text: string, ...zones: WordZone[]) => {
  const [best] = fitWords(hand(text), zones, limits);
  if (!best) throw new Error("no place");
  return best;
};

test("words are as wide as their letters, and signs the hand does not know are said", () => {
  expect(measureLine("mm").width).toBeCloseTo(2 * measureLine("m").width, 9);
  expect(measureLine("gl").below).toBeGreaterThan(measureLine("al").below);
  expect(signsMissing("Þökk, Žofie & Łukasz")).toEqual([]);
  expect(signsMissing("谢谢 you")).toEqual(["谢"]);
});

test("every way to break four words into two lines, and a break that was written stands", () => {
  expect(breaksOf("a b c d", 2)).toEqual([["a b c d"], ["a", "b c d"], ["a b", "c d"], ["a b c", "d"]]);
  expect(breaksOf("a b c", 3)).toHaveLength(4);
  expect(breaksOf("a\nb c", 2)).toEqual([["a", "b c"]]);
});

test("in a wide place one line is larger, in a high one two are", () => {
  expect(fit("Thank you kindly", zone(90, 10)).lines).toHaveLength(1);
  const high = fit("Thank you kindly", zone(40, 25));
  expect(high.lines.map((line) => line.text)).toEqual(["Thank", "you kindly"]);
  expect(high.lines[0]?.baseline).toBeLessThan(high.lines[1]?.baseline ?? 0);
});

test("the largest place wins, and pencil lines lie in their order inside it", () => {
  const best = fit("Fair winds", zone(30, 8, { id: "foot" }), zone(70, 20));
  expect(best).toMatchObject({ zone: "sky", fits: true });
  const [line] = best.lines;
  expect(line?.capLine).toBeLessThan(line?.xLine ?? 0);
  expect(line?.xLine).toBeLessThan(line?.baseline ?? 0);
  expect((line?.from ?? 0) + (line?.to ?? 0)).toBeCloseTo(2 * 45, 6);
});

test("the largest size touches the place somewhere and never leaves it", () => {
  const text = fc.constantFrom("Thank you", "A calm Yule to you", "Many happy returns of the day", "Grüße", "g");
  fc.assert(
    fc.property(text, fc.integer({ min: 20, max: 150 }), fc.integer({ min: 6, max: 60 }), fc.integer({ min: 0, max: 5 }), (words, width, height, curve) => {
      const where = zone(width, height, { curve });
      const found = fit(words, where);
      if (!found.fits) return expect(Math.max(found.over.width, found.over.height)).toBeGreaterThan(0);
      expect(found.xHeight).toBeGreaterThanOrEqual(LEAST_X_HEIGHT - 1e-6);
      const measures = found.lines.map((line) => measureLine(line.text));
      const bottom = (found.lines.at(-1)?.baseline ?? 0) + (measures.at(-1)?.below ?? 0) * found.size;
      const top = (found.lines[0]?.baseline ?? 0) - (measures[0]?.above ?? 0) * found.size;
      const wide = Math.max(...measures.map((line) => line.width)) * found.size;
      const room = found.arc ? { width: Infinity, height: height - curve } : { width, height };
      expect(wide).toBeLessThanOrEqual(room.width + 1e-6);
      expect(bottom - top).toBeLessThanOrEqual(room.height + 1e-6);
      expect(bottom).toBeLessThanOrEqual(where.y + height + 1e-6);
      if (!found.arc) expect(Math.min(room.width - wide, room.height - (bottom - top))).toBeCloseTo(0, 5);
      return undefined;
    }),
  );
});

test("on a curve the line is the arc through both ends: longer than the chord", () => {
  // A chord of 80 with a sagitta of 20 has a radius of 50 and an arc of 92.73 (2 x 50 x asin 0.8).
  const bowed = fit("Many happy returns of the day", zone(80, 60, { curve: 20 }));
  expect(bowed.arc).toMatchObject({ x: 50, radius: 50 });
  expect(bowed.size * measureLine("Many happy returns of the day").width).toBeCloseTo(100 * Math.asin(0.8), 3);
});

test("words longer than any line say by how much they are too wide at the smallest size", () => {
  const found = fit("Congratulations!", zone(12, 30));
  expect(found.fits).toBe(false);
  expect(found.xHeight).toBeCloseTo(LEAST_X_HEIGHT, 6);
  expect(found.over.width).toBeCloseTo((measureLine("Congratulations!").width * LEAST_X_HEIGHT) / X_HEIGHT - 12, 6);
});

test("a stamp goes in as it is or not at all", () => {
  const stamp: FitText = { text: "Fair winds", means: "stamp", width: 62, height: 18 };
  expect(fitWords(stamp, [zone(70, 20)], limits)[0]).toMatchObject({ fits: true, size: 18, over: { width: 0, height: 0 } });
  expect(fitWords(stamp, [zone(60, 20), zone(50, 20, { id: "foot" })], limits)[0]).toMatchObject({ zone: "sky", fits: false, over: { width: 2, height: 0 } });
});

describe("calm areas of a picture", () => {
  const [width, height] = [120, 160];
  /** Noise below a horizon, a calm sky above it. */
  const light = Array.from({ length: width * height }, (_, index) => (index < width * 60 ? 200 : (index * 7919) % 255));

  test("the sky is found, not the waves", () => {
    const [sky, ...others] = calmAreas(light, width, height);
    expect(sky).toMatchObject({ x: 0, y: 0 });
    expect(sky?.width).toBeGreaterThan(0.9);
    expect((sky?.height ?? 0) * height).toBeLessThanOrEqual(61);
    for (const other of others) expect(other.y * height).toBeLessThan(61);
  });

  test("no two lie over each other, whatever the picture", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 24 * 24, maxLength: 24 * 24 }), (picture) => {
        const found = calmAreas(picture, 24, 24);
        found.forEach((a, index) =>
          found.slice(index + 1).forEach((b) => {
            const apart = a.x + a.width <= b.x + 1e-9 || b.x + b.width <= a.x + 1e-9 || a.y + a.height <= b.y + 1e-9 || b.y + b.height <= a.y + 1e-9;
            expect(apart).toBe(true);
          }),
        );
      }),
    );
  });

  test("a picture too small to judge has none", () => expect(calmAreas([1, 2, 3, 4], 2, 2)).toEqual([]));
});
