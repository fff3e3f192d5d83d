import { homography, type Corner, type Corners } from "../../designs/picture/straighten.ts";

/**
 * The corners of panels that lie edge to edge in a block, from the four corners of the block: equal parts, seen through the photo's own perspective.
 * @returns by rows from the top, each from the left; null where three corners lie on one line
 */
export function gridCorners(block: Corners, across: number, down: number): readonly Corners[] | null {
  const map = homography(across, down, block);
  if (!map) return null;
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0] = map;
  const at = (x: number, y: number): Corner => {
    const depth = g * x + h * y + 1;
    return { x: (a * x + b * y + c) / depth, y: (d * x + e * y + f) / depth };
  };
  const panels = Array.from({ length: across * down }, (_, index): Corners => {
    const [x, y] = [index % across, Math.floor(index / across)];
    return [at(x, y), at(x + 1, y), at(x + 1, y + 1), at(x, y + 1)];
  });
  return panels.every((corners) => corners.every(({ x, y }) => Number.isFinite(x + y))) ? panels : null;
}
