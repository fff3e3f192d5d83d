import { PlannedTable, USUAL_SETTINGS } from "@yule/derive";
import type { BatchRead, DesignRead } from "@yule/contract";
import { learnBench, run, runFaults, limitsFor } from "@yule/core";
import {
  smallJobs,
  handsAt,
  lastTap,
  mixedNow,
  moveAt,
  jobOf,
  makersHours,
  goLimit,
  plannedBatches,
  onSheetOf,
  standingBatches,
  plannedNumbers,
  type NeedView,
  type Outlook,
} from "@yule/derive";
import { isQuiet, settingsFrom } from "../../plan/settings.ts";
import { signsAt } from "./signals.ts";
import { nextChange } from "./useStanding.ts";
import { panelWords } from "./words.ts";

const stage = (id: string, hands: number, setup: number, dry: number, within: number | null = null, kind: "paint" | "assemble" = "paint") => ({
  id,
  name: id,
  kind,
  hands,
  setup,
  dry,
  within,
  portable: kind === "assemble",
  technique: null,
  note: "",
  position: 0,
});
const design = {
  id: "d",
  name: "Kites",
  paperId: "cotton",
  stages: [stage("wash", 2, 4, 6), stage("drop-in", 1, 1, 30, 5), stage("dots", 1, 2, 0), stage("fold", 2, 2, 0, null, "assemble")],
} as unknown as DesignRead;
const now = new Date("2031-11-08T10:00:00Z");
const ago = (minutes: number): string => new Date(now.getTime() - minutes * 60_000).toISOString();
const batch = (facts: readonly [unit: string, stage: string, what: string, ago: number][], id = "b"): BatchRead =>
  ({
    id,
    designId: "d",
    startedAt: ago(100),
    perSheet: 1,
    units: ["1", "2", "3"].map((unit, index) => ({ id: `${id}${unit}`, number: index + 1, colourwayId: "c", grade: null })),
    facts: facts.map(([unitId, stageId, what, minutes], index) => ({ id: `${id}${String(index)}`, unitId: `${id}${unitId}`, stageId, what, at: ago(minutes) })),
  }) as unknown as BatchRead;
const view = {
  design,
  readyBy: "2031-11-20",
  cards: 3,
  assembled: 0,
  stage: "on the bench",
  need: { id: "n", title: "Gull Steps", zone: null, households: 0 },
} as unknown as NeedView;
const outlook = {
  shop: { timeZone: "UTC", changeover: 5, dryingPlaces: null, helperMay: [] },
  allSessions: [{ day: "2031-11-08", from: 600, to: 720, length: 120, who: "maker", light: false, late: false }],
} as unknown as Outlook;
const times = learnBench([]);
const lay = (...batches: BatchRead[]) =>
  standingBatches(
    plannedBatches(
      batches.map((each) => ({ view, batch: each })),
      times,
      null,
    ),
    now,
  );

test("assembly is not painted, a spoilt panel is out, what is wet is planned around, over two batches at once", () => {
  const lying = lay(
    batch([
      ["1", "wash", "done", 2],
      ["2", "wash", "spoilt", 1],
    ]),
    batch([], "c"),
  );
  const job = jobOf(lying, { outlook, settings: USUAL_SETTINGS, atBench: false, room: null, given: null }, new Set(), now);
  expect(job.batches.map((each) => each.units)).toEqual([2, 3]);
  expect(job.batches.flatMap((each) => each.stages.map((one) => one.id))).not.toContain("fold");
  expect(job.last).toMatchObject({ batch: "b", stage: "wash" });
  const plan = run(job, { ...limitsFor(1, () => 0), stop: () => false, left: () => 1, steps: 40 });
  if (!plan.ok) throw new Error(JSON.stringify(plan.faults));
  expect(runFaults(job, plan.value)).toEqual([]);
  // Washed two minutes ago, it settles in six and must be caught within five more.
  expect(plan.value.moves.find((move) => move.batch === "b" && move.stage === "drop-in")?.start).toBeGreaterThanOrEqual(4);
  expect(plan.value.moves.find((move) => move.batch === "b" && move.stage === "drop-in")?.start).toBeLessThanOrEqual(9);
});

