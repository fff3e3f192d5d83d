import { t } from "@yule/core";
/** `1 card`, `3 cards`. */
export const cardsOf = (count: number): string => `${String(count)} ${count === 1 ? t`card` : t`cards`}`;
