import { addDays, type Day } from "../measure/day.ts";
import { minutes } from "../measure/minutes.ts";
import { pinnedIn, type OwedNeed, type SeasonFacts } from "./facts.ts";
import type { StandingPlan } from "./promises/planPromises.ts";
import type { KeptSession, Who } from "./sessions.ts";

/** One thing that could be otherwise: for a remedy that is tried, and for the sandbox. */
export type SeasonChange =
  | { readonly kind: "session"; readonly day: Day; readonly from: number; readonly to: number; readonly who: Who }
  | { readonly kind: "no session"; readonly day: Day; readonly from: number; readonly to: number }
  | { readonly kind: "cards"; readonly need: string; readonly cards: number }
  | { readonly kind: "skip"; readonly need: string; readonly stage: string; readonly on: boolean }
  | { readonly kind: "print"; readonly need: string; readonly on: boolean }
  | { readonly kind: "heat"; readonly need: string; readonly on: boolean }
  | { readonly kind: "post"; readonly need: string; readonly service: string; readonly readyBy: Day; readonly costMinor: number }
  /** So many days later, or sooner below zero. With `readyBy` where the post decides what that leaves; else as many days. */
  | { readonly kind: "later"; readonly need: string; readonly days: number; readonly readyBy?: Day };

const DISPLACED = 0.5;

/**
 * A plan that stands, where sessions were added, lost or have passed: sessions are told by their place among those to come. What lay in one that is
 * lost goes to the next of the same hands.
 */
export function planAmong({ choice, blocks }: StandingPlan, { sessions: before }: Pick<SeasonFacts, "sessions">, facts: Pick<SeasonFacts, "sessions" | "pinned">): StandingPlan {
  const after = facts.sessions;
  const key = (session: KeptSession): string => `${session.day} ${String(session.to)} ${session.who}`;
  const places = new Map(after.map((session, index) => [key(session), index]));
  const next = (session: KeptSession): number =>
    after.findIndex((each) => each.who === session.who && (each.day > session.day || (each.day === session.day && each.to > session.to)));
  // Before the next one, so that it goes after what that session has of its own.
  const moved = before.map((session) => places.get(key(session)) ?? next(session) - DISPLACED);
  return {
    pinned: pinnedIn(facts),
    choice: { ...choice, free: choice.free.flatMap((index) => (before[index] ? (places.get(key(before[index])) ?? []) : [])) },
    blocks: blocks.flatMap(({ needs, step, session, units }) => {
      const place = moved[session] ?? -1;
      return place < -DISPLACED ? [] : [{ needs, step, session: place, units }];
    }),
  };
}

/** The facts as they would be after a change. */
export function withChange(facts: SeasonFacts, change: SeasonChange): SeasonFacts {
  switch (change.kind) {
    case "session": {
      const session: KeptSession = { day: change.day, from: change.from, to: change.to, length: minutes(change.to - change.from), who: change.who, light: false, late: false };
      return { ...facts, sessions: [...facts.sessions, session].sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.from - b.from)) };
    }
    case "no session":
      return {
        ...facts,
        sessions: facts.sessions.filter((session) => session.who !== "maker" || session.day !== change.day || session.to <= change.from || session.from >= change.to),
      };
    case "cards":
      return onNeed(facts, change.need, (need) => fewer(need, change.cards));
    case "skip":
      return onNeed(facts, change.need, (need) => ({ ...need, skipped: change.on ? [...need.skipped, change.stage] : need.skipped.filter((stage) => stage !== change.stage) }));
    case "print":
      return onNeed(facts, change.need, (need) => (change.on ? { ...need, print: true } : painted(need)));
    case "heat":
      return onNeed(facts, change.need, (need) => ({ ...need, heat: change.on }));
    case "post":
      return onNeed(facts, change.need, (need) => ({ ...need, readyBy: change.readyBy }));
    case "later":
      return onNeed(facts, change.need, (need) => ({ ...need, readyBy: change.readyBy ?? addDays(need.readyBy, change.days) }));
  }
}

const onNeed = (facts: SeasonFacts, id: string, alter: (need: OwedNeed) => OwedNeed): SeasonFacts => ({
  ...facts,
  needs: facts.needs.map((need) => (need.id === id ? alter(need) : need)),
});

/** A need that was to be printed, painted card by card after all: a panel for each card. */
function painted(need: OwedNeed): OwedNeed {
  const fresh = Math.max(need.fresh, need.cards - need.coming);
  const more = fresh - need.fresh;
  return {
    ...need,
    print: false,
    fresh,
    sheets: Math.max(need.sheets, Math.ceil((need.sheets * fresh) / Math.max(1, need.fresh))),
    stages: need.stages.map((stage) => (stage.kind === "assemble" ? stage : { ...stage, left: stage.left + more })),
  };
}

/** A need with so many cards still to make: panels in hand are kept, panels not begun become fewer or more. */
function fewer(need: OwedNeed, cards: number): OwedNeed {
  const share = need.cards > 0 ? cards / need.cards : 1;
  const fresh = Math.max(0, Math.round(need.fresh + (cards - need.cards) * (need.fresh > 0 ? Math.max(1, need.fresh / Math.max(1, need.cards)) : 0)));
  const gone = need.fresh - fresh;
  return {
    ...need,
    cards,
    fresh,
    sheets: Math.ceil(need.sheets * (need.fresh > 0 ? fresh / need.fresh : 1)),
    parcels: need.parcels > 1 ? Math.ceil(need.parcels * share) : need.parcels,
    stages: need.stages.map((stage) => ({ ...stage, left: Math.max(0, stage.kind === "assemble" ? Math.round(stage.left * share) : stage.left - gone) })),
  };
}
