import { seededRandom } from "../../search/search.ts";
import { findPanels } from "./findPanels.ts";
import { frameOf } from "./frame.ts";
import { inspect, inspectColourways } from "./inspect.ts";
import type { PanelFault } from "./model.ts";
import { lineThrough } from "./lines.ts";
import { emptyRaster, labRaster, type PhotoPixels, type Raster } from "./raster.ts";
import { posed, posesOf } from "./register.ts";
import { washOff } from "./washes.ts";

type Rgb = readonly [number, number, number];
/** A picture drawn by a rule, in steps of 255. */
function drawn(width: number, height: number, colour: (x: number, y: number) => Rgb): PhotoPixels {
  const data = new Uint8Array(width * height * 3);
  for (let y = 0; y < height; y += 1) for (let x = 0; x < width; x += 1) data.set(colour(x + 0.5, y + 0.5).map(Math.round), (y * width + x) * 3);
  return { width, height, data, bytes: 3 };
}

const WHITE: Rgb = [246, 243, 236];
const SKY: Rgb = [150, 180, 205];
const BOAT: Rgb = [190, 70, 50];
/** A sheet in shares of its width: white border, sky, and a red square in it. */
const sheet =
  (more: { boat?: readonly [number, number] | null; sky?: Rgb; border?: number } = {}) =>
  (u: number, v: number): Rgb => {
    const { boat = [0.35, 0.5], sky = SKY, border = 0.08 } = more;
    if (u < border || u > 0.92 || v < 0.08 || v > 1.22) return WHITE;
    if (boat && Math.abs(u - boat[0]) < 0.11 && Math.abs(v - boat[1]) < 0.11) return BOAT;
    return sky;
  };
const MASTER = drawn(160, 208, (x, y) => sheet()(x / 160, y / 160));

/** Sheets of 160 by 208 on a board, each turned a little, in a light that falls off to the right. */
function boardOf(sheets: readonly ((u: number, v: number) => Rgb)[], board: Rgb, gap = 44): PhotoPixels {
  const random = seededRandom(5);
  const turns = sheets.map(() => (random() - 0.5) * 0.2);
  const columns = 4;
  const [stepX, stepY] = [160 + gap, 208 + gap];
  const noise = seededRandom(9);
  return drawn(columns * stepX + 30, Math.ceil(sheets.length / columns) * stepY + 30, (x, y) => {
    const [column, row] = [Math.floor((x - 15) / stepX), Math.floor((y - 15) / stepY)];
    const index = row * columns + column;
    const paint = column >= 0 && column < columns && row >= 0 ? sheets[index] : undefined;
    const [dx, dy] = [x - 15 - (column + 0.5) * stepX, y - 15 - (row + 0.5) * stepY];
    const turn = turns[index] ?? 0;
    const [u, v] = [(dx * Math.cos(turn) + dy * Math.sin(turn)) / 160 + 0.5, (-dx * Math.sin(turn) + dy * Math.cos(turn)) / 160 + 0.65];
    const colour = paint && u > 0 && u < 1 && v > 0 && v < 1.3 ? paint(u, v) : board;
    return colour.map((value) => value * (1 - 0.15 * (x / 900)) + (noise() - 0.5) * 3) as unknown as Rgb;
  });
}
const amountOf = (faults: readonly { kind: PanelFault; amount: number }[], kind: PanelFault): number =>
  Math.max(0, ...faults.filter((fault) => fault.kind === kind).map(({ amount }) => amount));

test.each([
  ["dark", [60, 58, 55]],
  ["light", [228, 226, 222]],
] as const)("panels are found on a %s board in uneven light, by rows, to a pixel", (_, board) => {
  const { panels } = findPanels(
    boardOf(
      Array.from({ length: 7 }, () => sheet()),
      board,
    ),
    7,
  );
  expect(panels).toHaveLength(7);
  // Middle of the first and of the sixth, laid 204 pixels apart and 252 down.
  for (const [index, x, y] of [
    [0, 117, 141],
    [5, 321, 393],
  ] as const) {
    const corners = panels[index] ?? [];
    expect(corners.reduce((sum, corner) => sum + corner.x / 4, 0)).toBeCloseTo(x, -0.5);
    expect(Math.abs(corners.reduce((sum, corner) => sum + corner.y / 4, 0) - y)).toBeLessThan(1);
    expect(Math.hypot((corners[1]?.x ?? 0) - (corners[0]?.x ?? 0), (corners[1]?.y ?? 0) - (corners[0]?.y ?? 0))).toBeCloseTo(160, -0.5);
  }
});

