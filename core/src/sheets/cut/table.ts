import { rasterPoints, restTable } from "./raster.ts";
import type { Spot } from "../model.ts";

/** A piece in one of its turns, in the measure of the table. */
export interface TablePiece {
  readonly panel: number;
  readonly width: number;
  readonly height: number;
  readonly count: number;
}

const MOST_POINTS = 3_000;

const NONE = 0;
const PIECE = 1;
const CUT_X = 2;
const CUT_Y = 3;
const LESS_X = 4;
const LESS_Y = 5;

/**
 * Gilmore and Gomory's dynamic program for unlimited-stage guillotine cutting (Operations Research 14, 1966) over the
 * raster points of both sides: the most value that any rectangle of raster size can give, pieces unlimited.
 */
export class CutTable {
  private readonly restX: Int32Array;
  private readonly restY: Int32Array;
  private readonly best: Float64Array;
  private readonly choice: Int32Array;

  private constructor(
    readonly xs: Int32Array,
    readonly ys: Int32Array,
    private readonly pieces: readonly TablePiece[],
  ) {
    this.restX = restTable(xs);
    this.restY = restTable(ys);
    this.best = new Float64Array(xs.length * ys.length);
    this.choice = new Int32Array(xs.length * ys.length);
  }

  /** @returns null when the raster is so fine that filling it would take more than `mostSteps` */
  static of(width: number, height: number, pieces: readonly TablePiece[], mostSteps: number): CutTable | null {
    const fitting = pieces.filter((piece) => piece.width <= width && piece.height <= height);
    const xs = rasterPoints(
      width,
      fitting.map((piece) => ({ length: piece.width, count: piece.count })),
      MOST_POINTS,
    );
    const ys = rasterPoints(
      height,
      fitting.map((piece) => ({ length: piece.height, count: piece.count })),
      MOST_POINTS,
    );
    if (!xs || !ys) return null;
    const steps = xs.length * ys.length * ((xs.length + ys.length) / 4 + fitting.length);
    return steps > mostSteps ? null : new CutTable(xs, ys, fitting);
  }

  /** Fills the table for values per panel. @returns the value of the whole sheet */
  fill(values: readonly number[]): number {
    const { xs, ys, best, choice, pieces } = this;
    const [nx, ny] = [xs.length, ys.length];
    best.fill(0);
    choice.fill(NONE);
    const worth = pieces.map((piece) => values[piece.panel] ?? 0);
    for (let i = 1; i < nx; i += 1) {
      const width = xs[i] ?? 0;
      for (let j = 1; j < ny; j += 1) {
        const height = ys[j] ?? 0;
        const cell = i * ny + j;
        let most = 0;
        let how = NONE;
        for (let p = 0; p < pieces.length; p += 1) {
          const piece = pieces[p];
          if (piece && (worth[p] ?? 0) > most && piece.width <= width && piece.height <= height) {
            most = worth[p] ?? 0;
            how = PIECE + 8 * p;
          }
        }
        const left = best[cell - ny] ?? 0;
        if (left > most || (left === most && most > 0 && how === NONE)) [most, how] = [left, LESS_X];
        const above = best[cell - 1] ?? 0;
        if (above > most) [most, how] = [above, LESS_Y];
        for (let k = 1; 2 * (xs[k] ?? 0) <= width && k < i; k += 1) {
          const value = (best[k * ny + j] ?? 0) + (best[(this.restX[i * nx + k] ?? 0) * ny + j] ?? 0);
          if (value > most + 1e-12) [most, how] = [value, CUT_X + 8 * k];
        }
        const row = i * ny;
        for (let k = 1; 2 * (ys[k] ?? 0) <= height && k < j; k += 1) {
          const value = (best[row + k] ?? 0) + (best[row + (this.restY[j * ny + k] ?? 0)] ?? 0);
          if (value > most + 1e-12) [most, how] = [value, CUT_Y + 8 * k];
        }
        best[cell] = most;
        choice[cell] = how;
      }
    }
    return best[nx * ny - 1] ?? 0;
  }

  /** The value of a rectangle by raster indices, after `fill`. */
  valueAt(i: number, j: number): number {
    return this.best[i * this.ys.length + j] ?? 0;
  }

  /** Where the pieces of the best pattern of a rectangle stand, after `fill`. */
  spots(i = this.xs.length - 1, j = this.ys.length - 1): Spot[] {
    const found: Spot[] = [];
    this.collect(i, j, 0, 0, found);
    return found;
  }

  private collect(i: number, j: number, x: number, y: number, found: Spot[]): void {
    if (i <= 0 || j <= 0) return;
    const how = this.choice[i * this.ys.length + j] ?? NONE;
    const index = how >> 3;
    switch (how & 7) {
      case PIECE: {
        const piece = this.pieces[index];
        if (piece) found.push({ panel: piece.panel, x, y, width: piece.width, height: piece.height });
        return;
      }
      case LESS_X:
        this.collect(i - 1, j, x, y, found);
        return;
      case LESS_Y:
        this.collect(i, j - 1, x, y, found);
        return;
      case CUT_X:
        this.collect(this.restX[i * this.xs.length + index] ?? 0, j, x, y, found);
        this.collect(index, j, x + (this.xs[this.restX[i * this.xs.length + index] ?? 0] ?? 0), y, found);
        return;
      case CUT_Y:
        this.collect(i, this.restY[j * this.ys.length + index] ?? 0, x, y, found);
        this.collect(i, index, x, y + (this.ys[this.restY[j * this.ys.length + index] ?? 0] ?? 0), found);
        return;
      default:
        return;
    }
  }
}
