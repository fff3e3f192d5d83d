import { meetByRoute, stagesOfPaints } from "./touches.ts";

const wash = { dry: 30, within: null };
const dropIn = { dry: 35, within: 8 };

test("paints go with the stages in their order, the last stage takes the rest", () => {
  expect(stagesOfPaints(4, 2)).toEqual([0, 1, 1, 1]);
  expect(stagesOfPaints(2, 3)).toEqual([0, 1]);
  expect(stagesOfPaints(2, 0)).toEqual([0, 0]);
});

test("what is dropped into a damp wash meets it wet; what comes after drying glazes it", () => {
  expect(meetByRoute(0, 1, 3, [wash, dropIn, wash])).toBe("wet");
  expect(meetByRoute(1, 2, 3, [wash, dropIn, wash])).toBe("glaze");
  expect(meetByRoute(0, 2, 3, [wash, dropIn, wash])).toBe("glaze");
});

test("paints of one stage touch wet, also in a route without a stage of painting", () => {
  expect(meetByRoute(1, 2, 3, [wash, wash])).toBe("wet");
  expect(meetByRoute(0, 1, 2, [])).toBe("wet");
});

test("a stage that is hardly left to dry keeps the paper damp", () => {
  expect(meetByRoute(0, 1, 2, [{ dry: 5, within: null }, wash])).toBe("wet");
});
