import { faultLine, plainSpeech, type Speech } from "@yule/contract";
import type { Fault, Length, LengthSystem } from "@yule/core";
import { printBare, printDay, printLength, printMinutes, printMoney, printSize, printTime, minutes } from "@yule/core";
import { createContext, useContext } from "react";

/** How this shop says things: its units and its money. */
export interface ShopManner {
  readonly system: LengthSystem;
  readonly currency: string;
}
const Manners = createContext<ShopManner>({ system: "in", currency: "EUR" });
export const MannerProvider = Manners.Provider;

/** Lengths as this shop says them. */
export function useMeasure() {
  const { system } = useContext(Manners);
  return {
    system,
    say: (length: Length): string => printLength(length, system),
    bare: (length: Length): string => printBare(length, system),
    size: (width: Length, height: Length): string => printSize(width, height, system),
  };
}

/** The values of a fault as this shop says them. */
export function speechOf({ system, currency }: ShopManner): Speech {
  return (value) => {
    if ("length" in value) return printLength(value.length, system);
    if ("money" in value) return printMoney(value.money, currency);
    if ("day" in value) return printDay(value.day);
    if ("time" in value) return printTime(value.time);
    return "minutes" in value ? printMinutes(minutes(value.minutes)) : plainSpeech(value);
  };
}
export const useSpeech = (): Speech => speechOf(useContext(Manners));

/** A fault, or a sentence where there is none, as one line. */
export const faultText = (fault: Fault | string, speech: Speech): string => (typeof fault === "string" ? fault : faultLine(fault, speech));
