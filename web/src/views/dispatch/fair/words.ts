import type { FairSize, FairWeather } from "@yule/core";
import type { FairRow } from "@yule/derive";

export const SIZE_WORDS: Readonly<Record<FairSize, string>> = { small: "smaller than usual", usual: "as large as usual", large: "larger than usual" };
export const WEATHER_WORDS: Readonly<Record<FairWeather, string>> = { fine: "fine weather, or indoors", unsettled: "unsettled weather", rain: "rain" };

/** "Kite, sunset", as a row is named everywhere. */
export const cardName = ({ design, colourway }: Pick<FairRow, "design" | "colourway">): string => `${design.name}, ${colourway}`;
