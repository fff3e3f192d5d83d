import { day, lookBack } from "@yule/core";
import { stage } from "../season/examples.ts";
import { seasonAsDone } from "./again.ts";
import { reviewedNeed as need, reviewRead } from "./examples.ts";

const today = day("2031-12-10");
const shop = { timeZone: "Europe/Dublin", lateAfter: 1320, changeover: 5, dryingPlaces: null, helperMay: [] };
const sessions = [2, 6].map((weekday) => ({ id: String(weekday), weekday, from: 1140, to: 1260, who: "maker" as const, light: false }));
const designs = [{ id: "moth", name: "Lamp moth", stages: [stage("wash", 6, 20), stage("moon", 6, 10)].map((each, position) => ({ ...each, position })) }];
const read = (needs: readonly ReturnType<typeof need>[]) => reviewRead({ needs, sessions, designs });

test("what came due or went out is planned again; what is to come, and what was served from the drawer, is not", () => {
  const told = [
    need("went out"),
    need("past its day", { wentOn: null }),
    need("to come", { wentOn: null, due: day("2031-12-20") }),
    need("out of the drawer", { panels: 0, begunOn: null }),
    need("never begun", { wentOn: null, panels: 0, begunOn: null }),
  ];
  expect(seasonAsDone(read(told), shop, today).needs.map(({ id }) => id)).toEqual(["went out", "past its day", "never begun"]);
});

test("an open season ends today, a closed one on its last day; what was different in its weeks counts", () => {
  const first = (change: Parameters<typeof reviewRead>[0], on = today) => seasonAsDone(reviewRead({ needs: [need("a")], designs, sessions, ...change }), shop, on);
  expect([first({}).until, first({}, day("2032-02-01")).until]).toEqual(["2031-12-10", "2031-12-31"]);
  const away = {
    id: "away",
    version: 1,
    title: "",
    what: "away" as const,
    first: day("2031-10-01"),
    last: day("2031-12-09"),
    from: null,
    to: null,
    who: "maker" as const,
    light: false,
  };
  expect([first({}).sessions.length, first({ changes: [away] }).sessions.length]).toEqual([20, 0]);
});

test("a promise that was begun late is kept where it is begun earlier, though never before it was told of", () => {
  const late = { wentOn: day("2031-12-05"), begunOn: day("2031-11-29") };
  const gainOf = (told: string) =>
    lookBack(seasonAsDone(read([need("late", { ...late, toldOn: day(told) })]), shop, today))?.gains.find(({ otherwise }) => otherwise.kind === "earlier");
  expect(gainOf("2031-11-01")?.kept).toBe(1);
  expect(gainOf("2031-11-29")?.kept).toBe(0);
});

test("a season without anything that came due cannot be planned again", () => {
  expect(lookBack(seasonAsDone(read([]), shop, today))).toBeNull();
});
