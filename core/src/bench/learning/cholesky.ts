/**
 * The lower factor of a symmetric matrix with positive eigenvalues (Golub and Van Loan, Matrix Computations, section 4.2).
 * @throws where the matrix is none
 */
export function choleskyOf(matrix: readonly Float64Array[]): Float64Array[] {
  const lower = matrix.map((row) => row.slice());
  for (const [row, line] of lower.entries()) {
    for (let column = 0; column <= row; column += 1) {
      const other = lower[column];
      if (!other) continue;
      let sum = line[column] ?? 0;
      for (let k = 0; k < column; k += 1) sum -= (line[k] ?? 0) * (other[k] ?? 0);
      if (column < row) line[column] = sum / (other[column] ?? 1);
      else if (sum > 0) line[row] = Math.sqrt(sum);
      else throw new Error("the matrix is not positive definite");
    }
  }
  return lower;
}

/** Solves for a right side, given the factor. */
export function solveWith(lower: readonly Float64Array[], right: Float64Array): Float64Array {
  const n = lower.length;
  const found = right.slice();
  for (const [row, line] of lower.entries()) {
    let sum = found[row] ?? 0;
    for (let k = 0; k < row; k += 1) sum -= (line[k] ?? 0) * (found[k] ?? 0);
    found[row] = sum / (line[row] ?? 1);
  }
  for (let row = n - 1; row >= 0; row -= 1) {
    const value = (found[row] ?? 0) / (lower[row]?.[row] ?? 1);
    found[row] = value;
    const line = lower[row];
    if (line) for (let k = 0; k < row; k += 1) found[k] = (found[k] ?? 0) - (line[k] ?? 0) * value;
  }
  return found;
}

export function inverseOf(matrix: readonly Float64Array[]): Float64Array[] {
  const lower = choleskyOf(matrix);
  return matrix.map((_, unit) => {
    const right = new Float64Array(matrix.length);
    right[unit] = 1;
    return solveWith(lower, right);
  });
}
