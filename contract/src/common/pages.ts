import { isDay } from "@yule/core";
import { text } from "./text.ts";

const ID = "[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}";
const [BY_DAY, BY_NAME] = [new RegExp(`^(.{10})[.](${ID})$`), new RegExp(`^([^\\n]{0,120})\\n(${ID})$`)];
const message = "where the page before said that the next begins";

/** Where the next page begins of what is looked up by day, and by name: the last row of the page before (keyset paging). */
export const afterDay = text()
  .refine((place) => isDay(BY_DAY.exec(place)?.[1] ?? ""), { message })
  .transform((place) => ({ day: place.slice(0, 10), id: place.slice(11) }));
export const afterName = text()
  .refine((place) => BY_NAME.test(place), { message })
  .transform((place) => ({ name: place.slice(0, place.indexOf("\n")), id: place.slice(place.indexOf("\n") + 1) }));
export const dayPlace = (day: string, id: string): string => `${day}.${id}`;
export const namePlace = (name: string, id: string): string => `${name}\n${id}`;
