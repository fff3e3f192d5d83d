import fc from "fast-check";
import { limitsFor } from "../search/search.ts";
import { latestSteps } from "./latestSteps.ts";
import { need, season, session, step } from "./schedule/examples.ts";
import { planWork } from "./schedule/planWork.ts";

const daily = (days: number) => Array.from({ length: days }, (_, day) => session(day, 600, 660));

test("a wash, a night under books and assembly lie on three days before the day it is due", () => {
  const kites = need("kites", {
    due: 4,
    paint: [step("wash", { units: 6, hands: 5, setup: 4, dry: 60 }), step("flatten", { kind: "finish", units: 6, hands: 0.5, setup: 2, dry: 480 })],
    finish: [step("mount", { kind: "assemble", units: 6, hands: 4, dry: 20 })],
  });
  const [wash, flatten, mount] = latestSteps(season([kites], daily(6)), kites);
  // Assembled at the end of the session of day 4, flattened at the end of that of day 3, and no session leaves the hour that the wash dries before it.
  expect(mount?.beginBy).toBe(4 * 1440 + 660 - 24);
  expect(flatten?.beginBy).toBe(3 * 1440 + 660 - 5);
  expect(wash).toMatchObject({ beginBy: 2 * 1440 + 660 - 34, hands: 34 });
});

test("a step that no session can hold has no day, nor has anything before it", () => {
  const mural = need("mural", { due: 3, paint: [step("sketch", { hands: 2 }), step("wash", { units: 1, hands: 90 })] });
  expect(latestSteps(season([mural], daily(6)), mural).map((each) => each.beginBy)).toEqual([null, null]);
});

test("light sessions take light steps only, and a helper's only what the helper may do", () => {
  const cards = need("cards", { due: 2, paint: [step("wash", { hands: 5 })], finish: [step("pack", { kind: "pack", hands: 2, light: true })] });
  const sessions = [session(0, 600, 660), session(1, 600, 660, { light: true }), session(2, 600, 660, { who: "helper" })];
  const [wash, pack] = latestSteps(season([cards], sessions), cards);
  expect(pack?.beginBy).toBeGreaterThan(2 * 1440);
  expect(wash?.beginBy).toBeLessThan(1440);
});

const anyStep = fc.record({
  units: fc.integer({ min: 1, max: 8 }),
  hands: fc.integer({ min: 1, max: 12 }),
  setup: fc.integer({ min: 0, max: 10 }),
  dry: fc.constantFrom(0, 20, 45, 480),
});

test("begun at its last moment and alone, a need is in time; begun a session later, it is not", () => {
  fc.assert(
    fc.property(fc.array(anyStep, { minLength: 1, maxLength: 5 }), fc.integer({ min: 4, max: 11 }), (parts, due) => {
      const kites = need("kites", { due, paint: parts.map((part, index) => step(`s${String(index)}`, part)) });
      const job = season([kites], daily(12));
      const begin = latestSteps(job, kites)[0]?.beginBy ?? null;
      if (begin === null || begin <= 0) return fc.pre(false);
      const from = (moment: number) => ({
        ...job,
        sessions: job.sessions.flatMap((each) => (each.close <= moment ? [] : [{ ...each, open: Math.max(each.open, moment) }])),
      });
      const late = (moment: number): number => planWork(from(moment), { ...limitsFor(60, () => 0), steps: 20 }).plan.score.lateDays;
      expect(late(begin)).toBe(0);
      // The session it begins in, left out altogether.
      const after = job.sessions.find((each) => each.close > begin)?.close ?? 0;
      expect(late(after + 1)).toBeGreaterThan(0);
    }),
    { numRuns: 120, seed: 5 },
  );
});
