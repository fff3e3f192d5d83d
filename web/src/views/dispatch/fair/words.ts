import { t, wordsFor } from "@yule/core";
import type { FairSize, FairWeather } from "@yule/core";
import type { FairRow } from "@yule/derive";

export const SIZE_WORDS: Readonly<Record<FairSize, string>> = wordsFor({
  small: () => t`smaller than usual`,
  usual: () => t`as large as usual`,
  large: () => t`larger than usual`,
});
export const WEATHER_WORDS: Readonly<Record<FairWeather, string>> = wordsFor({
  fine: () => t`fine weather, or indoors`,
  unsettled: () => t`unsettled weather`,
  rain: () => t`rain`,
});

/** "Kite, sunset", as a row is named everywhere. */
export const cardName = ({ design, colourway }: Pick<FairRow, "design" | "colourway">): string => `${design.name}, ${colourway}`;
