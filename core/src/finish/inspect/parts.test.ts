import { clustered, nearest, type LabColour } from "../../designs/picture/clusters.ts";
import { seededRandom } from "../../search/search.ts";
import { areasOf } from "./areas.ts";
import { boardOf } from "./board.ts";
import { onBorder } from "./creep.ts";
import { elementsIn, sightingOf, usualSighting } from "./elements.ts";
import { movedOf, paperOf, windowOf, type Frame } from "./frame.ts";
import { backRunsIn, marksIn, residualsOf } from "./marks.ts";
import { rising, whereOf } from "./model.ts";
import { blurred, emptyRaster, labRaster, medianOf, shrunk, spreadOf, type Raster } from "./raster.ts";

type Three = readonly [number, number, number];
const [WIDTH, HEIGHT] = [120, 150];
const WINDOW = { left: 4, top: 4, right: 116, bottom: 146 };
const WHOLE = 112 * 142;
const SKY: Three = [72, -6, -22];
const BOAT: Three = [48, 52, 38];

/** A picture in CIE Lab by a rule. */
function ruled(value: (x: number, y: number) => Three, width = WIDTH, height = HEIGHT): Raster {
  const raster = emptyRaster(width, height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) for (const [channel, own] of value(x, y).entries()) raster.planes[channel as 0 | 1 | 2][y * width + x] = own;
  return raster;
}
/** Sky with a red square of 16 pixels in it, each panel with its own grain. */
const painted = (seed: number, boat: readonly [number, number] | null = [50, 70], more: (x: number, y: number) => Three | null = () => null): Raster => {
  const random = seededRandom(seed);
  return ruled((x, y) => {
    const grain = (random() - 0.5) * 2;
    const [L, a, b] = more(x, y) ?? (boat && Math.abs(x - boat[0]) < 8 && Math.abs(y - boat[1]) < 8 ? BOAT : SKY);
    return [L + grain, a + grain / 2, b];
  });
};
const MIDDLE = painted(1);

test("colours fall into as many groups as lie apart, and the same way each time", () => {
  const samples: LabColour[] = Array.from({ length: 90 }, (_, index) => [[20, 60, 90][index % 3] ?? 0, index % 2, 0]);
  const { centres, members } = clustered(samples, { most: 7, apart: 9, rounds: 8 });
  expect(centres).toHaveLength(3);
  expect(centres.map(([L]) => Math.round(L)).sort((a, b) => a - b)).toEqual([20, 60, 90]);
  expect(samples.every((sample, index) => nearest(sample, centres) === members[index])).toBe(true);
  expect(clustered(samples, { most: 7, apart: 9, rounds: 8 }).members).toEqual(members);
});

test("a picture is taken apart into its ground and what stands on it", () => {
  const areas = areasOf(MIDDLE, WINDOW);
  expect(areas.colourOf[0]).toBe(255);
  expect(areas.pieces[0]?.share).toBeGreaterThan(0.9);
  // The square, and its middle without the blurred rim: one thing, seen as a whole and as one colour.
  const [boat, ...others] = elementsIn(MIDDLE, areas, WHOLE);
  expect(others.length).toBeLessThan(2);
  const { left = 0, top = 0, right = 0, bottom = 0 } = boat?.area.box ?? {};
  expect([left, top, right, bottom].map((value, index) => Math.abs(value - ([43, 63, 58, 78][index] ?? 0)) <= 1)).toEqual([true, true, true, true]);
  expect(boat?.contrast).toBeGreaterThan(60);
});

