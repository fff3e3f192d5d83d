import { newId } from "../exampleIds.ts";
import { addDesign } from "@yule/contract";
import { inches, stackGeometry } from "@yule/core";
import { panelOf, stackOf } from "../season/materials.ts";
import { colourwaysOf, TEMPLATES } from "./templates.ts";

test.each(TEMPLATES.map((template) => [template.key, template] as const))("template %s is a design that can be made and fits its envelope", (_, template) => {
  const design = { id: newId(), seriesId: newId(), name: "New", paperId: null, cardStockId: null, colourways: colourwaysOf("blue, red", newId), ...template.make(newId) };
  expect(addDesign.safeParse(design).success).toBe(true);
  const geometry = stackGeometry(stackOf(design));
  expect([geometry.faults, geometry.warnings]).toEqual([[], []]);
  expect(new Set(design.stages.map((stage) => stage.id)).size).toBe(design.stages.length);
  expect(panelOf(design).width).toBeLessThanOrEqual(design.stack.width);
});

test("the square template is the card it says it is, with a route of 8 to 12 stages", () => {
  const square = TEMPLATES[0]?.make(newId);
  if (!square) throw new Error("no template");
  expect(stackGeometry(stackOf(square)).base).toEqual({ width: inches(11), height: inches(5.5) });
  expect(square.stages.length).toBeGreaterThanOrEqual(8);
  expect(square.stages.length).toBeLessThanOrEqual(12);
  expect(square.stages.some((stage) => stage.within !== null)).toBe(true);
});

test("colourways are parted by commas; none named is one", () => {
  expect(colourwaysOf(" blue , red,, ", newId).map((each) => each.name)).toEqual(["blue", "red"]);
  expect(colourwaysOf("", newId).map((each) => each.name)).toEqual(["as painted"]);
});
