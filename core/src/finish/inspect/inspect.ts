import type { Corners } from "../../designs/picture/straighten.ts";
import { laidOut } from "./batch.ts";
import { commonFaults } from "./common.ts";
import { elementFaults } from "./elementFaults.ts";
import { findPanels, type FoundPanels } from "./findPanels.ts";
import { flattened } from "./flatten.ts";
import { borderFaults, frameFaults } from "./frameFaults.ts";
import { markFaults } from "./markFaults.ts";
import { evenOut, masterOf } from "./master.ts";
import type { FaultSeen, Inspection, PanelFault, PanelSeen, Seen } from "./model.ts";
import { alikeness, qualityOf, type PhotoQuality } from "./quality.ts";
import type { PhotoPixels } from "./raster.ts";
import { washFaults } from "./washFaults.ts";

/** Panels are compared at so many pixels along their longer side. */
const LOOKED_AT = 176;
/** Weaker faults are left out, and of each kind no more than so many places are told. */
const [LEAST_AMOUNT, MOST_OF_A_KIND] = [0.03, 3];

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

/** The same for a batch of several colourways: each is held against its own sisters and its own master. @param drawn where the panels lie, where she drew it @returns in the order asked, and how many panels there are */
export function inspectColourways(
  photo: PhotoPixels,
  count: number,
  colourways: readonly Sisters[],
  drawn: readonly Corners[] | null = null,
): { readonly onBoard: number; readonly quality: PhotoQuality; readonly colourways: readonly Inspection[] } {
  const seen = findPanels(photo, count);
  const found = drawn ? { ...seen, panels: drawn, touching: 0 } : seen;
  return {
    onBoard: found.panels.length,
    quality: qualityOf(photo, found.panels),
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
  const { touching, board } = found;
  if (corners.length === 0) return { panels: [], common: [], touching, alike: 1 };
  const scale = LOOKED_AT / Math.max(master.width, master.height);
  const [width, height] = [Math.max(24, Math.round(master.width * scale)), Math.max(24, Math.round(master.height * scale))];
  const own = masterOf(master, width, height);
  const panels = corners.map((each) => flattened(photo, board, each, width, height));
  evenOut(panels, own);
  const batch = laidOut(panels, own);
  const elements = elementFaults(batch);
  const seen = [...washFaults(batch), ...elements, ...markFaults(batch, elements), ...frameFaults(batch), ...borderFaults(batch)];
  return {
    panels: corners.map((each, index) =>
      panelSeen(
        each,
        seen.filter(({ panel }) => panel === index),
      ),
    ),
    common: commonFaults(batch, own),
    touching,
    alike: Math.round(alikeness(batch.middle, own.lab, batch.window) * 1000) / 1000,
  };
}

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
