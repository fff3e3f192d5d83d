import { t } from "@yule/core";
import type { ComponentType } from "react";

/** A view: its place in the order of the work, its name, and what loads it. Adding one is a line here and a folder. */
export interface View {
  readonly path: string;
  readonly label: () => string;
  /** What it decides, in sentences. */
  readonly help: () => readonly string[];
  readonly key: string;
  readonly load: () => Promise<{ default: ComponentType }>;
}

export const VIEWS: readonly View[] = [
  {
    path: "season",
    label: () => t`Season`,
    help: () => [
      t`Which cards to begin first, and what to say to whoever waits.`,
      t`A need is cards that somebody waits for by a day: an order, a list of people, a fair. Each line says when to begin it, and how often in a hundred tries it would be there in time.`,
    ],
    key: "1",
    load: () => import("../views/season/SeasonView.tsx"),
  },
  {
    path: "designs",
    label: () => t`Designs`,
    help: () => [
      t`Whether the cards of a series belong together, and which card is still missing.`,
      t`Open a design to see what to cut, the order of its stages, and whether its words fit.`,
    ],
    key: "2",
    load: () => import("../views/designs/DesignsView.tsx"),
  },
  {
    path: "colour",
    label: () => t`Colour`,
    help: () => [t`Which paints to mix and how much, and which of them turn to mud where they meet.`, t`Each question at the top has an answer of its own.`],
    key: "3",
    load: () => import("../views/colour/ColourView.tsx"),
  },
  {
    path: "sheets",
    label: () => t`Sheets`,
    help: () => [
      t`How to cut a sheet into panels so that the fewest sheets are used.`,
      t`The steps stand in the order in which your hands do them. Keep fingers behind the ruler, and cut away from yourself.`,
    ],
    key: "4",
    load: () => import("../views/sheets/SheetsView.tsx"),
  },
  {
    path: "bench",
    label: () => t`Bench`,
    help: () => [
      t`What your hands do next, while other panels are wet or dry.`,
      t`Press Done when it is done. A clock on a panel tells how long it stays wet; one with a dashed rim is a panel to catch before it dries.`,
    ],
    key: "5",
    load: () => import("../views/bench/BenchView.tsx"),
  },
  {
    path: "finish",
    label: () => t`Finish`,
    help: () => [t`Which panels are good, how many more to paint, and who gets which.`, t`After that it tells the order of making the cards.`],
    key: "6",
    load: () => import("../views/finish/FinishView.tsx"),
  },
  {
    path: "dispatch",
    label: () => t`Dispatch`,
    help: () => [t`Which letters must leave today, in which order and at which postage.`, t`The other questions are about orders, lists of people and fairs.`],
    key: "7",
    load: () => import("../views/dispatch/DispatchView.tsx"),
  },
  {
    path: "stores",
    label: () => t`Stores`,
    help: () => [t`What runs out and when, what to buy where, and what a card costs you.`, t`A figure that is underlined says why when it is pressed.`],
    key: "8",
    load: () => import("../views/stores/StoresView.tsx"),
  },
  {
    path: "logbook",
    label: () => t`Logbook`,
    help: () => [
      t`What happened and when, and what the season says for the next one.`,
      t`A session at the bench is one entry; press it to see its taps. Each entry can be undone where that is still possible, and leads to the story of its need, design, material or household.`,
    ],
    key: "9",
    load: () => import("../views/logbook/LogbookView.tsx"),
  },
];