describe("an element is looked for", () => {
  const areas = areasOf(MIDDLE, WINDOW);
  const [boat] = elementsIn(MIDDLE, areas, WHOLE);
  if (!boat) throw new Error("no element");
  const look = (panel: Raster) => sightingOf(boat, MIDDLE, panel, [0, 0, 0]);

  test("in its place it is wholly there", () => {
    const seen = look(painted(7));
    expect([seen.near > 0.95, Math.hypot(seen.dx, seen.dy) < 0.6, seen.elsewhere.much < 0.15]).toEqual([true, true, true]);
  });
  test("left out, nothing of it is near nor elsewhere", () => {
    const seen = look(painted(7, null));
    expect([seen.near < 0.2, seen.elsewhere.much < 0.15]).toEqual([true, true]);
  });
  test("moved by 13 pixels it is found where it stands", () => {
    const { elsewhere, near } = look(painted(7, [62, 75]));
    expect(near).toBeLessThan(0.7);
    expect(elsewhere.much).toBeGreaterThan(0.5);
    expect(Math.hypot(elsewhere.dx - 12, elsewhere.dy - 5)).toBeLessThan(2.5);
  });
  test("a paler one is still there", () => {
    const pale = painted(7, [50, 70], (x, y) => (Math.abs(x - 50) < 8 && Math.abs(y - 70) < 8 ? [58, 26, 12] : null));
    expect(look(pale).near).toBeGreaterThan(0.8);
  });
  test("what is usual is the middle of the sisters, whatever one of them does", () => {
    const { near, nearSpread, wander } = usualSighting([painted(3), painted(4), painted(5), painted(6), painted(7, null)].map(look));
    expect([near > 0.95, nearSpread < 0.05, wander < 1]).toEqual([true, true, true]);
  });
});

/** Five sisters, the last one with something of its own. */
function withOne(more: (x: number, y: number) => Three | null) {
  const panels = [painted(3), painted(4), painted(5), painted(6), painted(7, [50, 70], more)];
  const areas = areasOf(MIDDLE, WINDOW);
  return { panels, areas, residuals: residualsOf(panels, MIDDLE, areas.colourOf) };
}

test("a foreign mark is found on the panel that has it and on none of its sisters", () => {
  const { panels, areas, residuals } = withOne((x, y) => (x > 80 && x < 96 && Math.abs(y - 40) < 3 ? [45, 0, -2] : null));
  const marks = residuals.map((residual, index) => marksIn(residual, panels[index] ?? MIDDLE, MIDDLE, areas.colourOf, WHOLE));
  expect(marks.map((each) => each.length)).toEqual([0, 0, 0, 0, 1]);
  const [mark] = marks[4] ?? [];
  expect(mark?.area.box.left).toBeGreaterThan(76);
  expect(mark?.area.box.bottom).toBeLessThan(47);
  expect(mark?.lighter).toBeLessThan(-10);
  expect([(mark?.was.contrast ?? 99) < 3, (mark?.is.contrast ?? 0) > 12]).toEqual([true, true]);
});

test("a pale place with a dark rim is a back-run, a dark streak is none", () => {
  const strongest = (more: (x: number, y: number) => Three | null) => {
    const { residuals } = withOne(more);
    const [strength, place] = residuals.reduce(
      ([most, at], residual, index) => {
        const { strength: all } = backRunsIn(residual, WIDTH, HEIGHT, WINDOW);
        const own = Math.max(...all);
        return index === 4 ? [own, all.indexOf(own)] : [most, at];
      },
      [0, 0],
    );
    return { strength, x: place % WIDTH, y: Math.floor(place / WIDTH) };
  };
  const bloom = strongest((x, y) => {
    const away = Math.hypot(x - 85, y - 110);
    return away < 7 ? [86, -3, -10] : away < 10 ? [62, -7, -26] : null;
  });
  const streak = strongest((x, y) => (Math.abs(y - 110) < 3 && x > 70 && x < 100 ? [55, -6, -22] : null));
  expect(Math.hypot(bloom.x - 85, bloom.y - 110)).toBeLessThan(4);
  expect(bloom.strength).toBeGreaterThan(3 * streak.strength);
});

const side = (depth: number) => ({ depth, lean: 0 });
const FRAME: Frame = { left: side(10), top: side(12), right: side(10), bottom: side(14) };

