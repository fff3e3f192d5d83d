import { addDays, weekdayOf, type Day } from "../measure/day.ts";
import { planAmong, withChange, type SeasonChange } from "./changes.ts";
import { seasonJobOf, stepsOf, type OwedNeed, type SeasonFacts } from "./facts.ts";
import { forecast, type NeedOdds, type Spreads } from "./odds/odds.ts";
import { planPromises, type PromiseEffort, type StandingPlan } from "./promises/planPromises.ts";
import { stateOf } from "./promises/promiseState.ts";
import type { SeasonWorkPlan } from "./schedule/model.ts";

/** Something that would help, with what it costs and what it repairs: all of it planned anew, nothing assumed. */
export interface Remedy {
  readonly changes: readonly SeasonChange[];
  /** Promises expected to be kept, before and after, by the same futures. */
  readonly before: number;
  readonly after: number;
  /** Needs that were not safe and are so then. */
  readonly repairs: readonly string[];
  /** How many are still not safe then. */
  readonly unsafe: number;
  /** What it asks for: minutes more or less of her hands, cards not made, money. */
  readonly costs: { readonly minutes: number; readonly cards: number; readonly minor: number; readonly days: number };
}

/** Quicker services of a need that is posted. */
export interface QuickerPost {
  readonly need: string;
  readonly service: string;
  readonly readyBy: Day;
  readonly costMinor: number;
}

const MOST_PAIRED = 5;
/** Needs that are helped first: those with the least chance. */
const MOST_HELPED = 4;
/** How much a remedy asks of the maker beyond its figures; less is offered first where two keep as much. */
const ASKS: Readonly<Record<SeasonChange["kind"], number>> = { heat: 1, post: 2, session: 3, "no session": 9, skip: 4, later: 5, cards: 6, print: 7 };
/** So many times the days that were told are asked for where they do not make a need safe. */
const MORE_DAYS = 1.15;
/** Less than so much of a promise more is the noise of the futures. */
const WORTH_OFFERING = 0.15;
/** Remedies that keep about as much are told apart by what they ask. */
const ALIKE = 0.25;
/** Futures in which the chances after a change are counted. */
const RUNS = 400;

/** What every trial is planned by: beliefs of the shop, and what the odds know of each need. */
export interface RemedyBasis {
  readonly spreads: Spreads;
  readonly needs: readonly NeedOdds[];
  readonly effort: PromiseEffort;
  /** By when a posted need must be ready, were it due so many days later; one that is not posted has as many days more. */
  readonly readyAfter: ReadonlyMap<string, readonly Day[]>;
}

/**
 * What must give where promises are not safe: every single change that could help is planned and played, and pairs of the best where no single
 * one makes all of them safe. Ranked by promises kept, then by what it asks.
 */
export function remedies(facts: SeasonFacts, plan: SeasonWorkPlan, quicker: readonly QuickerPost[], basis: RemedyBasis, stop: () => boolean): Remedy[] {
  const now = tried(facts, planAmong(plan, facts, facts), basis);
  const weak = [...now.chances].filter(([, { chance }]) => stateOf(chance) !== "safe").sort((a, b) => a[1].chance - b[1].chance);
  if (weak.length === 0) return [];
  const ids = weak.slice(0, MOST_HELPED).map(([id]) => id);
  const days = new Map(weak.map(([id, { wanted }]) => [id, wanted]));
  const tryOut = (changes: readonly SeasonChange[]): Remedy => measured(facts, plan, now, changes, basis);
  const singles: Remedy[] = [];
  for (const change of candidates(facts, ids, days, quicker, basis.readyAfter)) {
    if (stop()) break;
    const one = tryOut([change]);
    // The days were told by the plan that stands; planned anew, some more may be needed to be safe.
    const need = change.kind === "later" && !one.repairs.includes(change.need) ? facts.needs.find(({ id }) => id === change.need) : undefined;
    const more = need && tryOut([askedFor(need, Math.ceil((days.get(need.id) ?? 1) * MORE_DAYS) + 1, basis.readyAfter.get(need.id))]);
    singles.push(more?.repairs.includes(need?.id ?? "") ? more : one);
  }
  for (const id of ids) {
    if (stop()) break;
    const cut = fewestCut(facts, id, tryOut);
    if (cut) singles.push(cut);
  }
  const helping = singles.filter((each) => each.after - each.before >= WORTH_OFFERING).sort(byWorth);
  if (helping.some((each) => each.unsafe === 0)) return bestOfEach(helping);
  const pairs: Remedy[] = [];
  helping.slice(0, MOST_PAIRED).forEach((one, index) => {
    for (const other of helping.slice(index + 1, MOST_PAIRED)) if (!stop() && agree(one, other)) pairs.push(tryOut([...one.changes, ...other.changes]));
  });
  return bestOfEach([...pairs.filter((pair) => helping.every((single) => pair.after >= single.after + ALIKE)), ...helping].sort(byWorth));
}

