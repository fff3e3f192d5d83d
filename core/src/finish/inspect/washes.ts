import type { Area } from "./areas.ts";
import { labRaster, medianOf, type Planes, type Raster } from "./raster.ts";

/** How the paint of one area lies on one panel, against the middle of its sisters. */
export interface WashOff {
  /** ln of how much paint lies there against the others. */
  readonly strength: number;
  /** CIE Lab units: turned about the neutral axis, lost of its chroma, each beyond what the strength brings. */
  readonly hue: number;
  readonly mud: number;
  /** What the strength alone is seen as, in CIE Lab units. */
  readonly seen: number;
}

/** Optical density: how much paint of a linear light where bare paper is 1 (Beer and Lambert). */
const density = (light: number): number => -Math.log(Math.max(0.012, Math.min(1.05, light)));

type Three = readonly [number, number, number];

/** So many pixels of an area are looked at. */
const LOOKED_AT = 320;

/**
 * How an area differs from panel to panel. The middle pixel of the differences is taken, so that a mark within it changes little.
 * @param panels in linear light, laid one over the other, and @param middle their middle
 */
export function washesIn(area: Area, panels: readonly Raster[], middle: Raster): WashOff[] {
  const some = someOf(area);
  const depthsOf = panels.map((panel) => depths(some, panel, middle));
  // The middle of the sisters, in case the picture of all is a little off them here.
  const usual = [0, 1, 2].map((channel) => medianOf(depthsOf.map((each) => each[channel as 0 | 1 | 2]))) as unknown as Three;
  return depthsOf.map((each) => washOff(each, usual[0] + usual[1] + usual[2] > 0.02 ? usual : depths(some, middle, middle)));
}

/** How an area of one picture differs from another's. */
export function washAgainst(area: Area, picture: Raster, master: Raster): WashOff {
  const some = someOf(area);
  return washOff(depths(some, picture, master), depths(some, master, master));
}

function someOf({ places }: Area): number[] {
  const step = Math.max(1, Math.floor(places.length / LOOKED_AT));
  const some: number[] = [];
  for (let index = 0; index < places.length; index += step) some.push(places[index] ?? 0);
  return some;
}

/** How paint of one look differs from another. */
export function washOff(each: Three, usual: Three): WashOff {
  const square = usual.reduce((sum, value) => sum + value * value, 0) + 1e-4;
  const gain = Math.max(0.05, (each[0] * usual[0] + each[1] * usual[1] + each[2] * usual[2]) / square);
  const scaled = usual.map((value) => value * gain) as unknown as Three;
  const [was, would, is] = [labOfDepth(usual), labOfDepth(scaled), labOfDepth(each)];
  const [chromaWould, chromaIs] = [Math.hypot(would[1], would[2]), Math.hypot(is[1], is[2])];
  const angle = Math.atan2(is[2], is[1]) - Math.atan2(would[2], would[1]);
  return {
    strength: Math.log(gain),
    hue: 2 * Math.sqrt(chromaWould * chromaIs) * Math.sin(angle / 2) * (Math.cos(angle / 2) < 0 ? -1 : 1),
    mud: chromaWould - chromaIs,
    seen: Math.hypot(would[0] - was[0], would[1] - was[1], would[2] - was[2]),
  };
}

function depths(some: readonly number[], panel: Raster, middle: Raster): Three {
  return [0, 1, 2].map((channel) => {
    const [own, usual] = [panel.planes[channel as 0 | 1 | 2], middle.planes[channel as 0 | 1 | 2]];
    let mean = 0;
    const off = new Float32Array(some.length);
    for (const [index, at] of some.entries()) {
      const base = density(usual[at] ?? 1);
      mean += base;
      off[index] = density(own[at] ?? 1) - base;
    }
    return mean / Math.max(1, some.length) + (panel === middle ? 0 : medianOf(off));
  }) as unknown as Three;
}

function labOfDepth(depth: Three): Three {
  const { planes } = labRaster({ width: 1, height: 1, planes: depth.map((value) => Float32Array.of(Math.exp(-value))) as unknown as Planes });
  return [planes[0][0] ?? 0, planes[1][0] ?? 0, planes[2][0] ?? 0];
}
