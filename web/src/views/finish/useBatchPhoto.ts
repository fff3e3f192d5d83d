import type { BatchRead, UnitRead } from "@yule/contract";
import type { FaultSeen, PanelSeen } from "@yule/core";
import { colourwayOf, type NeedView } from "@yule/derive";
import { useEffect, useState } from "react";
import { pictureUrl } from "../../features/picture/Picture.tsx";
import { wrongWith } from "../../features/picture/header.ts";
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

/** What the photo shows, or why nothing is said of it. */
type Answer = { readonly looked: LookedAt } | { readonly faults: readonly string[] };

/** What is going on with the photo, what was wrong with it, and what it shows. */
interface PhotoState {
  readonly state: string;
  readonly faults: readonly string[];
  readonly looked: LookedAt | null;
}
const NOTHING: PhotoState = { state: "", faults: [], looked: null };

/** Takes a photo of the panels of a batch, laid out by their numbers, and looks at it beside the interface. Works without the server. */
export function useBatchPhoto(view: NeedView, batch: BatchRead, units: readonly UnitRead[]) {
  const [photo, setPhoto] = useState(NOTHING);
  const url = photo.looked?.url;
  useEffect(() => (url ? () => URL.revokeObjectURL(url) : undefined), [url]);

  const take = async (file: Blob): Promise<void> => {
    const wrong = await wrongWith(file);
    if (wrong) return setPhoto({ ...NOTHING, faults: [wrong] });
    setPhoto({ ...NOTHING, state: "Looking at the panels ..." });
    const answer = await looked(file, view, units).catch((): Answer => ({ faults: ["photo: given a file that breaks off or cannot be read, allowed a whole PNG or JPEG"] }));
    setPhoto({ ...NOTHING, ...answer });
  };
  return {
    photo,
    take,
    hint: "Or drop it here.",
    scan: async (): Promise<void> => {
      const answer = await fetch(`/api/scan?batch=${batch.id}`).catch(() => null);
      if (answer?.ok) await take(await answer.blob());
      else setPhoto({ ...NOTHING, faults: ["scanner: given no answer, allowed a scanner that is on"] });
    },
    leave: (): void => setPhoto(NOTHING),
  };
}

async function looked(file: Blob, view: NeedView, units: readonly UnitRead[]): Promise<Answer> {
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
  if (bare.length > 0) return { faults: [`master: given no picture of ${view.design.name}, ${bare.join(" and ")}, allowed a picture of each colourway, added in Designs`] };
  const found = await pictureSolver().inspect(
    file,
    units.length,
    masters.flatMap(({ picture, places }) => (picture ? [{ picture, places }] : [])),
  );
  if (found.onBoard !== units.length) return { faults: [notAll(found.onBoard, units.length, Math.max(0, ...found.colourways.map(({ touching }) => touching)))] };
  const panels = units.map((unit, place): PanelOnPhoto | null => {
    const group = masters.findIndex(({ places }) => places.includes(place));
    const seen = found.colourways[group]?.panels[masters[group]?.places.indexOf(place) ?? -1];
    return seen ? { unit, seen } : null;
  });
  const common = masters.map(({ name }, group) => ({ colourway: name, faults: found.colourways[group]?.common ?? [] })).filter(({ faults }) => faults.length > 0);
  return { looked: { url: URL.createObjectURL(file), width: found.width, height: found.height, panels: panels.filter((panel) => panel !== null), common } };
}

function notAll(found: number, wanted: number, touching: number): string {
  const given = found === 0 ? "a photo on which no panel stands out" : `a photo of ${panelsWord(found)}`;
  const why = touching > 0 ? `, where ${touching === 1 ? "one piece is" : `${String(touching)} pieces are`} too large to be one` : "";
  return `photo: given ${given}${why}, allowed one of the ${panelsWord(wanted)} that wait, in the order of their numbers, apart on a plain board that is darker or lighter than they are`;
}
