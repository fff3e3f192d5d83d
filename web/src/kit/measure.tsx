import { faultLine, phraseText, plainSpeech, type Speech } from "@yule/contract";
import type { Fault, Length, LengthSystem, Phrase } from "@yule/core";
import { printBare, printDay, printLength, printMinutes, printMoney, printSize, printTime, minutes } from "@yule/core";
import { createContext, useContext, useMemo } from "react";

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
  return useMemo(
    () => ({
      system,
      say: (length: Length): string => printLength(length, system),
      bare: (length: Length): string => printBare(length, system),
      size: (width: Length, height: Length): string => printSize(width, height, system),
    }),
    [system],
  );
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

/** A fault, a phrase or a sentence as one line. */
export function faultText(line: Fault | Phrase | string, speech: Speech): string {
  if (typeof line === "string") return line;
  return isFault(line) ? faultLine(line, speech) : phraseText(line, speech);
}
const isFault = (line: Fault | Phrase): line is Fault => "code" in line;
