import fc from "fast-check";
import { proofRuns } from "../../search/proofRuns.ts";
import { limitsFor } from "../../search/search.ts";
import type { Spot } from "../model.ts";
import { guillotineCuts } from "../partings.ts";
import { bestWindows, type WindowSize } from "./bestWindows.ts";
import { rasterOf } from "./raster.ts";

/** Its rounds end it: a machine under load only takes longer. */
const limits = () => limitsFor(60, () => performance.now());
const flat = (width: number, height: number, most: number, worth = width * height): WindowSize => ({
  ways:
    width === height
      ? [{ width, height }]
      : [
          { width, height },
          { width: height, height: width },
        ],
  most,
  worth: () => worth,
});
const apart = (spots: readonly Spot[]): boolean =>
  spots.every((a, i) => spots.every((b, j) => i >= j || a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y));

test("places for cuts have both ends, what must be there, and sums of pieces from either side", () => {
  const places = rasterOf(2600, [325], [17, 2599]);
  expect(places).toHaveLength(56);
  for (const must of [0, 17, 325, 650, 2275, 2599, 2600]) expect(places).toContain(must);
  expect([...places].sort((a, b) => a - b)).toEqual(places);
  expect(rasterOf(5, [2], [])).toEqual([0, 1, 2, 3, 4, 5]);
});

test("free places for cuts lie where a fence can be set, and those of an arrangement that is changed are among them", () => {
  const places = rasterOf(5000, [], [], { most: 20, step: 50, also: [1234, 4321, 0, 6000] });
  expect(places).toHaveLength(20);
  expect(places).toEqual(expect.arrayContaining([0, 1234, 4321, 5000]));
  expect(places.filter((place) => ![1234, 4321].includes(place)).every((place) => place % 50 === 0)).toBe(true);
  // Where the steps are used up, there are fewer places.
  expect(rasterOf(100, [], [], { most: 20, step: 50 })).toEqual([0, 50, 100]);
});

test("eight windows come out of eight times their width, to the last unit", () => {
  const found = bestWindows({ width: 8 * 1040, height: 1500 }, [flat(1040, 1500, 20)], [], limits());
  expect(found?.spots).toHaveLength(8);
  expect(found?.worth).toBe(found?.bound);
});

test("the window lies where the painting is best", () => {
  // What is worth something lies around (700, 300).
  const near = (x: number, y: number, width: number, height: number): number => Math.max(0, 1000 - Math.abs(x + width / 2 - 700) - Math.abs(y + height / 2 - 300));
  const found = bestWindows({ width: 1000, height: 600 }, [{ ways: [{ width: 200, height: 150 }], most: 1, worth: near }], [], limits());
  const [spot] = found?.spots ?? [];
  expect(found?.spots).toHaveLength(1);
  expect(Math.abs((spot?.x ?? 0) + 100 - 700)).toBeLessThan(6);
  expect(Math.abs((spot?.y ?? 0) + 75 - 300)).toBeLessThan(6);
});

const size = fc.record({ width: fc.integer({ min: 3, max: 12 }), height: fc.integer({ min: 3, max: 12 }), most: fc.integer({ min: 0, max: 5 }) });
/** A worth by place that no rule knows: a hash of the middle of the window. */
const rough = (seed: number) => (x: number, y: number, width: number, height: number) => (width * height * (1 + (((x + width / 2) * 7 + (y + height / 2) * 13 + seed) % 10))) / 10;

test("windows never overlap, are freed by straight cuts, stay within their counts and below the bound", () => {
  fc.assert(
    fc.property(fc.integer({ min: 12, max: 40 }), fc.integer({ min: 12, max: 40 }), fc.array(size, { minLength: 1, maxLength: 3 }), fc.nat(99), (width, height, wanted, seed) => {
      const sizes = wanted.map((each) => ({ ...flat(each.width, each.height, each.most), worth: rough(seed) }));
      const found = bestWindows({ width, height }, sizes, [], limits(), { places: 18 });
      if (!found) return false;
      const within = sizes.every((each, index) => found.spots.filter((spot) => spot.panel === index).length <= each.most);
      const inside = found.spots.every((spot) => spot.x >= 0 && spot.y >= 0 && spot.x + spot.width <= width && spot.y + spot.height <= height);
      return within && inside && apart(found.spots) && guillotineCuts({ x: 0, y: 0, width, height }, found.spots) !== null && found.worth <= found.bound + 1e-9;
    }),
    { numRuns: 60 },
  );
});

