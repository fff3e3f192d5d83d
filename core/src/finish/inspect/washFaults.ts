import type { Area } from "./areas.ts";
import type { Batch } from "./batch.ts";
import { rising, whereOf, type PanelFault, type Seen } from "./model.ts";
import { medianOf, spreadOf } from "./raster.ts";
import type { Window } from "./register.ts";
import { washesIn } from "./washes.ts";

/** Least scatter of a hand: ln of strength, and CIE Lab units of hue and of chroma. */
const HAND = { strength: 0.06, hue: 1.4, mud: 1.5 } as const;
/** How much a hand scatters. Of few panels that is not well known: it counts as larger. */
const handIn = (offs: readonly number[], least: number): number => Math.hypot(spreadOf(offs), least * Math.sqrt(1 + 6 / offs.length));
/** One half is said at so many times a hand's scatter. */
const UNUSUAL = 4.2;

/** Too little paint, too much, another colour, or gone grey: area by area. */
export function washFaults({ areas, linear, middleLinear, poses, width, height, window, whole }: Batch): Seen[] {
  const best = new Map<string, Seen>();
  const all: Area[] = [...areas.colours, ...areas.pieces.filter(({ share }) => share > 0.012).slice(0, 14), ...ninths(window, width, whole)];
  for (const area of all) {
    const offs = washesIn(area, linear, middleLinear);
    const [strengths, hues, muds] = [offs.map(({ strength }) => strength), offs.map(({ hue }) => hue), offs.map(({ mud }) => mud)];
    const [strength, hue, mud] = [medianOf(strengths), medianOf(hues), medianOf(muds)];
    const hand = { strength: handIn(strengths, HAND.strength), hue: handIn(hues, HAND.hue), mud: handIn(muds, HAND.mud) };
    const size = area.share / (area.share + 0.012);
    for (const [panel, off] of offs.entries()) {
      const [s, h, m] = [off.strength - strength, off.hue - hue, Math.max(0, off.mud - mud)];
      const seen = { strength: off.seen, hue: Math.abs(h), mud: m };
      const together = seen.strength ** 2 + seen.hue ** 2 + seen.mud ** 2 + 1e-6;
      const tell = (kind: PanelFault, value: number, cie: number): void => {
        // What another fault explains better is said weaker.
        const amount = rising(value, UNUSUAL) * (cie / (cie + 2.5)) * size * Math.sqrt(cie ** 2 / together);
        const key = `${String(panel)} ${kind}`;
        if (amount > (best.get(key)?.amount ?? 0)) best.set(key, { panel, kind, amount, where: whereOf(area.box, { width, height }, poses[panel]) });
      };
      tell(s < 0 ? "pale" : "dark", Math.abs(s) / hand.strength, seen.strength);
      tell("hue", Math.abs(h) / hand.hue, seen.hue);
      tell("mud", m / hand.mud, seen.mud);
    }
  }
  return [...best.values()];
}

/** The picture in nine parts that overlap. */
function ninths(window: Window, width: number, whole: number): Area[] {
  const [w, h] = [window.right - window.left, window.bottom - window.top];
  return [0, 1, 2].flatMap((row) =>
    [0, 1, 2].map((column) => {
      const box = {
        left: window.left + (column * w) / 4,
        top: window.top + (row * h) / 4,
        right: window.left + (column * w) / 4 + w / 2,
        bottom: window.top + (row * h) / 4 + h / 2,
      };
      const places: number[] = [];
      for (let y = Math.ceil(box.top); y < box.bottom; y += 2) for (let x = Math.ceil(box.left); x < box.right; x += 2) places.push(y * width + x);
      return { places: Int32Array.from(places), share: (places.length * 4) / whole, box };
    }),
  );
}
