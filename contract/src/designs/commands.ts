import { addSeries, addDesign, changeStack, changeRoute, changeColourway, addColourway, archiveDesign, weighLetter } from "./designs.ts";
import { changeGuides } from "./guides.ts";
import { changeSeries, changeTraits } from "./family.ts";
import { changeWords, addSentiment, removeSentiment } from "./words.ts";

/** What a maker can say of this, with the schema of each. */
export const designsCommands = {
  "add-series": addSeries,
  "add-design": addDesign,
  "change-stack": changeStack,
  "change-route": changeRoute,
  "change-guides": changeGuides,
  "change-series": changeSeries,
  "change-traits": changeTraits,
  "change-words": changeWords,
  "change-colourway": changeColourway,
  "add-colourway": addColourway,
  "archive-design": archiveDesign,
  "weigh-letter": weighLetter,
  "add-sentiment": addSentiment,
  "remove-sentiment": removeSentiment,
} as const;
