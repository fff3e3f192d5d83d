import { t, wordsFor, plural } from "@yule/core";
import type { FaultSeen, PanelFault } from "@yule/core";

/** What a photo shows of a panel, as a maker says it. */
const SEEN: Readonly<Record<PanelFault, string>> = wordsFor({
  pale: () => t`paler than its sisters`,
  dark: () => t`darker than its sisters`,
  hue: () => t`of another colour`,
  mud: () => t`gone grey`,
  missing: () => t`something is not there`,
  shifted: () => t`something stands elsewhere`,
  smudge: () => t`a foreign mark`,
  bloom: () => t`a bloom`,
  border: () => t`the border is off`,
  creep: () => t`paint in the border`,
  tilted: () => t`the picture is turned`,
});
/** The same of all panels, against the master. */
const SHARED: Readonly<Partial<Record<PanelFault, string>>> = wordsFor({
  pale: () => t`paler than the master: the puddle was thinned`,
  dark: () => t`darker than the master`,
  hue: () => t`of another colour than the master`,
  mud: () => t`greyer than the master`,
});

const places = () =>
  [
    [t`top left`, t`top`, t`top right`],
    [t`left`, t`middle`, t`right`],
    [t`bottom left`, t`bottom`, t`bottom right`],
  ] as const;

/** Where on the panel something is; null where the whole is meant. */
export const spotOf = ({ where }: FaultSeen): NonNullable<FaultSeen["where"]> | null => (where && (where[2] - where[0]) * (where[3] - where[1]) <= 0.3 ? where : null);

/** The same in words. */
function placeOf(fault: FaultSeen): string {
  const where = spotOf(fault);
  if (!where) return "";
  const [left, top, right, bottom] = where;
  const third = (share: number): 0 | 1 | 2 => (share < 0.37 ? 0 : share < 0.63 ? 1 : 2);
  return `, ${places()[third((top + bottom) / 2)][third((left + right) / 2)]}`;
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
export const sharedWords = (fault: FaultSeen): string => SHARED[fault.kind] ?? SEEN[fault.kind];

export const panelsWord = (count: number): string => plural(count, { one: "# panel", other: "# panels" });
