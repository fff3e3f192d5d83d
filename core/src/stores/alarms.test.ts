import { addDays, day, type Day } from "../measure/day.ts";
import { seededRandom } from "../search/search.ts";
import { alarmOf } from "./alarms.ts";
import { countTeaches, learnedUse, NO_COUNTS, type CountsSeen } from "./learnedUse.ts";
import { stockOutlook } from "./stock.ts";

const at = (on: string) => ({ on: day(on), need: "fair", session: null });

test("what hardly lasts runs out at once; what may is counted in good time, and ordered or counted when it is due", () => {
  const bite = at("2031-12-10");
  const today = day("2031-11-08");
  expect(alarmOf({ runsOut: bite, mayRunOut: bite, lasts: 0.1 }, today, 5)).toBe("runs out");
  expect(alarmOf({ runsOut: bite, mayRunOut: bite, lasts: 0.4 }, today, 5)).toBe("count");
  expect(alarmOf({ runsOut: bite, mayRunOut: bite, lasts: 0.4 }, day("2031-12-03"), 5)).toBe("runs out");
  expect(alarmOf({ runsOut: null, mayRunOut: bite, lasts: 0.7 }, today, 5)).toBe("count");
  expect(alarmOf({ runsOut: null, mayRunOut: bite, lasts: 0.7 }, day("2031-12-03"), 5)).toBe("order or count");
  expect(alarmOf({ runsOut: null, mayRunOut: null, lasts: 1 }, today, 5)).toBeNull();
});

const normal = (random: () => number): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** A made-up material: what the tables say goes each week, what really goes of it, and how much lay there. */
interface Made {
  readonly weekly: readonly number[];
  readonly ratio: number;
  readonly stock: number;
  readonly exact: boolean;
  readonly days: number;
}
const WEEKS = 14;
const BEGIN = day("2031-09-06");
const weekDay = (week: number): Day => addDays(BEGIN, 7 * week);

function madeMaterial(random: () => number): Made {
  const exact = random() < 0.3;
  const weekly = Array.from({ length: WEEKS }, () => (random() < 0.25 ? 0 : Math.round(20 + 180 * random())));
  const [ratio, days] = [exact ? 1 : Math.exp(0.3 * normal(random)), 3 + Math.floor(5 * random())];
  const total = weekly.reduce((sum, each) => sum + each, 0);
  // Some shelves are full, some are nearly bare; few lie near what will go.
  return { weekly, ratio, days, exact, stock: Math.round(total * Math.exp(0.9 * normal(random))) };
}

/** What a season's replay of one material came to: whether it was said to run out in time to order, and whether it would have. */
function replay({ weekly, ratio, stock, exact, days }: Made, random: () => number): { readonly alarmed: boolean; readonly early: boolean; readonly ranOut: boolean } {
  let [left, books, assumed, seen]: [number, number, number, CountsSeen] = [stock, stock, 0, NO_COUNTS];
  let alarmedOn: Day | null = null;
  let ranOutOn: Day | null = null;
  let lastCount = stock;
  for (let week = 0; week < WEEKS; week += 1) {
    const today = weekDay(week);
    const look = () => {
      const { ratio: believed, scatter } = learnedUse(seen, exact);
      const uses = weekly.flatMap((each, at) => (at >= week && each > 0 ? [{ need: String(at), quantity: Math.round(each * believed), on: addDays(weekDay(at), 2) }] : []));
      return alarmOf(stockOutlook({ id: "m", onHand: Math.max(0, Math.round(books)), uses, pack: 1, scatter }), today, days);
    };
    let alarm = look();
    // What is asked to be counted is counted, and the question asked again.
    if ((alarm === "count" || alarm === "order or count") && !exact && week > 0) {
      const taught = countTeaches(assumed, lastCount - left);
      if (taught) seen = { counts: seen.counts + 1, logSum: seen.logSum + taught.logSum, logSquares: seen.logSquares + taught.logSquares };
      [books, assumed, lastCount] = [left, 0, left];
      alarm = look();
    }
    if (alarm === "runs out" || alarm === "order or count") alarmedOn ??= today;
    const usual = weekly[week] ?? 0;
    const really = exact ? usual : usual * ratio * Math.exp(0.1 * normal(random));
    if (really > left) ranOutOn ??= addDays(today, 2);
    left = Math.max(0, left - really);
    books = Math.max(0, books - usual * learnedUse(seen, exact).ratio);
    assumed += usual;
  }
  const ranOut = ranOutOn !== null;
  return { alarmed: alarmedOn !== null, early: ranOutOn !== null && alarmedOn !== null && addDays(alarmedOn, days) <= ranOutOn, ranOut };
}

/** Ten made-up seasons of forty materials each. What bites before an order of the first day could be there is nobody's fault. */
function replayedSeasons(seed: number): { readonly right: number; readonly wrong: number; readonly missed: number; readonly late: number } {
  let [right, wrong, missed, late] = [0, 0, 0, 0];
  for (let season = 0; season < 10; season += 1) {
    const random = seededRandom(seed * 100 + season);
    for (let made = 0; made < 40; made += 1) {
      const material = madeMaterial(random);
      const { alarmed, early, ranOut } = replay(material, random);
      if (ranOut && alarmed) right += 1;
      if (alarmed && !ranOut) wrong += 1;
      if (ranOut && !alarmed) missed += 1;
      if (ranOut && alarmed && !early) late += 1;
    }
  }
  return { right, wrong, missed, late };
}

test("ten made-up seasons replayed: no more than one alarm in six is false, and none is missed", () => {
  for (const seed of [1, 2, 3]) {
    const { right, wrong, missed, late } = replayedSeasons(seed);
    if (process.env.YULE_FIGURES) process.stderr.write(`${JSON.stringify({ seed, right, wrong, missed, late })}\n`);
    expect(right).toBeGreaterThan(100);
    expect(wrong * 5).toBeLessThanOrEqual(right);
    expect(missed).toBe(0);
  }
});
