import { phrase } from "@yule/core";
import { howMany } from "../common/counts.ts";
import type { Sentences } from "../logbook/sentences.ts";

interface Named {
  readonly name: string;
}
interface Text {
  readonly text: string;
}
/** What the logbook keeps of each. */
export interface DesignsEvents {
  readonly "add-series": Named;
  readonly "add-design": Named & { readonly colourways: number; readonly stages: number };
  readonly "change-stack": Named;
  readonly "change-route": Named & { readonly stages: number };
  readonly "change-guides": Named & { readonly guides: string | null };
  readonly "change-series": Named;
  readonly "change-traits": Named;
  readonly "change-words": Named;
  readonly "change-colourway": Named & { readonly colourway: string; readonly picture: boolean };
  readonly "add-colourway": Named & { readonly colourway: string };
  readonly "archive-design": Named & { readonly archived: boolean };
  readonly "weigh-letter": Named & { readonly grams: number | null };
  readonly "add-sentiment": Text;
  readonly "remove-sentiment": Text;
}

export const designsSentences: Sentences<DesignsEvents> = {
  "add-series": ({ name }) => phrase`Series ${name} begun`,
  "add-design": ({ name, colourways, stages }) => phrase`Design ${name} with ${howMany(colourways, "colourway")} and ${howMany(stages, "stage")}`,
  "change-stack": ({ name }) => phrase`Stack of ${name} changed`,
  "change-route": ({ name, stages }) => phrase`Route of ${name} changed: ${howMany(stages, "stage")}`,
  "change-guides": ({ name, guides }) => (guides === null ? phrase`No guides on ${name}` : phrase`Guides of ${name}: ${guides}`),
  "change-series": ({ name }) => phrase`What ties ${name} together changed`,
  "change-traits": ({ name }) => phrase`What ${name} shows changed`,
  "change-words": ({ name }) => phrase`Words of ${name} changed`,
  "change-colourway": ({ name, colourway, picture }) => phrase`${picture ? "A picture" : "The paints"} of ${name}, ${colourway}`,
  "add-colourway": ({ name, colourway }) => phrase`${name} also in ${colourway}`,
  "archive-design": ({ name, archived }) => phrase`${name} ${archived ? "put away; its history stays" : "brought back"}`,
  "weigh-letter": ({ name, grams }) => (grams === null ? phrase`${name} in its envelope weighs what is reckoned` : phrase`${name} in its envelope weighs ${`${String(grams)} g`}`),
  "add-sentiment": ({ text }) => phrase`Words: ${text}`,
  "remove-sentiment": ({ text }) => phrase`Words left out: ${text}`,
};