const byWorth = (a: Remedy, b: Remedy): number => Math.round(b.after / ALIKE) - Math.round(a.after / ALIKE) || asks(a) - asks(b) || a.costs.minutes - b.costs.minutes;
const asks = (remedy: Remedy): number => remedy.changes.reduce((sum, change) => sum + ASKS[change.kind], 0);

/** Two of a kind at most, so that the list offers a choice rather than six evenings. */
function bestOfEach(sorted: readonly Remedy[]): Remedy[] {
  const seen = new Map<string, number>();
  return sorted.filter((remedy) => {
    const key = remedy.changes.map((change) => change.kind).join("+");
    seen.set(key, (seen.get(key) ?? 0) + 1);
    return (seen.get(key) ?? 0) <= 2;
  });
}

/** Two changes to the same thing are not tried together. */
const agree = (one: Remedy, other: Remedy): boolean =>
  !one.changes.some((a) => other.changes.some((b) => a.kind === b.kind && (("need" in a && "need" in b && a.need === b.need) || ("day" in a && "day" in b && a.day === b.day))));

/** How a season comes out: what is kept, each chance, and how many days later it would be safe. */
interface Outcome {
  readonly kept: number;
  readonly chances: ReadonlyMap<string, { readonly chance: number; readonly wanted: number }>;
}

/** Plans facts from a plan that stands, and plays the plan. */
function tried(facts: SeasonFacts, start: StandingPlan, { spreads, needs, effort }: RemedyBasis): Outcome {
  const job = seasonJobOf(facts);
  const owed = new Map(facts.needs.map((need) => [need.id, need]));
  const known = needs.map((each) => {
    const need = owed.get(each.id);
    // Printed, one good master is enough.
    return need?.print ? { ...each, units: Math.min(1, each.units), cards: Math.min(1, each.cards) } : { ...each, cards: Math.min(each.cards, need?.cards ?? each.cards) };
  });
  const answer = planPromises(job, spreads, known, effort, start).plan;
  const found = forecast(job, answer, spreads, known, { seed: 11, runs: RUNS, stop: () => false }).needs;
  const due = new Map(job.needs.map((need) => [need.id, need.due]));
  return {
    kept: found.reduce((sum, { chance }) => sum + chance, 0),
    chances: new Map(found.map(({ id, chance, by }) => [id, { chance, wanted: Math.max(1, by[1] - (due.get(id) ?? 0)) }])),
  };
}

function measured(facts: SeasonFacts, plan: SeasonWorkPlan, now: Outcome, changes: readonly SeasonChange[], basis: RemedyBasis): Remedy {
  const changed = changes.reduce(withChange, facts);
  const then = tried(changed, planAmong(plan, facts, changed), basis);
  const isSafe = (outcome: Outcome, id: string): boolean => stateOf(outcome.chances.get(id)?.chance ?? 1) === "safe";
  return {
    changes,
    before: now.kept,
    after: then.kept,
    repairs: [...now.chances.keys()].filter((id) => !isSafe(now, id) && isSafe(then, id)),
    unsafe: [...then.chances.keys()].filter((id) => !isSafe(then, id)).length,
    costs: {
      minutes:
        Math.round(handsOf(changed) - handsOf(facts)) +
        changes.reduce((sum, change) => sum + (change.kind === "session" && change.who === "maker" ? change.to - change.from : 0), 0),
      cards: changes.reduce((sum, change) => sum + (change.kind === "cards" ? (facts.needs.find((need) => need.id === change.need)?.cards ?? 0) - change.cards : 0), 0),
      minor: changes.reduce((sum, change) => sum + (change.kind === "post" ? change.costMinor : 0), 0),
      days: changes.reduce((sum, change) => sum + (change.kind === "later" ? change.days : 0), 0),
    },
  };
}

const handsOf = (facts: SeasonFacts): number => facts.needs.reduce((sum, need) => sum + stepsOf(need).reduce((own, step) => own + step.units * step.hands + step.setup, 0), 0);

