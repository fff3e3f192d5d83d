import type { Corners } from "../../designs/picture/straighten.ts";
import { areasOf, type Area, type Areas } from "./areas.ts";
import { onBorder } from "./creep.ts";
import { elementsIn, sightingOf, usualSighting, type PictureElement } from "./elements.ts";
import { findPanels, type FoundPanels } from "./findPanels.ts";
import { flattened, shrunkTo, whitened } from "./flatten.ts";
import { frameOf, movedOf, paperOf, SIDES, windowOf, type Frame } from "./frame.ts";
import { backRunsIn, marksIn, residualsOf, type OddMark } from "./marks.ts";
import { labRaster, medianOf, spreadOf, type PhotoPixels, type Raster } from "./raster.ts";
import { middleOf, posed, posesOf, UPRIGHT, type Pose, type Window } from "./register.ts";
import { washesIn, washOff } from "./washes.ts";

export const PANEL_FAULTS = ["pale", "dark", "hue", "mud", "missing", "shifted", "smudge", "bloom", "border", "creep", "tilted"] as const;
export type PanelFault = (typeof PANEL_FAULTS)[number];

/** Left, top, right, bottom in shares of the sheet. */
export type Where = readonly [number, number, number, number];

export interface FaultSeen {
  readonly kind: PanelFault;
  readonly where: Where | null;
  /** 0 to 1, on one scale for all batches: one half is what a painter would begin to see as unlike its sisters. */
  readonly amount: number;
}
export interface PanelSeen {
  readonly corners: Corners;
  /** 0 like its sisters and the master, 1 surely otherwise. */
  readonly score: number;
  readonly faults: readonly FaultSeen[];
}
export interface Inspection {
  readonly panels: readonly PanelSeen[];
  /** What all panels share against the master, places on the master. */
  readonly common: readonly FaultSeen[];
  /** Pieces on the board too large to be one panel: panels that touch. */
  readonly touching: number;
  /** How clearly the panels stand out from the board, in steps of 255. */
  readonly contrast: number;
}

/** Panels are compared at so many pixels along their longer side. */
const LOOKED_AT = 176;
/** Fewer panels have no middle of their own: they are compared with the master. */
const LEAST_SISTERS = 3;
/** Weaker faults are left out. */
const LEAST_AMOUNT = 0.03;

/**
 * Looks at a photo of a batch laid out on a board: finds the panels, takes off the light, and tells of each how it differs from its sisters, and of all
 * how they differ from the master.
 * @param count how many panels there are; fewer may be found, never more
 */
export function inspect(master: PhotoPixels, photo: PhotoPixels, count: number): Inspection {
  const found = findPanels(photo, count);
  return inspectFound(master, photo, found, found.panels);
}

/** The panels of one colourway on a photo, by their places there, and its master. */
export interface Sisters {
  readonly master: PhotoPixels;
  readonly places: readonly number[];
}

/** The same for a batch of several colourways: each is held against its own sisters and its own master. @returns in the order asked, and how many panels there are */
export function inspectColourways(photo: PhotoPixels, count: number, colourways: readonly Sisters[]): { readonly onBoard: number; readonly colourways: readonly Inspection[] } {
  const found = findPanels(photo, count);
  return {
    onBoard: found.panels.length,
    colourways: colourways.map(({ master, places }) =>
      inspectFound(
        master,
        photo,
        found,
        found.panels.filter((_, place) => places.includes(place)),
      ),
    ),
  };
}

function inspectFound(master: PhotoPixels, photo: PhotoPixels, found: FoundPanels, corners: readonly Corners[]): Inspection {
  const { touching, contrast, board } = found;
  if (corners.length === 0) return { panels: [], common: [], touching, contrast };
  const scale = LOOKED_AT / Math.max(master.width, master.height);
  const [width, height] = [Math.max(24, Math.round(master.width * scale)), Math.max(24, Math.round(master.height * scale))];
  const own = masterOf(master, width, height);
  const panels = corners.map((each) => flattened(photo, board, each, width, height));
  evenOut(panels, own);
  const batch = laidOut(panels, own);
  const seen = [...washFaults(batch), ...markFaults(batch), ...frameFaults(batch), ...borderFaults(batch)];
  return {
    panels: corners.map((each, index) =>
      panelSeen(
        each,
        seen.filter(({ panel }) => panel === index),
      ),
    ),
    common: commonFaults(batch, own),
    touching,
    contrast,
  };
}

