import { day, phrase, type Matters, type Phrase } from "@yule/core";
import { howMany, listed } from "../common/counts.ts";
import type { Sentences } from "../logbook/sentences.ts";
import type { LessonMoment } from "./lessons.ts";
import type { people, sessionChangeKinds } from "./sessions.ts";

interface Titled {
  readonly title: string;
}
/** What was changed of a need; what is left out stayed. */
export interface NeedChanged {
  readonly due?: string | undefined;
  readonly cards?: number | undefined;
  readonly print?: boolean | undefined;
  readonly heat?: boolean | undefined;
  readonly matters?: Matters | undefined;
  /** Null: the cheapest way in time. */
  readonly service?: string | null | undefined;
  readonly skipped?: number | undefined;
}
/** A time that differs from the ordinary week. */
export interface ChangedTime extends Titled {
  readonly what: (typeof sessionChangeKinds)[number];
  readonly who: (typeof people)[number];
  readonly first: string;
  readonly last: string;
  readonly from: number | null;
  readonly to: number | null;
}
/** What the logbook keeps of each. */
export interface SeasonEvents {
  readonly "add-need": Titled & { readonly cards: number; readonly design: string; readonly due: string };
  readonly "add-needs": { readonly needs: number };
  readonly "change-need": Titled & { readonly changed: NeedChanged };
  readonly "remove-need": Titled;
  readonly "serve-need": Titled & { readonly panels: number; readonly cards: number };
  readonly "tell-outcome": Titled & { readonly sold: number; readonly leftOver: number };
  readonly "prepare-season": { readonly name: string; readonly from: string; readonly until: string };
  readonly "change-season": { readonly name: string; readonly from: string; readonly until: string };
  readonly "close-season": { readonly name: string; readonly next: string; readonly handedOn: number };
  readonly "open-season": { readonly name: string; readonly instead: string };
  readonly "note-lesson": { readonly moment: LessonMoment; readonly text: string };
  readonly "answer-lesson": { readonly text: string; readonly helped: boolean };
  readonly "remove-lesson": { readonly text: string };
  readonly "set-sessions": { readonly sessions: number };
  readonly "add-session-change": ChangedTime;
  readonly "add-session-changes": { readonly changes: number; readonly only: ChangedTime | null };
  readonly "remove-session-change": ChangedTime;
  readonly "pin-session": { readonly day: string };
  readonly "unpin-session": { readonly day: string };
  readonly "add-own-occasion": Titled & { readonly date: number; readonly month: number; readonly year: number | null };
  readonly "add-own-occasions": { readonly occasions: number };
  readonly "remove-own-occasion": Titled;
}

export const seasonSentences: Sentences<SeasonEvents> = {
  "add-need": ({ title, cards, design, due }) => phrase`${title}: ${cards} × ${design} by ${{ day: day(due) }}`,
  "add-needs": ({ needs }) => phrase`${howMany(needs, "need")} added together`,
  "change-need": ({ title, changed }) => {
    const words = needWords(changed);
    return phrase`${title} changed${words.length === 0 ? "" : phrase`: ${listed(words)}`}`;
  },
  "remove-need": ({ title }) => phrase`${title} removed`,
  "serve-need": ({ title, panels, cards }) => {
    const given = [...(panels > 0 ? [phrase`${howMany(panels, "panel")} of the stash`] : []), ...(cards > 0 ? [howMany(cards, "left-over card")] : [])];
    return phrase`${listed(given, " and ")} given to ${title}`;
  },
  "tell-outcome": ({ title, sold, leftOver }) => phrase`${title}: ${sold} sold, ${leftOver} left over`,
  "prepare-season": ({ name, from, until }) => phrase`${name} prepared, ${{ day: day(from) }} to ${{ day: day(until) }}`,
  "change-season": ({ name, from, until }) => phrase`${name} goes from ${{ day: day(from) }} to ${{ day: day(until) }}`,
  "close-season": ({ name, next, handedOn }) => phrase`${name} closed, ${next} opened${handedOn === 0 ? "" : phrase`; ${howMany(handedOn, "need")} handed on`}`,
  "open-season": ({ name, instead }) => phrase`${name} opened; ${instead} waits beside it`,
  "note-lesson": ({ moment, text }) => phrase`Lesson for ${moment}: ${text}`,
  "answer-lesson": ({ text, helped }) => (helped ? phrase`Lesson that helped: ${text}` : phrase`Lesson that did not help: ${text}`),
  "remove-lesson": ({ text }) => phrase`Lesson no longer said: ${text}`,
  "set-sessions": ({ sessions }) => phrase`${howMany(sessions, "session")} a week`,
  "add-session-change": (change) => timeWords(change),
  "add-session-changes": ({ changes, only }) => (only ? timeWords(only) : phrase`${changes} times that differ from the ordinary week`),
  "remove-session-change": (change) => phrase`No longer: ${timeWords(change)}`,
  "pin-session": ({ day: on }) => phrase`The session on ${{ day: day(on) }} stays as it is planned`,
  "unpin-session": ({ day: on }) => phrase`The session on ${{ day: day(on) }} may be planned anew`,
  "add-own-occasion": ({ title, date, month, year }) => phrase`${title} is kept on ${`${String(date)}.${String(month)}.${year === null ? "" : String(year)}`}`,
  "add-own-occasions": ({ occasions }) => phrase`${howMany(occasions, "day")} of her own ${occasions === 1 ? "is" : "are"} kept`,
  "remove-own-occasion": ({ title }) => phrase`${title} is kept no longer`,
};

function needWords({ due, cards, print, heat, matters, service, skipped }: NeedChanged): Phrase[] {
  return [
    ...(due === undefined ? [] : [phrase`now due ${{ day: day(due) }}`]),
    ...(cards === undefined ? [] : [phrase`now ${howMany(cards, "card")}`]),
    ...(print === undefined ? [] : [[print ? "printed from one master" : "painted card by card"]]),
    ...(matters === undefined ? [] : [[{ ordinary: "an ordinary promise", dear: "a dear one", "must not fail": "one that must not fail" }[matters]]]),
    ...(heat === undefined ? [] : [[heat ? "dried with the heat tool" : "dried by air"]]),
    ...(service === undefined ? [] : [service === null ? ["posted the cheapest way in time"] : phrase`posted as ${service}`]),
    ...(skipped === undefined ? [] : [skipped === 0 ? ["with its whole route"] : phrase`${howMany(skipped, "stage")} left out`]),
  ];
}

function timeWords({ what, who, title, first, last, from, to }: ChangedTime): Phrase {
  const kind = { extra: who === "helper" ? "Help" : "An extra session", away: "Away", busy: "Busy" }[what];
  const days = first === last ? phrase`${{ day: day(first) }}` : phrase`${{ day: day(first) }} to ${{ day: day(last) }}`;
  const times = from === null || to === null ? "" : phrase`, ${{ time: from }} to ${{ time: to }}`;
  return phrase`${kind} ${days}${times}${title === "" ? "" : `: ${title}`}`;
}
