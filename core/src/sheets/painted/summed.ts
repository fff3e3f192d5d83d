const { round } = Math;
const within = (at: number, most: number): number => (at <= 0 ? 0 : at >= most ? most : round(at));

/** Sums over rectangles of a grid of cells, each answered from four numbers (summed-area tables; Crow 1984). */
export class Summed {
  readonly columns: number;
  readonly rows: number;
  readonly #sums: Float64Array;

  /** @param values row by row */
  constructor(values: ArrayLike<number>, columns: number, rows: number) {
    this.columns = columns;
    this.rows = rows;
    this.#sums = new Float64Array((columns + 1) * (rows + 1));
    for (let y = 0; y < rows; y += 1) {
      let row = 0;
      for (let x = 0; x < columns; x += 1) {
        row += values[y * columns + x] ?? 0;
        this.#sums[(y + 1) * (columns + 1) + x + 1] = row + (this.#sums[y * (columns + 1) + x + 1] ?? 0);
      }
    }
  }

  /** Sum over whole cells; what lies outside the grid counts nothing. */
  sum(left: number, top: number, right: number, bottom: number): number {
    return this.#between(within(left, this.columns), within(top, this.rows), within(right, this.columns), within(bottom, this.rows));
  }

  /** Mean of the cells that lie on the grid; 0 where none does. */
  mean(left: number, top: number, right: number, bottom: number): number {
    const [x0, y0, x1, y1] = [within(left, this.columns), within(top, this.rows), within(right, this.columns), within(bottom, this.rows)];
    const cells = (x1 - x0) * (y1 - y0);
    return x1 > x0 && y1 > y0 ? this.#between(x0, y0, x1, y1) / cells : 0;
  }

  #between(x0: number, y0: number, x1: number, y1: number): number {
    if (x1 <= x0 || y1 <= y0) return 0;
    const [sums, wide] = [this.#sums, this.columns + 1];
    return (sums[y1 * wide + x1] ?? 0) - (sums[y1 * wide + x0] ?? 0) - (sums[y0 * wide + x1] ?? 0) + (sums[y0 * wide + x0] ?? 0);
  }
}
