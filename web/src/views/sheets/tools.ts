import { lengthOfUnits, type Length, type Tools } from "@yule/core";
import { useState } from "react";

/** The maker's table: the trimmer, what is trimmed off the rim of a sheet, and what an hour of the maker's counts; null where it is not counted. */
export interface Table extends Tools {
  readonly rim: Length;
  readonly hourMinor: number | null;
}

/** Kept on the device, since another room has another trimmer. */
const KEY = "yule-trimmer";
const USUAL: Table = { reach: null, atOnce: 4, rim: lengthOfUnits(0), hourMinor: null };

function readTools(): Table {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? "null") as { readonly [Key in keyof Table]?: unknown } | null;
    return {
      reach: typeof kept?.reach === "number" && kept.reach > 0 ? lengthOfUnits(kept.reach) : USUAL.reach,
      rim: typeof kept?.rim === "number" && kept.rim > 0 ? lengthOfUnits(kept.rim) : USUAL.rim,
      hourMinor: typeof kept?.hourMinor === "number" && kept.hourMinor > 0 ? kept.hourMinor : USUAL.hourMinor,
      atOnce: typeof kept?.atOnce === "number" && kept.atOnce >= 1 ? Math.floor(kept.atOnce) : USUAL.atOnce,
    };
  } catch {
    return USUAL;
  }
}

export function useTools(): [Table, (table: Table) => void] {
  const [tools, setTools] = useState(readTools);
  return [
    tools,
    (next) => {
      localStorage.setItem(KEY, JSON.stringify(next));
      setTools(next);
    },
  ];
}
