import type { ComponentType } from "react";
import type { AskProps } from "./ask.ts";

/** A question that Colour answers. Adding one is a line here and a part. */
export interface Ask {
  readonly key: string;
  readonly label: string;
  readonly load: () => Promise<{ default: ComponentType<AskProps> }>;
}

export const ASKS: readonly Ask[] = [
  { key: "mud", label: "Will it turn to mud?", load: () => import("./parts/MudAsk.tsx") },
  { key: "mix", label: "How is it mixed?", load: () => import("./parts/MixAsk.tsx") },
  { key: "puddles", label: "How much of it?", load: () => import("./parts/PuddleAsk.tsx") },
  { key: "glaze", label: "What over what?", load: () => import("./parts/GlazeAsk.tsx") },
  { key: "mat", label: "Which mat?", load: () => import("./parts/MatAsk.tsx") },
  { key: "series", label: "Which paints for a series?", load: () => import("./parts/SeriesAsk.tsx") },
  { key: "drift", label: "Has it drifted?", load: () => import("./parts/DriftAsk.tsx") },
  { key: "guess", label: "Guess the mix", load: () => import("./parts/GuessAsk.tsx") },
  { key: "shelf", label: "The paint shelf", load: () => import("./parts/ShelfAsk.tsx") },
];
