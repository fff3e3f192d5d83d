import { areasOf, type Areas } from "./areas.ts";
import type { SIDES } from "./frame.ts";
import { frameOf, movedOf, windowOf, type Frame } from "./frame.ts";
import type { Master } from "./master.ts";
import { labRaster, medianOf, type Raster } from "./raster.ts";
import { middleOf, posed, posesOf, UPRIGHT, type Pose, type Window } from "./register.ts";

/** Fewer panels have no middle of their own. */
const LEAST_SISTERS = 3;

/** A batch with its panels laid one over the other. */
export interface Batch {
  /** So many are panels; of too few, copies of the master stand behind them as sisters. */
  readonly count: number;
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
}

/** Panels with the light taken off, each laid as the middle one of its sisters lies. */
export function laidOut(panels: readonly Raster[], own: Master): Batch {
  const { width, height } = own.lab;
  const all = [...panels, ...Array.from({ length: Math.max(0, LEAST_SISTERS - panels.length) }, () => own.linear)];
  const sheets = all.map(labRaster);
  const frames = sheets.map((sheet) => frameOf(sheet, own.frame));
  const usual = usualFrame(frames, own.frame);
  const looked = windowOf(usual, width, height, width * 0.075);
  const byFrame = frames.map((frame): Pose => ({ turn: 0, ...movedOf(frame, usual) }));
  const first = posesOf(own.lab, sheets, looked, byFrame, true);
  const rough = middleOf(sheets.map((sheet, index) => posed(sheet, first[index] ?? UPRIGHT)));
  const poses = posesOf(rough, sheets, looked, first, false);
  const linear = all.map((panel, index) => posed(panel, poses[index] ?? UPRIGHT));
  const lab = linear.map(labRaster);
  const window = windowOf(usual, width, height, width * 0.022);
  const middle = middleOf(lab);
  return {
    ...{ count: panels.length, width, height, sheets, frames, usual, poses, linear, lab, middle, window },
    middleLinear: middleOf(linear),
    areas: areasOf(middle, window),
    whole: Math.max(1, (window.right - window.left) * (window.bottom - window.top)),
  };
}

function usualFrame(frames: readonly Frame[], own: Frame): Frame {
  const sideOf = (side: (typeof SIDES)[number]) => {
    const found = frames.flatMap((frame) => frame[side] ?? []);
    return found.length === 0 ? own[side] : { depth: medianOf(found.map(({ depth }) => depth)), lean: medianOf(found.map(({ lean }) => lean)) };
  };
  return { left: sideOf("left"), top: sideOf("top"), right: sideOf("right"), bottom: sideOf("bottom") };
}
