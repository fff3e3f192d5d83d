import { setShop, setCalendarAddress } from "./shop.ts";

/** What a maker can say of this, with the schema of each. */
export const shopCommands = {
  "set-shop": setShop,
  "set-calendar-address": setCalendarAddress,
} as const;