test("paint in the border that comes out of the picture crept; a spot apart is a mark; a clean border has nothing", () => {
  const sheet = (more: (x: number, y: number) => boolean) => ruled((x, y) => (more(x, y) || (x >= 10 && x < 110 && y >= 12 && y < 136) ? SKY : [100, 0, 0]));
  expect(
    onBorder(
      sheet(() => false),
      FRAME,
    ),
  ).toEqual([]);
  const [crept, ...none] = onBorder(
    sheet((x, y) => x >= 5 && x < 11 && Math.abs(y - 60) < 4),
    FRAME,
  );
  expect([crept?.touches, none]).toEqual([true, []]);
  expect(crept?.box.left).toBe(5);
  const [spot] = onBorder(
    sheet((x, y) => x >= 3 && x < 6 && Math.abs(y - 60) < 3),
    FRAME,
  );
  expect(spot?.touches).toBe(false);
});

test("frames say what is painted, what is bare, and how far the picture lies off", () => {
  expect(windowOf(FRAME, WIDTH, HEIGHT, 2)).toEqual({ left: 12, top: 14, right: 108, bottom: 134 });
  const isPaper = paperOf(FRAME, WIDTH, HEIGHT);
  expect([isPaper[75 * WIDTH + 4], isPaper[75 * WIDTH + 60], isPaper[4 * WIDTH + 60]]).toEqual([1, 0, 1]);
  // Everything three pixels to the right, nothing up or down.
  expect(movedOf({ ...FRAME, left: side(13), right: side(7) }, FRAME)).toEqual({ dx: 3, dy: 0 });
  expect(movedOf({ ...FRAME, left: null }, FRAME).dx).toBe(0);
});

test("the board is known under a light that falls off, though half of it is covered", () => {
  const light = (x: number): number => 100 - 40 * (x / 200) ** 2;
  const photo = ruled((x, y) => (x > 30 && x < 170 && y > 30 && y < 120 ? [240, 238, 230] : [light(x), light(x), light(x)]), 200, 150);
  const { board, scatter } = boardOf(photo);
  for (const share of [0.1, 0.5, 0.9]) expect(board(share, 0.5)[0]).toBeCloseTo(light(share * 200), 0);
  expect(scatter).toBeLessThan(2);
});

test("rasters: white has no colour, blocks become their mean, a blur keeps the sum within, medians bear what lies far off", () => {
  const { planes } = labRaster({ width: 1, height: 1, planes: [Float32Array.of(1), Float32Array.of(1), Float32Array.of(1)] });
  expect(planes.map(([value = NaN]) => Math.abs(Math.round(value)))).toEqual([100, 0, 0]);
  const data = Uint8Array.from({ length: 4 * 4 * 4 }, (_, index) => (index % 4 === 0 ? 100 * (Math.floor(index / 16) % 2) : 7));
  const { raster, scale } = shrunk({ width: 4, height: 4, data, bytes: 4 }, 2);
  expect([scale, raster.width, [...raster.planes[0]]]).toEqual([2, 2, [50, 50, 50, 50]]);
  const spot = new Float32Array(81);
  spot[40] = 9;
  expect(blurred(spot, 9, 9, 1)[40]).toBeCloseTo(1, 5);
  expect([medianOf([9, 1, 5]), medianOf([4, 1000, 2, 6]), medianOf([])]).toEqual([5, 5, 0]);
  expect(spreadOf([1, 2, 3, 4, 1000])).toBeCloseTo(1.4826, 4);
});

test("an amount is a half where it was told to be, and places stay within the sheet", () => {
  expect([rising(0, 4), rising(4, 4), rising(-3, 4)]).toEqual([0, 0.5, 0]);
  expect(rising(40, 4)).toBeGreaterThan(0.98);
  expect(whereOf({ left: -5, top: 15, right: 60, bottom: 300 }, { width: 120, height: 150 })).toEqual([0, 0.1, 0.5, 1]);
  expect(whereOf({ left: 0, top: 0, right: 60, bottom: 75 }, { width: 120, height: 150 }, { turn: 0, dx: 12, dy: -15 })).toEqual([0.1, 0, 0.6, 0.4]);
});
