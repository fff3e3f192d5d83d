import { lengthOfUnits, type Tools } from "@yule/core";
import { useState } from "react";

/** What stands on this table: kept on the device, since another room has another trimmer. */
const KEY = "yule-trimmer";
const USUAL: Tools = { reach: null, atOnce: 4 };

function readTools(): Tools {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? "null") as { reach?: unknown; atOnce?: unknown } | null;
    return {
      reach: typeof kept?.reach === "number" && kept.reach > 0 ? lengthOfUnits(kept.reach) : USUAL.reach,
      atOnce: typeof kept?.atOnce === "number" && kept.atOnce >= 1 ? Math.floor(kept.atOnce) : USUAL.atOnce,
    };
  } catch {
    return USUAL;
  }
}

export function useTools(): [Tools, (tools: Tools) => void] {
  const [tools, setTools] = useState(readTools);
  return [
    tools,
    (next) => {
      localStorage.setItem(KEY, JSON.stringify(next));
      setTools(next);
    },
  ];
}
