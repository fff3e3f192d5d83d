import type { FaultSeen, PanelFault } from "@yule/core";

/** What a photo shows of a panel, as a maker says it. */
const SEEN: Readonly<Record<PanelFault, string>> = {
  pale: "paler than its sisters",
  dark: "darker than its sisters",
  hue: "of another colour",
  mud: "gone grey",
  missing: "something is not there",
  shifted: "something stands elsewhere",
  smudge: "a foreign mark",
  bloom: "a bloom",
  border: "the border is off",
  creep: "paint in the border",
  tilted: "the picture is turned",
};
/** The same of all panels, against the master. */
const SHARED: Readonly<Record<PanelFault, string>> = {
  ...SEEN,
  pale: "paler than the master: the puddle was thinned",
  dark: "darker than the master",
  hue: "of another colour than the master",
  mud: "greyer than the master",
};

const PLACES = [
  ["top left", "top", "top right"],
  ["left", "middle", "right"],
  ["bottom left", "bottom", "bottom right"],
] as const;

/** Where on the panel something is; null where the whole is meant. */
export const spotOf = ({ where }: FaultSeen): NonNullable<FaultSeen["where"]> | null => (where && (where[2] - where[0]) * (where[3] - where[1]) <= 0.3 ? where : null);

/** The same in words. */
function placeOf(fault: FaultSeen): string {
  const where = spotOf(fault);
  if (!where) return "";
  const [left, top, right, bottom] = where;
  const third = (share: number): 0 | 1 | 2 => (share < 0.37 ? 0 : share < 0.63 ? 1 : 2);
  return `, ${PLACES[third((top + bottom) / 2)][third((left + right) / 2)]}`;
}

/** From so much on a panel is said to be unlike its sisters. */
export const UNLIKE = 0.4;
/** Weaker differences of it are not said. */
const SAID = 0.22;

/** What is seen of a panel, the clearest first; each kind once. */
export function seenOf(faults: readonly FaultSeen[]): FaultSeen[] {
  const kinds = new Map<PanelFault, FaultSeen>();
  for (const fault of faults) if (fault.amount >= SAID && !kinds.has(fault.kind)) kinds.set(fault.kind, fault);
  return [...kinds.values()].slice(0, 3);
}

export const seenWords = (fault: FaultSeen): string => `${SEEN[fault.kind]}${placeOf(fault)}`;
export const sharedWords = (fault: FaultSeen): string => SHARED[fault.kind];

export const panelsWord = (count: number): string => `${String(count)} ${count === 1 ? "panel" : "panels"}`;
