import { addDays, day, dayAt, GUESSED_SPREADS, minuteOfDayAt, momentAt, weekdayOf, type Day } from "@yule/core";
import { design, line, need, season, stage, unit, batch } from "./examples.ts";
import { spreadsOf } from "./facts.ts";

/** West of Greenwich, at it, and east of it; on both sides of both changes of the clock, where there are any. */
const ZONES = ["Etc/GMT+8", "America/Los_Angeles", "UTC", "Pacific/Auckland", "Etc/GMT-12"] as const;
const EVENINGS: readonly Day[] = [
  "2031-03-08",
  "2031-03-09",
  "2031-03-10",
  "2031-04-05",
  "2031-04-06",
  "2031-09-27",
  "2031-09-28",
  "2031-11-01",
  "2031-11-02",
  "2031-11-03",
  "2031-12-31",
].map(day);
const cases = ZONES.flatMap((zone) => EVENINGS.map((on) => [zone, on] as const));

/** A Saturday on which she painted from eight to nine in the evening by the clock on her wall, and looks back a few days later. */
function evening(timeZone: string, on: Day) {
  const at = (minute: number): string => momentAt(on, minute, timeZone).toISOString();
  const facts = [1, 2, 3].map((number) => ({ id: `f${String(number)}`, unitId: `u${String(number)}`, stageId: "wash", what: "done" as const, at: at(20 * 60 + number * 20) }));
  const worked = { ...batch([unit(1), unit(2), unit(3)], facts), startedAt: at(19 * 60 + 50) };
  const now = momentAt(addDays(on, 3), 600, timeZone).toISOString();
  return { worked, outlook: season([{ ...need, due: addDays(on, 20) }], [worked], { timeZone, now }) };
}

test.each(cases)("in %s an evening of %s is worked on that day, in that hour", (timeZone, on) => {
  const { worked, outlook } = evening(timeZone, on);
  expect(outlook.learned.worked).toEqual([{ day: on, from: 20 * 60 + 20 - 8, to: 21 * 60 }]);
  expect(worked.facts.map((fact) => [dayAt(new Date(fact.at), timeZone), minuteOfDayAt(new Date(fact.at), timeZone)])).toEqual([1220, 1240, 1260].map((minute) => [on, minute]));
});

test.each(cases)("in %s the session of the evening of %s counts as kept, not as lost", (timeZone, on) => {
  const { outlook } = evening(timeZone, on);
  const told = { ...outlook, pattern: [{ id: "p", weekday: weekdayOf(on), from: 1170, to: 1290, who: "maker" as const, light: false }] };
  const { kept, lost } = GUESSED_SPREADS.sessions;
  expect(spreadsOf(told).sessions).toMatchObject({ kept: kept + 1, lost, seen: 1 });
});

test.each(ZONES)("in %s today and what is due are days of the shop, whatever the server's clock shows", (timeZone) => {
  const now = momentAt(day("2031-11-08"), 23 * 60 + 30, timeZone).toISOString();
  const outlook = season([{ ...need, due: "2031-11-09", lines: [line("l", "blue", 1)] }], [], { timeZone, now });
  expect(outlook.today).toBe("2031-11-08");
  expect(outlook.open[0]?.need.due).toBe(addDays(outlook.today, 1));
  expect(design.stages).toContainEqual(stage("wash", 3, 20));
});
