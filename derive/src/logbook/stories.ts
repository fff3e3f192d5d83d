import { eventPhrase, howMany, listed, type EventRead, type EventTold } from "@yule/contract";
import { phrase, type Phrase } from "@yule/core";

/** Entries that are one thing to whoever did them: a session at the bench, or a run of the same. Latest first, like the page. */
export interface Story {
  readonly key: string;
  readonly kind: "session" | "run" | "one";
  /** The moments of its first and its last entry. */
  readonly from: string;
  readonly until: string;
  readonly events: readonly EventRead[];
}

/** Between two taps of one session no more than this goes by, unless it was begun and not yet closed. */
const SESSION_GAP_MS = 90 * 60_000;
/** A session that nobody closed ends by itself. */
const LONGEST_SESSION_MS = 14 * 3_600_000;
/** The same again and again within this is told once. */
const RUN_GAP_MS = 15 * 60_000;
/** Fewer than this are told one by one. */
const LEAST_RUN = 3;

const isBench = ({ happened: { kind } }: EventRead): boolean => kind === "tell-bench" || kind === "tell-session";
const sessionWord = ({ happened }: EventRead): string | null => (happened.kind === "tell-session" ? happened.facts.what : null);
const at = ({ at: moment }: EventRead): number => new Date(moment).getTime();

interface Open {
  readonly events: EventRead[];
  readonly isBegun: boolean;
  isClosed: boolean;
}

/**
 * Tells entries as stories.
 * @param events in any order; those of one moment stay in the order of their arrival
 * @returns latest first, by the moment at which each began
 */
export function storiesOf(events: readonly EventRead[]): Story[] {
  const there = new Set(events.map(({ id }) => id));
  // A note stands with what it is pinned to, where that is in sight.
  const isShown = ({ happened }: EventRead): boolean => happened.kind === "pin-note" && happened.facts.to !== undefined && there.has(happened.facts.to);
  const inTime = events.filter((event) => !isShown(event)).sort((a, b) => at(a) - at(b) || a.seq - b.seq);
  const sessions: Open[] = [];
  const runs: EventRead[][] = [];
  for (const event of inTime) {
    if (isBench(event)) takeIntoSession(sessions, event);
    else takeIntoRun(runs, event);
  }
  const told = [
    ...sessions.map(({ events: taps }) => storyOf(taps.length > 1 ? "session" : "one", taps)),
    ...runs.flatMap((run) => (run.length < LEAST_RUN ? run.map((event) => storyOf("one", [event])) : [storyOf("run", run)])),
  ];
  return told.sort((a, b) => b.from.localeCompare(a.from) || (b.events[0]?.seq ?? 0) - (a.events[0]?.seq ?? 0));
}

function takeIntoSession(sessions: Open[], event: EventRead): void {
  const word = sessionWord(event);
  const last = sessions[sessions.length - 1];
  const lastTap = last?.events[last.events.length - 1];
  const firstTap = last?.events[0];
  const gap = lastTap ? at(event) - at(lastTap) : Infinity;
  const isOn = last !== undefined && firstTap !== undefined && (last.isBegun ? at(event) - at(firstTap) < LONGEST_SESSION_MS : gap < SESSION_GAP_MS);
  // What is closed takes no more taps, and a beginning begins another.
  if (last && isOn && !last.isClosed && word !== "begun") {
    last.events.push(event);
    last.isClosed = word === "closed";
  } else sessions.push({ events: [event], isBegun: word === "begun", isClosed: word === "closed" });
}

function takeIntoRun(runs: EventRead[][], event: EventRead): void {
  const last = runs[runs.length - 1];
  const before = last?.[last.length - 1];
  if (last && before?.kind === event.kind && event.kind !== "undo" && at(event) - at(before) < RUN_GAP_MS) last.push(event);
  else runs.push([event]);
}

function storyOf(kind: Story["kind"], inTime: readonly EventRead[]): Story {
  const events = [...inTime].reverse();
  const [first, last] = [inTime[0], events[0]];
  return { key: first?.id ?? "", kind, from: first?.at ?? "", until: last?.at ?? "", events };
}

