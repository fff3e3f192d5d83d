import { t } from "@yule/core";
import type { ComponentType } from "react";
import type { AskProps } from "./ask.ts";

/** A question that Colour answers. Adding one is a line here and a part. */
export interface Ask {
  readonly key: string;
  readonly label: () => string;
  readonly load: () => Promise<{ default: ComponentType<AskProps> }>;
}

export const ASKS: readonly Ask[] = [
  { key: "mud", label: () => t`Will it go muddy?`, load: () => import("./parts/MudAsk.tsx") },
  { key: "mix", label: () => t`How to mix it`, load: () => import("./parts/MixAsk.tsx") },
  { key: "puddles", label: () => t`How much`, load: () => import("./parts/PuddleAsk.tsx") },
  { key: "glaze", label: () => t`Glazes`, load: () => import("./parts/GlazeAsk.tsx") },
  { key: "mat", label: () => t`Which mat?`, load: () => import("./parts/MatAsk.tsx") },
  { key: "series", label: () => t`Fewest paints`, load: () => import("./parts/SeriesAsk.tsx") },
  { key: "drift", label: () => t`Drifted?`, load: () => import("./parts/DriftAsk.tsx") },
  { key: "guess", label: () => t`Guess the mix`, load: () => import("./parts/GuessAsk.tsx") },
  { key: "shelf", label: () => t`Paint shelf`, load: () => import("./parts/ShelfAsk.tsx") },
];
