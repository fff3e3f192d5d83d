import { seasonJobOf, type SeasonFacts } from "./facts.ts";
import { forecast, type NeedOdds, type Spreads } from "./odds/odds.ts";
import { stateOf } from "./promises/promiseState.ts";
import { decode } from "./schedule/decode.ts";
import type { PlanChoice, SeasonWorkPlan } from "./schedule/model.ts";

/** A promise without hope that is held to all the same: its chance then, and who pays for it. */
export interface KeptAnyway {
  readonly id: string;
  readonly chance: number;
  /** Promises that are safe while it is given up, and are not so while it is kept; the most harmed first. */
  readonly risks: readonly string[];
  /** Promises expected to be kept, with it given up and with it kept. */
  readonly before: number;
  readonly after: number;
}

/** Choices are laid out for so many at the most: those without hope in a season that holds it otherwise are few. */
const MOST_LAID = 3;
const RUNS = 400;

/**
 * What holding to each promise without hope would do: it goes before all else, or before all that is due after it, whichever serves it
 * better, and the rest follows as it stands. Planned and played, nothing assumed.
 */
export function keptAnyway(facts: SeasonFacts, plan: SeasonWorkPlan, spreads: Spreads, needs: readonly NeedOdds[]): KeptAnyway[] {
  const job = seasonJobOf(facts);
  const chancesOf = (made: SeasonWorkPlan): Map<string, number> =>
    new Map(forecast(job, made, spreads, needs, { seed: 11, runs: RUNS, stop: () => false }).needs.map(({ id, chance }) => [id, chance]));
  const now = chancesOf(plan);
  const due = new Map(job.needs.map((need) => [need.id, need.due]));
  const hopeless = [...now].filter(([, chance]) => stateOf(chance) === "cannot").map(([id]) => id);
  return hopeless.slice(0, MOST_LAID).map((id) => {
    const rest = plan.choice.order.filter((other) => other !== id);
    const later = rest.findIndex((other) => (due.get(other) ?? 0) > (due.get(id) ?? 0));
    const at = later < 0 ? rest.length : later;
    const kept = [
      [id, ...rest],
      [...rest.slice(0, at), id, ...rest.slice(at)],
    ]
      .map((order): PlanChoice => ({ ...plan.choice, order, resigned: plan.choice.resigned.filter((other) => other !== id) }))
      .map((choice) => chancesOf(decode(job, choice)))
      .reduce((best, chances) => (betterFor(id, chances, best) ? chances : best));
    const fall = (other: string): number => (now.get(other) ?? 0) - (kept.get(other) ?? 0);
    const risks = rest.filter((other) => stateOf(now.get(other) ?? 0) === "safe" && stateOf(kept.get(other) ?? 0) !== "safe").sort((a, b) => fall(b) - fall(a));
    return { id, chance: kept.get(id) ?? 0, risks, before: sumOf(now), after: sumOf(kept) };
  });
}

const sumOf = (chances: ReadonlyMap<string, number>): number => [...chances.values()].reduce((sum, chance) => sum + chance, 0);

const betterFor = (id: string, one: ReadonlyMap<string, number>, other: ReadonlyMap<string, number>): boolean => {
  const [own, others] = [one.get(id) ?? 0, other.get(id) ?? 0];
  return own === others ? sumOf(one) > sumOf(other) : own > others;
};
