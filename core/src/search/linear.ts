/** A linear or integer program and what solves it. The engine is passed in, so that core loads nothing. */

/** One constraint: the sum of `terms` (column, coefficient) is at least `least` and at most `most`. */
export interface LinearRow {
  readonly terms: readonly (readonly [column: number, coefficient: number])[];
  readonly least?: number;
  readonly most?: number;
}

/** Minimises the sum of `costs`; every column lies between 0 and its `upper` bound (Infinity for none). */
export interface LinearModel {
  readonly costs: readonly number[];
  readonly upper: readonly number[];
  readonly rows: readonly LinearRow[];
  readonly whole: boolean;
}

/** `duals` has a price per row; it is empty for integer programs. `optimal` is false where time ended the search. */
export interface LinearAnswer {
  readonly values: readonly number[];
  readonly duals: readonly number[];
  readonly optimal: boolean;
}

/**
 * @param nodes of an integer program's tree at most: unlike `seconds`, the same on every machine
 * @returns null when there is no solution, or none was found
 */
export type LinearSolver = (model: LinearModel, seconds: number, nodes?: number) => LinearAnswer | null;

/** The part of a loaded HiGHS module that is used. HiGHS: Huangfu and Hall, Math. Prog. Comp. 10 (2018). */
export interface HighsModule {
  solve(
    problem: string,
    options?: Record<string, unknown>,
  ): {
    Status: string;
    Columns: Record<string, { Primal?: number }>;
    Rows: readonly { Name?: string; Dual?: number }[];
  };
}

/** Wraps HiGHS as a LinearSolver. A solve that fails inside the engine counts as no answer. */
export function highsSolver(highs: HighsModule): LinearSolver {
  return (model, seconds, nodes) => {
    if (seconds <= 0) return null;
    try {
      const solution = highs.solve(lpText(model), {
        time_limit: seconds,
        mip_rel_gap: 0,
        output_flag: false,
        threads: 1,
        ...(nodes === undefined ? {} : { mip_max_nodes: nodes }),
      });
      // At the last node the engine says that it does not know whether more could be found.
      const isCut = solution.Status === "Time limit reached" || (nodes !== undefined && solution.Status === "Unknown");
      if (solution.Status !== "Optimal" && !isCut) return null;
      const values = model.costs.map((_, column) => solution.Columns[`x${String(column)}`]?.Primal ?? NaN);
      if (values.some(Number.isNaN)) return null;
      const duals = model.whole ? [] : dualsByRow(model, solution.Rows);
      return { values, duals, optimal: solution.Status === "Optimal" };
    } catch {
      return null;
    }
  };
}

function dualsByRow(model: LinearModel, rows: readonly { Name?: string; Dual?: number }[]): number[] {
  const found = new Map(rows.map((row) => [row.Name ?? "", row.Dual ?? 0]));
  return model.rows.map((_, index) => (found.get(`g${String(index)}`) ?? 0) + (found.get(`l${String(index)}`) ?? 0));
}

/** The problem in the CPLEX LP format, which HiGHS reads. */
function lpText(model: LinearModel): string {
  const sum = (terms: readonly (readonly [number, number])[]): string =>
    terms.map(([column, coefficient]) => `${coefficient < 0 ? "-" : "+"} ${String(Math.abs(coefficient))} x${String(column)}`).join(" ");
  const lines = ["Minimize", ` obj: ${sum(model.costs.map((cost, column) => [column, cost]))}`, "Subject To"];
  model.rows.forEach((row, index) => {
    if (row.least !== undefined) lines.push(` g${String(index)}: ${sum(row.terms)} >= ${String(row.least)}`);
    if (row.most !== undefined) lines.push(` l${String(index)}: ${sum(row.terms)} <= ${String(row.most)}`);
  });
  lines.push("Bounds");
  model.upper.forEach((most, column) => {
    lines.push(most === Infinity ? ` x${String(column)} >= 0` : ` 0 <= x${String(column)} <= ${String(most)}`);
  });
  if (model.whole) lines.push("General", ` ${model.costs.map((_, column) => `x${String(column)}`).join(" ")}`);
  return [...lines, "End", ""].join("\n");
}
