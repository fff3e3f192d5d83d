import type { Film } from "@yule/core";
import { useEffect, useRef } from "react";
import { paintGlaze, paintPuddle, paintStrip, paintStroke, paintTouch, type WashSheet, type WashLook } from "./paint.ts";

/** A canvas that is painted once for what it shows, at the sharpness of the screen. */
export function Painted({
  width,
  height,
  label,
  painted,
  what,
}: {
  width: number;
  height: number;
  label: string;
  painted: (context: CanvasRenderingContext2D, scale: number) => void;
  what: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const paint = useRef(painted);
  paint.current = painted;
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (context) paint.current(context, canvas.current ? canvas.current.width / width : 1);
  }, [what, width, height]);
  const scale = typeof devicePixelRatio === "number" && devicePixelRatio > 1.4 ? 2 : 1;
  return <canvas ref={canvas} role="img" aria-label={label} width={width * scale} height={height * scale} style={{ width, height, flex: "none", maxWidth: "100%" }} />;
}

/** The same name is always painted with the same hand. */
function seedOf(name: string): number {
  let seed = 7;
  for (const letter of name) seed = (Math.imul(seed, 31) + letter.charCodeAt(0)) | 0;
  return seed & 0xffff;
}
const filmKey = (film: Film): string => [2, 8, 14, 20, 26].map((at) => (film.absorbs[at] ?? 0).toFixed(3)).join() + String(film.scatters[0] ?? 0);

export type WashKind = "stroke" | "puddle" | "strip";
const PAINTERS: Readonly<Record<WashKind, (context: CanvasRenderingContext2D, sheet: WashSheet, look: WashLook) => void>> = {
  stroke: paintStroke,
  puddle: paintPuddle,
  strip: paintStrip,
};

interface Size {
  readonly width?: number;
  readonly height?: number;
  /** What a screen reader says, and what it is painted by. */
  readonly label: string;
}

/** A paint as it lies: a stroke on paper, a puddle, or a test strip from tea to butter. */
export function Wash({ kind = "stroke", width = 92, height = 56, label, ...look }: WashLook & Size & { kind?: WashKind }) {
  const sheet = { seed: seedOf(label) };
  return (
    <Painted
      width={width}
      height={height}
      label={label}
      what={`${kind} ${filmKey(look.film)} ${String(look.thickness)} ${String(look.wet)} ${String(look.granulates)}`}
      painted={(context, scale) => PAINTERS[kind](context, { ...sheet, width: width * scale, height: height * scale }, look)}
    />
  );
}

/** Two paints that meet: run together wet, or the later glazed over the earlier. */
export function MeetingWash({ earlier, later, how, width = 132, height = 58, label }: Size & { earlier: Film; later: Film; how: "wet" | "glaze" }) {
  const seed = seedOf(label);
  return (
    <Painted
      width={width}
      height={height}
      label={label}
      what={`${how} ${filmKey(earlier)} ${filmKey(later)}`}
      painted={(context, scale) => (how === "wet" ? paintTouch : paintGlaze)(context, { seed, width: width * scale, height: height * scale }, earlier, later)}
    />
  );
}
