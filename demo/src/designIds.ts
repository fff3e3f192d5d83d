import { idMaker } from "./ids.ts";

/** Ids of the shelf and of the designs, in one row: what lies on the shelf is made first. */
export const makeId = idMaker(0x1001);
