import { expose, transfer } from "comlink";
import {
  calmAreas,
  cornersOf,
  gridCorners,
  inspectColourways,
  paletteOf,
  straighten,
  type CalmArea,
  type Corners,
  type Inspection,
  type PhotoPixels,
  type PhotoQuality,
  type PictureColour,
  type Pixels,
} from "@yule/core";

/** Sides in pixels: on which corners are looked for, of the picture that is kept, and of the one on the wall. */
const LOOKED_AT = 360;
const KEPT = 1800;
const SMALL = 420;
/** A painted sheet is judged in so many cells along its longer side: about 2 mm each. */
const CELLS = 200;
/** The photo is read at this size at most before it is straightened: finer than what is kept. */
const READ = 2600;

/** A photo of a whole batch is read at twelve megapixels at most, a master no larger than a panel on it. */
const [READ_BATCH, LARGEST_MASTER] = [4000, 900];

const asPhoto = ({ width, height, data }: Pixels): PhotoPixels => ({ width, height, data, bytes: 4 });

const fit = (width: number, height: number, most: number): { width: number; height: number } => {
  const scale = Math.min(1, most / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
};

async function decode(file: Blob, most: number): Promise<ImageBitmap> {
  const whole = await createImageBitmap(file);
  const size = fit(whole.width, whole.height, most);
  if (size.width === whole.width) return whole;
  const scaled = await createImageBitmap(whole, { resizeWidth: size.width, resizeHeight: size.height, resizeQuality: "medium" });
  whole.close();
  return scaled;
}

function pixelsOf(bitmap: ImageBitmap, width = bitmap.width, height = bitmap.height): Pixels {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("no canvas in this browser");
  // What is see-through is paper: a JPEG would make it black.
  context.fillStyle = "#fff";
  context.fillRect(0, 0, width, height);
  context.drawImage(bitmap, 0, 0, width, height);
  const { data } = context.getImageData(0, 0, width, height);
  return { width, height, data };
}

/** Whether a picture has places that are not opaque; looked at small. */
function isSeeThrough(bitmap: ImageBitmap, { width, height }: { width: number; height: number }): boolean {
  const context = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true });
  context?.drawImage(bitmap, 0, 0, width, height);
  const data = context?.getImageData(0, 0, width, height).data ?? [];
  for (let at = 3; at < data.length; at += 4) if ((data[at] ?? 255) < 250) return true;
  return false;
}

async function encode({ width, height, data }: Pixels, most: number, quality: number): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext("2d")?.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
  const size = fit(width, height, most);
  if (size.width === width) return canvas.convertToBlob({ type: "image/jpeg", quality });
  const smaller = new OffscreenCanvas(size.width, size.height);
  smaller.getContext("2d")?.drawImage(canvas, 0, 0, size.width, size.height);
  return smaller.convertToBlob({ type: "image/jpeg", quality });
}

export interface Looked {
  /** The photo small enough to be shown. */
  readonly preview: ImageBitmap;
  readonly width: number;
  readonly height: number;
  /** In shares of the photo's width and height; the whole photo where no panel stands out. */
  readonly corners: Corners;
  readonly found: boolean;
  /** Whether some of it was see-through, and taken for white paper. */
  readonly seeThrough: boolean;
}

/** A photo as it is, at the sizes that are kept. */
export interface Shrunk {
  readonly kept: Blob;
  readonly small: Blob;
}

export interface Cropped {
  readonly kept: Blob;
  readonly small: Blob;
  readonly palette: readonly PictureColour[];
}

let held: { file: Blob; bitmap: ImageBitmap } | null = null;

