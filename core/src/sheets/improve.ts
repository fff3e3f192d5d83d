import { betterPlan, splitOfLayouts, type BuildSetting, type Plan, type Use } from "./build.ts";
import type { PatternPool } from "./columns.ts";
import type { Pattern, WantedPiece } from "./model.ts";

/** One sheet of a plan under improvement. */
interface Taken {
  readonly pattern: Pattern;
  readonly area: number;
}

/** Tries of filling one sheet; the fullest is taken. */
const TRIES = 14;
/** How far the first rounds may fall back. */
const LOOSEST = 0.03;
/** Plans of more sheets than this are improved on a part of them. */
const MOST_SHEETS = 400;

/**
 * Takes a few sheets out of a plan and fills them anew by chance, many times over (ruin and recreate: Schrimpf and others 2000).
 * A change stays when it costs less, or costs the same and leaves the pieces closer together on fewer sheets: the emptiest sheet
 * then empties further until it is saved. Every sheet met is offered to the pool, from which whole numbers are drawn later.
 */
export function ruinAndRecreate(
  setting: BuildSetting,
  plan: Plan,
  area: readonly number[],
  pool: PatternPool | null,
  random: () => number,
  rounds: number,
  stop: () => boolean,
): Plan {
  const { shuffled } = setting.splitter;
  if (!shuffled) return plan;
  const taken: Taken[] = [];
  const rest: Use[] = [];
  for (const use of plan.uses) {
    const room = Math.max(0, Math.min(use.times, MOST_SHEETS - taken.length));
    for (let time = 0; time < room; time += 1) taken.push(sheetOf(use.pattern, area));
    if (use.times > room) rest.push({ ...use, times: use.times - room });
  }
  const spare = setting.sheets.map((sheet, index) =>
    sheet.count === null ? Infinity : sheet.count - plan.uses.reduce((sum, use) => sum + (use.pattern.sheet === index ? use.times : 0), 0),
  );
  const priceOf = (sheet: number): number => setting.sheets[sheet]?.cost ?? 0;
  for (let round = 0; round < rounds && taken.length > 1 && !stop(); round += 1) {
    const out = ruined(taken, random);
    const demand = wantedOf(out.map((index) => sheetAt(taken, index).pattern));
    const free = [...spare];
    for (const index of out) free[sheetAt(taken, index).pattern.sheet] = (free[sheetAt(taken, index).pattern.sheet] ?? 0) + 1;
    const before = out.map((index) => sheetAt(taken, index));
    const budget = before.reduce((sum, each) => sum + priceOf(each.pattern.sheet), 0);
    const made = recreated(setting, demand, free, area, random, budget, before.length + 1);
    if (!made) continue;
    const [cost, was] = [made.reduce((sum, each) => sum + priceOf(each.pattern.sheet), 0), budget];
    made.forEach((each) => pool?.add(each.pattern));
    // Early rounds may loosen a little, so that the search does not stay where it began.
    const loose = 1 - LOOSEST * Math.max(0, 1 - (2 * round) / rounds);
    if (cost > was || (cost === was && closeness(made) < closeness(before) * loose)) continue;
    for (const each of before) spare[each.pattern.sheet] = (spare[each.pattern.sheet] ?? 0) + 1;
    for (const each of made) spare[each.pattern.sheet] = (spare[each.pattern.sheet] ?? 0) - 1;
    [...out].sort((a, b) => b - a).forEach((index) => taken.splice(index, 1));
    taken.push(...made);
  }
  const improved = splitOfLayouts(setting, [...rest, ...taken.map((each) => ({ pattern: each.pattern, times: 1 }))]);
  return betterPlan(improved, plan) ? improved : plan;
}

const sheetOf = (pattern: Pattern, area: readonly number[]): Taken => ({ pattern, area: pattern.spots.reduce((sum, spot) => sum + (area[spot.panel] ?? 0), 0) });

/** What patterns hold together, as few entries as there are panels in them. */
function wantedOf(patterns: readonly Pattern[]): WantedPiece[] {
  const counts = new Map<number, number>();
  for (const pattern of patterns) for (const spot of pattern.spots) counts.set(spot.panel, (counts.get(spot.panel) ?? 0) + 1);
  return [...counts].map(([panel, count]) => ({ panel, count }));
}

function sheetAt(taken: readonly Taken[], index: number): Taken {
  const found = taken[index];
  if (!found) throw new Error(`no sheet ${String(index)} in the plan`);
  return found;
}

/** Two to five sheets, an empty one among them more often than not. */
function ruined(taken: readonly Taken[], random: () => number): number[] {
  const wanted = Math.min(taken.length, 2 + Math.floor(random() * 3.2));
  const out = new Set<number>();
  if (random() < 0.7) {
    const drawn = Array.from({ length: 3 }, () => Math.floor(random() * taken.length));
    out.add(drawn.reduce((emptiest, each) => (sheetAt(taken, each).area < sheetAt(taken, emptiest).area ? each : emptiest)));
  }
  while (out.size < wanted) out.add(Math.floor(random() * taken.length));
  return [...out];
}

/** Squares of the areas: the same pieces on one full and one empty sheet count more than on two half full ones. */
const closeness = (sheets: readonly Taken[]): number => sheets.reduce((sum, each) => sum + each.area * each.area, 0);

/** Fills sheets until nothing is left to lay. @returns null when the budget or the number of sheets is exceeded */
function recreated(
  setting: BuildSetting,
  demand: readonly WantedPiece[],
  free: number[],
  area: readonly number[],
  random: () => number,
  budget: number,
  most: number,
): Taken[] | null {
  const { shuffled } = setting.splitter;
  if (!shuffled) return null;
  let left = demand;
  const made: Taken[] = [];
  let paid = 0;
  let wanted = left.reduce((sum, { count }) => sum + count, 0);
  while (wanted > 0) {
    if (made.length >= most) return null;
    let best: Taken | null = null;
    let highest = -1;
    for (let turn = 0; turn < TRIES; turn += 1) {
      for (let sheet = 0; sheet < setting.sheets.length; sheet += 1) {
        const price = setting.sheets[sheet]?.cost ?? 0;
        if ((free[sheet] ?? 0) <= 0 || paid + price > budget) continue;
        const filled = sheetOf(shuffled(sheet, left, random), area);
        if (filled.pattern.spots.length === 0) continue;
        // The last sheet may be as cheap as will do; others by the area they take for their price.
        const score = filled.pattern.spots.length === wanted ? 1e30 / (price + 1) : filled.area / (price + 1e-6);
        if (score > highest) [best, highest] = [filled, score];
      }
      if (highest >= 1e29 / (budget + 1)) break;
    }
    if (!best) return null;
    made.push(best);
    paid += setting.sheets[best.pattern.sheet]?.cost ?? 0;
    free[best.pattern.sheet] = (free[best.pattern.sheet] ?? 0) - 1;
    const gone = new Map(wantedOf([best.pattern]).map(({ panel, count }) => [panel, count]));
    left = left.map(({ panel, count }) => ({ panel, count: count - (gone.get(panel) ?? 0) })).filter(({ count }) => count > 0);
    wanted -= best.pattern.spots.length;
  }
  return made;
}
