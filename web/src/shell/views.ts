import type { ComponentType } from "react";

/** A view: its place in the order of the work, its name, and what loads it. Adding one is a line here and a folder. */
export interface View {
  readonly path: string;
  readonly label: string;
  readonly key: string;
  readonly load: () => Promise<{ default: ComponentType }>;
}

export const VIEWS: readonly View[] = [
  { path: "season", label: "Season", key: "1", load: () => import("../views/season/SeasonView.tsx") },
  { path: "designs", label: "Designs", key: "2", load: () => import("../views/designs/DesignsView.tsx") },
  { path: "colour", label: "Colour", key: "3", load: () => import("../views/colour/ColourView.tsx") },
  { path: "sheets", label: "Sheets", key: "4", load: () => import("../views/sheets/SheetsView.tsx") },
  { path: "bench", label: "Bench", key: "5", load: () => import("../views/bench/BenchView.tsx") },
  { path: "finish", label: "Finish", key: "6", load: () => import("../views/finish/FinishView.tsx") },
  { path: "dispatch", label: "Dispatch", key: "7", load: () => import("../views/dispatch/DispatchView.tsx") },
  { path: "stores", label: "Stores", key: "8", load: () => import("../views/stores/StoresView.tsx") },
  { path: "logbook", label: "Logbook", key: "9", load: () => import("../views/logbook/LogbookView.tsx") },
];
