import type { StoresRead } from "@yule/contract";
import type { Alarm } from "@yule/core";
import type { Outlook } from "@yule/derive";

/** What each question about the stores is asked with. */
export interface StoresAskProps {
  readonly outlook: Outlook;
  readonly stores: StoresRead;
  /** The shelf against the plan. */
  readonly stock: Outlook["stock"];
  /** What is said of each material today, by its id. */
  readonly alarms: ReadonlyMap<string, NonNullable<Alarm>>;
}

/** One material with what the plan takes of it. */
export type StockOf = Outlook["stock"][number];

/** The page of a material. */
export const materialPage = (id: string): string => `/stores?material=${id}`;