test("with wet paint on the table the catch is the next move, whatever the plan had next", () => {
  const lying = lay(batch([["1", "wash", "done", 7]]), batch([], "c"));
  expect(moveAt(lying, now, { batch: "c", stage: "wash" }, 0)).toMatchObject({ on: { batch: { id: "b" } }, move: { kind: "do", urgent: true, units: ["b1"] } });
  expect(lastTap(lying)).toMatchObject({ batch: "b", stage: "wash" });
});

test("begun outside the hours of the week, a session gives hours of its own, up to the next", () => {
  const early = new Date("2031-11-08T09:30:00Z");
  expect(makersHours(outlook, false, early)).toEqual([[30, 150]]);
  expect(makersHours(outlook, true, early)).toEqual([
    [0, 30],
    [30, 150],
  ]);
  expect(makersHours(outlook, true, now)).toEqual([[0, 120]]);
});

test("signs to come: a window opens, is about to close; a panel is dry", () => {
  const lying = lay(
    batch([
      ["1", "wash", "done", 2],
      ["2", "wash", "done", 30],
      ["2", "drop-in", "done", 3],
    ]),
  );
  const signs = signsAt(lying, now).map((sign) => [sign.kind, Math.round((sign.at - now.getTime()) / 60_000)]);
  expect(signs[0]).toEqual(["opens", 4]);
  expect(signs[1]).toEqual(["closes", 8]);
  expect(signs[2]?.[0]).toBe("dry");
});

test("hours that are quiet may go over midnight, and what was kept damaged is as usual", () => {
  expect([21, 22, 3, 7].map((hour) => isQuiet(USUAL_SETTINGS, hour))).toEqual([false, true, true, false]);
  expect([11, 12, 13].map((hour) => isQuiet({ quietFrom: 12, quietTo: 13 }, hour))).toEqual([false, true, false]);
  expect(isQuiet({ quietFrom: 5, quietTo: 5 }, 5)).toBe(false);
  expect(settingsFrom("{nonsense")).toEqual(USUAL_SETTINGS);
  expect(settingsFrom(JSON.stringify({ chimes: true, quietFrom: "late", boards: 3, other: 1 }))).toEqual({ ...USUAL_SETTINGS, chimes: true, boards: 3 });
  expect(settingsFrom(JSON.stringify({ boards: -1 })).boards).toBeNull();
});

test("how long the hands have been at a stage is told by the taps: a pause, another stage or another batch is a rest", () => {
  const spent = (...boards: BatchRead[]): number => Math.round(handsAt(lay(...boards), now)?.spent ?? -1);
  expect(handsAt(lay(batch([])), now)).toBeNull();
  // A tap is the end of a wash of two minutes and a half, as hands mostly take for two.
  expect(
    spent(
      batch([
        ["1", "wash", "done", 7],
        ["2", "wash", "done", 4],
        ["3", "wash", "done", 1],
      ]),
    ),
  ).toBe(8);
  expect(
    spent(
      batch([
        ["1", "wash", "done", 40],
        ["2", "wash", "done", 4],
        ["3", "wash", "done", 1],
      ]),
    ),
  ).toBe(5);
  expect(
    spent(
      batch([
        ["1", "wash", "done", 7],
        ["3", "wash", "done", 1],
      ]),
      batch([["2", "wash", "done", 4]], "c"),
    ),
  ).toBe(3);
  expect(spent(batch([["1", "wash", "done", 20]]))).toBe(0);
});

test("what lies mixed is what was last painted, not what was last folded or taped", () => {
  expect(mixedNow(lay(batch([])))).toBeNull();
  expect(mixedNow(lay(batch([["1", "wash", "done", 9]])))).toBe("d");
  const inked = { ...design, id: "e", stages: [{ ...design.stages[0], id: "ink", kind: "draw" }, ...design.stages.slice(1)] } as DesignRead;
  const lying = standingBatches(
    plannedBatches(
      [
        { view, batch: batch([["1", "wash", "done", 9]]) },
        { view: { ...view, design: inked }, batch: batch([["1", "ink", "done", 2]], "i") },
      ],
      times,
      null,
    ),
    now,
  );
  expect(lastTap(lying)).toMatchObject({ batch: "i", stage: "ink" });
  expect(mixedNow(lying)).toBe("d");
  const job = jobOf(lying, { outlook, settings: { ...USUAL_SETTINGS, tiresAfter: 30 }, atBench: false, room: null, given: null }, new Set(), now);
  expect(job).toMatchObject({ mixed: "d", tires: { after: 30, rest: 5 }, last: { batch: "i", stage: "ink" } });
  expect(job.batches[1]?.stages[0]).toMatchObject({ id: "ink", withoutPaint: true });
});

