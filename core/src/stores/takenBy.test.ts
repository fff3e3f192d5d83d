import { inches, mm } from "../measure/length.ts";
import { takenBy, takenFromShelf, type TakenFor } from "./takenBy.ts";

const square = (side: number) => ({ width: mm(side), height: mm(side) });
const each: TakenFor = {
  panel: square(100),
  face: square(140),
  layers: [
    { ...square(120), lift: mm(0) },
    { ...square(100), lift: mm(2) },
  ],
  sheet: null,
  perSheet: 1,
};

test("a panel of 10 cm taped alone takes tape round it and over its corners; six on a sheet share what lies between them", () => {
  expect(takenBy("tape", each)).toEqual([{ kind: "tape", amount: 500 }]);
  const six = takenBy("tape", { ...each, sheet: { width: mm(380), height: mm(280) }, perSheet: 6 });
  // Half of six rims of 400 and one of 1320, and four corners, for six panels.
  expect(six).toEqual([{ kind: "tape", amount: Math.round(((6 * 400 + 1320) / 2 + 100) / 6) }]);
});

test("mounting takes foam under what is lifted, and tape or glue round what lies flat: tape where there is any, else glue, never both", () => {
  const taken = takenBy("mount", each);
  expect(taken.find(({ kind }) => kind === "foam tape")?.amount).toBe(4);
  const kinds = (...lies: string[]) => takenFromShelf(taken, (kind) => lies.includes(kind)).map(({ kind }) => kind);
  expect(kinds("mounting tape", "glue", "foam tape")).toEqual(["foam tape", "mounting tape"]);
  expect(kinds("glue")).toEqual(["foam tape", "glue"]);
});

test("where there is no twine a ribbon is tied", () => {
  expect(takenFromShelf(takenBy("twine", each), (kind) => kind === "ribbon")).toEqual([{ kind: "ribbon", amount: 500 }]);
});

test("what nothing is used up by takes nothing", () => {
  for (const technique of ["unmask", "erase", "score", "flatten", "scan"] as const)
    expect(takenBy(technique, { ...each, panel: { width: inches(5), height: inches(7) } })).toEqual([]);
  expect(takenBy(null, each)).toEqual([]);
});
