import type { ChartOptions } from "chart.js";
import { chartColour } from "../../kit/chartColour.ts";

/** How a series is told from the others without its colour. */
export type ChartLook = "solid" | "striped" | "outlined";
export type ChartToken = "ink" | "softInk" | "safe" | "tight" | "cannot";

const font = () => ({ size: 14, family: getComputedStyle(document.body).fontFamily });

/** What all charts have alike: they stand still, take the room they are given, and write as the page does. */
export function axes(sayY: (value: number) => string, { stacked = false, most = 7, fromZero = true }: { stacked?: boolean; most?: number; fromZero?: boolean } = {}) {
  const ink = chartColour("ink");
  const grid = { color: "transparent" };
  return {
    animation: false,
    maintainAspectRatio: false,
    events: [],
    scales: {
      y: { stacked, beginAtZero: fromZero, ticks: { color: ink, font: font(), maxTicksLimit: 5, callback: (value: string | number) => sayY(Number(value)) }, grid },
      x: { stacked, ticks: { color: ink, font: font(), maxRotation: 0, autoSkip: true, maxTicksLimit: most }, grid },
    },
  } satisfies ChartOptions<"bar" | "line">;
}

/** Stripes of one colour on nothing, so that one series is told from another without its colour. */
function striped(colour: string): CanvasPattern | string {
  const tile = document.createElement("canvas");
  [tile.width, tile.height] = [8, 8];
  const context = tile.getContext("2d");
  if (!context) return colour;
  context.strokeStyle = colour;
  context.lineWidth = 2;
  for (const shift of [-8, 0, 8]) {
    context.moveTo(shift, 8);
    context.lineTo(shift + 8, 0);
  }
  context.stroke();
  return context.createPattern(tile, "repeat") ?? colour;
}

/** What a series is filled and framed with. */
export function inked(look: ChartLook, token: ChartToken): { readonly backgroundColor: CanvasPattern | string; readonly borderColor: string; readonly borderWidth: number } {
  const colour = chartColour(token);
  if (look === "solid") return { backgroundColor: colour, borderColor: colour, borderWidth: 0 };
  return { backgroundColor: look === "striped" ? striped(colour) : "transparent", borderColor: colour, borderWidth: 1.5 };
}
