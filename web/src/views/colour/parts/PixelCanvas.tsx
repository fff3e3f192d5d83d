import { useEffect, useRef, type MouseEvent } from "react";
import { hexOfRgb } from "@yule/derive";
import type { Repainted } from "../../../workers/colour.worker.ts";

/** A picture that was reckoned, on its paper. @param onPick gets the colour of the place that is pressed, as #rrggbb, and the place in shares */
export function PixelCanvas({ picture, width, label, onPick }: { picture: Repainted; width: number; label: string; onPick?: (hex: string, at: { x: number; y: number }) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    canvas.current?.getContext("2d")?.putImageData(new ImageData(picture.data, picture.width, picture.height), 0, 0);
  }, [picture]);
  const pick = (press: MouseEvent<HTMLCanvasElement>): void => {
    const box = press.currentTarget.getBoundingClientRect();
    const at = { x: (press.clientX - box.left) / box.width, y: (press.clientY - box.top) / box.height };
    onPick?.(hexAt(picture, at), at);
  };
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      width={picture.width}
      height={picture.height}
      onClick={onPick ? pick : undefined}
      style={{
        width,
        maxWidth: "100%",
        height: "auto",
        display: "block",
        background: "#FBF8F0",
        boxShadow: "0 1px 2px rgba(34,48,60,.25)",
        cursor: onPick ? "crosshair" : undefined,
      }}
    />
  );
}

/** The mean of a few pixels around a place: one alone is a grain of the paper. */
export function hexAt({ data, width, height }: Repainted, { x, y }: { x: number; y: number }): string {
  const AROUND = 2;
  const [cx, cy] = [Math.min(width - 1, Math.max(0, Math.floor(x * width))), Math.min(height - 1, Math.max(0, Math.floor(y * height)))];
  const sum = [0, 0, 0];
  let many = 0;
  for (let py = Math.max(0, cy - AROUND); py <= Math.min(height - 1, cy + AROUND); py += 1)
    for (let px = Math.max(0, cx - AROUND); px <= Math.min(width - 1, cx + AROUND); px += 1) {
      for (let channel = 0; channel < 3; channel += 1) sum[channel] = (sum[channel] ?? 0) + (data[(py * width + px) * 4 + channel] ?? 0);
      many += 1;
    }
  const [red, green, blue] = sum.map((each) => each / Math.max(1, many)) as [number, number, number];
  return hexOfRgb([red, green, blue]);
}
