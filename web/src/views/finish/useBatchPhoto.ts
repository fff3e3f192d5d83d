import { ofShop } from "../../kit/shopAt.ts";
import type { BatchRead, UnitRead } from "@yule/contract";
import { TOO_BLURRED, TOO_DARK, UNLIKE_MASTER, type FaultSeen, type PanelSeen, t, listOf } from "@yule/core";
import { colourwayOf, type NeedView } from "@yule/derive";
import { useEffect, useState } from "react";
import { pictureUrl } from "../../features/picture/Picture.tsx";
import { wrongWith } from "../../features/picture/header.ts";
import type { DrawnBlock, InspectedPhoto, Looked } from "../../workers/picture.worker.ts";
import { panelsWord } from "./words.ts";
import { pictureSolver } from "../../workers/pictureSolver.ts";

/** A panel on the photo, and which of the batch it is. */
export interface PanelOnPhoto {
  readonly unit: UnitRead;
  readonly seen: PanelSeen;
}
export interface LookedAt {
  readonly url: string;
  readonly width: number;
  readonly height: number;
  /** By rows, as they lie. */
  readonly panels: readonly PanelOnPhoto[];
  /** What all panels of a colourway share against its master. */
  readonly common: readonly { readonly colourway: string; readonly faults: readonly FaultSeen[] }[];
}

/** What the photo shows, or why nothing is said of it; panels that were not told apart can be drawn. */
type Answer = { readonly looked: LookedAt } | { readonly faults: readonly string[]; readonly toDraw?: boolean };

/** A photo on which she draws where the panels lie. */
export interface Drawing {
  readonly file: Blob;
  readonly on: Looked;
}

/** What is going on with the photo, what was wrong with it, and what it shows. */
interface PhotoState {
  readonly state: string;
  readonly faults: readonly string[];
  readonly looked: LookedAt | null;
  readonly drawing: Drawing | null;
}
const NOTHING: PhotoState = { state: "", faults: [], looked: null, drawing: null };

/** Takes a photo of the panels of a batch, laid out by their numbers, and looks at it beside the interface. Works without the server. */
export function useBatchPhoto(view: NeedView, batch: BatchRead, units: readonly UnitRead[]) {
  const [photo, setPhoto] = useState(NOTHING);
  const url = photo.looked?.url;
  useEffect(() => (url ? () => URL.revokeObjectURL(url) : undefined), [url]);

  const take = async (file: Blob): Promise<void> => {
    const wrong = await wrongWith(file);
    if (wrong) return setPhoto({ ...NOTHING, faults: [wrong] });
    setPhoto({ ...NOTHING, state: t`Looking at the panels ...` });
    const answer = await looked(file, view, units, null).catch(unreadable);
    setPhoto({ ...NOTHING, ...answer });
    if (!("toDraw" in answer) || !answer.toDraw) return;
    const on = await pictureSolver()
      .look(file)
      .catch(() => null);
    if (on) setPhoto((now) => (now.faults === answer.faults ? { ...now, drawing: { file, on } } : now));
  };
  /** Looks again, with the panels where she drew them. */
  const draw = async (block: DrawnBlock): Promise<void> => {
    const { drawing } = photo;
    if (!drawing) return;
    if (block.across * block.down !== units.length)
      return setPhoto({
        ...NOTHING,
        drawing,
        faults: [t`${String(block.across)} across and ${String(block.down)} down are not ${panelsWord(units.length)}, which is how many wait. Change across or down.`],
      });
    setPhoto({ ...NOTHING, state: t`Looking at the panels ...` });
    const answer = await looked(drawing.file, view, units, block).catch(unreadable);
    setPhoto({ ...NOTHING, ...answer, ...("faults" in answer ? { drawing } : {}) });
  };
  return {
    photo,
    take,
    draw,
    hint: t`Or drop it here.`,
    scan: async (): Promise<void> => {
      const answer = await fetch(ofShop(`/api/scan?batch=${batch.id}`)).catch(() => null);
      if (answer?.ok) await take(await answer.blob());
      else setPhoto({ ...NOTHING, faults: [t`The scanner does not answer. Switch it on, and try again.`] });
    },
    leave: (): void => setPhoto(NOTHING),
  };
}

