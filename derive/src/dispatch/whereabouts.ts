import type { HouseholdRead } from "@yule/contract";
import { addDays, day, type Day } from "@yule/core";

/** Where a letter that goes on a day is sent: to where they are for a while, or home. */
export function addressOn(household: HouseholdRead, on: Day): { readonly address: string; readonly country: string } {
  return household.elsewhere.find(({ from, until }) => from <= on && on <= until) ?? household;
}

/** Why no letter goes to a household; null where one may. */
export const lettersWaitFor = ({ state }: HouseholdRead): "moved" | "no more" | null => (state === "moved" || state === "no more" ? state : null);

/** So long after somebody died no feast is wished. */
const MOURNING_DAYS = 365;

/** Whether a household is to have words that name no feast: it asked for them, or it is bereaved. */
export const wantsNeutral = ({ neutral, state, stateOn }: HouseholdRead, today: Day): boolean =>
  neutral || (state === "bereaved" && stateOn !== null && addDays(day(stateOn), MOURNING_DAYS) >= today);
