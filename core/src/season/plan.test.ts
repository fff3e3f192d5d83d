import fc from "fast-check";
import { addDays, day } from "../measure/day.ts";
import { minutes } from "../measure/minutes.ts";
import { seasonPlan, type NeedLoad } from "./plan.ts";
import { sessionsBetween, sessionsLeft, sessionWindows } from "./sessions.ts";

// Tuesday evening and Saturday morning: 90 and 180 minutes.
const pattern = [
  { weekday: 2, from: 1170, to: 1260 },
  { weekday: 6, from: 540, to: 720 },
];
const monday = day("2031-11-03");
const need = (id: string, hands: number, readyBy: string, waitingDays = 0): NeedLoad => ({ id, hands: minutes(hands), readyBy: day(readyBy), waitingDays });
const weeks = (count: number) => sessionsBetween(pattern, monday, addDays(monday, 7 * count - 1));

test("a week has its sessions, and the one that runs is shortened", () => {
  expect(weeks(1).map((session) => session.day)).toEqual(["2031-11-04", "2031-11-08"]);
  expect(sessionsLeft(weeks(1), day("2031-11-08"), 600).map((session) => session.length)).toEqual([120]);
});

test("three hours due on a Saturday start that Saturday at the latest, and on the Tuesday when another is due too", () => {
  const alone = seasonPlan([need("kites", 180, "2031-11-08")], weeks(1), monday);
  expect(alone.needs[0]).toMatchObject({ startBy: "2031-11-08", safety: "safe", spare: 90 });
  const both = seasonPlan([need("kites", 180, "2031-11-08"), need("moths", 60, "2031-11-08")], weeks(1), monday);
  expect(both.needs.map((each) => each.startBy)).toContain("2031-11-04");
  expect(both.needs.map((each) => each.safety)).toContain("tight");
});

test("what does not fit is short by its minutes", () => {
  const [late] = seasonPlan([need("trains", 300, "2031-11-08")], weeks(1), monday).needs;
  expect(late).toMatchObject({ safety: "cannot", spare: -30, startBy: null });
});

test("what is late already leaves alone what still fits", () => {
  const plan = seasonPlan([need("kites", 60, "2031-11-04"), need("trains", 900, "2031-11-08")], weeks(1), monday);
  expect(plan.needs.map((each) => each.safety)).toEqual(["tight", "cannot"]);
  expect(plan.needs[0]?.startBy).toBe("2031-11-04");
});

test("drying that lasts days moves the latest start forward", () => {
  const [slow] = seasonPlan([need("tides", 60, "2031-11-15", 3)], weeks(2), monday).needs;
  expect(slow?.startBy).toBe("2031-11-11");
});

test("where all fits, a later day for one need keeps it so, and sessions are never overfilled", () => {
  const anyLoads = fc.array(fc.record({ hands: fc.integer({ min: 0, max: 300 }), days: fc.integer({ min: 0, max: 40 }) }), { minLength: 1, maxLength: 6 });
  fc.assert(
    fc.property(anyLoads, fc.nat(), (loads, choice) => {
      const sessions = weeks(8);
      const needs = loads.map((load, index) => need(String(index), load.hands, addDays(monday, load.days)));
      const before = seasonPlan(needs, sessions, monday);
      before.filled.forEach((filled, index) => {
        expect(filled).toBeLessThanOrEqual(sessions[index]?.length ?? 0);
      });
      fc.pre(before.needs.every((each) => each.safety !== "cannot"));
      const loosened = needs.map((each, index) => (index === choice % needs.length ? { ...each, readyBy: addDays(each.readyBy, 7) } : each));
      expect(seasonPlan(loosened, sessions, monday).needs.every((each) => each.safety !== "cannot")).toBe(true);
    }),
  );
});

test("windows count real minutes over the change of the clocks", () => {
  const night = [
    { weekday: 6, from: 1200, to: 1260 },
    { weekday: 0, from: 600, to: 660 },
  ];
  const sessions = sessionsBetween(night, day("2031-10-25"), day("2031-10-26"));
  const windows = sessionWindows(sessions, new Date("2031-10-25T18:00:00Z"), "Europe/Berlin");
  expect(windows).toEqual([
    [0, 60],
    [15 * 60, 16 * 60],
  ]);
});
