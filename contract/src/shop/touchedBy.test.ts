import { ALL_READS } from "../common/reads.ts";
import { changesPlan, PLAN_MADE, readsTouchedBy } from "./touchedBy.ts";

test("a tap on the bench reads the bench, what it took off the shelf and the logbook anew, and nothing else", () => {
  expect(readsTouchedBy("tell-bench").sort()).toEqual(["bench", "costs", "logbook", "stores"]);
});

test("an undo, and a kind of a later version, touch everything", () => {
  // The plan tells by itself when it was made anew.
  expect(readsTouchedBy("undo").sort()).toEqual(ALL_READS.filter((read) => read !== "plan").sort());
  expect(readsTouchedBy("mix-puddle").sort()).toEqual([...ALL_READS].sort());
});

test("a newer plan is read, and nothing else with it", () => {
  expect(readsTouchedBy(PLAN_MADE)).toEqual(["plan"]);
});

test("what the season is planned from counts as a change of it; outlays and offcuts do not", () => {
  for (const kind of ["tell-bench", "add-need", "count-store", "set-shop", "set-sessions", "undo", "set-stack"]) expect([kind, changesPlan(kind)]).toEqual([kind, true]);
  for (const kind of ["add-outlay", "drop-outlay", "keep-offcut"]) expect([kind, changesPlan(kind)]).toEqual([kind, false]);
});

test("how the shop writes changes no figure: only the shop is read anew, and nothing is planned", () => {
  const units = { lengthSystem: "cm", manner: { clock: 24 } };
  expect(readsTouchedBy("set-shop", units).sort()).toEqual(["logbook", "shop"]);
  expect(changesPlan("set-shop", units)).toBe(false);
  // Another country has other holidays and other post.
  for (const more of [{ country: "DE" }, { hourMinor: 2000 }, { sureIn100: 90 }]) {
    expect(changesPlan("set-shop", { ...units, ...more })).toBe(true);
    expect(readsTouchedBy("set-shop", { ...units, ...more })).toEqual(readsTouchedBy("set-shop"));
  }
});