test("an empty board has no panels, and two that touch are told as one piece too large", () => {
  expect(
    inspect(
      MASTER,
      drawn(300, 200, () => [60, 58, 55]),
      4,
    ),
  ).toMatchObject({ panels: [], common: [], touching: 0 });
  const isSheet = (x: number): boolean => (x > 20 && x < 340) || (x > 380 && x < 540) || (x > 580 && x < 740);
  const touching = drawn(780, 300, (x, y): Rgb => (y > 40 && y < 248 && isSheet(x) ? sheet()(((x - 20) % 160) / 160, (y - 40) / 160) : [60, 58, 55]));
  const { touching: found, panels } = findPanels(touching, 4);
  expect([found, panels.length]).toEqual([1, 2]);
});

test.each<[PanelFault, Parameters<typeof sheet>[0]]>([
  ["missing", { boat: null }],
  ["shifted", { boat: [0.45, 0.62] }],
  ["pale", { sky: [205, 216, 226] }],
  ["dark", { sky: [95, 138, 180] }],
  ["mud", { sky: [150, 152, 152] }],
  ["hue", { sky: [190, 165, 205] }],
  ["border", { border: 0.14 }],
])("one panel with the fault %s is the one in doubt, and it is named", (kind, fault) => {
  const sheets = Array.from({ length: 6 }, (_, index) => (index === 5 ? sheet(fault) : sheet()));
  const { panels } = inspect(MASTER, boardOf(sheets, [60, 58, 55]), 6);
  const scores = panels.map(({ score }) => score);
  expect(scores.indexOf(Math.max(...scores))).toBe(5);
  expect(scores[5]).toBeGreaterThan(0.5);
  expect(amountOf(panels[5]?.faults ?? [], kind)).toBeGreaterThan(0.4);
  expect(Math.max(...panels.filter((_, index) => index !== 5).map(({ faults }) => amountOf(faults, kind)))).toBeLessThan(0.3);
});

test("what is wrong is placed where it is", () => {
  const sheets = Array.from({ length: 8 }, (_, index) => (index === 2 ? sheet({ boat: null }) : sheet()));
  const fault = inspect(MASTER, boardOf(sheets, [60, 58, 55]), 8).panels[2]?.faults.find(({ kind }) => kind === "missing");
  const [left = 0, top = 0, right = 0, bottom = 0] = fault?.where ?? [];
  expect((left + right) / 2).toBeCloseTo(0.35, 1);
  expect((top + bottom) / 2).toBeCloseTo(0.5 / 1.3, 1);
});

test("what all panels share against the master is told once, and is no fault of any", () => {
  const pale = Array.from({ length: 8 }, () => sheet({ sky: [205, 216, 226] }));
  const { panels, common } = inspect(MASTER, boardOf(pale, [60, 58, 55]), 8);
  expect(common[0]?.kind).toBe("pale");
  expect(Math.max(...panels.map(({ score }) => score))).toBeLessThan(0.2);
});

test.each([1, 2])("of %i panels, too few to have a middle of their own, the one that is off is held against the master", (count) => {
  const sheets = Array.from({ length: count }, (_, index) => sheet(index === 0 ? { boat: null } : {}));
  const { panels, common } = inspect(MASTER, boardOf(sheets, [60, 58, 55]), count);
  expect(panels).toHaveLength(count);
  expect(amountOf(panels[0]?.faults ?? [], "missing")).toBeGreaterThan(0.5);
  expect(panels.slice(1).every(({ score }) => score < 0.3)).toBe(true);
  expect(common).toEqual([]);
});

test("a panel painted alone with too narrow a border is held against the master's border", () => {
  const { panels } = inspect(MASTER, boardOf([sheet({ border: 0.14 })], [60, 58, 55]), 1);
  expect(amountOf(panels[0]?.faults ?? [], "border")).toBeGreaterThan(0.5);
});