test("free hands fold bases and write addresses of what is to be posted", () => {
  const posted = { ...view, need: { ...view.need, zone: "inland", households: 12 } } as NeedView;
  expect(smallJobs([view, posted])).toEqual([
    { name: "fold", minutes: 2, left: 6 },
    { name: "write addresses", minutes: 1.5, left: 12 },
  ]);
});

test("panels are said as they are numbered on their backs", () => {
  expect(panelWords([3])).toBe("panel 3");
  expect(panelWords([2, 1])).toBe("panels 1 and 2");
  expect(panelWords([4, 2, 3])).toBe("panels 2 to 4");
  expect(panelWords([1, 3, 4])).toBe("panels 1, 3 and 4");
  expect(panelWords([1, 3, 5, 7, 9, 11, 13])).toBe("7 panels");
  // A plan counts those that stand farthest first.
  const [on] = lay(batch([["2", "wash", "done", 3]]));
  if (!on) throw new Error("nothing lies there");
  expect(plannedNumbers(on, [0, 1, 2])).toEqual([2, 1, 3]);
});

test("how many panels go in a row before the first must be caught is told where it limits; taped sheets are counted as sheets", () => {
  const [lying] = lay(batch([]));
  if (!lying) throw new Error("nothing lies there");
  // Two minutes of wash, as told a little short, that settle for six; then a drop-in within five that is set up in one.
  expect(goLimit(lying, 0)).toMatchObject({ most: 4, next: "drop-in", within: 5, what: "panel" });
  expect(goLimit(lying, 1)).toBeNull();
  const untaped = { ...lying.stages[2]?.table, technique: "untape" };
  const taped = { batch: { ...lying.batch, perSheet: 2 }, stages: [...lying.stages.slice(0, 2), { ...lying.stages[2], table: untaped }] } as Parameters<typeof goLimit>[0];
  expect(goLimit(taped, 0)).toMatchObject({ most: 2, what: "sheet" });
  expect(onSheetOf(taped, 0, "b1", ["b1", "b2", "b3"])).toEqual(["b1", "b2"]);
  expect(onSheetOf(taped, 0, "b3", ["b1", "b2", "b3"])).toEqual(["b3"]);
  expect(onSheetOf(lying, 0, "b1", ["b1", "b2", "b3"])).toEqual(["b1"]);
});

test("the bench is looked at again when the next clock runs out or a sign is due, and not before; a dry table waits for nothing", () => {
  const wet = lay(batch([["1", "wash", "done", 4]]));
  // Settled in two minutes; a sign comes when it opens, and another a minute before it closes.
  expect(nextChange({ lying: wet, now })).toBe(now.getTime() + 2 * 60_000);
  const open = lay(batch([["1", "wash", "done", 7]]));
  expect(nextChange({ lying: open, now })).toBe(now.getTime() + 3 * 60_000);
  expect(nextChange({ lying: lay(batch([])), now })).toBeNull();
});

test("a tap works out again what lies on its own board alone", () => {
  const [kites, moths] = [batch([]), batch([], "c")];
  const table = new PlannedTable();
  const on = (...batches: readonly BatchRead[]) =>
    table.with(
      batches.map((each) => ({ view, batch: each })),
      times,
      null,
    );
  const before = on(kites, moths);
  const after = on(batch([["1", "wash", "done", 1]]), moths);
  expect(after[1]?.route).toBe(before[1]?.route);
  expect(after[0]?.route).not.toBe(before[0]?.route);
  // What left the table is forgotten.
  on(kites);
  expect(on(kites, moths)[1]?.route).not.toBe(before[1]?.route);
});