/** Pictures are read, straightened and measured beside the interface. */
const desk = {
  /** A photo of whatever it is, no larger than what is kept: it goes onto no card, and is not straightened. */
  async shrink(file: Blob): Promise<Shrunk> {
    const bitmap = await decode(file, KEPT);
    const pixels = pixelsOf(bitmap);
    bitmap.close();
    return { kept: await encode(pixels, KEPT, 0.86), small: await encode(pixels, SMALL, 0.8) };
  },

  /** Opens a photo and looks for the panel on it. */
  async look(file: Blob): Promise<Looked> {
    held?.bitmap.close();
    held = { file, bitmap: await decode(file, READ) };
    const { bitmap } = held;
    const size = fit(bitmap.width, bitmap.height, LOOKED_AT);
    const found = cornersOf(pixelsOf(bitmap, size.width, size.height));
    const corners = found ?? [
      { x: 0, y: 0 },
      { x: size.width, y: 0 },
      { x: size.width, y: size.height },
      { x: 0, y: size.height },
    ];
    const share = (corner: { x: number; y: number }) => ({ x: corner.x / size.width, y: corner.y / size.height });
    const [tl, tr, br, bl] = corners;
    const preview = await createImageBitmap(bitmap, { resizeWidth: fit(bitmap.width, bitmap.height, 900).width, resizeQuality: "medium" });
    return transfer(
      { preview, width: bitmap.width, height: bitmap.height, corners: [share(tl), share(tr), share(br), share(bl)], found: found !== null, seeThrough: isSeeThrough(bitmap, size) },
      [preview],
    );
  },

  /** The panel alone, seen from straight above, with its colours. @param ratio height by width of the panel */
  async crop(corners: Corners, ratio: number): Promise<Cropped | null> {
    if (!held) return null;
    const photo = pixelsOf(held.bitmap);
    const place = (corner: { x: number; y: number }) => ({ x: corner.x * photo.width, y: corner.y * photo.height });
    const [tl, tr, br, bl] = corners;
    const placed: Corners = [place(tl), place(tr), place(br), place(bl)];
    const across = Math.max(Math.hypot(placed[1].x - placed[0].x, placed[1].y - placed[0].y), Math.hypot(placed[2].x - placed[3].x, placed[2].y - placed[3].y));
    const size = fit(Math.round(across), Math.round(across * ratio), KEPT);
    const straight = straighten(photo, placed, size.width, size.height);
    if (!straight) return null;
    const [kept, small] = await Promise.all([encode(straight, KEPT, 0.9), encode(straight, SMALL, 0.85)]);
    return { kept, small, palette: paletteOf(straight) };
  },

  /** A photo too heavy to be kept as it is, as a JPEG that is not. */
  async lighter(): Promise<Blob | null> {
    return held && encode(pixelsOf(held.bitmap), READ, 0.9);
  },

  /** A picture of a painted sheet as the few cells in which it is judged. */
  async cells(file: Blob): Promise<Pixels> {
    const bitmap = await decode(file, CELLS);
    const cells = pixelsOf(bitmap);
    bitmap.close();
    return transfer(cells, [cells.data.buffer]);
  },

  /**
   * A photo of a batch, looked at colourway by colourway.
   * @param count panels that should lie there; @param masters the picture of each colourway with the places of its panels, by rows
   * @param block where the panels lie edge to edge, as she drew it
   */
  async inspect(file: Blob, count: number, masters: readonly MasterOf[], block: DrawnBlock | null = null): Promise<InspectedPhoto> {
    const bitmap = await decode(file, READ_BATCH);
    const photo = asPhoto(pixelsOf(bitmap));
    bitmap.close();
    const colourways = [];
    for (const { picture, places } of masters) {
      const own = await decode(picture, LARGEST_MASTER);
      colourways.push({ master: asPhoto(pixelsOf(own)), places });
      own.close();
    }
    const drawn = block && gridCorners(block.corners.map(({ x, y }) => ({ x: x * photo.width, y: y * photo.height })) as unknown as Corners, block.across, block.down);
    return { width: photo.width, height: photo.height, ...inspectColourways(photo, count, colourways, drawn) };
  },

  /** Calm areas of a picture that is kept already. */
  async calm(file: Blob): Promise<readonly CalmArea[]> {
    const bitmap = await decode(file, LOOKED_AT);
    const { width, height, data } = pixelsOf(bitmap);
    bitmap.close();
    const light = new Uint8Array(width * height);
    // Brightness as the eye weighs it (Rec. 709).
    for (let pixel = 0; pixel < light.length; pixel += 1)
      light[pixel] = 0.2126 * (data[pixel * 4] ?? 0) + 0.7152 * (data[pixel * 4 + 1] ?? 0) + 0.0722 * (data[pixel * 4 + 2] ?? 0);
    return calmAreas(light, width, height);
  },
};
/** The picture of a colourway, and which panels of the photo are of it. */
export interface MasterOf {
  readonly picture: Blob;
  readonly places: readonly number[];
}
/** Panels that touch, as one block: its corners in shares of the photo, and how many lie across and down. */
export interface DrawnBlock {
  readonly corners: Corners;
  readonly across: number;
  readonly down: number;
}
export interface InspectedPhoto {
  /** Of the photo as it was looked at: corners are in its pixels. */
  readonly width: number;
  readonly height: number;
  readonly onBoard: number;
  readonly quality: PhotoQuality;
  /** In the order of the masters. */
  readonly colourways: readonly Inspection[];
}
export type PictureWorker = typeof desk;

expose(desk);
