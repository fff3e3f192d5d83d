import { seededRandom } from "../../search/search.ts";
import type { SeasonJob, WorkNeed, WorkSession, WorkStep } from "./model.ts";

/** Builders of seasons for tests and benchmarks: what is not told is everyday. */
export const step = (id: string, part: Partial<WorkStep> = {}): WorkStep => ({
  id,
  name: id,
  kind: "paint",
  units: 4,
  hands: 5,
  setup: 0,
  dry: 0,
  rack: true,
  light: false,
  ...part,
});

export const need = (id: string, part: Partial<WorkNeed> = {}): WorkNeed => ({
  id,
  design: id,
  palette: part.design ?? id,
  due: 7,
  release: 0,
  paint: [step("wash")],
  finish: [],
  ...part,
});

export const session = (day: number, from: number, to: number, part: Partial<WorkSession> = {}): WorkSession => ({
  day,
  open: day * 1440 + from,
  close: day * 1440 + to,
  late: false,
  light: false,
  who: "maker",
  ...part,
});

export const season = (needs: readonly WorkNeed[], sessions: readonly WorkSession[], part: Partial<SeasonJob> = {}): SeasonJob => ({
  needs,
  sessions,
  changeover: 5,
  drying: null,
  dayEnds: Array.from({ length: 1 + Math.max(0, ...sessions.map((each) => each.day)) }, (_, index) => (index + 1) * 1440),
  helperMay: ["assemble", "pack"],
  ...part,
});

/** A made-up season: `weeks` of sessions of which every third ends late, and needs spread over them with routes of 8 to 12 steps. */
export function largeSeason(needs: number, designs: number, weeks: number, load: number, seed: number): SeasonJob {
  const random = seededRandom(seed);
  const between = (low: number, high: number): number => low + Math.floor(random() * (high - low + 1));
  const sessions = Array.from({ length: weeks }, (_, week) => [
    session(week * 7 + 1, 1170, 1290),
    session(week * 7 + 2, 1320, 1410, { late: true }),
    session(week * 7 + 3, 1170, 1290),
    session(week * 7 + 5, 540, 750),
    session(week * 7 + 6, 840, 960),
  ]).flat();
  const routes = Array.from({ length: designs }, () =>
    Array.from({ length: between(5, 8) }, (_, index) => ({ hands: between(1, 5), setup: between(1, 6), dry: [0, 20, 30, 45, 480][between(0, index === 0 ? 3 : 4)] ?? 0 })),
  );
  const held = sessions.reduce((sum, each) => sum + each.close - each.open, 0);
  const drawn = Array.from({ length: needs }, (_, index) => ({ design: index % designs, cards: between(2, 20), share: random() }));
  const work = (each: (typeof drawn)[number]): number => each.cards * ((routes[each.design] ?? []).reduce((sum, one) => sum + one.hands, 0) + 5);
  const scale = (held * load) / drawn.reduce((sum, each) => sum + work(each), 0);
  return season(
    drawn.map((each, index) => {
      const units = Math.max(1, Math.round(each.cards * scale));
      return need(`n${String(index)}`, {
        design: `d${String(each.design)}`,
        palette: `d${String(each.design)}`,
        due: Math.min(weeks * 7 - 1, 12 + Math.round(each.share * (weeks * 7 - 12))),
        release: each.share > 0.8 ? 3 * 1440 : 0,
        paint: (routes[each.design] ?? []).map((one, at) => step(`d${String(each.design)}s${String(at)}`, { ...one, units, rack: one.dry < 400 })),
        finish: [
          step("assemble", { kind: "assemble", units, hands: 3, setup: 4, dry: 20, rack: false, light: true }),
          step("pack", { kind: "pack", units, hands: 2, setup: 2, rack: false, light: true }),
        ],
      });
    }),
    sessions,
    { drying: 40 },
  );
}
