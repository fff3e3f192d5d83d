import { design } from "@yule/derive/examples";
import { inches, mm } from "@yule/core";
import { copiesLayout } from "./copiesLayout.ts";

const panelOf = (width: number, height: number) => ({
  ...design,
  stack: { ...design.stack, layers: design.stack.layers.map((layer) => ({ ...layer, width: mm(width), height: mm(height) })) },
});

test("as many copies go on a sheet as its rim, the bleed and the ruler leave room for, turned where more do", () => {
  expect(copiesLayout(panelOf(60, 90), "A4")).toMatchObject({ across: 2, down: 4, isTurned: true, score: null });
  expect(copiesLayout(panelOf(90, 60), "A4")).toMatchObject({ across: 2, down: 4, isTurned: false });
  expect(copiesLayout(panelOf(190, 280), "Letter")).toBeNull();
});

test("what is painted on the card itself is printed as its base, with the score", () => {
  const onCard = { ...design, stack: { ...design.stack, width: inches(4), height: inches(5), layers: [] } };
  const layout = copiesLayout(onCard, "A4");
  expect(layout?.score).toBeCloseTo(101.6, 3);
  expect(layout?.width).toBeCloseTo(203.2, 3);
});
