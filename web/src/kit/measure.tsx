import { printBare, printLength, printSize, type Length, type LengthSystem } from "@yule/core";
import { createContext, useContext } from "react";

const System = createContext<LengthSystem>("in");
export const SystemProvider = System.Provider;

/** Lengths as this shop says them. */
export function useMeasure() {
  const system = useContext(System);
  return {
    system,
    say: (length: Length): string => printLength(length, system),
    bare: (length: Length): string => printBare(length, system),
    size: (width: Length, height: Length): string => printSize(width, height, system),
  };
}

/** A fault's lengths stand in it as `#units`; here they become the shop's own words. */
export const spoken = (text: string, say: (length: Length) => string): string => text.replace(/#(-?\d+)/g, (_, units: string) => say(Number(units) as Length));
