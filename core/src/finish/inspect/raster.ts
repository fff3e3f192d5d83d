// Taken once: they are asked for at every pixel.
const { abs, cbrt, floor, max, min } = Math;

/** A photo as it came: rows from the top, three or four bytes a pixel, the first three red, green and blue (sRGB). */
export interface PhotoPixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint8ClampedArray;
  readonly bytes: 3 | 4;
}

export type Plane = Float32Array;
export type Planes = readonly [Plane, Plane, Plane];

/** Three figures for each pixel, row by row. */
export interface Raster {
  readonly width: number;
  readonly height: number;
  readonly planes: Planes;
}

export const emptyRaster = (width: number, height: number): Raster => ({
  width,
  height,
  planes: [new Float32Array(width * height), new Float32Array(width * height), new Float32Array(width * height)],
});

/** A photo made smaller: each pixel is the mean of a block of the photo, in steps of 255. */
export function shrunk({ width, height, data, bytes }: PhotoPixels, most: number): { readonly raster: Raster; readonly scale: number } {
  const scale = max(1, Math.ceil(max(width, height) / most));
  const raster = emptyRaster(floor(width / scale), floor(height / scale));
  const [red, green, blue] = raster.planes;
  const share = 1 / (scale * scale);
  for (let y = 0; y < raster.height; y += 1)
    for (let x = 0; x < raster.width; x += 1) {
      let [r, g, b] = [0, 0, 0];
      for (let dy = 0; dy < scale; dy += 1) {
        let at = ((y * scale + dy) * width + x * scale) * bytes;
        for (let dx = 0; dx < scale; dx += 1, at += bytes) {
          r += data[at] ?? 0;
          g += data[at + 1] ?? 0;
          b += data[at + 2] ?? 0;
        }
      }
      const to = y * raster.width + x;
      red[to] = r * share;
      green[to] = g * share;
      blue[to] = b * share;
    }
  return { raster, scale };
}

/** Linear light, 1 being the paper's own white, to CIE Lab with that white (CIE 15:2004, D65). */
export function labRaster({ width, height, planes: [red, green, blue] }: Raster): Raster {
  const lab = emptyRaster(width, height);
  const [L, a, b] = lab.planes;
  for (let at = 0; at < width * height; at += 1) {
    const [r, g, v] = [red[at] ?? 0, green[at] ?? 0, blue[at] ?? 0];
    // Rows of the sRGB matrix, each divided by its sum: a white of 1, 1, 1 gives a = b = 0.
    const x = cubeRoot(0.4339 * r + 0.3762 * g + 0.1899 * v);
    const y = cubeRoot(0.2126 * r + 0.7152 * g + 0.0722 * v);
    const z = cubeRoot(0.0178 * r + 0.1094 * g + 0.8728 * v);
    L[at] = 116 * y - 16;
    a[at] = 500 * (x - y);
    b[at] = 200 * (y - z);
  }
  return lab;
}

const cubeRoot = (t: number): number => (t > 0.008856 ? cbrt(t) : 7.787 * t + 16 / 116);

/** Mean over a square of (2 radius + 1) pixels, cut off at the rim; twice makes nearly a bell curve. */
export function blurred(plane: Plane, width: number, height: number, radius: number): Plane {
  if (radius < 1) return plane;
  const across = new Float32Array(plane.length);
  const out = new Float32Array(plane.length);
  slide(plane, across, { lines: height, length: width, step: 1, next: width }, radius);
  slide(across, out, { lines: width, length: height, step: width, next: 1 }, radius);
  return out;
}

function slide(from: Plane, to: Plane, { lines, length, step, next }: { lines: number; length: number; step: number; next: number }, radius: number): void {
  for (let row = 0; row < lines; row += 1) {
    const start = row * next;
    let [sum, count] = [0, 0];
    for (let at = 0; at < min(radius, length); at += 1, count += 1) sum += from[start + at * step] ?? 0;
    for (let at = 0; at < length; at += 1) {
      if (at + radius < length) {
        sum += from[start + (at + radius) * step] ?? 0;
        count += 1;
      }
      if (at > radius) {
        sum -= from[start + (at - radius - 1) * step] ?? 0;
        count -= 1;
      }
      to[start + at * step] = sum / count;
    }
  }
}

export const blurredRaster = ({ width, height, planes }: Raster, radius: number): Raster => ({
  width,
  height,
  planes: planes.map((plane) => blurred(plane, width, height, radius)) as unknown as Planes,
});

/** Between the four pixels around a place; `x` and `y` count from the middle of the first pixel, and stay within the plane. */
export function between(plane: Plane, width: number, height: number, x: number, y: number): number {
  const u = x < 0 ? 0 : x > width - 1 ? width - 1 : x;
  const v = y < 0 ? 0 : y > height - 1 ? height - 1 : y;
  const [left, top] = [floor(u), floor(v)];
  const [fx, fy] = [u - left, v - top];
  const at = top * width + left;
  const [right, down] = [left < width - 1 ? 1 : 0, top < height - 1 ? width : 0];
  const upper = (plane[at] ?? 0) * (1 - fx) + (plane[at + right] ?? 0) * fx;
  const lower = (plane[at + down] ?? 0) * (1 - fx) + (plane[at + down + right] ?? 0) * fx;
  return upper * (1 - fy) + lower * fy;
}

/** The middle one of some figures; 0 of none. */
export function medianOf(given: Float32Array | number[]): number {
  if (given.length === 0) return 0;
  // Typed arrays sort as numbers, several times faster.
  const values = Float64Array.from(given).sort();
  const half = values.length >> 1;
  return values.length % 2 === 1 ? (values[half] ?? 0) : ((values[half - 1] ?? 0) + (values[half] ?? 0)) / 2;
}

/** How far figures lie from their median: the median distance, scaled to be the standard deviation of a bell curve. */
export function spreadOf(values: readonly number[], middle = medianOf([...values])): number {
  return 1.4826 * medianOf(values.map((value) => abs(value - middle)));
}
