import { phrase } from "@yule/core";
import { howMany, listed } from "../common/counts.ts";
import type { Sentences } from "../logbook/sentences.ts";

/** What left the shelf and what came of it. */
interface SplitTold {
  /** Null where no panel came out. */
  readonly panels: number | null;
  readonly titles: readonly string[];
  readonly taken: readonly { readonly name: string; readonly sheets: number }[];
  readonly offcutsUsed: number;
  readonly spoilt: number;
  readonly offcutsKept: number;
  /** What it was where no panel came out. */
  readonly what: "split" | "cut apart" | "card stock";
}
/** What the logbook keeps of each. */
export interface SheetsEvents {
  readonly "split-sheets": SplitTold;
  readonly "keep-offcut": { readonly name: string; readonly count: number };
  readonly "drop-offcut": { readonly count: number };
  readonly "keep-split-plan": { readonly name: string; readonly pieces: number; readonly replaces: boolean };
  readonly "drop-split-plan": Record<string, never>;
}

const NOTHING_OUT = { split: "Sheets split, nothing came out", "cut apart": "Taped sheets cut apart", "card stock": "Card stock cut" } as const;

export const sheetsSentences: Sentences<SheetsEvents> = {
  "split-sheets": ({ panels, titles, taken, offcutsUsed, spoilt, offcutsKept, what }) => {
    const rest = phrase`${spoilt > 0 ? phrase`, ${spoilt} spoilt in the splitting` : ""}${offcutsKept > 0 ? phrase`, ${howMany(offcutsKept, "offcut")} kept` : ""}`;
    if (panels === null) return phrase`${NOTHING_OUT[what]}${rest}`;
    const from = [...taken.map(({ name, sheets }) => phrase`${sheets} × ${name}`), ...(offcutsUsed > 0 ? [howMany(offcutsUsed, "offcut")] : [])];
    return phrase`${from.length > 0 ? listed(from) : "Paper"} split into ${howMany(panels, "panel")} for ${titles.join(", ")}${rest}`;
  },
  "keep-offcut": ({ name, count }) => phrase`${howMany(count, "offcut")} of ${name} kept`,
  "drop-offcut": ({ count }) => phrase`${howMany(count, "offcut")} taken out of the stash`,
  "keep-split-plan": ({ name, pieces, replaces }) => phrase`A plan to split ${name} into ${howMany(pieces, "piece")} ${replaces ? "kept in place of the last" : "kept"}`,
  "drop-split-plan": () => ["A plan for splitting dropped"],
};
