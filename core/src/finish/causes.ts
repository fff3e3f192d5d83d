import { PANEL_FAULTS } from "./inspect/model.ts";

/** Why a panel is not good: what a photo can show, and what only the hand or a day shows. */
export const PANEL_CAUSES = [...PANEL_FAULTS, "buckled", "splatter", "residue", "torn"] as const;
export type PanelCause = (typeof PANEL_CAUSES)[number];

/** Air at the bench by its humidity: below 45 in 100, above 60, and between; null where nobody measured. */
export const AIRS = ["dry air", "middling air", "damp air"] as const;
/** The time of day the hands were at it. */
export const HOURS = ["before noon", "in the afternoon", "in the evening"] as const;

/** So many panels of which all this was the same. */
export interface FateOf {
  readonly design: string;
  readonly paper: string | null;
  readonly air: (typeof AIRS)[number] | null;
  readonly hour: (typeof HOURS)[number] | null;
  /** The stage at which it was lost; null where it was judged, or is good. */
  readonly stage: string | null;
  /** Why; null where it is good, "" where nobody said. */
  readonly cause: string | null;
  readonly panels: number;
}

/** What panels can be ranked by. */
export const RANKED_BY = ["cause", "stage", "paper", "air", "hour"] as const;
export type RankedBy = (typeof RANKED_BY)[number];

export interface RankedLevel {
  readonly level: string;
  readonly lost: number;
  /** Of so many panels: of a cause or a stage, all there are. */
  readonly panels: number;
}

/** Panels lost by cause, stage, paper, air or hour, the most first; what nobody told is left out but for the cause. */
export function rankedBy(fates: readonly FateOf[], by: RankedBy): RankedLevel[] {
  const all = fates.reduce((sum, { panels }) => sum + panels, 0);
  const levels = new Map<string, { lost: number; panels: number }>();
  for (const fate of fates) {
    const level = fate[by];
    if (level === null) continue;
    const own = levels.get(level) ?? { lost: 0, panels: 0 };
    levels.set(level, { lost: own.lost + (fate.cause === null ? 0 : fate.panels), panels: own.panels + fate.panels });
  }
  return [...levels]
    .map(([level, { lost, panels }]) => ({ level, lost, panels: by === "cause" || by === "stage" ? all : panels }))
    .sort((a, b) => b.lost - a.lost || (a.level < b.level ? -1 : 1));
}

/** One circumstance in which more panels fail than otherwise. */
export interface Lever {
  readonly of: "paper" | "air" | "hour" | "stage";
  readonly level: string;
  readonly panels: number;
  readonly lost: number;
  /** The same of all others. */
  readonly others: { readonly panels: number; readonly lost: number };
  /** The chance that it is truly worse, and not luck. */
  readonly sure: number;
  /** Panels that would be good if it were as elsewhere. */
  readonly saves: number;
}

/** Below this a circumstance is luck as likely as not, and is not named; nor is one of fewer panels than these, whatever came of them. */
const [SURE, LEAST] = [0.8, 8];

/**
 * What would change most: circumstances in which more fail than elsewhere, by how many panels would be good if they failed as elsewhere. How sure it is: two
 * shares of Beta(1 + lost, 1 + good), their difference taken as normal (Agresti and Caffo, Am. Stat. 54, 2000). Stages lose each by itself, so
 * they are held against the mean of the others.
 */
export function levers(fates: readonly FateOf[]): Lever[] {
  return [...(["paper", "air", "hour"] as const).flatMap((of) => circumstances(fates, of)), ...stages(fates)]
    .filter(({ sure, saves, panels, others }) => sure >= SURE && saves >= 0.5 && Math.min(panels, others.panels) >= LEAST)
    .sort((a, b) => b.saves - a.saves);
}

function circumstances(fates: readonly FateOf[], of: "paper" | "air" | "hour"): Lever[] {
  const known = fates.filter((fate) => fate[of] !== null);
  const levels = [...new Set(known.map((fate) => fate[of] ?? ""))].sort();
  return levels.length < 2
    ? []
    : levels.map((level) => leverOf(of, level, countOf(known.filter((fate) => fate[of] === level)), countOf(known.filter((fate) => fate[of] !== level))));
}

function stages(fates: readonly FateOf[]): Lever[] {
  const all = fates.reduce((sum, { panels }) => sum + panels, 0);
  const lost = new Map<string, number>();
  for (const { stage, panels } of fates) if (stage !== null) lost.set(stage, (lost.get(stage) ?? 0) + panels);
  if (lost.size < 2) return [];
  const sum = [...lost.values()].reduce((total, each) => total + each, 0);
  return [...lost].map(([stage, panels]) => leverOf("stage", stage, { panels: all, lost: panels }, { panels: all * (lost.size - 1), lost: sum - panels }));
}

const countOf = (fates: readonly FateOf[]): { panels: number; lost: number } => ({
  panels: fates.reduce((sum, { panels }) => sum + panels, 0),
  lost: fates.reduce((sum, { cause, panels }) => sum + (cause === null ? 0 : panels), 0),
});

function leverOf(of: Lever["of"], level: string, here: { readonly panels: number; readonly lost: number }, others: Lever["others"]): Lever {
  const [own, rest] = [believed(here), believed(others)];
  const elsewhere = others.panels === 0 ? 0 : others.lost / others.panels;
  return {
    of,
    level,
    ...here,
    others,
    sure: normalBelow((own.mean - rest.mean) / Math.sqrt(own.variance + rest.variance)),
    saves: Math.max(0, here.lost - elsewhere * here.panels),
  };
}

function believed({ panels, lost }: { readonly panels: number; readonly lost: number }): { mean: number; variance: number } {
  const mean = (lost + 1) / (panels + 2);
  return { mean, variance: (mean * (1 - mean)) / (panels + 3) };
}

/** The normal distribution below z, by Abramowitz and Stegun (1964) 26.2.17: within 8e-8. */
function normalBelow(z: number): number {
  const t = 1 / (1 + 0.231_641_9 * Math.abs(z));
  const tail = (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) * t * (0.319_381_53 + t * (-0.356_563_782 + t * (1.781_477_937 + t * (-1.821_255_978 + t * 1.330_274_429))));
  return z >= 0 ? 1 - tail : tail;
}
