import { assigned, costsOfForcing, isCheapest } from "./assign.ts";

/** A panel that can become a card. */
export interface FreePanel {
  readonly id: string;
  readonly colourway: string;
  /** How unlike its sisters it was found: 0 the best, 1 surely otherwise; null where nobody looked. */
  readonly doubt: number | null;
  /** The need it was painted for, or was given to; null for what lies in the stash. */
  readonly home: string | null;
}

/** A line of a need that still lacks cards. */
export interface AskingLine {
  readonly line: string;
  readonly need: string;
  readonly colourway: string;
  readonly lacks: number;
  /** How dear the need is beside others: 1 for an ordinary one. */
  readonly weight: number;
  /** Days until it must be ready. */
  readonly days: number;
  /** Why it takes no panel of this design; null where it does. */
  readonly refuses: string | null;
}

export interface Given {
  readonly panel: string;
  /** Null for what goes to the stash. */
  readonly line: string | null;
  readonly why: "its own" | "the best to the dearest" | "lies in the stash" | "needed there sooner" | "nobody asks for it" | "left over from its own";
}

export interface WhoGetsWhich {
  readonly given: readonly Given[];
  /** Lines that lack cards all the same. */
  readonly short: readonly { readonly line: string; readonly lacks: number }[];
  /** Code that did not find it has looked for a better one, and there is none. */
  readonly isProven: boolean;
}

/** What a card to an ordinary need is worth; all else is told in parts of it. */
const CARD = 1;
/** A panel of another need is taken from it only for more than this; one out of the stash for a little. */
const [TAKEN, FETCHED] = [0.2, 0.02];
/** So many days later, a card counts half as much for being there now. */
const HALF_IN_DAYS = 30;
/** Of two panels the better goes to the dearer: so much of a card's worth hangs on how good it looks. */
const LOOKS = 0.3;
/** A panel nobody looked at is taken to be in the middle. */
const UNSEEN = 0.25;

/**
 * Which panel goes to which need: each card that is made counts by how dear and how soon its need is, the best looking panels to the dearest, and what was
 * painted for a need stays with it unless another is clearly worse off. Optimal; what is left goes to the stash.
 */
export function whoGetsWhich(panels: readonly FreePanel[], lines: readonly AskingLine[]): WhoGetsWhich {
  const places = { capacities: [...lines.map(({ lacks }) => lacks), Infinity] };
  const costs = costsOf(panels, lines);
  const at = assigned(costs, places);
  const got = new Map<string, number>();
  const given = panels.map((panel, index): Given => {
    const line = lines[at[index] ?? -1] ?? null;
    if (line) got.set(line.line, (got.get(line.line) ?? 0) + 1);
    return { panel: panel.id, line: line?.line ?? null, why: whyOf(panel, line, lines) };
  });
  return {
    given,
    short: lines.flatMap(({ line, lacks }) => ((got.get(line) ?? 0) < lacks ? [{ line, lacks: lacks - (got.get(line) ?? 0) }] : [])),
    isProven: isCheapest(costs, places, at),
  };
}

/**
 * What is lost when one panel goes to each line by hand, the rest as well as can be: in cards to an ordinary need.
 * @returns by line, null being the stash; Infinity where it cannot go
 */
export function costsByHand(panels: readonly FreePanel[], lines: readonly AskingLine[], panel: string): ReadonlyMap<string | null, number> {
  const costs = costsOfForcing(
    costsOf(panels, lines),
    { capacities: [...lines.map(({ lacks }) => lacks), Infinity] },
    panels.findIndex(({ id }) => id === panel),
  );
  return new Map([...lines.map(({ line }) => line), null].map((line, place) => [line, costs[place] ?? Infinity]));
}

function costsOf(panels: readonly FreePanel[], lines: readonly AskingLine[]): number[][] {
  // How dear and how soon, reckoned once for all panels.
  const worth = lines.map(({ weight, days }) => CARD * weight * (0.5 + 0.5 ** (1 + Math.max(0, days) / HALF_IN_DAYS)));
  return panels.map((panel) => [
    ...lines.map((line, index) => (line.colourway === panel.colourway && line.refuses === null ? -gainOf(panel, line.need, worth[index] ?? 0) : Infinity)),
    0,
  ]);
}

/** What a card of this panel is worth there, always a little more than leaving it. */
function gainOf({ home, doubt }: FreePanel, need: string, worth: number): number {
  const moved = home === need ? 0 : home === null ? FETCHED : TAKEN;
  return Math.max(0.01, worth * (1 - LOOKS * (doubt ?? UNSEEN)) - moved);
}

function whyOf(panel: FreePanel, line: AskingLine | null, lines: readonly AskingLine[]): Given["why"] {
  if (!line) return lines.some(({ need, colourway }) => need === panel.home && colourway === panel.colourway) ? "left over from its own" : "nobody asks for it";
  if (line.need === panel.home) return "its own";
  if (panel.home === null) return "lies in the stash";
  const home = lines.find(({ need, colourway }) => need === panel.home && colourway === panel.colourway);
  return home && home.weight < line.weight ? "the best to the dearest" : "needed there sooner";
}
