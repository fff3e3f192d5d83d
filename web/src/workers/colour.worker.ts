import { expose, transfer } from "comlink";
import {
  bestGlazeOrder,
  cellsOf,
  chooseRecipe,
  glazeGrid,
  nudges,
  paletteOf,
  repainted,
  runTogether,
  smallestPalette,
  swappedColourways,
  takenApart,
  worthBuying,
  type Chart,
  type Film,
  type Lab,
  type Meet,
  type Overlap,
  type PictureLayers,
  type ShelfPaint,
  type Temperature,
} from "@yule/core";
import { hexOfRgb, type Apart } from "@yule/derive";

/** Longest side in pixels of a picture that is taken apart, and of a photographed chart. */
const LOOKED_AT = 300;

const taken = new Map<string, { readonly layers: PictureLayers; readonly films: readonly Film[] }>();
const MOST_KEPT = 12;

async function pixelsOf(file: Blob, most = LOOKED_AT): Promise<{ data: Uint8ClampedArray; width: number; height: number }> {
  const whole = await createImageBitmap(file);
  const scale = Math.min(1, most / Math.max(whole.width, whole.height));
  const [width, height] = [Math.max(1, Math.round(whole.width * scale)), Math.max(1, Math.round(whole.height * scale))];
  const context = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("no canvas in this browser");
  context.drawImage(whole, 0, 0, width, height);
  whole.close();
  return { data: context.getImageData(0, 0, width, height).data, width, height };
}

/** What is see-through lies on white paper. @returns whether any was */
function layOnPaper(data: Uint8ClampedArray): boolean {
  let found = false;
  for (let at = 0; at < data.length; at += 4) {
    const opacity = (data[at + 3] ?? 255) / 255;
    if (opacity > 0.98) continue;
    found = true;
    for (let channel = 0; channel < 3; channel += 1) data[at + channel] = (data[at + channel] ?? 0) * opacity + 250 * (1 - opacity);
    data[at + 3] = 255;
  }
  return found;
}

/** A picture to be shown again, as the browser takes it. */
export interface Repainted {
  readonly data: Uint8ClampedArray<ArrayBuffer>;
  readonly width: number;
  readonly height: number;
}
const handed = (data: Uint8ClampedArray<ArrayBuffer>, { width, height }: { width: number; height: number }): Repainted => transfer({ data, width, height }, [data.buffer]);

const apartOf = ({ areas, touching, wasTransparent, width, height }: PictureLayers, key: string): Apart => ({ areas, touching, wasTransparent, width, height, key });

/** Width of the outermost band of a panel that its mat is judged by, in shares of the shorter side. */
const EDGE_BAND = 0.05;

/** Everything about colour that takes more than a blink. */
const desk = {
  recipe: (wanted: string, shelf: readonly ShelfPaint[]) => {
    const choice = chooseRecipe(wanted, shelf);
    return choice && { ...choice, nudges: nudges(choice.best, shelf) };
  },
  buy: (wanted: string, shelf: readonly ShelfPaint[], from: number) => worthBuying(wanted, shelf, from),
  grid: (films: readonly Film[]) => glazeGrid(films),
  order: (films: readonly Film[], overlaps: readonly Overlap[]) => bestGlazeOrder(films, overlaps),
  smallest: (wanted: readonly string[], shelf: readonly ShelfPaint[], temperature: Temperature) => smallestPalette(wanted, shelf, temperature),
  swapped: (own: readonly Film[], meets: readonly Meet[], shelf: readonly ShelfPaint[], many: number, temperature: Temperature) =>
    swappedColourways(own, meets, shelf, many, temperature),

  /** Which paint lies where on a kept picture. */
  async apart(url: string, films: readonly Film[], key: string): Promise<Apart | null> {
    const known = taken.get(key);
    if (known) return apartOf(known.layers, key);
    const answer = await fetch(url).catch(() => null);
    if (!answer?.ok) return null;
    const layers = takenApart(await pixelsOf(await answer.blob()), films);
    if (taken.size >= MOST_KEPT) taken.delete([...taken.keys()][0] ?? "");
    taken.set(key, { layers, films });
    return apartOf(layers, key);
  },
  /** The same picture with other paints in their places. */
  repaint(key: string, films: readonly (Film | null)[]): Repainted | null {
    const found = taken.get(key);
    return found ? handed(repainted(found.layers, found.films, films), found.layers) : null;
  },
  /** The same picture as it dries when paints ran into each other. */
  together(key: string, pairs: readonly { readonly a: number; readonly b: number; readonly gives: Lab }[]): Repainted | null {
    const found = taken.get(key);
    return found ? handed(runTogether(found.layers, pairs, Math.max(3, Math.round(found.layers.width / 40))), found.layers) : null;
  },

  /** The colours of a picture with their shares, and of its outermost band. */
  async panel(url: string): Promise<{ colours: readonly { hex: string; share: number }[]; edge: string } | null> {
    const answer = await fetch(url).catch(() => null);
    if (!answer?.ok) return null;
    const { data, width, height } = await pixelsOf(await answer.blob(), 200);
    const band = Math.max(2, Math.round(EDGE_BAND * Math.min(width, height)));
    const sum = [0, 0, 0];
    let many = 0;
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1) {
        if (x >= band && y >= band && x < width - band && y < height - band) continue;
        for (let channel = 0; channel < 3; channel += 1) sum[channel] = (sum[channel] ?? 0) + (data[(y * width + x) * 4 + channel] ?? 0);
        many += 1;
      }
    const [red, green, blue] = sum.map((each) => each / Math.max(1, many)) as [number, number, number];
    const edge = hexOfRgb([red, green, blue]);
    return { colours: paletteOf({ data, width, height }, 8), edge };
  },

  /** The cells of a photographed chart or of two swatches on one sheet, with a picture small enough to be shown. */
  async chart(file: Blob): Promise<{ readonly chart: Chart; readonly shown: Repainted; readonly wasTransparent: boolean }> {
    const { data, width, height } = await pixelsOf(file, 360);
    const copy = new Uint8ClampedArray(data);
    const wasTransparent = layOnPaper(copy);
    return { chart: cellsOf({ data: copy, width, height }), shown: handed(copy, { width, height }), wasTransparent };
  },
};
export type ColourWorker = typeof desk;

expose(desk);
