import type { Length } from "../../measure/length.ts";
import type { LinearSolver } from "../../search/linear.ts";
import type { Limits } from "../../search/search.ts";
import { kindsOf } from "../kinds.ts";
import { grown, turns, type PlacedPiece, type Rect, type Sheet, type Split, type SplitJob, type Spot, type WantedPanel } from "../model.ts";
import { layoutOf } from "../partings.ts";
import { bestWindows, type WindowSize } from "../windows/bestWindows.ts";
import type { Mark, PaintedLook } from "./paintedLook.ts";
import { WindowJudge, type Judged, type PaintingTaste, type Wish } from "./quality.ts";

/** Panels wanted from what is painted already: what one is worth at its best, and what its need wishes of it. */
export interface PaintedWant extends WantedPanel {
  readonly worth: number;
  readonly wish: Wish;
}

/** A window that the maker holds in its place, and what it is for. */
export interface HeldWindow extends Rect {
  readonly panel: string;
}

export interface PaintedWindow {
  readonly piece: PlacedPiece;
  readonly judged: Judged;
  /** How far it suits what it is for, from -0.2 to 0.2. */
  readonly suits: number;
  readonly marks: readonly Mark[];
  readonly held: boolean;
}

/** `share` is what the windows are worth of what no plan on the same raster exceeds, 0 to 1. */
export interface PaintedPlan {
  readonly job: SplitJob;
  readonly split: Split;
  readonly windows: readonly PaintedWindow[];
  readonly share: number;
}

export interface PaintedQuestion {
  readonly sheet: Sheet;
  /** Lost on every side: where it was taped, or the deckle. */
  readonly edge: Length;
  readonly wants: readonly PaintedWant[];
  readonly held: readonly HeldWindow[];
  readonly taste: PaintingTaste;
  /** Cuts that are free to choose lie on multiples of it from the sheet's corner, as a fence is set. */
  readonly step: Length;
}

/** Below this a window is not worth cutting. */
const LEAST_QUALITY = 0.25;

/**
 * Windows out of a sheet that is painted already: which parts of it become which panels, so that straight cuts free them, the best
 * parts are caught and each goes to a need that it suits.
 * @returns null when no straight cuts free all the windows that are held
 */
export function cutPainted(question: PaintedQuestion, look: PaintedLook, limits: Limits, solve: LinearSolver): PaintedPlan | null {
  const { sheet, edge, taste } = question;
  const judge = new WindowJudge(look, taste, sheet);
  const asked: SplitJob = { sheets: [{ ...sheet, count: 1 }], panels: question.wants, edge, gap: 0 as Length, method: "cut", thirds: false };
  const kinds = kindsOf(asked);
  const members = kinds.members.map((alike) => alike.flatMap((panel) => question.wants.find((want) => want.id === panel.id) ?? []));
  const heldAt = question.held.map((held) => ({ held, panel: members.findIndex((alike) => alike.some((want) => want.id === held.panel)) })).filter(({ panel }) => panel >= 0);
  const worthFor = (want: PaintedWant, rect: Rect): number => {
    const { quality } = judge.judge(rect.x, rect.y, rect.width, rect.height);
    const suits = suitsAt(judge, want, rect);
    return quality < LEAST_QUALITY || suits === null ? 0 : want.worth * Math.max(0, quality + suits);
  };
  const sizes = kinds.job.panels.map((panel, index): WindowSize => {
    const alike = members[index] ?? [];
    return {
      ways: turns(kinds.job, panel),
      most: panel.count,
      worth: (x, y, width, height) => {
        const rect = rectAt(x + edge, y + edge, width, height);
        return alike.reduce((most, want) => Math.max(most, worthFor(want, rect)), 0);
      },
    };
  });
  const pins = heldAt.map(({ held, panel }): Spot => ({ panel, x: held.x - edge, y: held.y - edge, width: held.width, height: held.height }));
  const found = bestWindows(grown(asked, sheet), sizes, pins, limits, { step: question.step });
  if (!found) return null;
  const rects = found.spots.map((spot) => ({ kind: spot.panel, rect: rectAt(spot.x + edge, spot.y + edge, spot.width, spot.height) }));
  const labels = assigned(rects, members, question.held, worthFor, solve, limits);
  const taken = found.spots.flatMap((spot, index) => {
    const label = labels[index];
    return label === undefined ? [] : [{ spot, label }];
  });
  const counts = new Map<string, number>();
  for (const { label } of taken) counts.set(label, (counts.get(label) ?? 0) + 1);
  const job: SplitJob = {
    ...asked,
    panels: question.wants.flatMap(({ worth: _, wish: __, ...panel }) => ({ ...panel, count: counts.get(panel.id) ?? 0 })).filter((panel) => panel.count > 0),
  };
  const layout =
    taken.length === 0
      ? null
      : layoutOf(
          asked,
          sheet,
          { sheet: 0, spots: taken.map(({ spot }) => spot) },
          1,
          taken.map(({ label }) => label),
        );
  const windows = (layout?.pieces ?? []).map((piece) => windowOf(piece, question, judge));
  const split: Split = { layouts: layout ? [layout] : [], unplaced: [], sheetsUsed: layout ? 1 : 0, cost: sheet.cost, lowerBound: sheet.cost, proven: false };
  // That nothing is worth cutting is known only where nothing could be.
  const caught = windows.length > 0 ? found.worth : 0;
  return { job, split, windows, share: found.bound > 0 ? caught / found.bound : 1 };
}