/** What came of a session, from its taps that still stand. */
export interface SessionTold {
  readonly minutes: number;
  /** Stages in the order in which they were begun, with the panels that went through. */
  readonly stages: readonly { readonly stage: string; readonly panels: number }[];
  readonly spoilt: number;
  readonly reasons: readonly string[];
  /** Moves that were meant and made; null where it was not begun and closed. */
  readonly planned: number | null;
  readonly moved: number | null;
  readonly note: string;
  /** The air as it was in the middle of its taps; null where nothing measured it. */
  readonly air: { readonly warm: number; readonly humid: number } | null;
}

const meanOf = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

function airOf(events: readonly EventRead[]): SessionTold["air"] {
  const seen = events.flatMap(({ happened }) => (happened.kind === "tell-bench" && happened.facts.air ? [happened.facts.air] : []));
  return seen.length === 0 ? null : { warm: meanOf(seen.map(({ warm }) => warm)), humid: meanOf(seen.map(({ humid }) => humid)) };
}

export function sessionTold({ events, from, until }: Story): SessionTold {
  const stages = new Map<string, Set<string>>();
  const spoilt = new Set<string>();
  const told = { reasons: [] as readonly string[], planned: null as number | null, moved: null as number | null, note: "" };
  for (const { happened, subjectId, undoneBy } of [...events].reverse()) {
    if (undoneBy !== null) continue;
    if (happened.kind === "tell-bench") {
      const { stage, what, panels } = happened.facts;
      const names = panels.map((panel) => `${subjectId} ${String(panel)}`);
      if (what === "done") stages.set(stage, new Set([...(stages.get(stage) ?? []), ...names]));
      if (what === "spoilt") names.forEach((name) => spoilt.add(name));
    }
    if (happened.kind === "tell-session" && happened.facts.what === "closed") {
      const { sum, note } = happened.facts;
      Object.assign(told, { note, ...(sum && { reasons: sum.reasons, planned: sum.planned, moved: sum.moved }) });
    }
  }
  const minutes = Math.round((new Date(until).getTime() - new Date(from).getTime()) / 60_000);
  return { minutes, stages: [...stages].map(([stage, panels]) => ({ stage, panels: panels.size })), spoilt: spoilt.size, ...told, air: airOf(events) };
}

/** A story in a sentence or two. */
export function storyPhrase(story: Story): Phrase {
  const [newest] = story.events;
  if (!newest) return [];
  if (story.kind === "session") return sessionPhrase(sessionTold(story));
  if (story.kind === "run") return phrase`${eventPhrase(newest.happened)} (and ${story.events.length - 1} more of the kind)`;
  return eventPhrase(newest.happened);
}

function sessionPhrase({ minutes, stages, spoilt, reasons, planned, moved, note }: SessionTold): Phrase {
  const done = listed(stages.map(({ stage, panels }) => phrase`${stage} on ${howMany(panels, "panel")}`));
  const time = minutes === 0 ? phrase`less than a minute` : phrase`${{ minutes }}`;
  const work = stages.length === 0 ? phrase`At the bench for ${time}.` : phrase`At the bench for ${time}: ${done}.`;
  const lost = spoilt === 0 ? [] : reasons.length === 0 ? phrase` ${howMany(spoilt, "panel")} spoilt.` : phrase` ${howMany(spoilt, "panel")} spoilt: ${reasons.join(", ")}.`;
  const meant = planned === null || moved === null ? [] : phrase` ${moved} of ${planned} planned moves were made.`;
  return phrase`${work}${lost}${meant}${note === "" ? "" : ` ${note}`}`;
}

/** Why an entry cannot be undone; null where it can be, or was. */
export function whyNotUndone({ undoable, undoneBy, happened }: Pick<EventRead, "undoable" | "undoneBy" | "happened">): Phrase | null {
  if (undoable || undoneBy !== null) return null;
  return ERASING.has(happened.kind) ? phrase`It cannot be undone: what was erased is gone for good.` : phrase`There is nothing to undo: it changed nothing that is kept.`;
}
const ERASING: ReadonlySet<EventTold["kind"]> = new Set(["erase-household"]);
