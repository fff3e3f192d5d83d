import fc from "fast-check";
import { inches, lengthOfUnits, mm, type Length } from "../../measure/length.ts";
import { builtOnPanel, changeFigure, cutToEnvelope, type StackFigure, type Keep } from "./keep.ts";
import { chordAt, hangsOver, isInside, leastBorder, outlinePoints } from "./outline.ts";
import { footTrimFor, LEAST_CLEARANCE, PLAIN_CARD, PLAIN_LAYER, stackGeometry, type Layer, type Stack } from "./stack.ts";

const layer = (kind: Layer["kind"], width: Length, height: Length, more: Partial<Layer> = {}): Layer => ({
  ...PLAIN_LAYER,
  kind,
  name: kind,
  width,
  height,
  x: null,
  y: null,
  ...more,
});
const square: Stack = {
  ...PLAIN_CARD,
  fold: "left",
  width: inches(5.5),
  height: inches(5.5),
  layers: [layer("mat", inches(5), inches(5)), layer("panel", inches(4.5), inches(4.5))],
  envelope: { width: inches(5.75), height: inches(5.75) },
  thickness: mm(1),
};
const round: Stack = {
  ...PLAIN_CARD,
  outline: "circle",
  fold: "top",
  width: mm(120),
  height: mm(120),
  thickness: mm(1),
  envelope: null,
  footTrim: mm(3),
  layers: [layer("panel", mm(100), mm(100), { outline: "circle" })],
};
const faults = (stack: Stack) => stackGeometry(stack).faults.map((fault) => fault.code);
const warnings = (stack: Stack) => stackGeometry(stack).warnings.map((fault) => fault.code);

test("a square 5 1/2 in card has an 11 x 5 1/2 base scored at 5 1/2, and even reveals of 1/4", () => {
  const geometry = stackGeometry(square);
  expect(geometry.base).toEqual({ width: inches(11), height: inches(5.5) });
  expect(geometry.score).toBe(inches(5.5));
  for (const each of geometry.layers)
    expect(each.reveal).toEqual({ left: inches(0.25), right: inches(0.25), top: inches(0.25), bottom: inches(0.25), least: inches(0.25), even: true });
  expect(geometry.clearance).toEqual({ width: inches(0.25) - mm(1), height: inches(0.25) - mm(1) });
  expect([geometry.faults, geometry.warnings]).toEqual([[], []]);
});

test("a layer that is set to one side has an uneven reveal, and it is seen before cutting", () => {
  const geometry = stackGeometry({ ...square, layers: [layer("panel", inches(4), inches(4.5), { x: inches(0.5) })] });
  expect(geometry.layers[0]?.reveal).toMatchObject({ left: inches(0.5), right: inches(1), even: false });
});

test("a fold at any side doubles the base that way, a postcard nothing", () => {
  for (const fold of ["top", "bottom"] as const) expect(stackGeometry({ ...square, fold })).toMatchObject({ base: { width: inches(5.5), height: inches(11) }, score: inches(5.5) });
  expect(stackGeometry({ ...square, fold: "right" })).toMatchObject({ base: { width: inches(11), height: inches(5.5) }, score: inches(5.5) });
  expect(stackGeometry({ ...square, fold: "none" })).toMatchObject({ base: { width: inches(5.5), height: inches(5.5) }, score: null });
});

test("a mat wider than its base, a layer over the side and a tight envelope are said with their figures", () => {
  expect(faults({ ...square, layers: [layer("mat", inches(6), inches(5))] })).toEqual(["layer-too-large"]);
  expect(faults({ ...square, layers: [layer("panel", inches(5), inches(5), { x: inches(1) })] })).toEqual(["reveal-negative"]);
  expect(warnings({ ...square, thickness: mm(5) })).toEqual(["envelope-too-small", "envelope-too-small"]);
});

test("foam tape makes a card too thick for an envelope that would take it flat, and that is what is said", () => {
  const [mat, panel] = square.layers as [Layer, Layer];
  const [told] = stackGeometry({ ...square, layers: [mat, { ...panel, lift: mm(3) }] }).warnings;
  expect(told).toMatchObject({
    code: "envelope-too-small",
    given: [{ length: expect.any(Number) as number }, " of room with the foam tape on it"],
    allowed: ["at least ", { length: mm(3) }, " beyond the card and its thickness, which it has when glued flat"],
  });
});

test("a score off the middle makes the front shorter or longer, and outside the base it cannot be", () => {
  const off = stackGeometry({ ...square, score: inches(5.75) });
  expect(off.face.width).toBe(inches(5.25));
  expect(off.warnings.find((each) => each.path[0] === "score")).toMatchObject({
    code: "score-off-centre",
    given: ["a score at ", { length: inches(5.75) }, ", so the front is ", { length: inches(0.5) }, " shorter than the back"],
  });
  expect(faults({ ...square, score: inches(11) })[0]).toBe("fold-outside-base");
  expect(faults({ ...square, score: inches(5.75) })).toEqual([]);
});

