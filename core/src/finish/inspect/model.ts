import type { Corners } from "../../designs/picture/straighten.ts";
import { UPRIGHT, type Pose, type Window } from "./register.ts";

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
  /** How alike the middle of the panels is to the master, -1 to 1. */
  readonly alike: number;
}

/** A fault of one panel, by its place on the photo. */
export interface Seen extends FaultSeen {
  readonly panel: number;
}

/** Rises from 0 over one half at `half` towards 1. */
export const rising = (value: number, half: number): number => {
  const share = (Math.max(0, value) / half) ** 2;
  return share / (1 + share);
};

/** A box of pixels in shares of the sheet. @param pose how the panel was laid before it was looked at */
export function whereOf({ left, top, right, bottom }: Window, { width, height }: { readonly width: number; readonly height: number }, { dx, dy }: Pose = UPRIGHT): Where {
  const held = (value: number): number => Math.round(Math.max(0, Math.min(1, value)) * 1000) / 1000;
  return [held((left + dx) / width), held((top + dy) / height), held((right + dx) / width), held((bottom + dy) / height)];
}
