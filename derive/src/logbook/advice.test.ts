import { day } from "@yule/core";
import { designsAgain } from "./advice.ts";
import { reviewedNeed as need, reviewRead } from "./examples.ts";
import { reviewOf } from "./review.ts";

const today = day("2031-12-10");
const names = ["moth", "kite", "quince", "boat"];
const read = (needs: readonly ReturnType<typeof need>[], more: Parameters<typeof reviewRead>[0] = {}) =>
  reviewRead({ needs, designs: names.map((id) => ({ id, name: id, stages: [] })), ...more });
const again = (told: ReturnType<typeof read>) => designsAgain(told, reviewOf(told, today), today).map((each) => [each.id, each.again, each.because.kind]);

test("what went well is repeated; what was late, left over or lost is changed; of what mostly stayed nothing more is painted", () => {
  expect(
    again(read([need("a"), need("b", { designId: "kite", wentOn: null }), need("c", { designId: "quince", leftOver: 6 }), need("d", { designId: "boat", leftOver: 2, lost: 6 })])),
  ).toEqual([
    ["quince", "drop", "left over"],
    ["boat", "change", "left over"],
    ["kite", "change", "late"],
    ["moth", "repeat", "all well"],
  ]);
  expect(again(read([need("a", { lost: 3 })]))).toEqual([["moth", "change", "lost many"]]);
});

test("a design that brings less than half of the middle for an hour is dropped, once there are three to compare", () => {
  const sold = names.map((id) => need(id, { designId: id, priceMinor: id === "moth" ? 1_000 : 6_000 }));
  const hands = names.map((designId) => ({ week: day("2031-11-03"), designId, stage: "Wash", panels: 10, minutes: 60 }));
  expect(again(read(sold, { hands }))[0]).toEqual(["moth", "drop", "earned little"]);
  expect(again(read(sold.slice(0, 2), { hands }))).toEqual([
    ["kite", "repeat", "all well"],
    ["moth", "repeat", "all well"],
  ]);
});

test("of what has neither come due nor gone out nothing is said", () => {
  expect(again(read([need("a", { wentOn: null, due: day("2031-12-20") })]))).toEqual([]);
});