test("the fold should run along the grain", () => {
  expect(warnings({ ...square, grain: "across" })).toEqual(["fold-across-grain"]);
  expect(warnings({ ...square, grain: "upright" })).toEqual([]);
  expect(warnings({ ...square, fold: "top", grain: "upright" })).toEqual(["fold-across-grain"]);
});

test("a round card takes two pieces, is scored near the top of its back, and rolls unless its foot is trimmed", () => {
  expect(stackGeometry(round)).toMatchObject({ pieces: 2, base: { width: mm(240), height: mm(120) }, score: inches(0.5), faults: [], warnings: [] });
  expect(warnings({ ...round, footTrim: mm(0) })).toEqual(["card-rolls"]);
  expect(warnings({ ...round, score: mm(1) })).toEqual(["hinge-narrow"]);
  // 120 mm wide: a foot of 30 mm is cut 1.906 mm from the rim.
  expect(footTrimFor(120)).toBeCloseTo(1.905, 3);
  expect(chordAt(120, footTrimFor(120))).toBeCloseTo(30, 6);
  expect(faults({ ...round, height: mm(110) })).toContain("circle-not-round");
});

test("a square panel on a round card hangs over by its corners, and how far is said", () => {
  const on = (side: number) => stackGeometry({ ...round, layers: [layer("panel", mm(side), mm(side))] });
  expect(on(80).layers[0]?.reveal.least).toBeCloseTo(mm(60 - 40 * Math.SQRT2), -2);
  expect(on(80).faults).toEqual([]);
  expect(on(90).faults).toMatchObject([{ code: "reveal-negative", given: ["panel over the rim of the base by ", { length: expect.any(Number) as number }] }]);
});

test("an arch is at least half as high as it is wide, needs a shorter back to stand, and a hole keeps off its edge", () => {
  const arch: Stack = {
    ...round,
    outline: "arch",
    width: mm(60),
    height: mm(100),
    layers: [layer("panel", mm(50), mm(80), { outline: "arch" })],
    hole: { width: mm(5), fromTop: mm(9) },
  };
  expect(stackGeometry(arch)).toMatchObject({ faults: [], warnings: [] });
  expect(warnings({ ...arch, footTrim: mm(0) })).toEqual(["card-tips"]);
  expect(warnings({ ...arch, hole: { width: mm(5), fromTop: mm(4) } })).toEqual(["hole-near-edge"]);
  expect(faults({ ...arch, height: mm(29), layers: [] })).toEqual(["arch-too-low"]);
});

test("a torn strip lies on part of the mat, and the panel over it is measured from the mat", () => {
  const strip = layer("strip", inches(5), inches(1), { y: inches(4), edge: "torn" });
  const [mat, panel] = square.layers as [Layer, Layer];
  const geometry = stackGeometry({ ...square, layers: [mat, strip, panel] });
  expect(geometry.faults).toEqual([]);
  expect(geometry.layers[2]?.reveal).toMatchObject({ left: inches(0.25), even: true });
});

