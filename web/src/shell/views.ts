import { t } from "@yule/core";
import type { ComponentType } from "react";

/** A view: its place in the order of the work, its name, and what loads it. Adding one is a line here and a folder. */
export interface View {
  readonly path: string;
  readonly label: string;
  readonly key: string;
  readonly load: () => Promise<{ default: ComponentType }>;
}

export const VIEWS: readonly View[] = [
  {
    path: "season",
    get label() {
      return t`Season`;
    },
    key: "1",
    load: () => import("../views/season/SeasonView.tsx"),
  },
  {
    path: "designs",
    get label() {
      return t`Designs`;
    },
    key: "2",
    load: () => import("../views/designs/DesignsView.tsx"),
  },
  {
    path: "colour",
    get label() {
      return t`Colour`;
    },
    key: "3",
    load: () => import("../views/colour/ColourView.tsx"),
  },
  {
    path: "sheets",
    get label() {
      return t`Sheets`;
    },
    key: "4",
    load: () => import("../views/sheets/SheetsView.tsx"),
  },
  {
    path: "bench",
    get label() {
      return t`Bench`;
    },
    key: "5",
    load: () => import("../views/bench/BenchView.tsx"),
  },
  {
    path: "finish",
    get label() {
      return t`Finish`;
    },
    key: "6",
    load: () => import("../views/finish/FinishView.tsx"),
  },
  {
    path: "dispatch",
    get label() {
      return t`Dispatch`;
    },
    key: "7",
    load: () => import("../views/dispatch/DispatchView.tsx"),
  },
  {
    path: "stores",
    get label() {
      return t`Stores`;
    },
    key: "8",
    load: () => import("../views/stores/StoresView.tsx"),
  },
  {
    path: "logbook",
    get label() {
      return t`Logbook`;
    },
    key: "9",
    load: () => import("../views/logbook/LogbookView.tsx"),
  },
];
