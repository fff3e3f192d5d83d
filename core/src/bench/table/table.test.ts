import { byStepsAlone } from "../examples.ts";
import type { UnitState, Wetness } from "../live.ts";
import { minutes } from "../../measure/minutes.ts";
import { run } from "../run.ts";
import { runFaults } from "../verify.ts";
import { fillWaits, sheetLines, stopAt, waitingFrom, type PlanLine } from "./lines.ts";
import { nextAtTable, type LiveBatch } from "./next.ts";
import { heatForbidden, tableJob, type TableBatch, type TableSetting, type TableStage } from "./table.ts";

const now = new Date("2031-11-08T18:00:00Z");
const inMinutes = (count: number): Date => new Date(now.getTime() + count * 60_000);
const stage = (id: string, more: Partial<TableStage> = {}): TableStage => ({
  id,
  name: id,
  kind: "paint",
  technique: null,
  hands: 3,
  setup: 2,
  dry: 0,
  within: null,
  portable: false,
  ...more,
});
const unit = (id: string, done = 0, wetness: Wetness = { state: "waiting" }, dryAt: Date | null = null): UnitState => ({ unit: id, done, wetness, dryAt });
const batch = (more: Partial<TableBatch> = {}): TableBatch => ({
  id: "kites",
  palette: "warm",
  route: [stage("wash", { dry: 30 }), stage("dots")],
  units: [],
  due: null,
  perSheet: 1,
  ...more,
});
const setting = (more: Partial<TableSetting> = {}): TableSetting => ({
  windows: [[0, 180]],
  lightWindows: [],
  helperWindows: [],
  helperMay: new Set(),
  changeover: 6,
  dryingPlaces: null,
  boards: null,
  last: null,
  mixed: null,
  tires: null,
  heated: new Set(),
  ...more,
});
const planOf = (batches: readonly TableBatch[], of: TableSetting) => {
  const job = tableJob(batches, of, now);
  const found = run(job, byStepsAlone(40));
  if (!found.ok) throw new Error(JSON.stringify(found.faults));
  expect(runFaults(job, found.value)).toEqual([]);
  return { job, plan: found.value, lines: sheetLines(job, found.value) };
};

test("panels that are wet, spoilt or done are planned as they stand", () => {
  const units = [unit("1", 1, { state: "wet", dryAt: inMinutes(12) }, inMinutes(12)), unit("2"), unit("3", 0, { state: "spoilt" }), unit("4", 2, { state: "finished" })];
  const { job } = planOf([batch({ units })], setting());
  expect(job.batches[0]).toMatchObject({ units: 2, started: [{ done: 1, dryAt: 12 }] });
});

test("an order that is due goes before one that is not, though it takes longer in all", () => {
  const long = batch({ id: "boats", palette: "cool", route: [stage("ink", { hands: 10, setup: 0 })], units: ["1", "2", "3", "4"].map((id) => unit(id)) });
  const due = (at: number | null) => batch({ id: "kites", route: [stage("line", { hands: 5, setup: 0 })], units: [unit("a"), unit("b")], due: at === null ? null : inMinutes(at) });
  const first = (at: number | null) => planOf([long, due(at)], setting({ last: { batch: "boats", stage: "ink" } })).plan.moves[0]?.batch;
  expect(first(null)).toBe("boats");
  expect(first(20)).toBe("kites");
});

