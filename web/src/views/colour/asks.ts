import type { ComponentType } from "react";
import type { AskProps } from "./ask.ts";

/** A question that Colour answers. Adding one is a line here and a part. */
export interface Ask {
  readonly key: string;
  readonly label: string;
  readonly load: () => Promise<{ default: ComponentType<AskProps> }>;
}

export const ASKS: readonly Ask[] = [
  { key: "mud", label: "Will it go muddy?", load: () => import("./parts/MudAsk.tsx") },
  { key: "mix", label: "How to mix it", load: () => import("./parts/MixAsk.tsx") },
  { key: "puddles", label: "How much", load: () => import("./parts/PuddleAsk.tsx") },
  { key: "glaze", label: "Glazes", load: () => import("./parts/GlazeAsk.tsx") },
  { key: "mat", label: "Which mat?", load: () => import("./parts/MatAsk.tsx") },
  { key: "series", label: "Fewest paints", load: () => import("./parts/SeriesAsk.tsx") },
  { key: "drift", label: "Drifted?", load: () => import("./parts/DriftAsk.tsx") },
  { key: "guess", label: "Guess the mix", load: () => import("./parts/GuessAsk.tsx") },
  { key: "shelf", label: "Paint shelf", load: () => import("./parts/ShelfAsk.tsx") },
];