/** @param ids needs to be helped @param days how many days later each would be safe */
function candidates(
  facts: SeasonFacts,
  ids: readonly string[],
  days: ReadonlyMap<string, number>,
  quicker: readonly QuickerPost[],
  readyAfter: RemedyBasis["readyAfter"],
): SeasonChange[] {
  const needs = facts.needs.filter((need) => ids.includes(need.id));
  const lastDue = needs.reduce<Day>((latest, need) => (need.readyBy > latest ? need.readyBy : latest), facts.today);
  return [
    ...openSlots(facts, lastDue),
    ...needs.flatMap((need): SeasonChange[] => [
      ...(need.heat ? [] : [{ kind: "heat" as const, need: need.id, on: true }]),
      ...(need.print || need.fresh < 2 ? [] : [{ kind: "print" as const, need: need.id, on: true }]),
      ...skippable(need).map((stage) => ({ kind: "skip" as const, need: need.id, stage, on: true })),
      ...(need.movable ? [askedFor(need, days.get(need.id) ?? 1, readyAfter.get(need.id))] : []),
    ]),
    ...quicker.filter((each) => ids.includes(each.need)).map((each) => ({ kind: "post" as const, ...each })),
  ];
}

const MOST_SLOTS = 6;
/** Days without a session until a day: a weekend morning or a weekday evening each; and help beside sessions there are. */
function openSlots(facts: SeasonFacts, until: Day): SeasonChange[] {
  const slots: SeasonChange[] = [];
  for (let day = addDays(facts.today, 1); day <= until && slots.length < MOST_SLOTS; day = addDays(day, 1)) {
    if (facts.sessions.some((session) => session.day === day && session.who === "maker")) continue;
    const weekend = weekdayOf(day) === 0 || weekdayOf(day) === 6;
    slots.push({ kind: "session", day, from: weekend ? 540 : 1170, to: weekend ? 720 : 1290, who: "maker" });
  }
  const helped = facts.sessions.filter(
    (session) =>
      session.who === "maker" && session.day > facts.today && session.day <= until && !facts.sessions.some((other) => other.who === "helper" && other.day === session.day),
  );
  return [...slots, ...helped.slice(0, 4).map((session): SeasonChange => ({ kind: "session", day: session.day, from: session.from, to: session.to, who: "helper" }))];
}

/** The stages that would spare most, those that make the card apart: what is prepared, washed first or assembled stays. */
function skippable(need: OwedNeed): string[] {
  const painting = need.stages.filter(
    (stage) => stage.left > 0 && (stage.kind === "paint" || stage.kind === "finish" || stage.kind === "draw") && !need.skipped.includes(stage.id),
  );
  return painting
    .slice(1)
    .sort((a, b) => b.left * b.hands + b.dry / 10 - (a.left * a.hands + a.dry / 10))
    .slice(0, 2)
    .map((stage) => stage.id);
}

/** As many days more as leave so many for the work, whatever the post does with them. */
function askedFor(need: OwedNeed, wanted: number, after: readonly Day[] | undefined): SeasonChange {
  const enough = addDays(need.readyBy, wanted);
  const days = after?.findIndex((readyBy) => readyBy >= enough) ?? -1;
  const readyBy = after?.[days];
  return readyBy === undefined ? { kind: "later", need: need.id, days: wanted } : { kind: "later", need: need.id, days, readyBy };
}

/** As many cards as are safe, by halving. */
function fewestCut(facts: SeasonFacts, id: string, tryOut: (changes: readonly SeasonChange[]) => Remedy): Remedy | null {
  const cards = facts.needs.find((need) => need.id === id)?.cards ?? 0;
  let [low, high] = [0, cards];
  let best: Remedy | null = null;
  while (high - low > Math.max(1, cards / 12)) {
    const middle = (low + high) >> 1;
    const found = tryOut([{ kind: "cards", need: id, cards: middle }]);
    if (found.repairs.includes(id)) {
      best = found;
      low = middle;
    } else high = middle;
  }
  return best;
}

/** What moved between two plans: needs whose sessions are not the same. */
export function movedNeeds(
  before: { readonly plan: SeasonWorkPlan; readonly days: readonly string[] },
  after: { readonly plan: SeasonWorkPlan; readonly days: readonly string[] },
): { id: string; from: string[]; to: string[] }[] {
  const daysOf = (side: typeof before): Map<string, Set<string>> => {
    const found = new Map<string, Set<string>>();
    for (const block of side.plan.blocks) for (const id of block.needs) found.set(id, (found.get(id) ?? new Set()).add(side.days[block.session] ?? ""));
    return found;
  };
  const [old, now] = [daysOf(before), daysOf(after)];
  return [...now].flatMap(([id, days]) => {
    const was = old.get(id);
    if (!was) return [];
    const from = [...was].filter((day) => !days.has(day)).sort();
    const to = [...days].filter((day) => !was.has(day)).sort();
    return from.length + to.length > 0 ? [{ id, from, to }] : [];
  });
}
