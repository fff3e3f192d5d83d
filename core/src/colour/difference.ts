import { differenceCiede2000, modeLab65, useMode } from "culori/fn";
import type { Lab } from "./light.ts";

useMode(modeLab65);
const apart = differenceCiede2000();

/** CIEDE2000 (CIE 142-2001; Sharma, Wu and Dalal 2005) between two colours in CIE Lab. About 1 is just noticed side by side. */
export const differenceOf = (one: Lab, other: Lab): number => apart({ mode: "lab65", l: one[0], a: one[1], b: one[2] }, { mode: "lab65", l: other[0], a: other[1], b: other[2] });

/** A difference up to which two washes pass for one. */
export const JUST_NOTICED = 1;