test("what is open to be caught comes first in the plan, as it does on the card, though a quick move would fit in before it closes", () => {
  const route = [stage("wash", { hands: 2, setup: 3, dry: 5 }), stage("drop", { hands: 1, setup: 0, dry: 30, within: 8 })];
  const caught = (id: string, minute: number) => unit(id, 1, { state: "catch", until: inMinutes(minute) }, inMinutes(minute - 8));
  const order = (units: readonly UnitState[], more: Partial<TableSetting> = {}) =>
    planOf([batch({ route, units })], setting(more)).plan.moves.map((move) => `${move.stage} ${String(move.unit)}`);
  expect(order([unit("3"), caught("1", 8), caught("2", 6)]).slice(0, 3)).toEqual(["drop 0", "drop 1", "wash 2"]);
  // One whose window has just closed is saved first of all.
  const late = unit("4", 1, { state: "missed", since: inMinutes(-1) }, inMinutes(-9));
  expect(order([unit("3"), caught("1", 8), late]).slice(0, 2)).toEqual(["drop 0", "drop 1"]);
  // With the table closed until later, what is late waits for it, and there is a plan all the same.
  expect(order([late, unit("3")], { windows: [[60, 300]] })).toHaveLength(3);
});

test("the heat tool is not put on masking fluid, nor on what must stay wet, nor where there is little to gain", () => {
  const route = [
    stage("mask", { kind: "mask", technique: "mask", dry: 30 }),
    stage("wash", { technique: "wash", dry: 35 }),
    stage("unmask", { technique: "unmask" }),
    stage("glaze", { technique: "glaze", dry: 30 }),
    stage("drop", { within: 4, dry: 30 }),
    stage("dots", { dry: 5 }),
  ];
  expect(route.map((_, index) => heatForbidden(route, index))).toEqual([
    "heat bakes masking fluid into the paper",
    "heat bakes masking fluid into the paper",
    "it dries soon enough by itself",
    "what follows needs it wet",
    null,
    "it dries soon enough by itself",
  ]);
  const units = [unit("1"), unit("2")];
  const air = planOf([batch({ units })], setting()).plan.makespan;
  const heat = planOf([batch({ units })], setting({ heated: new Set(["kites/wash"]) })).plan.makespan;
  expect(heat).toBeLessThan(air);
});

test("a taped sheet of four is washed as one and dotted singly, and holds a board until the tape is off", () => {
  const route = [
    stage("tape", { kind: "prepare", technique: "tape", hands: 1 }),
    stage("wash", { dry: 30 }),
    stage("untape", { kind: "prepare", technique: "untape", hands: 1 }),
    stage("dots"),
  ];
  const units = Array.from({ length: 8 }, (_, index) => unit(String(index)));
  const { plan } = planOf([batch({ route, units, perSheet: 4 })], setting({ boards: 1 }));
  expect(plan.moves.filter((move) => move.stage === "wash").map((move) => move.end - move.start)).toEqual([12, 12]);
  expect(plan.moves.filter((move) => move.stage === "dots")).toHaveLength(8);
  // With one board the second sheet is taped only when the first is off.
  const at = (of: string) => plan.moves.filter((move) => move.stage === of);
  expect(at("tape")[1]?.start ?? 0).toBeGreaterThanOrEqual(at("untape")[0]?.end ?? Infinity);
});

test("the run sheet names every panel of a taped sheet, its catch for the whole sheet, and counts the panels that are left to dry", () => {
  const route = [
    stage("tape", { kind: "prepare", technique: "tape", hands: 1 }),
    stage("wash", { dry: 8 }),
    stage("drop", { hands: 1, setup: 0, dry: 400, within: 30 }),
    stage("untape", { kind: "prepare", technique: "untape", hands: 1 }),
  ];
  const units = Array.from({ length: 7 }, (_, index) => unit(String(index)));
  const { job, plan, lines } = planOf(
    [batch({ route, units, perSheet: 4 })],
    setting({
      windows: [
        [0, 100],
        [1440, 1540],
      ],
    }),
  );
  const work = lines.filter((line): line is PlanLine => line.kind === "work");
  const panels = (of: string): number[] => work.filter((line) => line.stage === of).flatMap((line) => [...line.units]);
  for (const each of ["tape", "wash", "drop", "untape"]) expect(panels(each)).toEqual([0, 1, 2, 3, 4, 5, 6]);
  const drop = work.find((line) => line.stage === "drop");
  const wash = plan.moves.find((move) => move.stage === "wash");
  expect(drop?.before).toBe((wash?.end ?? 0) + 8 + 30);
  expect(stopAt(job, plan)?.drying).toBe(7);
});

