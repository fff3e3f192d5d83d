import { inches, mm, type LengthSystem } from "@yule/core";

/** A table such as fairs have, and a usual day at it. */
export const usualTable = (system: LengthSystem) => ({
  ...(system === "in" ? { tableLength: inches(72), tableDepth: inches(30) } : { tableLength: mm(1800), tableDepth: mm(750) }),
  ...{ tiers: 2, standMinutes: 360 },
});
