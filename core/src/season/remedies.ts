import { addDays, weekdayOf, type Day } from "../measure/day.ts";
import type { Limits } from "../search/search.ts";
import { withChange, type SeasonChange } from "./changes.ts";
import { seasonJobOf, stepsOf, type OwedNeed, type SeasonFacts } from "./facts.ts";
import { planWork } from "./schedule/planWork.ts";
import type { SeasonWorkPlan } from "./schedule/model.ts";

/** Something that would help, with what it costs and what it repairs: all of it planned anew, nothing assumed. */
export interface Remedy {
  readonly changes: readonly SeasonChange[];
  /** Days late over all needs, before and after. */
  readonly before: number;
  readonly after: number;
  /** Needs that were late and are not any more. */
  readonly repairs: readonly string[];
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
/** How much a remedy asks of the maker beyond its figures; less is offered first where two repair the same. */
const ASKS: Readonly<Record<SeasonChange["kind"], number>> = { heat: 1, post: 2, session: 3, "no session": 9, skip: 4, later: 5, cards: 6, print: 7 };

/**
 * What must give when a season does not fit: every single change that could help is planned and measured, and pairs of
 * the best where no single one is enough. Ranked by what stays late, then by what it asks.
 * @param limitsFor limits for each trial plan
 */
export function remedies(facts: SeasonFacts, plan: SeasonWorkPlan, quicker: readonly QuickerPost[], limitsFor: () => Limits, stop: () => boolean): Remedy[] {
  const late = plan.needs.filter((need) => need.lateDays > 0).map((need) => need.id);
  if (late.length === 0) return [];
  const tryOut = (changes: readonly SeasonChange[]): Remedy => measured(facts, plan, late, changes, limitsFor());
  const singles: Remedy[] = [];
  for (const change of candidates(facts, plan, late, quicker)) {
    if (stop()) break;
    singles.push(tryOut([change]));
  }
  for (const id of late) {
    if (stop()) break;
    const cut = fewestCut(facts, plan, late, id, limitsFor);
    if (cut) singles.push(cut);
  }
  const helping = singles.filter((each) => each.after < each.before).sort(byWorth);
  if (helping.some((each) => each.after === 0)) return bestOfEach(helping);
  const pairs: Remedy[] = [];
  helping.slice(0, MOST_PAIRED).forEach((one, index) => {
    for (const other of helping.slice(index + 1, MOST_PAIRED)) if (!stop() && agree(one, other)) pairs.push(tryOut([...one.changes, ...other.changes]));
  });
  return bestOfEach([...pairs.filter((pair) => helping.every((single) => pair.after < single.after)), ...helping].sort(byWorth));
}

const byWorth = (a: Remedy, b: Remedy): number => a.after - b.after || asks(a) - asks(b) || a.costs.minutes - b.costs.minutes;
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

function measured(facts: SeasonFacts, plan: SeasonWorkPlan, late: readonly string[], changes: readonly SeasonChange[], limits: Limits): Remedy {
  const changed = changes.reduce(withChange, facts);
  const answer = planWork(seasonJobOf(changed), limits, plan.choice).plan;
  return {
    changes,
    before: plan.score.lateDays,
    after: answer.score.lateDays,
    repairs: late.filter((id) => (answer.needs.find((need) => need.id === id)?.lateDays ?? 0) === 0),
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

function candidates(facts: SeasonFacts, plan: SeasonWorkPlan, late: readonly string[], quicker: readonly QuickerPost[]): SeasonChange[] {
  const needs = facts.needs.filter((need) => late.includes(need.id));
  const lastDue = needs.reduce<Day>((latest, need) => (need.readyBy > latest ? need.readyBy : latest), facts.today);
  return [
    ...openSlots(facts, lastDue),
    ...needs.flatMap((need): SeasonChange[] => [
      ...(need.heat ? [] : [{ kind: "heat" as const, need: need.id, on: true }]),
      ...(need.print || need.fresh < 2 ? [] : [{ kind: "print" as const, need: need.id, on: true }]),
      ...skippable(need).map((stage) => ({ kind: "skip" as const, need: need.id, stage, on: true })),
      ...(need.movable ? [{ kind: "later" as const, need: need.id, days: plan.needs.find((each) => each.id === need.id)?.lateDays ?? 1 }] : []),
    ]),
    ...quicker.filter((each) => late.includes(each.need)).map((each) => ({ kind: "post" as const, ...each })),
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

/** As many cards as are on time, by halving. */
function fewestCut(facts: SeasonFacts, plan: SeasonWorkPlan, late: readonly string[], id: string, limitsFor: () => Limits): Remedy | null {
  const cards = facts.needs.find((need) => need.id === id)?.cards ?? 0;
  let [low, high] = [0, cards];
  let best: Remedy | null = null;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    const tried = measured(facts, plan, late, [{ kind: "cards", need: id, cards: middle }], limitsFor());
    if (tried.repairs.includes(id)) {
      best = tried;
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
