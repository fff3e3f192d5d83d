import { newId } from "../exampleIds.ts";
import { inches, mm, stackGeometry } from "@yule/core";
import { saidOf, shortly, stepOf, withNewLayer } from "./sizes.ts";
import { TEMPLATES } from "./templates.ts";

const torn = TEMPLATES.find((template) => template.key === "torn")?.make(newId).stack;
if (!torn) throw new Error("no template");

test("one more mat lies half way between the base and the panel, on a sixteenth, and nothing hangs over", () => {
  const more = withNewLayer(torn, "mat", stepOf("in"));
  expect(more.layers.map((layer) => [layer.name, layer.width])).toEqual([
    ["mat", inches(5.5)],
    ["panel", inches(5)],
  ]);
  const twice = withNewLayer(more, "mat", stepOf("in"));
  expect(twice.layers.map((layer) => layer.name)).toEqual(["mat", "mat 2", "panel"]);
  expect(stackGeometry(twice).faults).toEqual([]);
});

test("a torn strip lies across the card under the panel, which keeps its reveals", () => {
  const strip = withNewLayer(torn, "strip", stepOf("cm"));
  expect(strip.layers[0]).toMatchObject({ kind: "strip", edge: "torn", width: inches(6), y: mm(106.5) });
  const { faults, layers } = stackGeometry(strip);
  expect(faults).toEqual([]);
  expect(layers[1]?.reveal).toMatchObject({ left: inches(0.5), even: true });
});

test("what is wrong with one figure is found by its place, and said in a few words", () => {
  const { warnings } = stackGeometry({ ...torn, grain: "across", thickness: mm(6) });
  expect(saidOf(warnings, "grain")?.code).toBe("fold-across-grain");
  expect(saidOf(warnings, "score")).toBeUndefined();
  expect(warnings.map(shortly)).toEqual(["It is too tight in its envelope", "It is too tight in its envelope", "It folds across the grain"]);
  expect(shortly({ code: "reveal-negative", path: [], given: [], allowed: [] })).toBe("This card cannot be made");
});
