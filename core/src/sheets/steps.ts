import { lengthOfUnits, type Length } from "../measure/length.ts";
import { alikeLayouts, type AlikeLayouts } from "./alike.ts";
import type { Cut, Layout, Rect, Sheet, Split, SplitJob } from "./model.ts";

/** What stands on the table: how long a cut the trimmer takes (null for a knife and ruler), and how many sheets it cuts at once. */
export interface Tools {
  readonly reach: Length | null;
  readonly atOnce: number;
}

/**
 * One setting of the fence and what is done with it. `hands` pieces of one size are cut alike, `atOnce` of them in a pile, each
 * `times` in a row; `cuts` are the places on the sheet and `held` the pieces as they lie there.
 */
export interface CutStep {
  readonly axis: "x" | "y";
  readonly fence: Length;
  readonly length: Length;
  readonly times: number;
  readonly hands: number;
  readonly atOnce: number;
  /** Strokes of the blade in all. */
  readonly strokes: number;
  /** The piece must be turned a quarter first. */
  readonly turned: boolean;
  readonly beyondReach: boolean;
  readonly cuts: readonly Cut[];
  readonly held: readonly Rect[];
  /** What comes off: pieces for something, strips to cut further, or what is left over. */
  readonly off: "pieces" | "strips" | "offcuts";
  /** Whole sheets are in the hand. */
  readonly whole: boolean;
  /** Deckle or edge that is trimmed off all round before anything else. */
  readonly trim: boolean;
}

/** A layout, with the sheets that are cut like it, and the work at the trimmer that it takes. */
export interface SheetWork {
  readonly alike: AlikeLayouts;
  readonly steps: readonly CutStep[];
}

/** The work of a whole split: sheets that are cut alike together, so that they go in piles. */
export const cuttingSteps = (job: SplitJob, split: Pick<Split, "layouts">, tools: Tools): SheetWork[] =>
  alikeLayouts(split.layouts).flatMap((alike) => {
    const sheet = job.sheets.find((each) => each.id === alike.layout.sheet);
    return sheet ? [{ alike, steps: cutSteps(job, sheet, alike.layout, tools) }] : [];
  });

interface Node {
  readonly rect: Rect;
  split: { readonly cut: Cut; readonly near: Node; readonly far: Node } | null;
}

/**
 * A layout as work at the trimmer: long cuts first, all cuts of one setting together, strips of one size in a pile. The pieces of a
 * strip that is cut in one direction lie beside each other; equal strips, also those of further sheets, are done at once.
 */
export function cutSteps(job: SplitJob, sheet: Sheet, layout: Layout, tools: Tools): CutStep[] {
  const root = treeOf(job, sheet, layout);
  const steps: CutStep[] = job.edge > 0 ? [trimming(job, sheet, layout, tools)] : [];
  let groups: Node[][] = [[root]];
  let last: "x" | "y" | null = null;
  while (groups.length > 0) {
    groups.sort((a, b) => longest(b) - longest(a));
    const [group, ...others] = groups;
    groups = others;
    const first = group?.[0];
    if (!group || !first?.split) continue;
    const { axis } = first.split.cut;
    const parts = group.map((node) => partsAlong(node, axis));
    const hands = group.length * layout.times;
    for (let index = 0; index < (parts[0]?.length ?? 0) - 1;) {
      const size = sizeAlong(parts[0]?.[index]?.rect, axis);
      let to = index + 1;
      while (to < (parts[0]?.length ?? 0) - 1 && sizeAlong(parts[0]?.[to]?.rect, axis) === size) to += 1;
      const run = parts.flatMap((each) => each.slice(index, to));
      const length = axis === "x" ? first.rect.height : first.rect.width;
      const atOnce = Math.max(1, Math.min(tools.atOnce, hands));
      steps.push({
        axis,
        fence: lengthOfUnits(size),
        length,
        times: to - index,
        hands,
        atOnce,
        strokes: Math.ceil(hands / atOnce) * (to - index),
        turned: last !== null && last !== axis,
        beyondReach: tools.reach !== null && length > tools.reach,
        cuts: run.map((part) => cutAfter(part.rect, axis)),
        held: group.map((node) => node.rect),
        off: offOf(run, layout),
        whole: group[0] === root,
        trim: false,
      });
      last = axis;
      index = to;
    }
    groups.push(...alike(parts.flat()));
  }
  return steps;
}

const longest = (group: readonly Node[]): number => {
  const cut = group[0]?.split?.cut;
  return cut ? cut.to - cut.from : 0;
};

const sizeAlong = (rect: Rect | undefined, axis: "x" | "y"): number => (axis === "x" ? (rect?.width ?? 0) : (rect?.height ?? 0));

const cutAfter = (rect: Rect, axis: "x" | "y"): Cut =>
  axis === "x"
    ? { axis, at: lengthOfUnits(rect.x + rect.width), from: rect.y, to: lengthOfUnits(rect.y + rect.height) }
    : { axis, at: lengthOfUnits(rect.y + rect.height), from: rect.x, to: lengthOfUnits(rect.x + rect.width) };

