import type { Length } from "../../measure/length.ts";
import { fail, succeed, phrase, type Fault, type Result } from "../../outcome/outcome.ts";

/** What is pencilled on a panel before it is painted. Margin and gap are lost at the rim and between cells. */
export type Guides =
  | { readonly kind: "cells"; readonly columns: number; readonly rows: number; readonly margin: Length; readonly gap: Length; readonly circles: boolean }
  | { readonly kind: "most cells"; readonly width: Length; readonly height: Length; readonly margin: Length; readonly gap: Length; readonly circles: boolean }
  | { readonly kind: "circle"; readonly margin: Length }
  | { readonly kind: "horizon"; readonly fromTop: Length }
  | { readonly kind: "lines"; readonly first: Length; readonly spacing: Length; readonly count: number; readonly margin: Length }
  | { readonly kind: "thirds" };

export interface GuideSheet {
  readonly cells: readonly { readonly x: Length; readonly y: Length; readonly width: Length; readonly height: Length }[];
  readonly circles: readonly { readonly x: Length; readonly y: Length; readonly radius: Length }[];
  readonly lines: readonly { readonly axis: "across" | "down"; readonly at: Length; readonly from: Length; readonly to: Length }[];
  /** Marks to pencil along the top and the left edge, from the top left corner. */
  readonly ticks: { readonly top: readonly Length[]; readonly left: readonly Length[] };
}

interface Panel {
  readonly width: Length;
  readonly height: Length;
}

const MOST_CELLS = 2_500;
const length = (units: number): Length => Math.round(units) as Length;

/**
 * Where the guides lie on a panel. Cell edges are snapped each for itself, so that rounding never adds up across a row.
 * @fault guide-outside: margins, gaps and cells need more than the panel has; too-many-cells
 */
export function guideSheet(panel: Panel, guides: Guides): Result<GuideSheet> {
  switch (guides.kind) {
    case "cells":
      return cells(panel, guides);
    case "most cells":
      return mostCells(panel, guides);
    case "circle":
      return circle(panel, guides.margin);
    case "horizon":
      return guides.fromTop > panel.height
        ? fail(outside("fromTop", guides.fromTop, panel.height))
        : succeed(sheet({ lines: [{ axis: "across", at: guides.fromTop, from: length(0), to: panel.width }], left: [guides.fromTop] }));
    case "lines":
      return lettering(panel, guides);
    case "thirds": {
      const [across, down] = [1, 2]
        .map((part) => part / 3)
        .reduce<[Length[], Length[]]>(
          ([a, d], share) => [
            [...a, length(panel.height * share)],
            [...d, length(panel.width * share)],
          ],
          [[], []],
        );
      return succeed(
        sheet({
          lines: [
            ...across.map((at) => ({ axis: "across" as const, at, from: length(0), to: panel.width })),
            ...down.map((at) => ({ axis: "down" as const, at, from: length(0), to: panel.height })),
          ],
          top: down,
          left: across,
        }),
      );
    }
  }
}

function cells(panel: Panel, { columns, rows, margin, gap, circles }: Extract<Guides, { kind: "cells" }>): Result<GuideSheet> {
  if (columns * rows > MOST_CELLS) return fail({ code: "too-many-cells", path: ["columns"], given: phrase`${columns} by ${rows}`, allowed: phrase`at most ${MOST_CELLS} cells` });
  const [wide, high] = [panel.width - 2 * margin - (columns - 1) * gap, panel.height - 2 * margin - (rows - 1) * gap];
  const faults = [
    ...(wide < columns ? [outside("columns", 2 * margin + (columns - 1) * gap, panel.width)] : []),
    ...(high < rows ? [outside("rows", 2 * margin + (rows - 1) * gap, panel.height)] : []),
  ];
  if (faults.length > 0) return fail(...faults);
  return succeed(grid(margin, margin, columns, rows, wide / columns, high / rows, gap, circles));
}

