import { ALL_READS } from "../common/reads.ts";
import { readsTouchedBy } from "./touchedBy.ts";

test("a tap on the bench reads the bench and the logbook anew, and nothing else", () => {
  expect(readsTouchedBy("tell-bench").sort()).toEqual(["bench", "logbook"]);
});

test("an undo, and a kind of a later version, touch everything", () => {
  expect(readsTouchedBy("undo").sort()).toEqual([...ALL_READS].sort());
  expect(readsTouchedBy("mix-puddle").sort()).toEqual([...ALL_READS].sort());
});
