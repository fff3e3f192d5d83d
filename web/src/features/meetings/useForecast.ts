import type { ColourwayRead, DesignRead, Problem } from "@yule/contract";
import { filmOfWash, reflectanceOf, SCATTERING } from "@yule/core";
import { shelfOf, forecastOf, touchesOf, type Apart } from "@yule/derive";
import { useMemo } from "react";
import { useColourQuery } from "../../data/api.ts";
import { smallPictureUrl } from "../picture/Picture.tsx";
import { useSolved } from "../../workers/useSolved.ts";
import { colourSolver } from "../../workers/colourSolver.ts";

/** The shelf as the model takes it; the same while nothing changed on it. */
export function useShelf() {
  const { data, error } = useColourQuery();
  return { shelf: useMemo(() => shelfOf(data), [data]), paints: data?.paints ?? [], isRead: data !== undefined, problem: data ? undefined : (error as Problem | undefined) };
}

/**
 * A colourway's picture taken apart into its paints; nothing while it is looked at, or where there is none. Its paints are looked for by
 * the colours that were taken from it, not by what their pigments should give.
 */
export function useApart(way: ColourwayRead | undefined): { readonly apart: Apart | null; readonly fresh: boolean } {
  const url = way ? smallPictureUrl(way.pictureId) : null;
  const question = way && url && way.paints.length > 0 ? { url, colours: way.paints.map(({ hex }) => hex) } : null;
  const { value, fresh } = useSolved(question, (asked) =>
    colourSolver().apart(
      asked.url,
      asked.colours.map((hex) => filmOfWash(reflectanceOf(hex), SCATTERING.transparent)),
      `${asked.url} ${asked.colours.join(" ")}`,
    ),
  );
  return { apart: fresh ? value : null, fresh: fresh || question === null };
}

/** Where the paints of a colourway touch: as marked, else by picture and route. */
export function useTouches(design: Pick<DesignRead, "stages" | "touches">, way: ColourwayRead | undefined) {
  const { apart, fresh } = useApart(way);
  const many = way?.paints.length ?? 0;
  const touches = useMemo(() => touchesOf(design, many, apart?.touching ?? null), [design, many, apart]);
  return { touches, apart, fresh };
}

/** The same, with what comes of it and what can be done. */
export function useForecast(design: Pick<DesignRead, "stages" | "touches">, way: ColourwayRead | undefined) {
  const { shelf } = useShelf();
  const touching = useTouches(design, way);
  const paints = way?.paints ?? NOTHING;
  const forecast = useMemo(() => forecastOf(paints, touching.touches, shelf), [paints, touching.touches, shelf]);
  return { ...forecast, ...touching };
}
const NOTHING: readonly never[] = [];
/** Stands in while no design is chosen. */
export const NO_DESIGN: Pick<DesignRead, "stages" | "touches"> = { stages: [], touches: null };
