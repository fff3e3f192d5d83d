import { WATER_PER_PART } from "./mix.ts";
import { PAINT_IN_PART, type Form } from "./shelf.ts";

/** Wash that a square centimetre of 300 gsm cotton takes up in one flat wash, ml; a rough side takes a third more. */
export const WASH_LOAD = 0.018;
/** What stays in the brush, on the palette and on the test strip: share that is mixed on top. */
export const RESERVE = 0.25;
/** A puddle that has lost this share of its water paints visibly stronger. */
const THICKENED = 0.2;
/** How deep a puddle stands in a palette's well, cm. */
const DEPTH = 0.25;
const DROPS_PER_ML = 20;
/** What a pan gives up before it is a hole: ml of paint in a half pan. */
const HALF_PAN_ML = 1.6;
const STEP_ML = 0.5;

export interface PuddleTask {
  /** Painted area of one panel, mm2. */
  readonly area: number;
  readonly panels: number;
  /** Coats of this colour. */
  readonly coats: number;
  /** Water in parts to one part of paint. */
  readonly waterPerPart: number;
  readonly form: Form;
  /** Minutes from the first panel to the last. */
  readonly minutes: number;
  readonly reserve?: number;
  readonly washLoad?: number;
  readonly room?: Room;
}

export interface Room {
  /** Degrees Celsius. */
  readonly warm: number;
  /** Relative humidity, 0 to 1. */
  readonly humid: number;
}
/** The air where nobody measured it. */
export const USUAL_ROOM: Room = { warm: 20, humid: 0.5 };

export interface Puddle {
  /** To mix for the whole batch, ml, up to the next half. */
  readonly ml: number;
  /** Of it paint as it comes. */
  readonly paintMl: number;
  readonly waterMl: number;
  /** The paint as it is counted out: drops of a liquid, centimetres from a 5 mm tube neck, half pans used up. */
  readonly counted: { readonly unit: "drops" | "cm of tube" | "half pans"; readonly many: number };
  /** Panels each mixing serves before it has thickened, in order; one figure where one mixing does. */
  readonly goes: readonly number[];
  /** Share of the water that would be gone by the last panel from one mixing. */
  readonly thickened: number;
  /** Minutes until a puddle has thickened visibly. */
  readonly lastsFor: number;
}

const TUBE_NECK_CM2 = Math.PI * 0.25 ** 2;

/** How much to mix for a batch: painted area by wash load, coats and panels, with a reserve; and in how many goes, since a puddle dries too. */
export function puddle(task: PuddleTask): Puddle {
  const { area, panels, coats, waterPerPart, form, minutes } = task;
  const exact = (area / 100) * (task.washLoad ?? WASH_LOAD) * coats * panels * (1 + (task.reserve ?? RESERVE));
  const ml = Math.max(STEP_ML, Math.ceil(exact / STEP_ML - 1e-9) * STEP_ML);
  const paintMl = (ml / (1 + waterPerPart)) * PAINT_IN_PART[form];
  const lastsFor = puddleLasts(task.room ?? USUAL_ROOM);
  const many = Math.min(panels, Math.max(1, Math.ceil(minutes / lastsFor)));
  const goes = Array.from({ length: many }, (_, go) => Math.floor(((go + 1) * panels) / many) - Math.floor((go * panels) / many));
  return { ml, paintMl, waterMl: ml - paintMl, counted: countedOut(paintMl, form), goes, thickened: Math.min(1, (minutes / lastsFor) * THICKENED), lastsFor };
}

/** Minutes until a puddle in a palette's well has thickened visibly. */
export const puddleLasts = (room: Room): number => (THICKENED * DEPTH * 60) / evaporation(room);

function countedOut(paintMl: number, form: Form): Puddle["counted"] {
  if (form === "liquid") return { unit: "drops", many: Math.max(1, Math.round(paintMl * DROPS_PER_ML)) };
  if (form === "tube") return { unit: "cm of tube", many: Math.max(0.5, Math.round((paintMl / TUBE_NECK_CM2) * 2) / 2) };
  return { unit: "half pans", many: Math.max(0.01, Math.round((paintMl / HALF_PAN_ML) * 100) / 100) };
}

/**
 * Water that leaves a still surface, ml per cm2 and hour: the still-air term of Carrier 1918, w = 0.089 (p_s - p) / h_fg in kg/m2 s and kPa,
 * with the saturation pressure of Tetens 1930.
 */
export function evaporation({ warm, humid }: Room): number {
  const saturated = 0.6108 * Math.exp((17.27 * warm) / (warm + 237.3));
  const perSecond = (0.089 * saturated * (1 - humid)) / 2454;
  return Math.max(1e-4, perSecond * 3600 * 0.1);
}

/** The same strength as water per part of paint. @param load in everyday washes, @param strength of one part, in those */
export const waterFor = (load: number, strength: number): number => (WATER_PER_PART * strength) / load;
