import { money } from "../measure/money.ts";
import type { LinearSolver } from "../search/linear.ts";
import type { Limits } from "../search/search.ts";
import type { Plan } from "./build.ts";
import { kindsOf, labelled, type Kinds } from "./kinds.ts";
import { grown, turns, type Split, type SplitJob } from "./model.ts";
import { layoutOf } from "./partings.ts";
import { checkClaim } from "./proof.ts";
import { SplitSearch, type Progress } from "./splitSearch.ts";

/**
 * Splits sheets into panels: as many pieces as possible, then least cost, then the largest single offcut, then fewest
 * cuts. Anytime: always answers with a valid split and a true bound.
 *
 * Rules of thumb build first plans; column generation gives prices, a bound and better patterns (Gilmore and Gomory);
 * knapsack covers and dual feasible functions raise the bound to whole sheets; sheets are taken out and filled anew; and
 * where few enough bundles of panels matter, all of them are gone through, which decides the job.
 * @param solve the linear engine for column generation and whole numbers
 */
export function split(job: SplitJob, limits: Limits, solve: LinearSolver, progress?: (at: Progress) => void): Split {
  const kinds = kindsOf(usableJob(job));
  if (kinds.job.panels.length === 0) return answerOf(job, kinds, null, 0, true);
  const search = new SplitSearch(kinds.job, limits, solve, progress);
  search.build();
  search.count();
  search.cost();
  search.gatherOffcut();
  search.simplify();
  return proven(answerOf(job, kinds, search.plan, search.wholeBound(), search.isProven()), kinds, search);
}

/** The answer with what its proof rests on, looked at again. A claim that does not hold is not made. */
function proven(answer: Split, kinds: Kinds, { plan, claim }: SplitSearch): Split {
  if (!answer.proven) return answer;
  const checked = checkClaim(kinds.job, plan, claim);
  return checked === "fails"
    ? { ...answer, lowerBound: money(0), proven: false }
    : { ...answer, proof: { by: claim.by, patterns: claim.by === "exhaustion" ? claim.patterns : null, checked: checked === "holds" } };
}

/** The job without sheets that are not there or hold nothing, and without panels that fit on none of the others. */
export function usableJob(job: SplitJob): SplitJob {
  const fits = (sheet: SplitJob["sheets"][number], panel: SplitJob["panels"][number]): boolean => {
    const size = grown(job, sheet);
    return turns(job, panel).some((turn) => turn.width <= size.width && turn.height <= size.height);
  };
  const there = job.sheets.filter((sheet) => sheet.count !== 0);
  const panels = job.panels.filter((panel) => there.some((sheet) => fits(sheet, panel)));
  return { ...job, panels, sheets: there.filter((sheet) => panels.some((panel) => fits(sheet, panel))) };
}

/** The answer as it lies on real sheets, each piece with the panel it is for. */
export function answerOf(job: SplitJob, kinds: Kinds, plan: Plan | null, lowerBound: number, proven: boolean): Split {
  const uses = labelled(kinds, plan?.uses ?? []);
  const placed = new Map<string, number>();
  for (const use of uses) for (const label of use.labels) placed.set(label, (placed.get(label) ?? 0) + use.times);
  const layouts = uses.flatMap((use) => {
    const sheet = kinds.job.sheets[use.pattern.sheet];
    return sheet ? [layoutOf(kinds.job, sheet, use.pattern, use.times, use.labels)] : [];
  });
  return {
    layouts,
    unplaced: job.panels.map((panel) => ({ panel: panel.id, count: panel.count - (placed.get(panel.id) ?? 0) })).filter((each) => each.count > 0),
    sheetsUsed: layouts.reduce((sum, layout) => sum + layout.times, 0),
    cost: money(plan?.cost ?? 0),
    lowerBound: money(lowerBound),
    proven,
  };
}
