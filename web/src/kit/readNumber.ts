import { numberIn } from "@yule/core";
import { spoken } from "./say.ts";

/** A number as this shop's country writes it; NaN for what is none, and for nothing. */
export const readNumber = (text: string): number => numberIn(text, spoken());
