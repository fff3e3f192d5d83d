import type { ColourwayRead, DesignRead } from "@yule/contract";
import type { Film } from "@yule/core";
import { useMemo } from "react";
import { useColourQuery } from "../app/api.ts";
import { smallPictureUrl } from "../app/Picture.tsx";
import { useSolved } from "../app/solver.ts";
import type { Apart } from "./colour.worker.ts";
import { colourDesk } from "./colourDesk.ts";
import { filmOfPaint, shelfOf } from "./shelf.ts";
import { forecastOf, touchesOf } from "./touching.ts";

/** The shelf as the model takes it; the same while nothing changed on it. */
export function useShelf() {
  const { data } = useColourQuery();
  return { shelf: useMemo(() => shelfOf(data), [data]), paints: data?.paints ?? [], isRead: data !== undefined };
}

/** A colourway's picture taken apart into its paints; nothing while it is looked at, or where there is none. */
export function useApart(way: ColourwayRead | undefined, films: readonly (Film | null)[]): { readonly apart: Apart | null; readonly fresh: boolean } {
  const all = films.filter((film): film is Film => film !== null);
  const url = way ? smallPictureUrl(way.pictureId) : null;
  // Without a film for each paint the places of the others would shift.
  const key = url && all.length === films.length && all.length > 0 ? `${url} ${all.map((film) => film.absorbs.map((value) => value.toFixed(3)).join()).join(" ")}` : null;
  const { value, fresh } = useSolved(key, () => colourDesk().apart(url ?? "", all, key ?? ""));
  return { apart: fresh ? value : null, fresh: fresh || key === null };
}

/** Where the paints of a colourway touch and what comes of it. */
export function useForecast(design: DesignRead, way: ColourwayRead | undefined) {
  const { shelf } = useShelf();
  const paints = way?.paints ?? NOTHING;
  const films = useMemo(() => paints.map((paint) => filmOfPaint(paint, shelf)), [paints, shelf]);
  const { apart, fresh } = useApart(way, films);
  const touches = useMemo(() => touchesOf(design, paints.length, apart?.touching ?? null), [design, paints, apart]);
  const forecast = useMemo(() => forecastOf(paints, touches, shelf), [paints, touches, shelf]);
  return { ...forecast, touches, films, apart, shelf, fresh };
}
const NOTHING: readonly never[] = [];