/** As many cells of a size as fit inside the margin, the rest shared at both ends. */
function mostCells(panel: Panel, { width, height, margin, gap, circles }: Extract<Guides, { kind: "most cells" }>): Result<GuideSheet> {
  const [roomWide, roomHigh] = [panel.width - 2 * margin, panel.height - 2 * margin];
  const [columns, rows] = [Math.floor((roomWide + gap) / (width + gap)), Math.floor((roomHigh + gap) / (height + gap))];
  const faults = [...(columns < 1 ? [outside("width", 2 * margin + width, panel.width)] : []), ...(rows < 1 ? [outside("height", 2 * margin + height, panel.height)] : [])];
  if (faults.length > 0) return fail(...faults);
  if (columns * rows > MOST_CELLS) return fail({ code: "too-many-cells", path: ["width"], given: phrase`${columns} by ${rows}`, allowed: phrase`at most ${MOST_CELLS} cells` });
  const [left, top] = [(panel.width - columns * width - (columns - 1) * gap) / 2, (panel.height - rows * height - (rows - 1) * gap) / 2];
  return succeed(grid(left, top, columns, rows, width, height, gap, circles));
}

function grid(left: number, top: number, columns: number, rows: number, width: number, height: number, gap: number, circles: boolean): GuideSheet {
  const edges = (from: number, size: number, count: number) =>
    Array.from({ length: count }, (_, at) => [length(from + at * (size + gap)), length(from + at * (size + gap) + size)] as const);
  const [down, across] = [edges(left, width, columns), edges(top, height, rows)];
  const found = across.flatMap(([y, yEnd]) => down.map(([x, xEnd]) => ({ x, y, width: length(xEnd - x), height: length(yEnd - y) })));
  return sheet({
    cells: found,
    circles: circles
      ? found.map((cell) => ({ x: length(cell.x + cell.width / 2), y: length(cell.y + cell.height / 2), radius: length(Math.min(cell.width, cell.height) / 2) }))
      : [],
    top: [...new Set(down.flat())].sort((a, b) => a - b),
    left: [...new Set(across.flat())].sort((a, b) => a - b),
  });
}

function circle(panel: Panel, margin: Length): Result<GuideSheet> {
  const radius = Math.min(panel.width, panel.height) / 2 - margin;
  if (radius <= 0) return fail(outside("margin", 2 * margin, Math.min(panel.width, panel.height)));
  const [x, y] = [length(panel.width / 2), length(panel.height / 2)];
  return succeed(sheet({ circles: [{ x, y, radius: length(radius) }], top: [x], left: [y] }));
}

function lettering(panel: Panel, { first, spacing, count, margin }: Extract<Guides, { kind: "lines" }>): Result<GuideSheet> {
  const last = first + (count - 1) * spacing;
  if (last > panel.height) return fail(outside("count", last, panel.height));
  if (2 * margin >= panel.width) return fail(outside("margin", 2 * margin, panel.width));
  const at = Array.from({ length: count }, (_, line) => length(first + line * spacing));
  return succeed(sheet({ lines: at.map((each) => ({ axis: "across", at: each, from: margin, to: length(panel.width - margin) })), left: at }));
}

const sheet = ({
  cells = [],
  circles = [],
  lines = [],
  top = [],
  left = [],
}: Partial<Omit<GuideSheet, "ticks">> & { readonly top?: readonly Length[]; readonly left?: readonly Length[] }): GuideSheet => ({
  cells,
  circles,
  lines,
  ticks: { top, left },
});

const outside = (field: string, needs: number, has: number): Fault => ({
  code: "guide-outside",
  path: [field],
  given: phrase`${{ length: length(needs) }} needed`,
  allowed: phrase`at most ${{ length: length(has) }}, the panel`,
});

/** The same guides for a panel that lies upside down, or seen from behind. */
export function turnedOver(found: GuideSheet, panel: Panel, how: "turned" | "mirrored"): GuideSheet {
  const flipX = (x: number, width = 0): Length => length(panel.width - x - width);
  const flipY = (y: number, height = 0): Length => (how === "turned" ? length(panel.height - y - height) : length(y));
  return {
    cells: found.cells.map((cell) => ({ ...cell, x: flipX(cell.x, cell.width), y: flipY(cell.y, cell.height) })),
    circles: found.circles.map((each) => ({ ...each, x: flipX(each.x), y: flipY(each.y) })),
    lines: found.lines.map((line) =>
      line.axis === "across"
        ? { ...line, at: flipY(line.at), from: flipX(line.to), to: flipX(line.from) }
        : { ...line, at: flipX(line.at), ...(how === "turned" ? { from: flipY(line.to), to: flipY(line.from) } : {}) },
    ),
    ticks: { top: found.ticks.top.map((at) => flipX(at)).sort((a, b) => a - b), left: found.ticks.left.map((at) => flipY(at)).sort((a, b) => a - b) },
  };
}
