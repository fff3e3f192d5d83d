import { differenceOf } from "../difference.ts";
import { WHITE_PAPER } from "../layers.ts";
import { labOfHex, type Lab } from "../light.ts";
import { climb } from "./climb.ts";
import { foresee, type Promising } from "./foresee.ts";
import type { Recipe, RecipeTask } from "./model.ts";
import { mixerOf, pullsAt, waysTo } from "./mixer.ts";
import { glancerFor, reckonerFor } from "./reckon.ts";
import { begin, nearestAmounts, type Ground } from "./solve.ts";

/** Promising mixes that are reckoned in full, for each number of paints. */
const RECKONED = 200;
/** Sets whose first answer is this much farther than the best so far are left. */
const LEFT_BEHIND = { times: 1.6, more: 2.5 } as const;

/**
 * The best mixes of one, two and three paints for a colour, the nearest first, at most a few for each set of paints.
 * Each set is first solved with any amounts (Gauss-Newton on Kubelka-Munk at every second wavelength, begun at the linear answer), the
 * few whole parts near that answer are foreseen along its slopes, the most promising are reckoned in full, and the best of those
 * climb by changing a part or a paint.
 * @returns recipes of one, two and three paints
 */
export function recipes(task: RecipeTask): readonly [readonly Recipe[], readonly Recipe[], readonly Recipe[]] {
  const { ground, pulls, reckon, glance } = laidOut(task);
  let before: readonly Recipe[] = [];
  const answer = ([1, 2, 3] as const).map((count) => {
    if (count > (task.most ?? 3)) return [];
    const promising: Promising[] = [];
    let best = Infinity;
    for (const ids of setsOf(task.onePart.length, count, task.with)) {
      const start = begin(ids, pulls);
      const solved = start && nearestAmounts(ids, start, ground, LEFT_BEHIND.times * best + LEFT_BEHIND.more);
      if (!solved) continue;
      best = Math.min(best, solved.away);
      promising.push(...foresee(ids, solved, task.strengths));
    }
    promising.sort((a, b) => a.foreseen - b.foreseen);
    const found = promising.slice(0, RECKONED).map(({ ids, parts, each }) => reckon(ids, parts, each));
    before =
      task.climbs === false
        ? [...found].sort((a, b) => a.difference - b.difference)
        : climb(found, before, count, { reckon, glance, paints: task.onePart.length, with: task.with });
    return before;
  });
  return answer as unknown as readonly [readonly Recipe[], readonly Recipe[], readonly Recipe[]];
}

/** What a search for one colour stands on. */
function laidOut({ wanted: hex, onePart, strengths, paper = WHITE_PAPER }: RecipeTask) {
  const wanted = labOfHex(hex);
  const ways = waysTo(wanted);
  const ground: Ground = { rough: mixerOf(onePart, paper, 2), mixer: mixerOf(onePart, paper), ways, strengths };
  const differenceFrom = (lab: Lab): number => differenceOf(lab, wanted);
  return { ground, pulls: pullsAt(hex, onePart, paper, ways), reckon: reckonerFor(ground, differenceFrom), glance: glancerFor(ground, differenceFrom) };
}

/**
 * For every set of one to three paints that comes near enough to a colour its best mix: all of them, not only the nearest.
 * @param within CIEDE2000
 */
export function recipesWithin(task: RecipeTask, within: number): readonly Recipe[] {
  const { ground, pulls, reckon } = laidOut(task);
  const found: Recipe[] = [];
  for (const count of [1, 2, 3] as const) {
    for (const ids of setsOf(task.onePart.length, count, undefined)) {
      const start = begin(ids, pulls, -Infinity);
      const solved = start && nearestAmounts(ids, start, ground, 1.5 * within + 1);
      if (!solved) continue;
      const best = foresee(ids, solved, task.strengths)
        .filter(({ foreseen }) => foreseen < 1.5 * within + 1)
        .slice(0, 2)
        .map(({ parts, each }) => reckon(ids, parts, each))
        .reduce<Recipe | null>((low, each) => (low === null || each.difference < low.difference ? each : low), null);
      if (best && best.difference <= within) found.push(best);
    }
  }
  return found;
}

/** All sets of so many paints, each once. */
function* setsOf(paints: number, count: 1 | 2 | 3, must: number | undefined, first = 0): Generator<readonly number[]> {
  for (let a = first; a < paints; a += 1) {
    if (count === 1) {
      if (must === undefined || must === a) yield [a];
      continue;
    }
    for (const rest of setsOf(paints, (count - 1) as 1 | 2, must === a ? undefined : must, a + 1)) yield [a, ...rest];
  }
}
