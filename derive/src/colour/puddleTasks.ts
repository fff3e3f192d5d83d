import type { ColourwayRead, DesignRead } from "@yule/contract";
import {
  guideSheet,
  labOfHex,
  loadLike,
  LOAD_OF,
  puddle,
  stagesOfPaints,
  strengthNamed,
  toMm,
  waterFor,
  type Film,
  type Form,
  type Puddle,
  type Room,
  type ShelfPaint,
  type Strength,
} from "@yule/core";
import type { NeedView } from "../season/needView.ts";
import { panelOf } from "../season/materials.ts";
import type { Apart } from "./apart.ts";
import { onShelf, type DesignPaint } from "./shelf.ts";

/** What is mixed for one paint of a colourway; each figure as it was measured, or as the maker says. */
export interface PuddleTold {
  readonly paint: DesignPaint;
  /** Share of the panel that it covers. */
  readonly share: number;
  readonly strength: Strength;
  readonly coats: number;
}
export interface PuddleNeed extends PuddleTold {
  readonly puddle: Puddle;
  readonly form: Form;
  /** mm2 on one panel. */
  readonly area: number;
}

/** Where the shares come from. */
export type Measured = "picture" | "guides" | "guess";

/** Share of the panel that lies inside its guides: cells, or a circle; null where they enclose nothing. */
function enclosed(design: DesignRead): number | null {
  const panel = panelOf(design);
  const sheet = design.guides && guideSheet(panel, design.guides as Parameters<typeof guideSheet>[1]);
  if (!sheet?.ok) return null;
  const cells = sheet.value.circles.length > 0 ? 0 : sheet.value.cells.reduce((sum, cell) => sum + cell.width * cell.height, 0);
  const circles = sheet.value.circles.reduce((sum, circle) => sum + Math.PI * circle.radius ** 2, 0);
  return cells + circles === 0 ? null : (cells + circles) / (panel.width * panel.height);
}

/** Share of the panel that each of so many paints covers where no picture tells: what the guides enclose, or four fifths, shared out evenly. */
export const evenShare = (design: DesignRead, paints: number): number => (enclosed(design) ?? 0.8) / Math.max(1, paints);

/** Painted area of one panel, mm2. */
export function panelArea(design: DesignRead): number {
  const panel = panelOf(design);
  return toMm(panel.width) * toMm(panel.height) * (panel.outline === "circle" ? Math.PI / 4 : 1);
}

/** How strong a paint is laid where no picture tells. */
export const USUAL_STRENGTH: Strength = "milk";

/** How much of a panel each paint covers and how strong it is laid: from the picture, else from the guides, else shared out evenly. */
export function toldOf(
  design: DesignRead,
  way: ColourwayRead,
  apart: Apart | null,
  films: readonly (Film | null)[],
): { readonly puddles: readonly PuddleTold[]; readonly measured: Measured } {
  const inside = enclosed(design);
  const even = evenShare(design, way.paints.length);
  const puddles = way.paints.map((paint, index): PuddleTold => {
    const area = apart?.areas[index];
    const film = films[index];
    // The picture tells thickness against the colour it was looked for by; that colour is a wash of its own strength.
    const strength = strengthNamed((area?.load ?? 1) * (film ? loadLike(film, labOfHex(paint.hex)) : 1));
    return area ? { paint, share: area.share, strength, coats: 1 } : { paint, share: even, strength: USUAL_STRENGTH, coats: 1 };
  });
  return { puddles: puddles, measured: apart ? "picture" : inside === null ? "guess" : "guides" };
}

const FORM_ASSUMED: Form = "pan";

/** The puddles of a colourway for so many panels. Each paint's minutes are those of its stage over all panels. */
export function puddlesFor(design: DesignRead, puddles: readonly PuddleTold[], panels: number, shelf: readonly ShelfPaint[], reserve: number, room: Room): readonly PuddleNeed[] {
  const size = panelArea(design);
  const stages = design.stages.filter((stage) => stage.kind === "paint");
  const laid = stagesOfPaints(puddles.length, stages.length);
  return puddles.map((each, index): PuddleNeed => {
    const own = onShelf(each.paint, shelf);
    const form = own?.form ?? FORM_ASSUMED;
    const area = each.share * size;
    const stage = stages[laid[index] ?? 0];
    const minutes = ((stage?.hands ?? 2) * panels + (stage?.setup ?? 0)) * each.coats;
    return {
      ...each,
      form,
      area,
      puddle: puddle({ area, panels, coats: each.coats, waterPerPart: waterFor(LOAD_OF[each.strength], own?.strength ?? 1), form, minutes, reserve, room }),
    };
  });
}

/** Panels of a colourway that are still to be painted for what is owed; at least a dozen's worth of question is not made up: none owed gives none. */
export const panelsOwed = (open: readonly NeedView[], designId: string, wayId: string): number =>
  open.reduce((sum, view) => sum + (view.design.id === designId ? view.toPaint.reduce((all, line) => all + (line.colourwayId === wayId ? line.make : 0), 0) : 0), 0);