/** A piece as a window into the painting, with what is to be said of it. */
function windowOf(piece: Split["layouts"][number]["pieces"][number], question: PaintedQuestion, judge: WindowJudge): PaintedWindow {
  const want = question.wants.find((each) => each.id === piece.panel);
  return {
    piece,
    judged: judge.judge(piece.x, piece.y, piece.width, piece.height),
    suits: (want && suitsAt(judge, want, piece)) ?? 0,
    marks: judge.marksOn(piece),
    held: question.held.some((held) => held.x === piece.x && held.y === piece.y && held.width === piece.width && held.height === piece.height),
  };
}

const rectAt = (x: number, y: number, width: number, height: number): Rect => ({ x: x as Length, y: y as Length, width: width as Length, height: height as Length });

/** A panel that lies turned has its top at the left, and what is wished of its places turns with it. */
function suitsAt(judge: WindowJudge, want: PaintedWant, { x, y, width, height }: Rect): number | null {
  const { calm } = want.wish;
  const turned = width !== want.width && calm !== null;
  const wish = turned ? { ...want.wish, calm: { x: calm.y, y: 1 - calm.x - calm.width, width: calm.height, height: calm.width } } : want.wish;
  return judge.suits(wish, x, y, width, height);
}

/**
 * Which window goes to which of the panels of its size, so that all together are worth most: an assignment problem, whose linear
 * program has whole answers (Birkhoff 1946). Held windows keep what they are for. Where time runs out before the program is solved, the
 * best pair is taken first, and so on: an answer that is worth a little less, not none.
 */
function assigned(
  windows: readonly { readonly kind: number; readonly rect: Rect }[],
  members: readonly (readonly PaintedWant[])[],
  held: readonly HeldWindow[],
  worthFor: (want: PaintedWant, rect: Rect) => number,
  solve: LinearSolver,
  limits: Limits,
): (string | undefined)[] {
  const columns = windows.flatMap(({ kind, rect }, window) => {
    const kept = held.find((each) => each.x === rect.x && each.y === rect.y && each.width === rect.width && each.height === rect.height);
    return (members[kind] ?? []).flatMap((want) => {
      if (kept) return want.id === kept.panel ? [{ window, want, worth: HELD }] : [];
      const worth = worthFor(want, rect);
      return worth > 0 ? [{ window, want, worth }] : [];
    });
  });
  const rowOf = (is: (column: (typeof columns)[number]) => boolean, most: number) => ({
    terms: columns.flatMap((column, index) => (is(column) ? [[index, 1] as const] : [])),
    most,
  });
  const answer = solve(
    {
      costs: columns.map((column) => -column.worth),
      upper: columns.map(() => 1),
      whole: true,
      rows: [
        ...windows.map((_, window) => rowOf((column) => column.window === window, 1)),
        ...members.flat().map((want) => rowOf((column) => column.want === want, Math.max(want.count, held.filter((each) => each.panel === want.id).length))),
      ].filter((row) => row.terms.length > 0),
    },
    Math.max(0.3, limits.left()),
  );
  const labels = new Array<string | undefined>(windows.length).fill(undefined);
  // What the engine has in hand when time ends may be nothing at all.
  if (answer?.optimal) {
    columns.forEach(({ window, want }, index) => {
      if ((answer.values[index] ?? 0) > 0.5) labels[window] = want.id;
    });
    return labels;
  }
  const taken = new Map<string, number>();
  for (const { window, want, worth } of [...columns].sort((a, b) => b.worth - a.worth)) {
    const many = taken.get(want.id) ?? 0;
    if (labels[window] !== undefined || (worth < HELD && many >= want.count)) continue;
    labels[window] = want.id;
    taken.set(want.id, many + 1);
  }
  return labels;
}

/** More than any window is worth: what the maker holds is not given up. */
const HELD = 1e7;