const unreadable = (): Answer => ({ faults: [t`The file breaks off or cannot be read. Choose a whole PNG or JPEG.`] });

/** What makes a photo one that cannot be judged by; null where nothing does. */
function unfit({ quality, colourways, onBoard }: InspectedPhoto, names: readonly string[], design: string): string | null {
  if (quality.brightest < TOO_DARK) return t`Even the paper is in the dark. Take it again with more light, from a window or two lamps.`;
  if (quality.blur > TOO_BLURRED) return t`The photo is not sharp. Lean the camera on something, wipe its glass, and take it again.`;
  const others = names.filter((_, group) => (colourways[group]?.panels.length ?? 0) > 0 && (colourways[group]?.alike ?? 1) < UNLIKE_MASTER);
  if (onBoard === 0 || others.length === 0) return null;
  return t`These panels are unlike the picture of ${design}, ${listOf(others)}. Lay out the panels of this batch by their numbers, or add another picture of the master in Designs.`;
}

async function looked(file: Blob, view: NeedView, units: readonly UnitRead[], block: DrawnBlock | null): Promise<Answer> {
  const ways = [...new Set(units.map(({ colourwayId }) => colourwayId))];
  const masters = await Promise.all(
    ways.map(async (id) => {
      const way = colourwayOf(view.design, id);
      const address = pictureUrl(way?.pictureId ?? null);
      const answer = address === null ? null : await fetch(address).catch(() => null);
      return { name: way?.name ?? "", picture: answer?.ok ? await answer.blob() : null, places: units.flatMap((unit, place) => (unit.colourwayId === id ? [place] : [])) };
    }),
  );
  const bare = masters.filter(({ picture }) => picture === null).map(({ name }) => name);
  if (bare.length > 0) return { faults: [t`There is no picture of ${view.design.name}, ${listOf(bare)}. Add a picture of each colourway in Designs.`] };
  const found = await pictureSolver().inspect(
    file,
    units.length,
    masters.flatMap(({ picture, places }) => (picture ? [{ picture, places }] : [])),
    block,
  );
  const allThere = found.onBoard === units.length;
  const wrong = unfit(
    // Of too few panels it is not known which is of which colourway.
    allThere ? found : { ...found, colourways: [] },
    masters.map(({ name }) => name),
    view.design.name,
  );
  if (wrong !== null) return { faults: [wrong] };
  if (!allThere) return { faults: [notAll(found.onBoard, units.length, Math.max(0, ...found.colourways.map(({ touching }) => touching)))], toDraw: true };
  const panels = units.map((unit, place): PanelOnPhoto | null => {
    const group = masters.findIndex(({ places }) => places.includes(place));
    const seen = found.colourways[group]?.panels[masters[group]?.places.indexOf(place) ?? -1];
    return seen ? { unit, seen } : null;
  });
  const common = masters.map(({ name }, group) => ({ colourway: name, faults: found.colourways[group]?.common ?? [] })).filter(({ faults }) => faults.length > 0);
  return { looked: { url: URL.createObjectURL(file), width: found.width, height: found.height, panels: panels.filter((panel) => panel !== null), common } };
}

function notAll(found: number, wanted: number, touching: number): string {
  const given = found === 0 ? t`a photo on which no panel stands out` : t`a photo of ${panelsWord(found)}`;
  const why = touching > 0 ? t`, where ${touching === 1 ? t`one piece is` : t`${String(touching)} pieces are`} too large to be one` : "";
  return t`This is ${given}${why}. Take one of the ${panelsWord(wanted)} that wait, in the order of their numbers, apart on a plain board that is darker or lighter than they are.`;
}
