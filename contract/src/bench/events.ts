import { phrase } from "@yule/core";
import { howMany } from "../common/counts.ts";
import type { Sentences } from "../logbook/sentences.ts";
import type { benchFacts, sessionFacts } from "./facts.ts";

/** What a session came to: panels moved on of those planned, panels lost and why. */
export interface SessionSum {
  readonly moved: number;
  readonly planned: number | null;
  readonly spoilt: number;
  readonly reasons: readonly string[];
}
/** What the logbook keeps of each. */
export interface BenchEvents {
  readonly "tell-bench": {
    readonly stage: string;
    readonly what: (typeof benchFacts)[number];
    readonly panels: readonly number[];
    /** The room as it was, degrees Celsius and humidity from 0 to 1; null where nothing measured it, left out in entries of before it was kept. */
    readonly air?: { readonly warm: number; readonly humid: number } | null;
  };
  /** `sum` where a session that was begun is closed. */
  readonly "tell-session": { readonly what: (typeof sessionFacts)[number]; readonly note: string; readonly sum: SessionSum | null };
}

const FACT_WORDS = {
  done: phrase`done`,
  dry: phrase`dry already`,
  heated: phrase`dried with heat`,
  "still-wet": phrase`still wet`,
  spoilt: phrase`spoilt`,
  skipped: phrase`skipped`,
} as const;
const SESSION_WORDS = { begun: phrase`Session begun`, paused: phrase`Pause`, "gone on": phrase`Gone on after the pause`, closed: phrase`Session closed` } as const;

const sumWords = ({ moved, planned, spoilt, reasons }: SessionSum) =>
  phrase`, ${howMany(moved, "panel")} moved on${planned === null ? "" : phrase` of ${planned} planned`}${
    spoilt === 0 ? "" : phrase`, ${spoilt} spoilt${reasons.length === 0 ? "" : ` (${reasons.join(", ")})`}`
  }`;

export const benchSentences: Sentences<BenchEvents> = {
  "tell-bench": ({ stage, what, panels }) =>
    panels.length === 1 ? phrase`${stage} ${FACT_WORDS[what]}: panel ${panels.join(", ")}` : phrase`${stage} ${FACT_WORDS[what]}: panels ${panels.join(", ")}`,
  "tell-session": ({ what, note, sum }) => phrase`${SESSION_WORDS[what]}${sum === null ? "" : sumWords(sum)}${note === "" ? "" : `: ${note}`}`,
};
