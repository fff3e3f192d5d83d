import type { WeekOfMoney } from "@yule/contract";

/** What was paid out in a week: lots, outlays, post. */
export const paidOut = ({ lots, outlays, post }: WeekOfMoney): number => lots + outlays + post;
