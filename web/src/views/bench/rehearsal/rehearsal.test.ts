import type { DesignRead } from "@yule/contract";
import { isOver, learnBench, rehearsal } from "@yule/core";
import { boardsAt, momentOf, routesFor, settingFor, type RehearsalWish } from "./rehearsed.ts";
import { isBusy, turned, type RehearsalPlay } from "./useRehearsal.ts";
import { brokenWords, eventsUntil, hourOf } from "./words.ts";

const stage = (id: string, technique: string | null, hands: number, dry: number, within: number | null = null, kind = "paint") => ({
  id,
  name: id,
  kind,
  technique,
  hands,
  setup: 2,
  dry,
  within,
  portable: false,
  note: "",
  position: 0,
});
const design = (stages: readonly ReturnType<typeof stage>[]) =>
  ({ id: "moth", name: "Lamp moth", paperId: null, colourways: [{ id: "dusk", name: "dusk", paints: [] }], stages }) as unknown as DesignRead;
const moth = design([
  stage("Wash", "wash", 2, 5),
  stage("Drop in", "drop-in", 1, 35, 8),
  stage("Mask", "mask", 1, 30),
  stage("Unmask", "unmask", 1, 0),
  stage("Flatten", "flatten", 0, 480, null, "finish"),
  stage("Mount", "mount", 1, 20, null, "assemble"),
]);
const times = learnBench([]);
const wanted: RehearsalWish = { designs: [moth], panels: 3, weather: "usual", mishaps: false, bench: 4 };
const begin = (more: Partial<RehearsalWish> = {}): RehearsalPlay => ({
  at: rehearsal(settingFor({ ...wanted, ...more }, routesFor({ ...wanted, ...more }, times), 5)),
  shown: 0,
  isPaused: false,
});
const boards = ({ at, shown }: RehearsalPlay) => boardsAt(at, shown, [moth], routesFor(wanted, times));
const paint = (...units: readonly string[]) => ({ kind: "paint", batch: "0", units, times: 60 }) as const;

test("a rehearsal ends where a night or the assembling begins, and waits longer in damp air", () => {
  expect(routesFor(wanted, times)[0]?.map(({ table }) => table.name)).toEqual(["Wash", "Drop in", "Mask", "Unmask"]);
  const dry = (weather: RehearsalWish["weather"]): number => settingFor({ ...wanted, weather }, routesFor({ ...wanted, weather }, times), 5).batches[0]?.route[2]?.dry ?? 0;
  expect(dry("damp")).toBeGreaterThan(dry("usual"));
  expect(dry("usual")).toBeGreaterThan(dry("dry"));
});

test("hands are busy until the clock has caught up; nothing else is begun meanwhile, and a panel is done when it is", () => {
  const washing = turned(begin(), paint("0/1"));
  expect(isBusy(washing)).toBe(true);
  expect(turned(washing, paint("0/2"))).toBe(washing);
  expect(boards(washing)[0]?.states[0]?.done).toBe(0);
  const washed = turned(washing, { kind: "goes by", minutes: 30 });
  expect([isBusy(washed), washed.shown]).toEqual([false, washed.at.now]);
  expect(boards(washed)[0]?.states[0]).toMatchObject({ done: 1, wetness: { state: "wet", dryAt: momentOf(washed.shown + 5) } });
});

test("time goes by while hands rest, stands while it is paused, and jumps where she plays as fast as she taps", () => {
  const washed = turned(begin(), { ...paint("0/1"), times: Infinity });
  expect(isBusy(washed)).toBe(false);
  const later = turned(washed, { kind: "goes by", minutes: 2 });
  expect(later.at.now).toBeCloseTo(washed.at.now + 2, 9);
  const paused = turned(later, { kind: "pause", isPaused: true });
  expect(turned(paused, { kind: "goes by", minutes: 9 })).toBe(paused);
  expect(turned(later, { kind: "wait", until: later.at.now + 6, times: Infinity }).shown).toBeCloseTo(later.at.now + 6, 9);
});

test("what went wrong is said with the panel, the stage, by how much, what came of it and what it cost", () => {
  const late = {
    rule: "while it is still wet",
    batch: "0",
    unit: "0/2",
    stage: "Drop in",
    at: 70,
    by: 5.6,
    lost: true,
    minutes: 0,
    meanwhile: { batch: "0", stage: "Mask" },
  } as const;
  expect(brokenWords(late, boards(begin()))).toBe("Panel 2, drop in: 6 min after its window had closed; the hands were at mask. It has a hard edge. Lost.");
  const torn = { rule: "bone dry before the next step", batch: "0", unit: "0/3", stage: "Unmask", at: 70, by: 0.4, lost: false, minutes: 1, meanwhile: null } as const;
  expect(brokenWords(torn, boards(begin()))).toBe("Panel 3, unmask: less than a minute before it was dry. The paper tore. Saved with 1 min of work.");
  expect([0, 9.9, 65].map(hourOf)).toEqual(["0:00", "0:09", "1:05"]);
});

test("a look is told when it has been taken, newest first, and a lost panel ends its route", () => {
  let playing = begin();
  for (const turn of [paint("0/1"), paint("0/2"), { kind: "look", batch: "0", units: ["0/1", "0/2"], times: 60 } as const]) {
    playing = turned(turned(playing, turn), { kind: "goes by", minutes: 500 });
  }
  const { at, shown } = playing;
  expect(eventsUntil(at, shown, boards(playing)).map(({ words }) => words)).toEqual(["Panel 2 is still wet.", "Panel 1 is still wet."]);
  expect(eventsUntil(at, 0, boards(playing))).toEqual([]);
  expect(isOver(at)).toBe(false);
});
