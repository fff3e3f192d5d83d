import type { Batch } from "./batch.ts";
import { elementsIn, sightingOf, usualSighting } from "./elements.ts";
import { rising, whereOf, type Seen } from "./model.ts";
import { medianOf, spreadOf, type Raster } from "./raster.ts";
import { UPRIGHT } from "./register.ts";

/** What all of a panel differs by. */
export const levelOf = (panel: Raster, middle: Raster): number[] =>
  panel.planes.map((plane, channel) => {
    const usual = middle.planes[channel as 0 | 1 | 2];
    return medianOf(Array.from({ length: 800 }, (_, index) => Math.floor((index * plane.length) / 800)).map((place) => (plane[place] ?? 0) - (usual[place] ?? 0)));
  });

/** Elements that are not there, or stand elsewhere. */
export function elementFaults(batch: Batch): Seen[] {
  const { areas, lab, middle, poses, whole, width } = batch;
  const levels = lab.map((panel) => levelOf(panel, middle));
  const seen: Seen[] = [];
  for (const element of elementsIn(middle, areas, whole)) {
    const sightings = lab.map((panel, index) => sightingOf(element, middle, panel, levels[index] ?? []));
    const usual = usualSighting(sightings);
    // What is seldom found in its place is no landmark.
    if (usual.near < 0.35) continue;
    const elsewhere = sightings.map((each) => each.elsewhere.much);
    const oftenElsewhere = { middle: medianOf(elsewhere), spread: spreadOf(elsewhere) };
    const clear = (element.contrast / (element.contrast + 12)) * (element.area.share / (element.area.share + 0.004));
    for (const [panel, each] of sightings.entries()) {
      const pose = poses[panel] ?? UPRIGHT;
      const { box } = element.area;
      const wander = Math.hypot(usual.wander, 0.006 * width);
      const moved = rising(Math.hypot(each.dx - usual.dx, each.dy - usual.dy) / wander, 5.5) * Math.max(0, Math.min(1, each.there));
      const lost = rising((usual.near - each.near) / Math.hypot(usual.nearSpread, 0.1), 3.6);
      const found = rising((each.elsewhere.much - oftenElsewhere.middle) / Math.hypot(oftenElsewhere.spread, 0.09), 3.6);
      const shifted = Math.max(lost * found * 1.3, 0.8 * moved) * Math.sqrt(clear);
      const missing = lost * clear * 1.4 * (1 - 0.75 * found);
      seen.push({ panel, kind: "missing", amount: Math.min(1, missing), where: whereOf(box, batch, pose) });
      const [dx, dy] = found > 0.3 ? [each.elsewhere.dx, each.elsewhere.dy] : [each.dx, each.dy];
      const both = { left: box.left + Math.min(0, dx), top: box.top + Math.min(0, dy), right: box.right + Math.max(0, dx), bottom: box.bottom + Math.max(0, dy) };
      seen.push({ panel, kind: "shifted", amount: Math.min(1, shifted), where: whereOf(both, batch, pose) });
    }
  }
  return seen;
}
