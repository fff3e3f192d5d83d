/** What a card, a layer or a panel is cut to. An arch is round at the top like half a circle of its own width. */
export type Outline = "rectangle" | "circle" | "oval" | "arch";

/** An outline with its place; all four figures in one unit of length. */
export interface PlacedOutline {
  readonly outline: Outline;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

const STEPS = 180;
const onEllipse = (cx: number, cy: number, rx: number, ry: number, turn: number): Point => ({ x: cx + rx * Math.cos(turn), y: cy + ry * Math.sin(turn) });

/** Points round an outline, clockwise from the left; its corners are among them. */
export function outlinePoints({ outline, x, y, width, height }: PlacedOutline): readonly Point[] {
  const corners = [
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
  if (outline === "rectangle") return [{ x, y }, { x: x + width, y }, ...corners];
  const [cx, r] = [x + width / 2, width / 2];
  if (outline === "arch") {
    const top = Array.from({ length: STEPS / 2 + 1 }, (_, step) => onEllipse(cx, y + r, r, r, Math.PI + (step * 2 * Math.PI) / STEPS));
    return [...top, ...corners];
  }
  return Array.from({ length: STEPS }, (_, step) => onEllipse(cx, y + height / 2, r, height / 2, Math.PI + (step * 2 * Math.PI) / STEPS));
}

/** Whether a point lies on an outline or within it, to `slack` units. */
export function isInside({ outline, x, y, width, height }: PlacedOutline, point: Point, slack = 1): boolean {
  const inBox = point.x >= x - slack && point.x <= x + width + slack && point.y >= y - slack && point.y <= y + height + slack;
  if (!inBox || outline === "rectangle") return inBox;
  const [r, cx] = [width / 2, x + width / 2];
  if (outline === "arch") return point.y >= y + r || Math.hypot(point.x - cx, point.y - y - r) <= r + slack;
  return Math.hypot((point.x - cx) / (r + slack), (point.y - y - height / 2) / (height / 2 + slack)) <= 1;
}

/** Whether a rectangle hangs over an outline at one of its corners: outlines bulge outwards, so the corners tell. */
export const hangsOver = (box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number }, outline: PlacedOutline): boolean =>
  outlinePoints({ ...box, outline: "rectangle" }).some((corner) => !isInside(outline, corner));

/** The narrowest border that an outline leaves on the one below it; below zero by how far it hangs over. */
export function leastBorder(inner: PlacedOutline, outer: PlacedOutline): number {
  if (inner.outline === "rectangle" && outer.outline === "rectangle") {
    return Math.min(inner.x - outer.x, inner.y - outer.y, outer.x + outer.width - inner.x - inner.width, outer.y + outer.height - inner.y - inner.height);
  }
  const rim = outlinePoints(outer);
  // Long straight sides of the inner one are looked at along their length too: a circle below is nearest at a corner, an arch may not be.
  const borders = betweenPoints(outlinePoints(inner)).map((point) => (isInside(outer, point, 0.5) ? 1 : -1) * distanceTo(rim, point));
  return Math.min(...borders);
}

function betweenPoints(points: readonly Point[]): readonly Point[] {
  if (points.length > 8) return points;
  return points.flatMap((from, index) => {
    const to = points[(index + 1) % points.length] ?? from;
    return Array.from({ length: 24 }, (_, step) => ({ x: from.x + ((to.x - from.x) * step) / 24, y: from.y + ((to.y - from.y) * step) / 24 }));
  });
}

/** A plain loop over squares: it runs for every point of every layer of every card on the wall. */
function distanceTo(rim: readonly Point[], { x, y }: Point): number {
  let least = Infinity;
  let fromX = rim[rim.length - 1]?.x ?? x;
  let fromY = rim[rim.length - 1]?.y ?? y;
  for (const to of rim) {
    const dx = to.x - fromX;
    const dy = to.y - fromY;
    const long = dx * dx + dy * dy;
    const along = long === 0 ? 0 : Math.max(0, Math.min(1, ((x - fromX) * dx + (y - fromY) * dy) / long));
    const offX = x - fromX - along * dx;
    const offY = y - fromY - along * dy;
    const off = offX * offX + offY * offY;
    if (off < least) least = off;
    fromX = to.x;
    fromY = to.y;
  }
  return Math.sqrt(least);
}

/** Width of a circle or of an arch's round top at a depth from its top (of a circle: or from its foot). */
export const chordAt = (width: number, depth: number): number => (depth >= width / 2 ? width : 2 * Math.sqrt(Math.max(0, depth * (width - depth))));

/** The outline as an SVG path, with true arcs. */
export function outlinePath({ outline, x, y, width, height }: PlacedOutline): string {
  const f = (value: number): string => String(Math.round(value * 100) / 100);
  if (outline === "rectangle") return `M${f(x)} ${f(y)}h${f(width)}v${f(height)}h${f(-width)}z`;
  const r = width / 2;
  if (outline === "arch") return `M${f(x)} ${f(y + height)}V${f(y + r)}a${f(r)} ${f(r)} 0 0 1 ${f(width)} 0V${f(y + height)}z`;
  return `M${f(x)} ${f(y + height / 2)}a${f(r)} ${f(height / 2)} 0 0 1 ${f(width)} 0a${f(r)} ${f(height / 2)} 0 0 1 ${f(-width)} 0z`;
}

/** The outline with a torn edge: it runs up to `depth` inside the true line, the same way every time. */
export function tornPath(lying: PlacedOutline, depth: number): string {
  const points = alongSides(outlinePoints(lying), depth * 1.6);
  const [cx, cy] = [lying.x + lying.width / 2, lying.y + lying.height / 2];
  const torn = points.map(({ x, y }, index) => {
    // Two waves and a little roughness, from the place alone, so that a drawing does not flicker.
    const bite = depth * (0.5 + 0.3 * Math.sin(index * 0.7) + 0.2 * Math.sin(index * 2.3 + 1));
    const far = Math.hypot(cx - x, cy - y) || 1;
    return `${((x + ((cx - x) / far) * bite) | 0).toString()} ${((y + ((cy - y) / far) * bite) | 0).toString()}`;
  });
  return `M${torn.join("L")}z`;
}

function alongSides(points: readonly Point[], step: number): readonly Point[] {
  return points.flatMap((from, index) => {
    const to = points[(index + 1) % points.length] ?? from;
    const parts = Math.max(1, Math.round(Math.hypot(to.x - from.x, to.y - from.y) / step));
    return Array.from({ length: parts }, (_, part) => ({ x: from.x + ((to.x - from.x) * part) / parts, y: from.y + ((to.y - from.y) * part) / parts }));
  });
}
