import { fail, phrase, type Fault, type Result, type FaultValue, type Phrase } from "../outcome/outcome.ts";
import { firstUnitSteps, makespanBound } from "./bound.ts";
import { stepAt, toMinutes, type RunJob, type RunModel } from "./model.ts";
import { Timetable } from "./timetable.ts";

const minutesOf = (time: number): FaultValue => ({ minutes: toMinutes(time) });

/** A fault that names the stage to blame. */
export function stageFault(work: RunModel, index: number, code: string, given: Phrase, allowed: Phrase): Fault {
  const step = stepAt(work, index);
  const batch = work.job.batches[step.batch];
  return {
    code,
    path: ["batches", step.batch, "stages", step.stage],
    given: phrase`${{ name: batch?.id ?? "", of: "batch" }}, ${{ name: batch?.stages[step.stage]?.id ?? "", of: "stage" }}: ${given}`,
    allowed,
  };
}

/** What makes every plan impossible, as far as it can be shown without trying all plans. Empty when nothing is found. */
export function impossibilities(work: RunModel): Fault[] {
  const single = [...tooLongForWindows(work), ...noDryingPlace(work), ...wetWindowTooShort(work)];
  if (single.length > 0) return single;
  if (!work.plain) return makespanBound(work) === Infinity ? [windowsTooFew(work)] : [];
  const chain = brokenChains(work);
  if (chain.length > 0) return chain;
  return makespanBound(work) === Infinity ? [windowsTooFew(work)] : [];
}

function tooLongForWindows(work: RunModel): Fault[] {
  const { opens, closes, hours } = work.table;
  const longestIn = opens.map((list, which) => Array.from(list, (open, at) => (closes[which]?.[at] ?? open) - open).reduce((most, each) => Math.max(most, each), 0));
  return work.steps.flatMap((step, index) => {
    const list = hours[index] ?? 0;
    if ((opens[list]?.length ?? 0) === 0 || step.units === 0) return [];
    const longest = longestIn[list] ?? 0;
    const needed = step.setup + step.hands;
    return needed > longest
      ? [
          stageFault(
            work,
            index,
            "longer-than-window",
            phrase`needs ${minutesOf(needed)} together (setup ${minutesOf(step.setup)}, hands ${minutesOf(step.hands)})`,
            phrase`at most ${minutesOf(longest)}, the longest window`,
          ),
        ]
      : [];
  });
}

function noDryingPlace(work: RunModel): Fault[] {
  if (work.drying >= 1) return [];
  return work.steps.flatMap((step, index) =>
    step.dry > 0 ? [stageFault(work, index, "no-drying-place", phrase`dries ${minutesOf(step.dry)}`, ["a drying place; there is none"])] : [],
  );
}

/** The first unit of a step pays its setup after the step before has ended, so the wet window must leave room for it. */
function wetWindowTooShort(work: RunModel): Fault[] {
  return work.steps.flatMap((step, index) => {
    if (step.within === null) return [];
    const latest = stepAt(work, step.before).dry + step.within;
    if (step.setup <= latest) return [];
    const earlier = work.job.batches[step.batch]?.stages[step.stage - 1]?.id ?? "";
    return [
      stageFault(
        work,
        index,
        "wet-window-too-short",
        phrase`must begin within ${minutesOf(latest)} of the end of ${{ name: earlier, of: "stage" }}, and its setup takes ${minutesOf(step.setup)}`,
        phrase`a setup of at most ${minutesOf(latest)}`,
      ),
    ];
  });
}

/** Each batch's first unit alone, one stage longer at a time: the stage at which it breaks is to blame. */
function brokenChains(work: RunModel): Fault[] {
  return work.job.batches.flatMap((_, batch) => {
    const steps = firstUnitSteps(work, batch);
    for (let length = 1; length <= steps.length; length += 1) {
      if (Timetable.of(work, steps.slice(0, length))) continue;
      const index = steps[length - 1] ?? 0;
      const step = stepAt(work, index);
      if (step.within === null)
        return [stageFault(work, index, "windows-end", ["no window is left for it after the stages before it, even for one unit alone"], ["a later window"])];
      const earlier = work.job.batches[batch]?.stages[step.stage - 1]?.id ?? "";
      return [
        stageFault(
          work,
          index,
          "pair-fits-no-window",
          phrase`must begin ${minutesOf(stepAt(work, step.before).dry)} to ${minutesOf(stepAt(work, step.before).dry + step.within)} after the end of ${{ name: earlier, of: "stage" }}, and no windows allow both, even for one unit alone`,
          ["windows that hold both, or a longer wait"],
        ),
      ];
    }
    return [];
  });
}

/** The windows hold less than all the work: the last stage that does not fit any more is named. */
export function windowsTooFew(work: RunModel): Fault {
  const open = work.windows.reduce((sum, [from, to]) => sum + to - from, 0);
  const needed = work.steps.reduce((sum, step) => sum + step.hands * step.units + step.setup, 0);
  const last = work.steps.length - 1;
  return stageFault(
    work,
    last,
    "windows-too-few",
    phrase`is left over: all the work takes at least ${minutesOf(needed)} of hands and its waits, the windows give ${minutesOf(open)}`,
    ["more or longer windows, or fewer units"],
  );
}

export const impossible = <T>(faults: readonly Fault[]): Result<T> => fail(...faults);

/** Faults of the windows themselves: closing before they open, or overlapping. */
export function windowFaults(job: RunJob): Fault[] {
  const faults: Fault[] = [];
  const sorted = job.windows.map(([open, close], index) => ({ open, close, index })).sort((a, b) => a.open - b.open || a.close - b.close);
  sorted.forEach((window, position) => {
    if (window.close <= window.open)
      faults.push({
        code: "window-ends-before-start",
        path: ["windows", window.index],
        given: phrase`${window.open} to ${window.close}`,
        allowed: phrase`an end after the start`,
      });
    const next = sorted[position + 1];
    if (next && next.open < window.close)
      faults.push({
        code: "windows-overlap",
        path: ["windows", next.index],
        given: phrase`${next.open} to ${next.close}`,
        allowed: phrase`a start at or after ${window.close}, where the window before it ends`,
      });
  });
  return faults;
}
