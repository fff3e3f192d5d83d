/** The inverse of a symmetric matrix with positive eigenvalues, by its Cholesky factor (Golub and Van Loan, Matrix Computations, section 4.2). */
export function inverseOf(matrix: readonly Float64Array[]): Float64Array[] {
  const n = matrix.length;
  const lower = matrix.map((row) => row.slice());
  const at = (rows: readonly Float64Array[], row: number, column: number): number => rows[row]?.[column] ?? 0;
  const set = (rows: readonly Float64Array[], row: number, column: number, value: number): void => {
    const line = rows[row];
    if (line) line[column] = value;
  };
  for (let column = 0; column < n; column += 1) {
    let diagonal = at(lower, column, column);
    for (let k = 0; k < column; k += 1) diagonal -= at(lower, column, k) ** 2;
    if (!(diagonal > 0)) throw new Error("the matrix is not positive definite");
    const root = Math.sqrt(diagonal);
    set(lower, column, column, root);
    for (let row = column + 1; row < n; row += 1) {
      let sum = at(lower, row, column);
      for (let k = 0; k < column; k += 1) sum -= at(lower, row, k) * at(lower, column, k);
      set(lower, row, column, sum / root);
    }
  }
  const inverse = Array.from({ length: n }, () => new Float64Array(n));
  const middle = new Float64Array(n);
  for (let unit = 0; unit < n; unit += 1) {
    for (let row = 0; row < n; row += 1) {
      let sum = row === unit ? 1 : 0;
      for (let k = 0; k < row; k += 1) sum -= at(lower, row, k) * (middle[k] ?? 0);
      middle[row] = sum / at(lower, row, row);
    }
    for (let row = n - 1; row >= 0; row -= 1) {
      let sum = middle[row] ?? 0;
      for (let k = row + 1; k < n; k += 1) sum -= at(lower, k, row) * at(inverse, k, unit);
      set(inverse, row, unit, sum / at(lower, row, row));
    }
  }
  return inverse;
}
