import type { BatchRead } from "@yule/contract";
import { batch, line, need, season, unit } from "./examples.ts";
import { standingOf } from "./standing.ts";

const at = "2031-11-08T07:50:00Z";
const standing = (needs: readonly (typeof need)[], batches: readonly BatchRead[] = []) => {
  const outlook = season(needs, batches);
  const view = outlook.needs.find((each) => each.need.id === "n");
  if (!view) throw new Error("the need was lost");
  return { ...standingOf(view, outlook.now), serving: view.serving };
};
const none = { posted: 0, made: 0, good: 0, wet: 0, bench: 0, spare: 0, "to paint": 0 };

test("a card is wet for its twenty minutes, then on the bench, then good, then made, then gone", () => {
  const washed = (number: number, when: string) => ({ id: `f${String(number)}`, unitId: `u${String(number)}`, stageId: "wash", what: "done" as const, at: when });
  const six = [unit(1, "good"), unit(2, "good"), unit(3), unit(4), unit(5)];
  const now = standing([{ ...need, lines: [line("l", "blue", 6, 1)] }], [batch(six, [washed(3, at), washed(4, "2031-11-08T07:00:00Z")])]);
  expect(now).toMatchObject({ ...none, made: 1, good: 1, wet: 1, bench: 2, "to paint": 1 });
  expect(standing([{ ...need, lines: [line("l", "blue", 6, 6)], postedOn: "2031-11-08" }])).toMatchObject({ ...none, posted: 6 });
});

test("what lies in the stash and what was left over is there to use, and is not promised to a stash", () => {
  const old = { ...need, id: "old", postedOn: "2031-11-01", lines: [{ ...line("o", "blue", 3, 3), sold: 1, given: 0, leftOver: 2 }] };
  const stash = { ...batch([{ ...unit(9, "stash"), id: "s1" }]), id: "b-old", needId: "old" };
  const now = standing([need, old], [stash]);
  expect(now).toMatchObject({ spare: 3, "to paint": 3, serving: { units: ["s1"], cards: [{ line: "l", quantity: 2 }] } });
  expect(standing([{ ...need, kind: "stash" }, old], [stash]).serving).toBeNull();
});

test("a panel given out of the stash counts as a good one of the need it serves, and not of the one it was painted for", () => {
  const old = { ...need, id: "old", lines: [line("o", "blue", 1)] };
  const given = {
    ...batch([
      { ...unit(9, "stash"), id: "s1", servesNeedId: "n" },
      { ...unit(8), id: "own" },
    ]),
    id: "b-old",
    needId: "old",
  };
  const outlook = season([need, old], [given]);
  expect(outlook.needs.map((view) => [view.need.id, view.good, view.coming])).toEqual([
    ["n", 1, 0],
    ["old", 0, 1],
  ]);
  expect(outlook.needs[0]?.toPaint).toMatchObject([{ quantity: 5 }]);
});

test("a stash to refill is panels alone: done when they are kept, and still done when they served another need", () => {
  const refill = { ...need, id: "refill", kind: "stash" as const, zone: null, lines: [line("r", "blue", 2)] };
  const kept = (servesNeedId: string | null) => ({
    ...batch([
      { ...unit(1, "good"), id: "g1", servesNeedId },
      { ...unit(2, "stash"), id: "g2" },
    ]),
    id: "b-refill",
    needId: "refill",
  });
  const views = (servesNeedId: string | null) => season([need, refill], [kept(servesNeedId)]).needs;
  const [office, stash] = views(null);
  expect(stash).toMatchObject({ stage: "done" });
  expect(office?.serving?.units).toEqual(["g1", "g2"]);
  expect(views("n")[1]?.stage).toBe("done");
  const begun = season([refill], []).needs[0];
  // No bases, no mounting: only the panels' own stages.
  expect(begun?.design.stages.map((stage) => stage.name)).toEqual(["wash", "dots"]);
});

test("left-over cards are made cards: five more are painted for a need of six that was given one", () => {
  const outlook = season([{ ...need, lines: [{ ...line("l", "blue", 6, 1), fromLeft: 1 }] }]);
  expect(outlook.needs[0]).toMatchObject({ assembled: 1, good: 1, toPaint: [{ quantity: 5 }] });
});