test("the run sheet joins panels, names the palette that changes, the catch with its time, and what is waited for", () => {
  const wet = batch({ route: [stage("wash", { dry: 8 }), stage("drop", { hands: 1, setup: 0, dry: 20, within: 5 })], units: [unit("1"), unit("2")] });
  const { lines } = planOf([wet, batch({ id: "boats", palette: "cool", route: [stage("ink")], units: [unit("a")] })], setting());
  const work = lines.filter((line): line is PlanLine => line.kind === "work");
  expect(work.filter((line) => line.batch === "kites").map((line) => [line.stage, line.units.length])).toEqual([
    ["wash", 2],
    ["drop", 2],
  ]);
  const [wash, drop] = work.filter((line) => line.batch === "kites");
  // The first wash ends after setting up and three minutes, settles in eight, and is to be caught within five more.
  expect(drop?.before).toBe((wash?.from ?? 0) + 2 + 3 + 8 + 5);
  expect(work.filter((line) => line.fresh)).toHaveLength(1);
});

test("what waiting is left says what it waits for, and small jobs fill it without running into the next move", () => {
  const { lines } = planOf([batch({ units: [unit("1")] })], setting());
  expect(waitingFrom(lines)).toEqual([{ batch: "kites", stage: "wash", minutes: 28 }]);
  const filled = fillWaits(lines, [
    { name: "fold bases", minutes: 2, left: 8 },
    { name: "write addresses", minutes: 3, left: 40 },
    { name: "cut mats", minutes: 60, left: 1 },
  ]);
  expect([...filled.values()]).toEqual([{ name: "write addresses", count: 9, minutes: 27 }]);
});

test("a night is no waiting, though the session begins between two millionths of a minute", () => {
  const evening = 1440 + 1 / 3;
  const { lines } = planOf(
    [batch({ route: [stage("wash", { dry: 400 }), stage("dots", { setup: 0 })], units: [unit("1")] })],
    setting({
      windows: [
        [0, 60],
        [evening, evening + 60],
      ],
    }),
  );
  expect(lines.map(({ kind }) => kind)).toEqual(["work", "work"]);
  expect(waitingFrom(lines)).toEqual([]);
});

test("a hand that is at one stage too long rests, and the run sheet calls it a rest, not a wait", () => {
  const many = Array.from({ length: 20 }, (_, index) => unit(String(index)));
  const { lines } = planOf([batch({ route: [stage("hatch")], units: many })], setting({ tires: { after: 45, rest: 5 } }));
  expect(lines.map(({ kind, from, to }) => [kind, from, to])).toEqual([
    ["work", 0, 47],
    ["free", 47, 52],
    ["work", 52, 67],
  ]);
  expect(lines[1]).toMatchObject({ stage: "hatch", rest: true });
  expect(waitingFrom(lines)).toEqual([]);
  expect([...fillWaits(lines, [{ name: "fold bases", minutes: 2, left: 8 }]).values()]).toEqual([{ name: "fold bases", count: 2, minutes: 4 }]);
});

test("fresh water is asked for where another palette is needed, and not for tape, ink or folding in between", () => {
  const ink = stage("ink", { kind: "draw", dry: 0, setup: 0 });
  const [kites, moths] = [
    batch({ id: "kites", palette: "warm", route: [stage("wash")], units: [unit("1")] }),
    batch({ id: "moths", palette: "dusk", route: [ink, stage("wings")], units: [unit("2")] }),
  ];
  const at = setting({ last: { batch: "kites", stage: "wash" }, mixed: "warm" });
  const { lines, plan } = planOf([kites, moths], at);
  expect(lines.flatMap((line) => (line.kind === "work" && line.fresh ? [line.stage] : []))).toEqual(["wings"]);
  // 3 of wash, 3 of ink, then 2 + 6 of preparing and 3 of wings.
  expect(plan.makespan).toBe(17);
  // Inked with the warm palette lying there: washing on needs nothing fresh.
  const { lines: others } = planOf([kites, { ...moths, route: [ink] }], { ...at, last: { batch: "moths", stage: "ink" } });
  expect(others.some((line) => line.kind === "work" && line.fresh)).toBe(false);
});

