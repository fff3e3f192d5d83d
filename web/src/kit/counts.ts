import { plural } from "@yule/core";
/** `1 card`, `3 cards`. */
export const cardsOf = (count: number): string => plural(count, { one: "# card", other: "# cards" });
