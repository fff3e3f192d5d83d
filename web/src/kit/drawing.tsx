import { t, type Length } from "@yule/core";
import type { ReactNode, SVGProps } from "react";
import { useMeasure } from "./measure.tsx";

/** Ink and paper of drawings, by the theme's own tokens. */
export const INK = "var(--chakra-colors-ink)";
export const SOFT = "var(--chakra-colors-soft-ink)";
export const PAPER = "var(--chakra-colors-paper)";
export const HAIR = "var(--chakra-colors-hairline)";
export const RED = "var(--chakra-colors-cannot)";

/** Lettering in a drawing. Size and weight are styles, since the page's own rules outweigh attributes. */
export function DrawnWords({ size, weight = 400, anchor = "start", ...rest }: { size: number; weight?: number; anchor?: "start" | "middle" | "end" } & SVGProps<SVGTextElement>) {
  if (size <= LARGEST) return <text {...rest} textAnchor={anchor} style={{ fontSize: size, fontWeight: weight, ...rest.style }} />;
  const scale = size / LARGEST;
  const { x = 0, y = 0, transform = "", strokeWidth = 0, ...others } = rest;
  return (
    <text
      {...others}
      strokeWidth={Number(strokeWidth) / scale}
      transform={`${transform} translate(${String(x)} ${String(y)}) scale(${String(scale)})`}
      textAnchor={anchor}
      style={{ fontSize: LARGEST, fontWeight: weight, ...rest.style }}
    />
  );
}

/** Browsers draw no letter larger than 10,000 units, and a roll of paper is drawn in 1/320 mm. */
const LARGEST = 9000;

/** Beside a rounded measure in a drawing: its exact centimetres under the pointer, and written out in print. */
export function Exactly({ length }: { length: Length }) {
  const exact = useMeasure().exact(length);
  if (exact === null) return null;
  return (
    <>
      <title>{t`exactly ${exact}`}</title>
      <tspan className="in-print"> ({exact})</tspan>
    </>
  );
}

export interface Dimension {
  readonly axis: "x" | "y";
  /** Where the measured stretch begins and ends, in drawing units. */
  readonly from: number;
  readonly to: number;
  /** The line's own place across. */
  readonly at: number;
  readonly text: string;
  /** What `text` rounds. */
  readonly of?: Length;
}

/** A dimension line with its measure, as on a ruled sketch. `unit` is one pixel in drawing units. */
export function DimensionLine({ axis, from, to, at, text, of, unit }: Dimension & { unit: number }) {
  const middle = (from + to) / 2;
  const tick = 5 * unit;
  const size = 15 * unit;
  const across = axis === "x";
  const pad = text.length * size * 0.29 + 4 * unit;
  const roomy = to - from > 2 * pad + 10 * unit;
  const line = (a: number, b: number) => (across ? <line x1={a} x2={b} y1={at} y2={at} /> : <line y1={a} y2={b} x1={at} x2={at} />);
  return (
    <g stroke={INK} strokeWidth={unit} fill={INK}>
      {across ? (
        <>
          <line x1={from} x2={from} y1={at - tick} y2={at + tick} />
          <line x1={to} x2={to} y1={at - tick} y2={at + tick} />
        </>
      ) : (
        <>
          <line y1={from} y2={from} x1={at - tick} x2={at + tick} />
          <line y1={to} y2={to} x1={at - tick} x2={at + tick} />
        </>
      )}
      {roomy && across ? (
        <>
          {line(from, middle - pad)}
          {line(middle + pad, to)}
        </>
      ) : (
        line(from, to)
      )}
      <DrawnWords
        // In print the exact measure makes the words longer than the gap that is left for them.
        stroke={PAPER}
        strokeWidth={6 * unit}
        paintOrder="stroke"
        size={size}
        weight={600}
        anchor={across ? "middle" : "start"}
        x={across ? middle : at + 8 * unit}
        y={across ? (roomy ? at + size * 0.35 : at - 6 * unit) : middle + size * 0.35}
      >
        {text}
        {of !== undefined && <Exactly length={of} />}
      </DrawnWords>
    </g>
  );
}

/** A numbered mark, as on a cut. */
export function NumberMark({ x, y, number, unit }: { x: number; y: number; number: number; unit: number }) {
  return (
    <g>
      <circle cx={x} cy={y} r={11 * unit} fill={RED} />
      <DrawnWords x={x} y={y + 5 * unit} size={14 * unit} weight={700} anchor="middle" fill={PAPER}>
        {number}
      </DrawnWords>
    </g>
  );
}

/**
 * A drawing to scale. Its inside is drawn in true units; `children` gets the size of one pixel in them, so that lines
 * and words keep their size whatever the scale.
 */
export function ScaleDrawing({
  width,
  height,
  margin = 46,
  right = margin,
  most = 560,
  mostHeight = 470,
  label,
  role = "img",
  children,
}: {
  width: number;
  height: number;
  margin?: number;
  /** Room at the right for longer measures. */
  right?: number;
  most?: number;
  mostHeight?: number;
  label: string;
  /** A group where parts of it can be taken in the hand. */
  role?: "img" | "group";
  children: (unit: number) => ReactNode;
}) {
  const unit = Math.max(width / (most - margin - right), height / (mostHeight - 2 * margin));
  const pad = margin * unit;
  const [w, h] = [width + pad + right * unit, height + 2 * pad];
  return (
    <svg
      role={role}
      aria-label={label}
      viewBox={`${String(-pad)} ${String(-pad)} ${String(w)} ${String(h)}`}
      style={{ width: `${String(w / unit)}px`, maxWidth: "100%", height: "auto", display: "block", fontFamily: "inherit" }}
    >
      {children(unit)}
    </svg>
  );
}