interface Master {
  readonly linear: Raster;
  readonly lab: Raster;
  readonly frame: Frame;
  readonly isPaper: Uint8Array;
}

/** The master in linear light with its own paper as white. */
function masterOf(master: PhotoPixels, width: number, height: number): Master {
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
function evenOut(panels: readonly Raster[], own: Master): void {
  if (SIDES.filter((side) => own.frame[side]).length >= 2) {
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

/** A batch with its panels laid one over the other. */
interface Batch {
  readonly width: number;
  readonly height: number;
  /** As they lie on their sheets. */
  readonly sheets: readonly Raster[];
  readonly frames: readonly Frame[];
  readonly usual: Frame;
  readonly poses: readonly Pose[];
  /** In linear light and CIE Lab, laid as the middle lies. */
  readonly linear: readonly Raster[];
  readonly lab: readonly Raster[];
  readonly middleLinear: Raster;
  readonly middle: Raster;
  readonly window: Window;
  readonly areas: Areas;
  readonly whole: number;
  /** The middle of some figures of the panels, and how far they lie from it: of too few, no middle of their own, the master is what is usual. */
  readonly usually: (values: readonly number[]) => number;
  readonly spread: (values: readonly number[], middle?: number) => number;
}

function laidOut(panels: readonly Raster[], own: Master): Batch {
  const { width, height } = own.lab;
  const sheets = panels.map(labRaster);
  const frames = sheets.map((sheet) => frameOf(sheet, own.frame));
  const usual = usualFrame(frames, own.frame);
  const looked = windowOf(usual, width, height, width * 0.075);
  const byFrame = frames.map((frame): Pose => ({ turn: 0, ...movedOf(frame, usual) }));
  const first = posesOf(own.lab, sheets, looked, byFrame, true);
  const hasMiddle = panels.length >= LEAST_SISTERS;
  const rough = hasMiddle ? middleOf(sheets.map((sheet, index) => posed(sheet, first[index] ?? UPRIGHT))) : own.lab;
  const poses = hasMiddle ? posesOf(rough, sheets, looked, first, false) : first;
  const linear = panels.map((panel, index) => posed(panel, poses[index] ?? UPRIGHT));
  const lab = linear.map(labRaster);
  const window = windowOf(usual, width, height, width * 0.022);
  const middle = hasMiddle ? middleOf(lab) : own.lab;
  return {
    ...{ width, height, sheets, frames, usual, poses, linear, lab, middle, window },
    middleLinear: hasMiddle ? middleOf(linear) : own.linear,
    areas: areasOf(middle, window),
    whole: Math.max(1, (window.right - window.left) * (window.bottom - window.top)),
    usually: (values) => (hasMiddle ? medianOf([...values]) : 0),
    spread: (values, usualValue) => (hasMiddle ? spreadOf(values, usualValue) : 0),
  };
}

function usualFrame(frames: readonly Frame[], own: Frame): Frame {
  const sideOf = (side: (typeof SIDES)[number]) => {
    const found = frames.flatMap((frame) => frame[side] ?? []);
    return found.length === 0 ? own[side] : { depth: medianOf(found.map(({ depth }) => depth)), lean: medianOf(found.map(({ lean }) => lean)) };
  };
  return { left: sideOf("left"), top: sideOf("top"), right: sideOf("right"), bottom: sideOf("bottom") };
}

interface Seen extends FaultSeen {
  readonly panel: number;
}

/** Rises from 0 over one half at `half` towards 1. */
const rising = (value: number, half: number): number => {
  const share = (Math.max(0, value) / half) ** 2;
  return share / (1 + share);
};

function whereOf({ left, top, right, bottom }: Window, { width, height }: { readonly width: number; readonly height: number }, { dx, dy }: Pose = UPRIGHT): Where {
  const held = (value: number): number => Math.round(Math.max(0, Math.min(1, value)) * 1000) / 1000;
  return [held((left + dx) / width), held((top + dy) / height), held((right + dx) / width), held((bottom + dy) / height)];
}

/** Least scatter of a hand: ln of strength, and CIE Lab units of hue and of chroma. */
const HAND = { strength: 0.06, hue: 1.4, mud: 1.5 } as const;
/** Of few panels the scatter is not well known: it counts as larger. */
const handOf = (least: number, panels: number): number => least * Math.sqrt(1 + 6 / panels);
/** One half is said at so many times a hand's scatter. */
const UNUSUAL = 4.2;

/** Too little paint, too much, another colour, or gone grey: area by area. */
function washFaults({ areas, linear, middleLinear, poses, width, height, window, whole, usually, spread }: Batch): Seen[] {
  const best = new Map<string, Seen>();
  const all: Area[] = [...areas.colours, ...areas.pieces.filter(({ share }) => share > 0.012).slice(0, 14), ...quarters(window, width, whole)];
  for (const area of all) {
    const offs = washesIn(area, linear, middleLinear, linear.length >= LEAST_SISTERS);
    const usual = (pick: (off: (typeof offs)[number]) => number): number => usually(offs.map(pick));
    const [strength, hue, mud] = [usual((off) => off.strength), usual((off) => off.hue), usual((off) => off.mud)];
    const hand = {
      strength: Math.hypot(spread(offs.map((off) => off.strength)), handOf(HAND.strength, offs.length)),
      hue: Math.hypot(spread(offs.map((off) => off.hue)), handOf(HAND.hue, offs.length)),
      mud: Math.hypot(spread(offs.map((off) => off.mud)), handOf(HAND.mud, offs.length)),
    };
    const size = area.share / (area.share + 0.012);
    for (const [panel, off] of offs.entries()) {
      const [s, h, m] = [off.strength - strength, off.hue - hue, Math.max(0, off.mud - mud)];
      const seen = { strength: off.seen, hue: Math.abs(h), mud: m };
      const together = seen.strength ** 2 + seen.hue ** 2 + seen.mud ** 2 + 1e-6;
      const tell = (kind: PanelFault, value: number, cie: number): void => {
        // What another fault explains better is said weaker.
        const amount = rising(value, UNUSUAL) * (cie / (cie + 2.5)) * size * Math.sqrt(cie ** 2 / together);
        const key = `${String(panel)} ${kind}`;
        if (amount > (best.get(key)?.amount ?? LEAST_AMOUNT)) best.set(key, { panel, kind, amount, where: whereOf(area.box, { width, height }, poses[panel]) });
      };
      tell(s < 0 ? "pale" : "dark", Math.abs(s) / hand.strength, seen.strength);
      tell("hue", Math.abs(h) / hand.hue, seen.hue);
      tell("mud", m / hand.mud, seen.mud);
    }
  }
  return [...best.values()];
}

/** The picture in nine parts that overlap. */
function quarters(window: Window, width: number, whole: number): Area[] {
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

/** Elements that are not there or elsewhere, foreign marks, back-runs. */
function markFaults(batch: Batch): Seen[] {
  const { areas, lab, middle, poses, width, height, window, whole } = batch;
  const residuals = residualsOf(lab, middle, areas.colourOf);
  const elements = elementsIn(middle, areas, whole);
  const seen: Seen[] = elementFaults(batch, elements);
  const backRuns = residuals.map((residual) => backRunsIn(residual, width, height, window));
  const usual = usualBackRun(backRuns.map(({ strength }) => strength));
  const blooms = backRuns.map(({ strength, radius }) => mostOf(strength, radius, usual));
  const marks = residuals.map((residual, panel) => marksIn(residual, lab[panel] ?? middle, middle, areas.colourOf, whole).map((mark) => ({ mark, much: foreignness(mark) })));
  const [usualBloom, usualMark] = [beyondSisters(blooms.map(({ much }) => much)), beyondSisters(marks.map((each) => Math.max(0, ...each.map(({ much }) => much))))];
  for (const [panel, { much, place, reach }] of blooms.entries()) {
    const pose = poses[panel] ?? UPRIGHT;
    const explained = (where: Where): number =>
      Math.max(0, ...seen.filter((other) => other.panel === panel && other.kind !== "smudge" && other.where && overlap(other.where, where) > 0.3).map((other) => other.amount));
    const own = [...(marks[panel] ?? [])].sort((one, other) => other.much - one.much);
    for (const { mark, much: size } of own.slice(0, MOST_MARKS)) {
      const amount = rising(usualMark(size), 1.6);
      const where = whereOf(mark.area.box, batch, pose);
      if (!vanished(mark)) continue;
      const other = own.find((each) => each.mark !== mark && isSameColour(mark, each.mark) && nearby(mark, each.mark, width));
      if (other)
        seen.push({ panel, kind: "shifted", amount: rising(usualMark(Math.min(size, other.much)), 1.6), where: whereOf(around(mark.area.box, other.mark.area.box), batch, pose) });
      seen.push({ panel, kind: "missing", amount: amount * (other ? 0.25 : 0.9), where });
    }
    const [x, y] = [place % width, Math.floor(place / width)];
    const bloomAt = whereOf({ left: x - reach, top: y - reach, right: x + reach, bottom: y + reach }, batch, pose);
    seen.push({ panel, kind: "bloom", amount: rising(usualBloom(much), 1.6) * (1 - 0.8 * explained(bloomAt)), where: bloomAt });
    for (const { mark, much: size } of own) {
      const where = whereOf(mark.area.box, batch, pose);
      seen.push({ panel, kind: "smudge", amount: rising(usualMark(size), 1.6) * (1 - 0.85 * explained(where)) * (vanished(mark) ? 0.4 : 1), where });
    }
  }
  return seen;
}
const MOST_MARKS = 4;

/** What stood out on the sisters and does not here. */
const vanished = ({ was, is }: OddMark): boolean => was.contrast > 6 && is.contrast < 0.6 * was.contrast;
/** Whether what vanished in one place has come up in another. */
const isSameColour = (gone: OddMark, come: OddMark): boolean =>
  come.is.contrast > 1.4 * come.was.contrast &&
  Math.hypot(...gone.was.colour.map((value, channel) => value - (come.is.colour[channel] ?? 0))) < Math.max(7, 0.45 * gone.was.contrast);
const nearby = ({ area: one }: OddMark, { area: other }: OddMark, width: number): boolean =>
  Math.hypot(one.box.left + one.box.right - other.box.left - other.box.right, one.box.top + one.box.bottom - other.box.top - other.box.bottom) / 2 < 0.25 * width;
const around = (one: Window, other: Window): Window => ({
  left: Math.min(one.left, other.left),
  top: Math.min(one.top, other.top),
  right: Math.max(one.right, other.right),
  bottom: Math.max(one.bottom, other.bottom),
});

/** A smudge is darker or of another colour, and small: what is only paler is water, what is wide is how a wash flowed. */
const foreignness = ({ unusual, area, lighter }: OddMark): number => Math.max(0, unusual - 2) * Math.min(0.12, Math.sqrt(area.share)) * (lighter < 0 ? 1 : 0.6);

/** How far a panel's worst is beyond what the worst of its sisters usually is: a wash that flows freely has much in it on all of them. */
function beyondSisters(worst: readonly number[]): (value: number) => number {
  const usual = Float64Array.from(worst).sort()[Math.floor(worst.length * 0.35)] ?? 0;
  return (value) => Math.max(0, value - usual) / (0.5 * usual + 0.2);
}

function mostOf(strength: Float32Array, radius: Float32Array, usual: Float32Array): { readonly much: number; readonly place: number; readonly reach: number } {
  let [much, place] = [0, 0];
  for (let index = 0; index < strength.length; index += 1) {
    const own = (strength[index] ?? 0) / ((usual[index] ?? 0) + 0.5);
    if (own > much) [much, place] = [own, index];
  }
  return { much, place, reach: (radius[place] ?? 0) * 1.2 };
}

const overlap = (one: Where, other: Where): number => {
  const shared = Math.max(0, Math.min(one[2], other[2]) - Math.max(one[0], other[0])) * Math.max(0, Math.min(one[3], other[3]) - Math.max(one[1], other[1]));
  return shared / Math.max(1e-6, (other[2] - other[0]) * (other[3] - other[1]));
};

/** What is usual of back-runs at each place among sisters. */
function usualBackRun(all: readonly Float32Array[]): Float32Array {
  const usual = new Float32Array(all[0]?.length ?? 0);
  const values = new Float32Array(all.length);
  for (let index = 0; index < usual.length; index += 1) {
    for (const [panel, strength] of all.entries()) values[panel] = strength[index] ?? 0;
    values.sort();
    usual[index] = values[Math.floor(values.length * 0.6)] ?? 0;
  }
  return usual;
}

/** What all of a panel differs by. */
const levelOf = (panel: Raster, middle: Raster): number[] =>
  panel.planes.map((plane, channel) => {
    const usual = middle.planes[channel as 0 | 1 | 2];
    return medianOf(Array.from({ length: 800 }, (_, index) => Math.floor((index * plane.length) / 800)).map((place) => (plane[place] ?? 0) - (usual[place] ?? 0)));
  });

function elementFaults(batch: Batch, elements: readonly PictureElement[]): Seen[] {
  const { lab, middle, poses, width } = batch;
  const levels = lab.map((panel) => levelOf(panel, middle));
  const seen: Seen[] = [];
  for (const element of elements) {
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

/** The picture turned against its sheet; a border wider or narrower than on its sisters, or leaning. */
function frameFaults({ frames, usual, poses, width, usually, spread }: Batch): Seen[] {
  const turns = poses.map((pose) => pose.turn);
  const turn = usually(turns);
  const turnSpread = Math.hypot(spread(turns, turn), 0.0055);
  const leanOf = (frame: Frame): number | null => {
    const leans = SIDES.flatMap((side) => (frame[side] ? [frame[side].lean - (usual[side]?.lean ?? 0)] : []));
    return leans.length >= 2 ? medianOf(leans) : null;
  };
  const leans = frames.map(leanOf);
  const leanSpread = Math.hypot(spreadOf(leans.flatMap((lean) => lean ?? [])), 0.004);
  const depthSpread = Object.fromEntries(
    SIDES.map((side) => [
      side,
      Math.hypot(
        spreadOf(
          frames.flatMap((frame) => frame[side]?.depth ?? []),
          usual[side]?.depth ?? 0,
        ),
        0.0032 * width,
      ),
    ]),
  ) as Record<(typeof SIDES)[number], number>;
  return frames.flatMap((frame, panel): Seen[] => {
    const own = (poses[panel]?.turn ?? 0) - turn;
    const lean = leans[panel] ?? null;
    // Where the frame leans and the picture does not, the tape was askew; where both do, the sheet was.
    const askew = lean === null ? 0 : Math.max(Math.min(Math.abs(lean), Math.abs(lean - own)), 0.4 * Math.abs(lean)) / leanSpread;
    const wide = Math.max(0, ...SIDES.map((side) => (frame[side] ? Math.abs(frame[side].depth - (usual[side]?.depth ?? 0)) / depthSpread[side] : 0)));
    return [
      { panel, kind: "tilted", amount: rising(Math.abs(own) / turnSpread, 4.2), where: null },
      { panel, kind: "border", amount: Math.max(rising(wide, 4.2), rising(askew, 4.2)), where: null },
    ];
  });
}

/** Paint in the border. */
function borderFaults({ sheets, frames, usual, width, height }: Batch): Seen[] {
  const all = sheets.map((sheet, panel) => onBorder(sheet, { ...usual, ...present(frames[panel]) }));
  return all.flatMap((found, panel) =>
    found.map(({ size, box, touches }): Seen => {
      // Paint along most of a side is no creep: the border itself is narrow there.
      const isSide = (box.right - box.left) / width > 0.55 || (box.bottom - box.top) / height > 0.55;
      const where = whereOf(box, { width, height });
      return touches
        ? { panel, kind: isSide ? "border" : "creep", amount: rising(size, isSide ? 0.05 : 0.016), where }
        : { panel, kind: "smudge", amount: rising(size, 0.02), where };
    }),
  );
}
const present = (frame: Frame | undefined): Partial<Frame> => Object.fromEntries(Object.entries(frame ?? {}).filter(([, side]) => side !== null));

/** A panel's faults, each kind at its worst place first; the score is led by the worst of all. */
function panelSeen(corners: Corners, seen: readonly Seen[]): PanelSeen {
  const faults: FaultSeen[] = [];
  for (const { kind, where, amount } of [...seen].sort((one, other) => other.amount - one.amount)) {
    if (amount < LEAST_AMOUNT) break;
    if (faults.filter((each) => each.kind === kind).length < MOST_OF_A_KIND) faults.push({ kind, where, amount: Math.round(amount * 1000) / 1000 });
  }
  const worst = new Map<PanelFault, number>();
  for (const { kind, amount } of faults) worst.set(kind, Math.max(worst.get(kind) ?? 0, amount));
  const power = [...worst.values()].reduce((sum, amount) => sum + amount ** 4, 0) ** 0.25;
  return { corners, score: Math.round(Math.min(1, power) * 1000) / 1000, faults };
}
const MOST_OF_A_KIND = 3;

/** What the middle of all panels has against the master. */
function commonFaults({ middleLinear, middle, usual, width, height, sheets }: Batch, own: Master): FaultSeen[] {
  if (sheets.length < LEAST_SISTERS) return [];
  const window = windowOf(own.frame, width, height, width * 0.03);
  const [pose = UPRIGHT] = posesOf(own.lab, [middle], window, [], true);
  const laid = posed(middleLinear, pose);
  const laidLab = labRaster(laid);
  const areas = areasOf(own.lab, window);
  const common: FaultSeen[] = [];
  const tell = (kind: PanelFault, amount: number, where: Where | null): void => {
    const known = common.findIndex((each) => each.kind === kind);
    if (amount < LEAST_COMMON || (common[known]?.amount ?? 0) >= amount) return;
    const fault = { kind, where, amount: Math.round(amount * 1000) / 1000 };
    if (known >= 0) common[known] = fault;
    else common.push(fault);
  };
  for (const area of areas.colours) {
    const [own2] = washesIn(area, [own.linear], own.linear);
    if (!own2) continue;
    const off = againstMaster(area, laid, own.linear);
    const size = area.share / (area.share + 0.02);
    const where = whereOf(area.box, { width, height });
    const all = Math.sqrt(off.seen ** 2 + off.hue ** 2 + Math.max(0, off.mud) ** 2 + 1e-6);
    tell(off.strength < 0 ? "pale" : "dark", rising(Math.abs(off.strength), 0.3) * size * (off.seen / all), where);
    tell("hue", rising(Math.abs(off.hue), 7) * size * (Math.abs(off.hue) / all), where);
    tell("mud", rising(off.mud, 7) * size * (Math.max(0, off.mud) / all), where);
  }
  for (const element of elementsIn(own.lab, areas, (window.right - window.left) * (window.bottom - window.top))) {
    const sighting = sightingOf(element, own.lab, laidLab, levelOf(laidLab, own.lab));
    if (sighting.near < 0.2) tell(sighting.elsewhere.much > 0.5 ? "shifted" : "missing", 1 - Math.max(0, sighting.near), whereOf(element.area.box, { width, height }));
  }
  tell("tilted", rising(Math.abs(pose.turn), 0.03), null);
  tell("border", rising(Math.max(0, ...SIDES.map((side) => (own.frame[side] && usual[side] ? Math.abs(own.frame[side].depth - usual[side].depth) / width : 0))), 0.018), null);
  return common.sort((one, other) => other.amount - one.amount);
}
const LEAST_COMMON = 0.35;

function againstMaster(area: Area, laid: Raster, master: Raster) {
  const mean = ({ planes }: Raster) =>
    planes.map((plane) => medianOf([...area.places].filter((_, index) => index % 5 === 0).map((place) => -Math.log(Math.max(0.012, Math.min(1.05, plane[place] ?? 1)))))) as [
      number,
      number,
      number,
    ];
  return washOff(mean(laid), mean(master));
}