function trimming(job: SplitJob, sheet: Sheet, layout: Layout, tools: Tools): CutStep {
  const [right, below] = [lengthOfUnits(sheet.width - job.edge), lengthOfUnits(sheet.height - job.edge)];
  const full: Rect = { x: lengthOfUnits(0), y: lengthOfUnits(0), width: sheet.width, height: sheet.height };
  const atOnce = Math.max(1, Math.min(tools.atOnce, layout.times));
  const length = lengthOfUnits(Math.max(sheet.width, sheet.height));
  return {
    axis: "x",
    fence: job.edge,
    length,
    times: 4,
    hands: layout.times,
    atOnce,
    strokes: 4 * Math.ceil(layout.times / atOnce),
    turned: false,
    beyondReach: tools.reach !== null && length > tools.reach,
    cuts: [
      { axis: "x", at: job.edge, from: full.y, to: sheet.height },
      { axis: "x", at: right, from: full.y, to: sheet.height },
      { axis: "y", at: job.edge, from: full.x, to: sheet.width },
      { axis: "y", at: below, from: full.x, to: sheet.width },
    ],
    held: [full],
    off: "offcuts",
    whole: true,
    trim: true,
  };
}

/** The cuts as a tree: each parts the one piece that it runs across. What is lost in a cut belongs to neither side. */
function treeOf(job: SplitJob, sheet: Sheet, layout: Layout): Node {
  const inner = { width: lengthOfUnits(sheet.width - 2 * job.edge), height: lengthOfUnits(sheet.height - 2 * job.edge) };
  const root: Node = { rect: { x: job.edge, y: job.edge, ...inner }, split: null };
  const leaves = new Set<Node>([root]);
  for (const cut of layout.cuts) {
    const held = [...leaves].find(({ rect }) => isAcross(rect, cut, job.gap));
    if (!held) continue;
    // Beside an offcut nothing is lost: it begins where the piece before it ends.
    const rest = lengthOfUnits(cut.at + (isOffcut(layout, cut) ? 0 : job.gap));
    const { rect } = held;
    const [near, far]: [Rect, Rect] =
      cut.axis === "x"
        ? [
            { ...rect, width: lengthOfUnits(cut.at - rect.x) },
            { ...rect, x: rest, width: lengthOfUnits(rect.x + rect.width - rest) },
          ]
        : [
            { ...rect, height: lengthOfUnits(cut.at - rect.y) },
            { ...rect, y: rest, height: lengthOfUnits(rect.y + rect.height - rest) },
          ];
    held.split = { cut, near: { rect: near, split: null }, far: { rect: far, split: null } };
    leaves.delete(held);
    leaves.add(held.split.near);
    leaves.add(held.split.far);
  }
  return root;
}

/** Whether a cut runs across a piece from side to side; its ends may be short of the rim by what is lost there. */
function isAcross(rect: Rect, cut: Cut, gap: number): boolean {
  const [start, size, from, length] = cut.axis === "x" ? [rect.x, rect.width, rect.y, rect.height] : [rect.y, rect.height, rect.x, rect.width];
  return start < cut.at && cut.at < start + size && Math.abs(cut.from - from) <= gap && Math.abs(cut.to - (from + length)) <= gap;
}

const isOffcut = (layout: Layout, cut: Cut): boolean =>
  layout.offcuts.some((offcut) =>
    cut.axis === "x" ? offcut.x === cut.at && offcut.y >= cut.from && offcut.y < cut.to : offcut.y === cut.at && offcut.x >= cut.from && offcut.x < cut.to,
  );

/** The parts of a piece that parallel cuts make, in order. */
function partsAlong(node: Node, axis: "x" | "y"): Node[] {
  if (node.split?.cut.axis !== axis) return [node];
  return [...partsAlong(node.split.near, axis), ...partsAlong(node.split.far, axis)];
}

/** Pieces to cut further, those of one size that are cut alike together. */
function alike(nodes: readonly Node[]): Node[][] {
  const groups = new Map<string, Node[]>();
  for (const node of nodes) {
    if (!node.split) continue;
    const key = shapeOf(node);
    const group = groups.get(key);
    if (group) group.push(node);
    else groups.set(key, [node]);
  }
  return [...groups.values()];
}

const shapeOf = ({ rect, split }: Node): string => `${String(rect.width)}x${String(rect.height)}${split ? `${split.cut.axis}(${shapeOf(split.near)},${shapeOf(split.far)})` : ""}`;

function offOf(parts: readonly Node[], layout: Layout): CutStep["off"] {
  if (parts.some((part) => part.split)) return "strips";
  const isPiece = ({ rect }: Node): boolean => layout.pieces.some((piece) => Math.abs(piece.x - rect.x) < CLOSE && Math.abs(piece.y - rect.y) < CLOSE && piece.width <= rect.width);
  return parts.some(isPiece) ? "pieces" : "offcuts";
}

/** Less than a quarter of a millimetre is no other place. */
const CLOSE = 80;
