import { filmOfWash, reflectanceOf, SCATTERING } from "@yule/core";
import { useMemo } from "react";
import { Wash } from "./Wash.tsx";

/** A colour of which nothing but its number is known, painted as if by one paint that gives it. */
export function Swatch({ hex, width, height, label }: { hex: string; width: number; height: number; label: string }) {
  const film = useMemo(() => filmOfWash(reflectanceOf(hex), SCATTERING.transparent), [hex]);
  return <Wash film={film} width={width} height={height} label={label} />;
}