test("colourways are held each against its own sisters", () => {
  const rose: Rgb = [215, 160, 170];
  const sheets = [0, 1, 2, 3].map(() => sheet()).concat([4, 5, 6, 7].map((index) => sheet({ sky: rose, ...(index === 6 ? { boat: null } : {}) })));
  const roseMaster = drawn(160, 208, (x, y) => sheet({ sky: rose })(x / 160, y / 160));
  const { onBoard, colourways } = inspectColourways(boardOf(sheets, [60, 58, 55]), 8, [
    { master: MASTER, places: [0, 1, 2, 3] },
    { master: roseMaster, places: [4, 5, 6, 7] },
  ]);
  expect(onBoard).toBe(8);
  expect(colourways.map(({ panels }) => panels.map(({ score }) => score > 0.5))).toEqual([
    [false, false, false, false],
    [false, false, true, false],
  ]);
});

test("a line goes through points of which a fifth lie far off", () => {
  const points = Array.from({ length: 40 }, (_, x) => [x, 3 + 0.1 * x + (x % 5 === 0 ? 20 : 0)] as const);
  const line = lineThrough(points);
  expect(line?.at).toBeCloseTo(3, 2);
  expect(line?.slope).toBeCloseTo(0.1, 3);
  expect(lineThrough(points.slice(0, 3))).toBeNull();
});

/** A raster of CIE Lab by a rule. */
function ruled(width: number, height: number, value: (x: number, y: number) => Rgb): Raster {
  const raster = emptyRaster(width, height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) for (const [channel, own] of value(x, y).entries()) raster.planes[channel as 0 | 1 | 2][y * width + x] = own;
  return raster;
}

test("a picture that was turned and moved a little is laid back to a tenth of a pixel", () => {
  const picture = ruled(120, 150, (x, y) => [60 + 20 * Math.sin(x / 9) * Math.cos(y / 11), 10 * Math.sin(y / 13), 10 * Math.cos(x / 7)]);
  const moved = posed(picture, { turn: 0.04, dx: 0.6, dy: -0.5 });
  const [found] = posesOf(picture, [moved], { left: 12, top: 12, right: 108, bottom: 138 }, [], true);
  expect(found?.turn).toBeCloseTo(-0.04, 2);
  const back = posed(moved, found ?? { turn: 0, dx: 0, dy: 0 });
  let [off, count] = [0, 0];
  for (let y = 20; y < 130; y += 1) for (let x = 20; x < 100; x += 1, count += 1) off += Math.abs((back.planes[0][y * 120 + x] ?? 0) - (picture.planes[0][y * 120 + x] ?? 0));
  expect(off / count).toBeLessThan(0.8);
});

test("a frame is measured on each side, with how it leans; a sheet painted to the edge has none", () => {
  const linear = ruled(160, 208, (x, y) => (x + 0.5 < 12 + 0.03 * (y - 104) || x > 148 || y < 14 || y > 190 ? [1, 1, 1] : [0.3, 0.4, 0.6]));
  const frame = frameOf(labRaster(linear));
  expect(frame.left?.depth).toBeCloseTo(12, 0);
  expect(Math.abs(frame.left?.lean ?? 0)).toBeCloseTo(0.03, 2);
  expect(frame.top?.depth).toBeCloseTo(14, 0);
  expect(Math.abs(frame.top?.lean ?? 1)).toBeLessThan(0.005);
  expect(frameOf(labRaster(ruled(160, 208, () => [0.3, 0.4, 0.6])))).toEqual({ left: null, top: null, right: null, bottom: null });
});

test("half the paint is strength and nothing else; grey instead of blue is mud", () => {
  const blue = [0.9, 0.5, 0.2] as const;
  const half = washOff([0.45, 0.25, 0.1], blue);
  expect(half.strength).toBeCloseTo(Math.log(0.5), 2);
  expect([half.hue, half.mud].map((value) => Math.abs(value) < 0.2)).toEqual([true, true]);
  expect(washOff([0.6, 0.55, 0.5], blue).mud).toBeGreaterThan(10);
  expect(Math.abs(washOff([0.3, 0.9, 0.5], blue).hue)).toBeGreaterThan(15);
});
