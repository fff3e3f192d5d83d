import { inches, mm } from "../../measure/length.ts";
import { stackGeometry, type Stack } from "./stack.ts";

const square: Stack = {
  fold: "left",
  width: inches(5.5),
  height: inches(5.5),
  layers: [
    { kind: "mat", name: "mat", width: inches(5), height: inches(5), x: null, y: null },
    { kind: "panel", name: "panel", width: inches(4.5), height: inches(4.5), x: null, y: null },
  ],
  envelope: { width: inches(5.75), height: inches(5.75) },
  thickness: mm(1),
};

test("a square 5 1/2 in card has an 11 x 5 1/2 base scored at 5 1/2, and even reveals of 1/4", () => {
  const geometry = stackGeometry(square);
  expect(geometry.base).toEqual({ width: inches(11), height: inches(5.5) });
  expect(geometry.score).toBe(inches(5.5));
  for (const layer of geometry.layers) expect(layer.reveal).toEqual({ left: inches(0.25), right: inches(0.25), top: inches(0.25), bottom: inches(0.25), even: true });
  expect(geometry.clearance).toEqual({ width: inches(0.25) - mm(1), height: inches(0.25) - mm(1) });
  expect(geometry.faults).toEqual([]);
});

test("a layer that is set to one side has an uneven reveal, and it is seen before cutting", () => {
  const geometry = stackGeometry({ ...square, layers: [{ kind: "panel", name: "panel", width: inches(4), height: inches(4.5), x: inches(0.5), y: null }] });
  expect(geometry.layers[0]?.reveal).toMatchObject({ left: inches(0.5), right: inches(1), even: false });
});

test("a fold at the top doubles the height, a postcard nothing", () => {
  expect(stackGeometry({ ...square, fold: "top" })).toMatchObject({ base: { width: inches(5.5), height: inches(11) }, score: inches(5.5) });
  expect(stackGeometry({ ...square, fold: "none" })).toMatchObject({ base: { width: inches(5.5), height: inches(5.5) }, score: null });
});

test("a mat wider than its base, a layer over the side and a tight envelope are said with their figures", () => {
  const codes = (stack: Stack) => stackGeometry(stack).faults.map((fault) => fault.code);
  expect(codes({ ...square, layers: [{ kind: "mat", name: "mat", width: inches(6), height: inches(5), x: null, y: null }] })).toEqual(["layer-too-large"]);
  expect(codes({ ...square, layers: [{ kind: "panel", name: "panel", width: inches(5), height: inches(5), x: inches(1), y: null }] })).toEqual(["reveal-negative"]);
  expect(codes({ ...square, thickness: mm(5) })).toEqual(["envelope-too-small", "envelope-too-small"]);
});
