import type { ReviewedHands, ReviewedLoss, ReviewedNeed, ReviewRead, SeasonSum, WeekOfMoney } from "@yule/contract";
import { addDays, daysBetween, type Day } from "@yule/core";

/** What first stood in the way of a promise that was not kept. */
export type FirstCause =
  | { readonly kind: "never begun" }
  /** Begun so many days before its day, where those that were kept were begun so many days before theirs. */
  | { readonly kind: "begun late"; readonly lead: number; readonly usual: number }
  | { readonly kind: "spoilt"; readonly lost: number; readonly panels: number }
  | { readonly kind: "lay" };

export interface MissedNeed {
  readonly need: ReviewedNeed;
  /** Days past its day when it went out, or by now. */
  readonly days: number;
  readonly cause: FirstCause;
}
/** Hands of a stage or a design, with their share of all hands. */
export interface HandsOf {
  readonly name: string;
  readonly panels: number;
  readonly minutes: number;
  readonly share: number;
}
export interface EarnedBy {
  readonly designId: string;
  readonly name: string;
  readonly incomeMinor: number;
  readonly minutes: number;
  /** Of an hour of hands; null where none were noted. */
  readonly hourMinor: number | null;
}
export interface SeasonReview {
  readonly kept: number;
  /** Went out late, or is past its day. */
  readonly missed: readonly MissedNeed[];
  readonly open: number;
  readonly minutes: number;
  readonly weeks: readonly { readonly week: Day; readonly minutes: number }[];
  readonly stages: readonly HandsOf[];
  readonly earned: readonly EarnedBy[];
  readonly panels: number;
  readonly lost: number;
  readonly losses: readonly (ReviewedLoss & { readonly design: string })[];
  /** Designs of which cards were left over, most first, of all their cards. */
  readonly over: readonly { readonly id: string; readonly name: string; readonly leftOver: number; readonly cards: number }[];
}

/** It went out, or its day has passed: something came of it. */
export const cameDue = ({ wentOn, due }: ReviewedNeed, today: Day): boolean => wentOn !== null || due < today;

/** It went out on its day or before it. */
export const isKept = ({ wentOn, due }: ReviewedNeed): boolean => wentOn !== null && wentOn <= due;

/** Panels that were lost beyond this share stand in the way of a promise. */
const MANY_LOST = 0.2;
const DAYS_OF_WEEK = 7;

/**
 * A season looked back on: what was kept and what was not and why, where the hands went, what they earned.
 * @param today until when a season that is not over is looked at
 */
export function reviewOf(read: ReviewRead, today: Day): SeasonReview {
  const { needs, hands, losses } = read;
  const name = new Map(read.designs.map((design) => [design.id, design.name]));
  const kept = needs.filter(isKept);
  const leads = kept.flatMap(({ begunOn, due }) => (begunOn === null ? [] : [daysBetween(begunOn, due)])).sort((a, b) => a - b);
  const usual = leads.length === 0 ? null : (leads[Math.floor(leads.length / 2)] ?? null);
  const missed = needs
    .filter((need) => !isKept(need) && cameDue(need, today))
    .map((need): MissedNeed => ({ need, days: daysBetween(need.due, need.wentOn ?? today), cause: firstCause(need, usual) }));
  const minutes = hands.reduce((sum, each) => sum + each.minutes, 0);
  return {
    kept: kept.length,
    missed,
    open: needs.length - kept.length - missed.length,
    minutes,
    weeks: weeksOf(hands),
    stages: handsBy(hands, ({ stage }) => stage, minutes),
    earned: earnedBy(needs, hands, name),
    panels: needs.reduce((sum, { panels }) => sum + panels, 0),
    lost: needs.reduce((sum, { lost }) => sum + lost, 0),
    losses: losses.map((loss) => ({ ...loss, design: name.get(loss.designId) ?? "" })),
    over: overBy(
      needs.filter((need) => cameDue(need, today)),
      name,
    ),
  };
}

function firstCause({ begunOn, due, panels, lost }: ReviewedNeed, usual: number | null): FirstCause {
  if (begunOn === null) return { kind: "never begun" };
  const lead = daysBetween(begunOn, due);
  if (usual !== null && lead < usual) return { kind: "begun late", lead, usual };
  if (panels > 0 && lost / panels > MANY_LOST) return { kind: "spoilt", lost, panels };
  return { kind: "lay" };
}

