import type { GuidesRead } from "@yule/contract";
import { inches, mm, toMm, type GuideSheet, type Length, type LengthSystem, t, wordsFor } from "@yule/core";

export const GUIDE_KINDS = ["cells", "most cells", "circle", "horizon", "lines", "thirds"] as const;
export type GuideKind = (typeof GUIDE_KINDS)[number];
export const KIND_WORDS: Readonly<Record<GuideKind, string>> = wordsFor({
  cells: () => t`a grid of cells`,
  "most cells": () => t`the most cells of a size`,
  circle: () => t`one circle`,
  horizon: () => t`a horizon`,
  lines: () => t`lettering lines`,
  thirds: () => t`thirds`,
});

/** Guides of a kind as they begin, in figures a maker would take. */
export function firstGuides(kind: GuideKind, system: LengthSystem): GuidesRead {
  const of = (inch: number, centimetres: number): Length => (system === "in" ? inches(inch) : mm(centimetres * 10));
  const [margin, gap] = [of(0.375, 1), of(0.25, 0.5)];
  switch (kind) {
    case "cells":
      return { kind, columns: 3, rows: 3, margin, gap, circles: false };
    case "most cells":
      return { kind, width: of(0.75, 2), height: of(0.75, 2), margin, gap, circles: false };
    case "circle":
      return { kind, margin };
    case "horizon":
      return { kind, fromTop: of(1.5, 4) };
    case "lines":
      return { kind, first: of(1, 2.5), spacing: of(0.5, 1.2), count: 3, margin };
    case "thirds":
      return { kind };
  }
}

/** The guides as a drawing true to size, with a ruler to check the print by: 1 unit is 1 mm. */
export function guidesSvg(panel: { readonly width: Length; readonly height: Length }, found: GuideSheet, title: string): string {
  const [width, height] = [toMm(panel.width), toMm(panel.height)];
  const n = (length: Length): string => String(toMm(length));
  const escaped = title.replace(/[&<>"]/g, (mark) => `&#${String(mark.charCodeAt(0))};`);
  const parts = [
    `<rect x="0" y="0" width="${String(width)}" height="${String(height)}"/>`,
    ...found.cells.map((cell) => `<rect x="${n(cell.x)}" y="${n(cell.y)}" width="${n(cell.width)}" height="${n(cell.height)}"/>`),
    ...found.circles.map((each) => `<circle cx="${n(each.x)}" cy="${n(each.y)}" r="${n(each.radius)}"/>`),
    ...found.lines.map((line) =>
      line.axis === "across"
        ? `<line x1="${n(line.from)}" x2="${n(line.to)}" y1="${n(line.at)}" y2="${n(line.at)}"/>`
        : `<line y1="${n(line.from)}" y2="${n(line.to)}" x1="${n(line.at)}" x2="${n(line.at)}"/>`,
    ),
  ];
  const ruler = [0, 10, 20, 30, 40, 50].map((at) => `<line x1="${String(at)}" x2="${String(at)}" y1="${String(height + 6)}" y2="${String(height + 10)}"/>`);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${String(Math.max(width, 60) + 10)}mm" height="${String(height + 24)}mm" viewBox="-5 -5 ${String(Math.max(width, 60) + 10)} ${String(height + 24)}">`,
    `<title>${escaped}</title>`,
    `<g fill="none" stroke="#888" stroke-width="0.2">${parts.join("")}</g>`,
    `<g stroke="#000" stroke-width="0.25"><line x1="0" x2="50" y1="${String(height + 8)}" y2="${String(height + 8)}"/>${ruler.join("")}</g>`,
    `<text x="0" y="${String(height + 16)}" font-size="4" font-family="sans-serif">this line is 50 mm long; print at 100 %</text>`,
    "</svg>",
  ].join("\n");
}
