import { phrase } from "@yule/core";
import type { Sentences } from "../logbook/sentences.ts";

/** What the logbook keeps of each. */
export interface ColourEvents {
  readonly "add-paint": { readonly name: string; readonly pigments: readonly string[] };
  /** `chart` where the colour on the own chart changed; null: by its pigments again. */
  readonly "change-paint": { readonly name: string; readonly chart?: string | null | undefined };
  readonly "shelve-paint": { readonly name: string; readonly gone: boolean };
  readonly "mark-touches": { readonly name: string };
}

export const colourSentences: Sentences<ColourEvents> = {
  "add-paint": ({ name, pigments }) => phrase`${name} (${pigments.length === 0 ? "by its chart" : pigments.join(", ")}) on the paint shelf`,
  "change-paint": ({ name, chart }) => (chart === undefined ? phrase`${name} changed` : phrase`${name} as on the own chart: ${chart ?? "by its pigments again"}`),
  "shelve-paint": ({ name, gone }) => phrase`${name} ${gone ? "is used up" : "is on the shelf again"}`,
  "mark-touches": ({ name }) => phrase`${name}: where its paints touch`,
};
