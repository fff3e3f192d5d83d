import fc from "fast-check";
import { minutes } from "../../measure/minutes.ts";
import { isOver, look, paintUnit, rehearsal, trulyDry, wait, type RehearsalSetting, type RehearsedBatch, type RehearsedStage } from "./bench.ts";
import { byTheClock, cardAfterCard, rehearsalForecast, impatient, play, played, type Player } from "./players.ts";

const stage = (id: string, hands: number, dry: number, more: Partial<RehearsedStage> = {}): RehearsedStage => {
  // The clock waits until eight in ten are dry.
  const { within = null } = more;
  const told = within === null && dry > 0 ? Math.round(dry * 1.2) : dry;
  return {
    id,
    name: id,
    kind: "paint",
    technique: null,
    hands,
    setup: 2,
    dry: told,
    within,
    portable: false,
    typical: dry,
    live: { id, name: id, hands: minutes(hands), setup: minutes(2), dry: minutes(told), within: within === null ? null : minutes(within) },
    ...more,
  };
};
const batch = (id: string, route: readonly RehearsedStage[], panels: number): RehearsedBatch => ({
  id,
  palette: id,
  route,
  units: Array.from({ length: panels }, (_, unit) => `${id}${String(unit + 1)}`),
});
const kites = [stage("wash", 2, 5), stage("drop-in", 1, 35, { within: 10, technique: "drop-in" }), stage("glaze", 3, 30, { technique: "glaze" }), stage("dots", 1, 0)];
const quinces = [stage("mask", 2, 20), stage("shadow", 2, 20), stage("unmask", 1, 0, { technique: "unmask" })];
const setting = (seed: number, more: Partial<RehearsalSetting> = {}): RehearsalSetting => ({
  batches: [batch("kites", kites, 6), batch("quinces", quinces, 6)],
  changeover: 4,
  mishaps: false,
  seed,
  ...more,
});
const over = (seeds: number, player: Player, more: Partial<RehearsalSetting> = {}) => {
  const all = Array.from({ length: seeds }, (_, seed) => play(rehearsal(setting(seed + 1, more)), player));
  const sum = (of: (each: ReturnType<typeof played>) => number): number => all.reduce((total, each) => total + of(played(each)), 0) / seeds;
  return {
    all,
    good: sum(({ good }) => good),
    lost: sum(({ lost }) => lost),
    minutes: sum((each) => each.minutes),
    busy: sum(({ busy }) => busy),
    wasted: sum(({ wasted }) => wasted),
  };
};

test("who follows the clock loses hardly a panel, who cannot wait loses many, and card after card loses the day", () => {
  const [clock, hasty, cards] = [over(30, byTheClock), over(30, impatient(0.4)), over(30, cardAfterCard)];
  expect(clock.lost).toBeLessThan(1.2);
  expect(hasty.lost).toBeGreaterThan(3 * clock.lost);
  expect(hasty.wasted).toBeGreaterThan(clock.wasted);
  expect(cards.minutes).toBeGreaterThan(2 * clock.minutes);
  expect(cards.busy).toBeGreaterThan(clock.busy);
});

test("by the clock every wet window is caught, and only paper that dries slower than told is touched too early", () => {
  const { all } = over(30, byTheClock);
  for (const at of all) expect(at.broken.filter(({ rule }) => rule !== "bone dry before the next step")).toEqual([]);
  const touched = all.reduce((sum, { broken, minded }) => sum + broken.length + minded.waited, 0);
  // When the clock of these stages runs out eight in ten are dry; most are touched somewhat later than that.
  expect(all.reduce((sum, { broken }) => sum + broken.length, 0) / touched).toBeGreaterThan(0.03);
  expect(all.reduce((sum, { broken }) => sum + broken.length, 0) / touched).toBeLessThan(0.2);
});

test("a bench plays the same for the same number, and the same paper meets whoever plays it", () => {
  expect(play(rehearsal(setting(7)), byTheClock)).toEqual(play(rehearsal(setting(7)), byTheClock));
  expect(played(play(rehearsal(setting(7)), byTheClock))).not.toEqual(played(play(rehearsal(setting(8)), byTheClock)));
  const first = setting(7).batches[0];
  if (!first) throw new Error("no batch");
  const at = paintUnit(rehearsal(setting(7)), "kites", ["kites1", "kites2"]);
  const later = paintUnit(wait(rehearsal(setting(7)), 60), "kites", ["kites2", "kites1"]);
  const dries = (of: typeof at, unit: string): number => trulyDry(of, first, unit, 0) - (of.facts.find((fact) => fact.unit === unit)?.at ?? 0);
  expect(dries(later, "kites2")).toBeCloseTo(dries(at, "kites2"), 9);
});