/** Weeks from the first with hands to the last, those without any among them: a gap is seen as one. */
function weeksOf(hands: readonly ReviewedHands[]): { week: Day; minutes: number }[] {
  const by = new Map<Day, number>();
  for (const { week, minutes } of hands) by.set(week, (by.get(week) ?? 0) + minutes);
  const known = [...by.keys()].sort();
  const [first, last] = [known[0], known[known.length - 1]];
  if (first === undefined || last === undefined) return [];
  const count = daysBetween(first, last) / DAYS_OF_WEEK + 1;
  return Array.from({ length: count }, (_, at) => {
    const week = addDays(first, at * DAYS_OF_WEEK);
    return { week, minutes: by.get(week) ?? 0 };
  });
}

function handsBy(hands: readonly ReviewedHands[], nameOf: (hand: ReviewedHands) => string, all: number): HandsOf[] {
  const by = new Map<string, { panels: number; minutes: number }>();
  for (const hand of hands) {
    const before = by.get(nameOf(hand)) ?? { panels: 0, minutes: 0 };
    by.set(nameOf(hand), { panels: before.panels + hand.panels, minutes: before.minutes + hand.minutes });
  }
  return [...by].map(([name, sum]) => ({ name, ...sum, share: all === 0 ? 0 : sum.minutes / all })).sort((a, b) => b.minutes - a.minutes || a.name.localeCompare(b.name));
}

function overBy(needs: readonly ReviewedNeed[], name: ReadonlyMap<string, string>): SeasonReview["over"] {
  const by = new Map<string, { leftOver: number; cards: number }>();
  for (const { designId, leftOver, cards } of needs) {
    const before = by.get(designId) ?? { leftOver: 0, cards: 0 };
    by.set(designId, { leftOver: before.leftOver + leftOver, cards: before.cards + cards });
  }
  return [...by]
    .filter(([, { leftOver }]) => leftOver > 0)
    .map(([id, sum]) => ({ id, name: name.get(id) ?? "", ...sum }))
    .sort((a, b) => b.leftOver - a.leftOver || a.name.localeCompare(b.name));
}

/** What an hour of hands brought by design, over needs that went out for a price, and all hands that went into the design. */
function earnedBy(needs: readonly ReviewedNeed[], hands: readonly ReviewedHands[], name: ReadonlyMap<string, string>): EarnedBy[] {
  const minutes = new Map(handsBy(hands, ({ designId }) => designId, 0).map((each) => [each.name, each.minutes]));
  const income = new Map<string, number>();
  for (const { designId, wentOn, priceMinor } of needs) if (wentOn !== null && priceMinor !== null) income.set(designId, (income.get(designId) ?? 0) + priceMinor);
  return [...income]
    .map(([designId, incomeMinor]): EarnedBy => {
      const spent = minutes.get(designId) ?? 0;
      return { designId, name: name.get(designId) ?? "", incomeMinor, minutes: spent, hourMinor: spent === 0 ? null : Math.round((incomeMinor * 60) / spent) };
    })
    .sort((a, b) => (b.hourMinor ?? 0) - (a.hourMinor ?? 0) || a.name.localeCompare(b.name));
}

/** What was paid out in a week: lots, outlays, post. */
export const paidOut = ({ lots, outlays, post }: WeekOfMoney): number => lots + outlays + post;

/** The same in figures that can stand beside those of another season. */
export function seasonSumOf(read: ReviewRead, today: Day): SeasonSum {
  const { kept, missed, minutes, panels, lost } = reviewOf(read, today);
  const sum = (of: (need: ReviewedNeed) => number): number => read.needs.reduce((all, need) => all + of(need), 0);
  const { id, name, from, until, state } = read.season;
  return {
    ...{ id, name, from, until, state, kept, promises: kept + missed.length, panels, lost, minutes },
    ...{ cards: sum(({ cards }) => cards), leftOver: sum(({ leftOver }) => leftOver) },
    inMinor: read.money.reduce((all, { income }) => all + income, 0),
    outMinor: read.money.reduce((all, week) => all + paidOut(week), 0),
  };
}
