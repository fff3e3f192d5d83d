import { countsOf, within, type Pattern, type Sheet, type Splitter } from "./model.ts";

/** A pattern and how often it is done. */
export interface Use {
  readonly pattern: Pattern;
  readonly times: number;
}

/** A whole plan during the search. `left` is what it does not place, per panel. */
export interface Plan {
  readonly uses: readonly Use[];
  readonly left: readonly number[];
  readonly placed: number;
  readonly cost: number;
}

/** True when the first plan is better: more pieces, then less cost. */
export const betterPlan = (plan: Plan, than: Plan | null): boolean => than === null || plan.placed > than.placed || (plan.placed === than.placed && plan.cost < than.cost);

export interface BuildSetting {
  readonly splitter: Splitter;
  readonly sheets: readonly Sheet[];
  readonly demand: readonly number[];
}

/**
 * Takes sheets one after another, each time the pattern that places most worth for its cost, repeated as long as it is
 * wanted whole; a sheet that takes all the rest ends a plan.
 * @param worth per panel, what one piece counts
 * @param pool patterns known already, tried beside a fresh filling
 */
export function buildPlan(setting: BuildSetting, worth: readonly number[], variant: number, pool: readonly Pattern[]): Plan {
  const { splitter, sheets, demand } = setting;
  const left = [...demand];
  const sheetsLeft = sheets.map((sheet) => sheet.count ?? Infinity);
  const uses: Use[] = [];
  let ended: Plan | null = null;
  for (;;) {
    const wanted = left.reduce((sum, count) => sum + count, 0);
    if (wanted === 0) break;
    let chosen: Pattern | null = null;
    let most = -1;
    const candidates = [
      ...sheets.flatMap((_, sheet) => ((sheetsLeft[sheet] ?? 0) > 0 ? [splitter.fill(sheet, left, variant)] : [])),
      ...pool.filter((pattern) => (sheetsLeft[pattern.sheet] ?? 0) > 0).map((pattern) => within(pattern, left)),
    ];
    for (const pattern of candidates) {
      if (pattern.spots.length === 0) continue;
      const price = sheets[pattern.sheet]?.cost ?? 0;
      if (pattern.spots.length === wanted) {
        const plan = splitOfLayouts(setting, [...uses, { pattern, times: 1 }]);
        if (betterPlan(plan, ended)) ended = plan;
      }
      const score = pattern.spots.reduce((sum, spot) => sum + (worth[spot.panel] ?? 0), 0) / (price + 1e-6);
      if (score > most) [most, chosen] = [score, pattern];
    }
    if (!chosen) break;
    const counts = countsOf(chosen, demand.length);
    const times = counts.reduce((fewest, count, panel) => (count > 0 ? Math.min(fewest, Math.floor((left[panel] ?? 0) / count)) : fewest), sheetsLeft[chosen.sheet] ?? 0);
    uses.push({ pattern: chosen, times });
    counts.forEach((count, panel) => (left[panel] = (left[panel] ?? 0) - count * times));
    sheetsLeft[chosen.sheet] = (sheetsLeft[chosen.sheet] ?? 0) - times;
  }
  const whole = splitOfLayouts(setting, uses);
  return ended && betterPlan(ended, whole) ? ended : whole;
}

/** Sums a plan up, leaving out pieces nobody needs: as many as can be from the same sheet, so that its offcut is large. */
export function splitOfLayouts(setting: BuildSetting, uses: readonly Use[]): Plan {
  const left = [...setting.demand];
  const kept: Use[] = [];
  let cost = 0;
  const full = [...uses].sort((a, b) => b.pattern.spots.length - a.pattern.spots.length);
  for (const { pattern, times } of full) {
    const counts = countsOf(pattern, left.length);
    let rest = times;
    while (rest > 0) {
      const whole = counts.reduce((fewest, count, panel) => (count > 0 ? Math.min(fewest, Math.floor((left[panel] ?? 0) / count)) : fewest), rest);
      const taken = whole > 0 ? pattern : within(pattern, left);
      const repeated = Math.max(1, whole);
      if (taken.spots.length === 0) break;
      kept.push({ pattern: taken, times: repeated });
      countsOf(taken, left.length).forEach((count, panel) => (left[panel] = (left[panel] ?? 0) - count * repeated));
      cost += repeated * (setting.sheets[pattern.sheet]?.cost ?? 0);
      rest -= repeated;
    }
  }
  const placed = setting.demand.reduce((sum, count, panel) => sum + count - (left[panel] ?? 0), 0);
  return { uses: kept, left, placed, cost };
}
