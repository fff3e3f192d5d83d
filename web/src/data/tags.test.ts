import { ALL_TAGS, tagsTouchedBy } from "./tags.ts";

test("a tap on the bench reads the bench and the logbook anew, and nothing else", () => {
  expect(tagsTouchedBy("tell-bench").sort()).toEqual(["bench", "logbook"]);
});

test("an undo, and a kind of a later version, touch everything", () => {
  expect(tagsTouchedBy("undo").sort()).toEqual([...ALL_TAGS].sort());
  expect(tagsTouchedBy("mix-puddle").sort()).toEqual([...ALL_TAGS].sort());
});
