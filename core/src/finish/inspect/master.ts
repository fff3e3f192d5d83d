import { shrunkTo, whitened } from "./flatten.ts";
import { frameOf, paperOf, SIDES, type Frame } from "./frame.ts";
import { labRaster, medianOf, type PhotoPixels, type Raster } from "./raster.ts";

/** A master made as small as the panels are looked at. */
export interface Master {
  readonly linear: Raster;
  readonly lab: Raster;
  readonly frame: Frame;
  readonly isPaper: Uint8Array;
}

/** The master in linear light with its own paper as white. */
export function masterOf(master: PhotoPixels, width: number, height: number): Master {
  const linear = shrunkTo(master, width, height);
  const rim = rimOf(linear);
  for (const [channel, plane] of linear.planes.entries()) for (let at = 0; at < plane.length; at += 1) plane[at] = (plane[at] ?? 0) / (rim[channel] ?? 1);
  const lab = labRaster(linear);
  const frame = frameOf(lab);
  return { linear, lab, frame, isPaper: paperOf(frame, width, height) };
}

/** The colour of the paper: that of the rim where it is bare all round, else the brightest there is. */
function rimOf({ width, height, planes }: Raster): readonly number[] {
  const deep = Math.max(2, Math.round(width * 0.012));
  const sides = [0, 1, 2, 3].map((side) =>
    planes.map((plane) => {
      const values: number[] = [];
      const length = side % 2 === 0 ? height : width;
      for (let along = Math.round(length * 0.1); along < length * 0.9; along += 2) {
        const at = side === 0 ? along * width + deep : side === 1 ? deep * width + along : side === 2 ? along * width + width - 1 - deep : (height - 1 - deep) * width + along;
        values.push(plane[at] ?? 0);
      }
      return medianOf(values);
    }),
  );
  const middle = [0, 1, 2].map((channel) => medianOf(sides.map((side) => side[channel] ?? 0)));
  const isBare = sides.every((side) => side.every((value, channel) => Math.abs(value / Math.max(1e-3, middle[channel] ?? 1) - 1) < 0.12)) && (middle[1] ?? 0) > 0.4;
  if (isBare) return middle;
  return planes.map((plane) => {
    const sorted = Float32Array.from(plane).sort();
    return Math.max(0.2, sorted[Math.floor(sorted.length * 0.98)] ?? 1);
  });
}

/** Takes off the light that is left over: by the border where there is one, else by what all panels have against the master. Changes the panels. */
export function evenOut(panels: readonly Raster[], own: Master): void {
  if (SIDES.some((side) => own.frame[side])) {
    for (const panel of panels) whitened(panel, own.isPaper);
    return;
  }
  for (let channel = 0; channel < 3; channel += 1) {
    const planes = panels.map((panel) => panel.planes[channel as 0 | 1 | 2]);
    const expected = own.linear.planes[channel as 0 | 1 | 2];
    const ratio = medianOf(planes.map((plane) => medianOf(Array.from({ length: 400 }, (_, index) => at(plane, index) / Math.max(0.02, at(expected, index))))));
    for (const plane of planes) for (let index = 0; index < plane.length; index += 1) plane[index] = (plane[index] ?? 0) / Math.max(0.05, ratio);
  }
}
const at = (plane: Float32Array, index: number): number => plane[Math.floor((index * plane.length) / 400)] ?? 0;
