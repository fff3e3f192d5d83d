import { createCanvas } from "@napi-rs/canvas";
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import type { PdfFonts } from "./fonts.ts";

const require = createRequire(import.meta.url);
const font = (family: string, weight: number): Uint8Array[] =>
  ["latin", "latin-ext"].map((part) => new Uint8Array(readFileSync(require.resolve(`@fontsource/${family}/files/${family}-${part}-${String(weight)}-normal.woff`))));

/** The families that the application ships, read from the disk. */
export const testFonts = (): PdfFonts => ({ text: font("hanken-grotesk", 400), strong: font("hanken-grotesk", 700), heading: font("literata", 600) });

/** A page as somebody else's program reads and draws it. */
export interface PageRead {
  readonly text: string;
  /** Its letters without the room between them: words in letters of two families are told in pieces. */
  readonly letters: string;
  /** Share of its area that is not white. */
  readonly ink: number;
  /** Points. */
  readonly width: number;
  readonly height: number;
}

/** A PDF read back, by a reader that did not write it: its words, and how much of each page is drawn on. */
export async function readBack(bytes: Uint8Array): Promise<PageRead[]> {
  const task = getDocument({ data: new Uint8Array(bytes), verbosity: 0, useSystemFonts: false });
  const file = await task.promise;
  const pages: PageRead[] = [];
  for (let number = 1; number <= file.numPages; number += 1) {
    const page = await file.getPage(number);
    const { items } = await page.getTextContent();
    const viewport = page.getViewport({ scale: 1 });
    const canvas = createCanvas(Math.ceil(viewport.width), Math.ceil(viewport.height));
    const context = canvas.getContext("2d");
    await page.render({ canvas: canvas as never, canvasContext: context as never, viewport }).promise;
    const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
    let drawn = 0;
    for (let at = 0; at < data.length; at += 4) if ((data[at + 3] ?? 0) > 0 && Math.min(data[at] ?? 255, data[at + 1] ?? 255, data[at + 2] ?? 255) < 250) drawn += 1;
    const text = items.map((item) => ("str" in item ? item.str : "")).join(" ");
    const ink = drawn / (canvas.width * canvas.height);
    pages.push({ text, letters: text.replace(/\s+/g, ""), ink, width: viewport.width, height: viewport.height });
  }
  await task.destroy();
  return pages;
}
