/**
 * Solves a small system of linear equations by Gaussian elimination with the largest pivot.
 * @param equations each its coefficients, and what they come to as the last figure
 * @returns null where there is no single answer
 */
export function solvedSystem(equations: readonly (readonly number[])[]): number[] | null {
  const rows = equations.map((row) => [...row]);
  const size = rows.length;
  for (let column = 0; column < size; column += 1) {
    const pivot = rows.slice(column).reduce((best, row, index) => (Math.abs(row[column] ?? 0) > Math.abs(rows[best]?.[column] ?? 0) ? index + column : best), column);
    const [here, there] = [rows[column], rows[pivot]];
    if (!here || !there || Math.abs(there[column] ?? 0) < 1e-9) return null;
    [rows[column], rows[pivot]] = [there, here];
    for (const [index, row] of rows.entries()) {
      if (index === column) continue;
      const share = (row[column] ?? 0) / (there[column] ?? 1);
      for (let at = column; at <= size; at += 1) row[at] = (row[at] ?? 0) - share * (there[at] ?? 0);
    }
  }
  return rows.map((row, index) => (row[size] ?? 0) / (row[index] ?? 1));
}
