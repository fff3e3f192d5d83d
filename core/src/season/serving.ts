import type { Day } from "../measure/day.ts";

/** What a need still lacks, per line, once its own cards and panels are counted. */
export interface Lacking {
  readonly need: string;
  readonly readyBy: Day;
  readonly lines: readonly { readonly line: string; readonly colourway: string; readonly lacks: number }[];
}

/** What lies there already and belongs to no need. */
export interface Spare {
  /** Panels of the stash, by colourway. */
  readonly panels: ReadonlyMap<string, readonly string[]>;
  /** Finished cards left over from earlier needs, by colourway. */
  readonly cards: ReadonlyMap<string, number>;
}

/** What can serve a need before anything is painted for it. */
export interface Serving {
  readonly need: string;
  readonly units: readonly string[];
  readonly cards: readonly { readonly line: string; readonly quantity: number }[];
}

/**
 * Gives what is there to the needs that are due first: finished cards before panels, because these still want hands.
 * Nothing is promised twice.
 */
export function servingFirst(needs: readonly Lacking[], spare: Spare): Serving[] {
  const panels = new Map([...spare.panels].map(([colourway, units]) => [colourway, [...units]]));
  const cards = new Map(spare.cards);
  const inOrder = [...needs].sort((a, b) => (a.readyBy < b.readyBy ? -1 : a.readyBy > b.readyBy ? 1 : a.need < b.need ? -1 : 1));
  return inOrder.flatMap(({ need, lines }): Serving[] => {
    const units: string[] = [];
    const given: { line: string; quantity: number }[] = [];
    for (const { line, colourway, lacks } of lines) {
      const ready = Math.min(lacks, cards.get(colourway) ?? 0);
      if (ready > 0) {
        given.push({ line, quantity: ready });
        cards.set(colourway, (cards.get(colourway) ?? 0) - ready);
      }
      units.push(...(panels.get(colourway)?.splice(0, Math.max(0, lacks - ready)) ?? []));
    }
    return units.length + given.length > 0 ? [{ need, units, cards: given }] : [];
  });
}