describe("one figure changes and the rest follows", () => {
  const sixteenth = inches(0, 1, 16);
  const sizes = (stack: Stack) => [stack.envelope?.width, stack.width, ...stack.layers.map((each) => each.width)];
  const inInches = (...all: number[]) => all.map((each) => inches(each));
  test.each<[string, StackFigure, number, Keep, number[]]>([
    ["a wider card, reveals kept", { of: "face", side: "width" }, 6, "reveals", [6.25, 6, 5.5, 5]],
    ["a wider panel, reveals kept", { of: "layer", index: 1, side: "width" }, 4, "reveals", [5.25, 5, 4.5, 4]],
    ["a narrower envelope, reveals kept", { of: "envelope", side: "width" }, 5.25, "reveals", [5.25, 5, 4.5, 4]],
    ["a wider card, panel kept: the mat shares the room", { of: "face", side: "width" }, 6.5, "panel", [6.75, 6.5, 5.5, 4.5]],
    ["a narrower envelope, panel kept", { of: "envelope", side: "width" }, 5.5, "panel", [5.5, 5.25, 4.875, 4.5]],
    ["a wider mat, panel kept", { of: "layer", index: 0, side: "width" }, 5.25, "panel", [5.75, 5.5, 5.25, 4.5]],
    ["a narrower panel, envelope kept: card and envelope stay", { of: "layer", index: 1, side: "width" }, 3.5, "envelope", [5.75, 5.5, 4.5, 3.5]],
    ["a narrower card, envelope kept: layers keep their reveals", { of: "face", side: "width" }, 5, "envelope", [5.75, 5, 4.5, 4]],
    ["another envelope alone", { of: "envelope", side: "width" }, 7, "envelope", [7, 5.5, 5, 4.5]],
  ])("%s", (_, figure, to, keep, wanted) => {
    expect(sizes(changeFigure(square, figure, inches(to), keep, sixteenth))).toEqual(inInches(...wanted));
  });

  test("a layer set to one side keeps its share of the border", () => {
    const set = { ...square, layers: [layer("panel", inches(4.5), inches(4.5), { x: inches(0.25) })] };
    expect(changeFigure(set, { of: "face", side: "width" }, inches(6.5), "panel", sixteenth).layers[0]?.x).toBe(inches(0.5));
  });

  test("a circle stays round", () => {
    const wider = changeFigure(round, { of: "face", side: "width" }, mm(130), "reveals", mm(0.5));
    expect([wider.width, wider.height, wider.layers[0]?.width, wider.layers[0]?.height]).toEqual([mm(130), mm(130), mm(110), mm(110)]);
  });

  test("with reveals kept, there and back is the stack as it was, and no reveal moves", () => {
    const figure = fc.constantFrom<StackFigure>({ of: "face", side: "width" }, { of: "envelope", side: "height" }, { of: "layer", index: 0, side: "height" });
    const now = (each: StackFigure) =>
      (each.of === "layer" ? square.layers[each.index]?.[each.side] : each.of === "face" ? square[each.side] : square.envelope?.[each.side]) ?? mm(0);
    fc.assert(
      fc.property(figure, fc.integer({ min: -8000, max: 8000 }), (each, more) => {
        const there = changeFigure(square, each, lengthOfUnits(now(each) + more), "reveals", sixteenth);
        expect(stackGeometry(there).layers.map(({ reveal }) => reveal.left)).toEqual(stackGeometry(square).layers.map(({ reveal }) => reveal.left));
        expect(changeFigure(there, each, now(each), "reveals", sixteenth)).toEqual(square);
      }),
    );
  });
});

test("from an envelope inwards the card is the largest that slips in; from a panel outwards the envelope is the smallest that takes it", () => {
  const sixteenth = inches(0, 1, 16);
  fc.assert(
    fc.property(fc.integer({ min: 20_000, max: 80_000 }), fc.integer({ min: 20_000, max: 80_000 }), (width, height) => {
      const size = { width: lengthOfUnits(width), height: lengthOfUnits(height) };
      const inwards = stackGeometry(cutToEnvelope(square, size, sixteenth));
      expect([inwards.faults, inwards.warnings]).toEqual([[], []]);
      expect(Math.max(inwards.clearance?.width ?? 0, inwards.clearance?.height ?? 0)).toBeLessThan(LEAST_CLEARANCE + sixteenth);
      const outwards = builtOnPanel(square, size, sixteenth);
      expect(outwards.layers.at(-1)).toMatchObject(size);
      expect(stackGeometry(outwards)).toMatchObject({ warnings: [], faults: [] });
      expect(stackGeometry(outwards).layers.map(({ reveal }) => reveal.left)).toEqual([inches(0.25), inches(0.25)]);
    }),
  );
});

test("a box hangs over a round panel by its corners, over an arch only above its springing, over a rectangle only at its sides", () => {
  const on = (outline: "rectangle" | "circle" | "arch") => ({ outline, x: 0, y: 0, width: 100, height: 100 });
  expect([on("rectangle"), on("circle"), on("arch")].map((panel) => hangsOver({ x: 5, y: 5, width: 90, height: 20 }, panel))).toEqual([false, true, true]);
  expect([on("rectangle"), on("circle"), on("arch")].map((panel) => hangsOver({ x: 5, y: 70, width: 90, height: 20 }, panel))).toEqual([false, true, false]);
  expect(hangsOver({ x: 5, y: 70, width: 110, height: 20 }, on("rectangle"))).toBe(true);
});

test("the least border is that of a ruler laid anywhere along the edge", () => {
  const outline = fc.constantFrom("rectangle" as const, "circle" as const, "oval" as const, "arch" as const);
  fc.assert(
    fc.property(outline, outline, fc.integer({ min: 40, max: 150 }), fc.integer({ min: 80, max: 150 }), (of, on, width, height) => {
      const outer = { outline: on, x: 0, y: 0, width: 200, height: on === "circle" ? 200 : 260 };
      const inner = { outline: of, x: (200 - width) / 2, y: 60, width, height: of === "circle" ? width : Math.max(height, width / 2) };
      const least = leastBorder(inner, outer);
      expect(outlinePoints(inner).every((point) => isInside(outer, point, 0.5))).toBe(least >= -0.5);
      // Moved down by as much as is free nothing hangs over at the foot.
      if (on === "rectangle") expect(least).toBeLessThanOrEqual(Math.min(inner.x, 60) + 1e-6);
    }),
  );
});
