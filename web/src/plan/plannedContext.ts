import type { PlannedSeason } from "@yule/derive";
import { createContext, useContext } from "react";

const PlannedContext = createContext<PlannedSeason | null>(null);
export const PlannedProvider = PlannedContext.Provider;
/** The planned season, null until there is a plan. */
export const usePlanned = (): PlannedSeason | null => useContext(PlannedContext);