test("when to stop: after the last move that today's hours hold, with what then dries overnight", () => {
  const { job, plan } = planOf(
    [batch({ route: [stage("wash", { dry: 400 }), stage("dots")], units: [unit("1"), unit("2")] })],
    setting({
      windows: [
        [0, 60],
        [1440, 1500],
      ],
    }),
  );
  expect(stopAt(job, plan)).toEqual({ at: 8, drying: 2 });
  expect(stopAt({ ...job, windows: [[500, 600]] }, { ...plan, moves: [] })).toBeNull();
});

const water = (changeover: number, mixed: string | null = null) => ({ changeover, mixed });
const live = (id: string, units: readonly UnitState[], within: number | null = null): LiveBatch => ({
  id,
  palette: id,
  units,
  route: [
    { id: "wash", name: "wash", hands: minutes(3), dry: minutes(8), within: null },
    { id: "drop", name: "drop", hands: minutes(1), dry: minutes(20), within: within === null ? null : minutes(within) },
  ],
});

test("over all batches the catch that closes soonest goes first; then what the plan has next; then what the hands are at", () => {
  const caught = (until: number) => unit("1", 1, { state: "catch", until: inMinutes(until) }, inMinutes(until - 5));
  const [late, soon] = [live("late", [caught(4)], 5), live("soon", [caught(2)], 5)];
  expect(nextAtTable([late, soon], now, null, null, water(0))?.batch).toBe("soon");
  const [kites, boats] = [live("kites", [unit("1")]), live("boats", [unit("2")])];
  expect(nextAtTable([kites, boats], now, { batch: "boats", stage: "wash" }, null, water(0))?.batch).toBe("boats");
  expect(nextAtTable([kites, boats], now, { batch: "boats", stage: "wash" }, { batch: "kites", stage: "wash" }, water(0))?.batch).toBe("kites");
  // The plan is behind what has happened: its panels are not ready, so the hands go on where they are.
  expect(nextAtTable([kites, boats], now, { batch: "boats", stage: "wash" }, { batch: "kites", stage: "drop" }, water(0))?.batch).toBe("boats");
});

test("nothing is begun at any batch that would run into another's wet window", () => {
  const wet = live("tides", [unit("1", 1, { state: "wet", dryAt: inMinutes(1) }, inMinutes(1))], 1);
  const other = live("boats", [unit("2")]);
  // A wash of three minutes would end a minute after the drop-in's window has closed.
  expect(nextAtTable([wet, other], now, null, { batch: "boats", stage: "wash" }, water(0))).toMatchObject({ batch: "tides", move: { kind: "wait" } });
});

test("setting up and fresh water, there and back, count before a window closes; so does a hand that is slower than usual", () => {
  const wet = live("tides", [unit("1", 1, { state: "wet", dryAt: inMinutes(5) }, inMinutes(5))], 4);
  const other = live("boats", [unit("2")]);
  const next = (changeover: number, more: Partial<LiveBatch> = {}) =>
    nextAtTable([wet, { ...other, ...more }], now, { batch: "tides", stage: "wash" }, null, water(changeover, "tides"))?.move.kind;
  // Three minutes of hands, and nine until the window closes.
  expect(next(0)).toBe("do");
  expect(next(2)).toBe("do");
  expect(next(3)).toBe("wait");
  expect(next(3, { palette: "tides" })).toBe("do");
  const set = other.route.map((stage) => ({ ...stage, setup: minutes(6) }));
  expect(next(0, { route: set })).toBe("wait");
  // Ink needs no fresh water, neither there nor back.
  expect(next(3, { route: other.route.map((stage) => ({ ...stage, withoutPaint: true })) })).toBe("do");
});
