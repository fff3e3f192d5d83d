import type { BatchRead, SessionFactRead } from "@yule/contract";
import { benchSessions, doneBetween, sessionOn } from "./session.ts";

const start = Date.UTC(2031, 10, 8, 18);
const at = (minute: number): string => new Date(start + minute * 60_000).toISOString();
const moment = (minute: number): Date => new Date(start + minute * 60_000);
const fact = (what: SessionFactRead["what"], minute: number, more: Partial<SessionFactRead> = {}): SessionFactRead => ({
  id: `${what}${String(minute)}`,
  what,
  at: at(minute),
  meant: null,
  note: "",
  ...more,
});

test("minutes at the bench leave pauses out, however long supper was", () => {
  const [session] = benchSessions([fact("begun", 0), fact("paused", 30), fact("gone on", 90)]);
  expect(session?.paused).toBe(false);
  expect(session?.minutesAt(moment(100))).toBe(40);
  const [pausing] = benchSessions([fact("begun", 0), fact("paused", 30)]);
  expect(pausing?.paused).toBe(true);
  expect(pausing?.minutesAt(moment(100))).toBe(30);
});

test("two devices that tell the same change nothing: begun twice, paused twice, closed once", () => {
  const sessions = benchSessions([fact("begun", 0), fact("begun", 1), fact("paused", 10), fact("paused", 12), fact("closed", 20, { note: "the blue ran" }), fact("begun", 60)]);
  expect(sessions.map((session) => [session.begunAt.getTime() - start, session.closedAt !== null, session.note])).toEqual([
    [0, true, "the blue ran"],
    [3_600_000, false, ""],
  ]);
  expect(sessions[0]?.minutesAt(moment(500))).toBe(10);
});

const batch = (facts: readonly [unit: string, stage: string, what: string, minute: number, why?: string][]): BatchRead =>
  ({
    id: "b",
    facts: facts.map(([unitId, stageId, what, minute, why = ""], index) => ({ id: String(index), unitId, stageId, what, at: at(minute), why })),
  }) as unknown as BatchRead;

test("a session nobody closed is over when nothing was tapped for the night", () => {
  const sessions = benchSessions([fact("begun", 0)]);
  const tapped = [batch([["1", "wash", "done", 50]])];
  expect(sessionOn(sessions, tapped, moment(300))?.begunAt).toEqual(moment(0));
  expect(sessionOn(sessions, tapped, moment(50 + 8 * 60 + 1))).toBeNull();
  expect(sessionOn(benchSessions([]), tapped, moment(1))).toBeNull();
});

test("what a session did: each panel once for a stage, the last reason of what was spoilt, and taps that teach", () => {
  const done = doneBetween(
    [
      batch([
        ["1", "wash", "done", -5],
        ["1", "wash", "dry", 20],
        ["2", "wash", "done", 5],
        ["2", "wash", "done", 6],
        ["3", "wash", "done", 8],
        ["3", "wash", "spoilt", 9],
        ["3", "wash", "spoilt", 9, "bloom"],
        ["1", "dots", "done", 25],
        ["2", "dots", "done", 70],
      ]),
    ],
    moment(0),
    moment(60),
  );
  expect(done).toEqual({
    panels: 3,
    byStage: [
      { batchId: "b", stageId: "wash", panels: 2 },
      { batchId: "b", stageId: "dots", panels: 1 },
    ],
    spoilt: [{ batchId: "b", unitId: "3", stageId: "wash", why: "bloom" }],
    told: 1,
  });
});