test("a forecast over many benches lies between its quickest and slowest, and takes damp paper for longer", () => {
  const usual = rehearsalForecast(setting(1), 12);
  expect(usual.quickest).toBeLessThan(usual.mostly);
  expect(usual.slowest).toBeGreaterThan(usual.mostly);
  expect(usual.cardByCard).toBeGreaterThan(usual.slowest);
  const damper = (stages: readonly RehearsedStage[]) =>
    stages.map((each) => (each.within === null && each.dry > 10 ? stage(each.id, each.hands, each.typical * 2, { technique: each.technique }) : each));
  expect(rehearsalForecast({ ...setting(1), batches: [batch("quinces", damper(quinces), 6)] }, 12).mostly).toBeGreaterThan(
    rehearsalForecast({ ...setting(1), batches: [batch("quinces", quinces, 6)] }, 12).mostly,
  );
});

test("a window that closes while the hands are elsewhere says what they were at, and by how much", () => {
  const washed = paintUnit(rehearsal(setting(3, { batches: [batch("kites", kites, 1), batch("quinces", quinces, 12)] })), "kites", ["kites1"]);
  const masked = Array.from({ length: 12 }, (_, unit) => `quinces${String(unit + 1)}`).reduce((before, unit) => paintUnit(before, "quinces", [unit]), washed);
  const at = paintUnit(masked, "kites", ["kites1"]);
  expect(at.broken).toMatchObject([{ rule: "while it is still wet", unit: "kites1", stage: "drop-in", meanwhile: { batch: "quinces", stage: "mask" } }]);
  expect(at.broken[0]?.by).toBeGreaterThan(2);
});

test("touched before the wash has settled, or on wet paper, is a rule broken; a look beforehand tells the truth and keeps it", () => {
  const wet = paintUnit(rehearsal(setting(5)), "kites", ["kites1"]);
  expect(paintUnit(wet, "kites", ["kites1"]).broken).toMatchObject([{ rule: "let it settle first" }]);
  const masked = paintUnit(rehearsal(setting(5)), "quinces", ["quinces1"]);
  expect(paintUnit(masked, "quinces", ["quinces1"]).broken).toMatchObject([{ rule: "bone dry before the next step" }]);
  expect(look(masked, "quinces", ["quinces1"]).facts[1]).toMatchObject({ what: "still-wet", stage: "mask" });
  const dry = look(wait(masked, 90), "quinces", ["quinces1"]);
  expect(dry.facts[1]).toMatchObject({ what: "dry" });
  expect(paintUnit(dry, "quinces", ["quinces1"])).toMatchObject({ broken: [], minded: { waited: 1 } });
});

test("fresh water is counted, setting up is done once for a row of panels, and practice makes hands quicker", () => {
  const row = paintUnit(rehearsal(setting(2)), "kites", ["kites1", "kites2", "kites3"]);
  expect(row.palettes).toBe(0);
  const other = paintUnit(paintUnit(row, "quinces", ["quinces1"]), "kites", ["kites4"]);
  expect(other.palettes).toBe(2);
  const takes = (from: number, to: number): number =>
    Array.from({ length: 60 }, (_, seed) => {
      const ends = paintUnit(rehearsal(setting(seed)), "quinces", ["quinces1", "quinces2", "quinces3", "quinces4", "quinces5", "quinces6"]).facts.map(({ at }) => at);
      return (ends[to] ?? 0) - (ends[from] ?? 0);
    }).reduce((sum, each) => sum + each, 0) / 60;
  expect(takes(3, 5)).toBeLessThan(0.95 * takes(0, 2));
});

test("mishaps come by the bench's number alone: with many benches some panels fall and somebody rings, without them nobody does", () => {
  const mishaps = over(30, byTheClock, { mishaps: true }).all.flatMap((at) => at.mishaps);
  expect(mishaps.some(({ kind }) => kind === "fell")).toBe(true);
  expect(mishaps.filter(({ kind }) => kind === "rang").every(({ minutes: long }) => long >= 1 && long <= 12)).toBe(true);
  expect(over(10, byTheClock).all.flatMap((at) => at.mishaps)).toEqual([]);
});

test("whatever is tapped, time never goes back, every panel is good, lost or open, and each break of a rule has its cost", () => {
  const tap = fc.record({
    what: fc.constantFrom("paint", "look", "wait"),
    batch: fc.constantFrom("kites", "quinces"),
    unit: fc.integer({ min: 1, max: 6 }),
    minutes: fc.integer({ min: 0, max: 40 }),
  });
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 999 }), fc.array(tap, { maxLength: 60 }), (seed, taps) => {
      let at = rehearsal(setting(seed, { mishaps: true }));
      for (const { what, batch: id, unit, minutes: long } of taps) {
        const after = what === "paint" ? paintUnit(at, id, [`${id}${String(unit)}`]) : what === "look" ? look(at, id, [`${id}${String(unit)}`]) : wait(at, at.now + long);
        expect(after.now).toBeGreaterThanOrEqual(at.now);
        expect(after.busy - at.busy).toBeLessThanOrEqual(after.now - at.now + 1e-9);
        at = after;
      }
      for (const { lost, minutes: saving, by } of at.broken) {
        expect(by).toBeGreaterThan(0);
        expect(lost ? saving === 0 : saving > 0).toBe(true);
      }
      const { good, lost } = played(at);
      expect(good + lost).toBeLessThanOrEqual(12);
      expect(isOver(at)).toBe(good + lost === 12);
    }),
    { numRuns: 60 },
  );
});
