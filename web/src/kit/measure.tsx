import { faultLine, phraseSaid, plainSpeech, type Speech } from "@yule/contract";
import type { Day, Fault, Length, LengthSystem, Phrase } from "@yule/core";
import { printMinutes, minutes, saidBare, saidExactly, saidLength, saidSize } from "@yule/core";
import { createContext, useContext, useMemo } from "react";
import { printDay, printMoney, printTime, spoken } from "./say.ts";

/** How this shop says things: its units and its money. */
export interface ShopManner {
  readonly system: LengthSystem;
  readonly currency: string;
  /** Of how days, times and numbers are written: what is kept as text is made anew with it. */
  readonly key?: string;
  /** The shop's day: a day without a year is the next one after it. */
  readonly today?: Day | undefined;
}
export const MannerContext = createContext<ShopManner>({ system: "in", currency: "EUR" });
export const MannerProvider = MannerContext.Provider;

/** Lengths as this shop says them. */
export function useMeasure() {
  const { system, key } = useContext(MannerContext);
  return useMemo(
    () => ({
      system,
      /** Changes with the way in which they are written. */
      key,
      say: (length: Length): string => saidLength(length, system, spoken()),
      /** The exact centimetres of a measure that is rounded as it is said. */
      exact: (length: Length): string | null => saidExactly(length, system, spoken()),
      bare: (length: Length): string => saidBare(length, system, spoken()),
      size: (width: Length, height: Length): string => saidSize(width, height, system, spoken()),
    }),
    [system, key],
  );
}

/** The values of a fault as this shop says them. */
export function speechOf({ system, currency }: ShopManner): Speech {
  return (value) => {
    if ("length" in value) return saidLength(value.length, system, spoken());
    if ("money" in value) return printMoney(value.money, currency);
    if ("day" in value) return printDay(value.day);
    if ("time" in value) return printTime(value.time);
    return "minutes" in value ? printMinutes(minutes(value.minutes)) : plainSpeech(value);
  };
}
export const useSpeech = (): Speech => speechOf(useContext(MannerContext));

/** A fault, a phrase or a sentence as one line. */
export function faultText(line: Fault | Phrase | string, speech: Speech): string {
  if (typeof line === "string") return line;
  return isFault(line) ? faultLine(line, speech) : phraseSaid(line, speech);
}
const isFault = (line: Fault | Phrase): line is Fault => "code" in line;