/** Every way of cutting a small region apart, whole units only, tried without a raster. */
function byTrying(width: number, height: number, sizes: readonly WindowSize[]): number {
  const known = new Map<string, number>();
  const best = (x: number, y: number, w: number, h: number): number => {
    const key = [x, y, w, h].join();
    const before = known.get(key);
    if (before !== undefined) return before;
    let most = 0;
    for (const each of sizes) for (const way of each.ways) if (way.width === w && way.height === h) most = Math.max(most, each.worth(x, y, w, h));
    for (let cut = 1; cut < w; cut += 1) most = Math.max(most, best(x, y, cut, h) + best(x + cut, y, w - cut, h));
    for (let cut = 1; cut < h; cut += 1) most = Math.max(most, best(x, y, w, cut) + best(x, y + cut, w, h - cut));
    known.set(key, most);
    return most;
  };
  return best(0, 0, width, height);
}

test("without limits of counts no way of cutting gets more", () => {
  fc.assert(
    fc.property(fc.integer({ min: 6, max: 12 }), fc.integer({ min: 6, max: 12 }), fc.nat(99), (width, height, seed) => {
      const sizes = [
        { ...flat(4, 3, 99), worth: rough(seed) },
        { ...flat(5, 5, 99), worth: rough(seed + 5) },
      ];
      const found = bestWindows({ width, height }, sizes, [], limits());
      expect(found?.worth).toBeCloseTo(byTrying(width, height, sizes), 6);
    }),
    { numRuns: 25 },
  );
});

/** The same within the counts that are wanted: each part of a cut takes a share of them. */
function byTryingWithin(width: number, height: number, sizes: readonly WindowSize[]): number {
  const known = new Map<string, number>();
  const shares = (left: readonly number[]): number[][] =>
    left.reduce<number[][]>((all, count) => all.flatMap((share) => Array.from({ length: count + 1 }, (_, taken) => [...share, taken])), [[]]);
  const best = (x: number, y: number, w: number, h: number, left: readonly number[]): number => {
    if (left.every((count) => count === 0)) return 0;
    const key = [x, y, w, h, ...left].join();
    const before = known.get(key);
    if (before !== undefined) return before;
    let most = 0;
    sizes.forEach((each, index) => {
      for (const way of each.ways) if ((left[index] ?? 0) > 0 && way.width === w && way.height === h) most = Math.max(most, each.worth(x, y, w, h));
    });
    for (const share of shares(left)) {
      const rest = left.map((count, index) => count - (share[index] ?? 0));
      for (let cut = 1; cut < w; cut += 1) most = Math.max(most, best(x, y, cut, h, share) + best(x + cut, y, w - cut, h, rest));
      for (let cut = 1; cut < h; cut += 1) most = Math.max(most, best(x, y, w, cut, share) + best(x, y + cut, w, h - cut, rest));
    }
    known.set(key, most);
    return most;
  };
  return best(
    0,
    0,
    width,
    height,
    sizes.map((each) => each.most),
  );
}

test("within the counts that are wanted no way of cutting gets more than the bound, nor less than the plan", () => {
  const wanted = fc.record({ width: fc.integer({ min: 2, max: 4 }), height: fc.integer({ min: 2, max: 4 }), most: fc.integer({ min: 0, max: 2 }) });
  fc.assert(
    fc.property(fc.integer({ min: 4, max: 7 }), fc.integer({ min: 4, max: 7 }), fc.array(wanted, { minLength: 1, maxLength: 2 }), fc.nat(99), (width, height, sizes, seed) => {
      const windows = sizes.map((each, index) => ({ ...flat(each.width, each.height, each.most), worth: rough(seed + 5 * index) }));
      const found = bestWindows({ width, height }, windows, [], limits());
      const most = byTryingWithin(width, height, windows);
      expect(found?.bound).toBeGreaterThanOrEqual(most - 1e-6);
      expect(found?.worth).toBeLessThanOrEqual(most + 1e-6);
    }),
    { numRuns: proofRuns(40, 2_000), seed: 29 },
  );
});

test("what is pinned stays, and the rest is planned around it", () => {
  const pin = { panel: 0, x: 370, y: 0, width: 300, height: 400 };
  const found = bestWindows({ width: 1000, height: 400 }, [flat(300, 400, 9)], [pin], limits());
  expect(found?.spots).toContainEqual(pin);
  expect(found?.spots).toHaveLength(3);
});

test("pins that no straight cuts can free are told as null", () => {
  // Four pieces around a middle, as a pinwheel: the smallest arrangement without an edge-to-edge cut.
  const wheel = [
    { panel: 0, x: 0, y: 0, width: 20, height: 10 },
    { panel: 0, x: 20, y: 0, width: 10, height: 20 },
    { panel: 0, x: 10, y: 20, width: 20, height: 10 },
    { panel: 0, x: 0, y: 10, width: 10, height: 20 },
  ];
  expect(bestWindows({ width: 30, height: 30 }, [flat(20, 10, 9)], wheel, limits())).toBeNull();
  expect(bestWindows({ width: 30, height: 30 }, [flat(20, 10, 9)], wheel.slice(0, 3), limits())).not.toBeNull();
});
