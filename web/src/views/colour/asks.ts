import { t } from "@yule/core";
import type { ComponentType } from "react";
import type { AskProps } from "./ask.ts";

/** A question that Colour answers. Adding one is a line here and a part. */
export interface Ask {
  readonly key: string;
  readonly label: string;
  readonly load: () => Promise<{ default: ComponentType<AskProps> }>;
}

export const ASKS: readonly Ask[] = [
  {
    key: "mud",
    get label() {
      return t`Will it go muddy?`;
    },
    load: () => import("./parts/MudAsk.tsx"),
  },
  {
    key: "mix",
    get label() {
      return t`How to mix it`;
    },
    load: () => import("./parts/MixAsk.tsx"),
  },
  {
    key: "puddles",
    get label() {
      return t`How much`;
    },
    load: () => import("./parts/PuddleAsk.tsx"),
  },
  {
    key: "glaze",
    get label() {
      return t`Glazes`;
    },
    load: () => import("./parts/GlazeAsk.tsx"),
  },
  {
    key: "mat",
    get label() {
      return t`Which mat?`;
    },
    load: () => import("./parts/MatAsk.tsx"),
  },
  {
    key: "series",
    get label() {
      return t`Fewest paints`;
    },
    load: () => import("./parts/SeriesAsk.tsx"),
  },
  {
    key: "drift",
    get label() {
      return t`Drifted?`;
    },
    load: () => import("./parts/DriftAsk.tsx"),
  },
  {
    key: "guess",
    get label() {
      return t`Guess the mix`;
    },
    load: () => import("./parts/GuessAsk.tsx"),
  },
  {
    key: "shelf",
    get label() {
      return t`Paint shelf`;
    },
    load: () => import("./parts/ShelfAsk.tsx"),
  },
];
