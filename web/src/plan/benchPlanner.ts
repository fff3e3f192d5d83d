import { heatForbidden, sheetLines, waitingFrom, wholeBatches, type BegunUnits, type Result, type RunJob, type RunPlan, type SmallJob } from "@yule/core";
import { jobOf, lateAfter, leftForLater, orderBySeason, sheetOf, type AtTable, type BenchAnswer, type BenchPlan, type StandingBatch } from "@yule/derive";
import { presentMoment } from "../data/serverClock.ts";

/** Seconds for a plan that goes on with the one before, for the thorough one that follows it, and for each trial with the heat tool. */
const FOR_FIRST = 0.06;
const FOR_PLAN = 0.7;
const FOR_TRIAL = 0.12;
const STEPS = 4_000;
/** Stages that the heat tool is tried after, the longest waits first. */
const HEAT_TRIED = 2;
/** Below this it is not worth taking it out. */
const WORTH_HEAT = 5;
/** A thorough plan is begun when no tap came for so long. */
const QUIET_MS = 350;

/** What a plan is made of. */
export interface TableQuestion {
  readonly lying: readonly StandingBatch[];
  readonly at: AtTable;
  readonly small: readonly SmallJob[];
}

const namesOf = (batches: readonly StandingBatch[]): string => batches.map(({ batch }) => batch.id).join(" ");

/** A planner in a worker of its own. */
export interface PlanSolver {
  readonly run: (job: RunJob, seconds: number, steps: number, earlier?: readonly (readonly BegunUnits[])[]) => Promise<Result<RunPlan>>;
  readonly otherWays: (job: RunJob) => Promise<BenchPlan["ways"]>;
}

/**
 * Plans the table anew after every tap: at once by going on with the plan before, and thoroughly when the hands have been quiet for a
 * moment. The two have a worker each, so that a tap never waits behind a thorough plan; what nobody asks any more is not told.
 */
export class BenchPlanner {
  private latest: TableQuestion | null = null;
  private best: BenchPlan | null = null;
  /** The end as it was before the present question came up. */
  private endedAt: Date | null = null;
  private isSketching = false;
  private isThinking = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    // Asked for when there is something to plan: a worker is not started while a screen is drawn.
    private readonly quick: () => PlanSolver,
    private readonly thorough: () => PlanSolver,
    private readonly tell: (planned: BenchAnswer) => void,
  ) {}

  /** @param question null asks nothing more */
  ask(question: TableQuestion | null): void {
    this.latest = question;
    this.endedAt = this.best?.endsAt ?? null;
    clearTimeout(this.timer);
    if (!question) return;
    void this.sketch();
    this.timer = setTimeout(() => void this.think(), this.best ? QUIET_MS : 0);
  }

  private answer(to: TableQuestion, planned: BenchAnswer): void {
    if (to !== this.latest) return;
    if (planned.kind === "impossible") return this.tell(planned);
    // Where other batches are left for later than before, the two ends are of different work.
    const isSameWork = this.best !== null && namesOf(leftForLater(this.best, to.lying)) === namesOf(leftForLater(planned.value, to.lying));
    const bent = this.endedAt && isSameWork ? (planned.value.endsAt.getTime() - this.endedAt.getTime()) / 60_000 : 0;
    this.best = { ...planned.value, bent };
    this.tell({ kind: "plan", value: this.best });
  }

  /** Of the taps that come while one is planned for, only the last is planned for next. */
  private async sketch(): Promise<void> {
    if (this.isSketching) return;
    this.isSketching = true;
    let done: TableQuestion | null = null;
    try {
      while (this.best && this.latest && this.latest !== done) {
        const { best, latest } = this;
        const since = presentMoment();
        const job = jobOf(latest.lying, latest.at, new Set(), since);
        const found = await this.quick().run(job, FOR_FIRST, STEPS, [best.plan.moves]);
        if (found.ok)
          this.answer(latest, {
            kind: "plan",
            value: { ...sheetOf(job, found.value, since, latest.small, lateAfter(latest.lying, latest.at.outlook, since)), ways: best.ways, heat: best.heat },
          });
        done = latest;
      }
    } finally {
      this.isSketching = false;
    }
  }

  private async think(): Promise<void> {
    if (this.isThinking) return;
    this.isThinking = true;
    let done: TableQuestion | null = null;
    try {
      while (this.latest && this.latest !== done) {
        const { latest } = this;
        this.answer(latest, await planned(this.thorough(), latest, this.best?.plan.moves ?? []));
        done = latest;
      }
    } finally {
      this.isThinking = false;
    }
  }
}

async function planned(solver: PlanSolver, { lying, at, small }: TableQuestion, earlier: RunPlan["moves"]): Promise<BenchAnswer> {
  const since = presentMoment();
  const job = jobOf(lying, at, new Set(), since);
  const found = await solver.run(job, FOR_PLAN, STEPS, [earlier, ...(at.given ? [orderBySeason(job, lying, at.given)] : [])]);
  if (!found.ok) return { kind: "impossible", faults: found.faults };
  const plan = found.value;
  const heat = at.settings.heatTool ? await bestHeat(solver, lying, at, since, plan, waitingFrom(wholeBatches(job, sheetLines(job, plan)))) : null;
  return { kind: "plan", value: { ...sheetOf(job, plan, since, small, lateAfter(lying, at.outlook, since)), ways: await solver.otherWays(job), heat } };
}

/** Tries the heat tool after the stages that are waited for longest. */
async function bestHeat(solver: PlanSolver, lying: readonly StandingBatch[], at: AtTable, since: Date, plan: RunPlan, waiting: BenchPlan["waiting"]): Promise<BenchPlan["heat"]> {
  let best: BenchPlan["heat"] = null;
  const allowed = waiting.filter(({ batch, stage }) => {
    const route = lying.find((each) => each.batch.id === batch)?.stages.map(({ table }) => table) ?? [];
    return (
      heatForbidden(
        route,
        route.findIndex(({ id }) => id === stage),
      ) === null
    );
  });
  for (const { batch, stage } of allowed.slice(0, HEAT_TRIED)) {
    const heated: RunJob = jobOf(lying, at, new Set([`${batch}/${stage}`]), since);
    const found = await solver.run(heated, FOR_TRIAL, STEPS, [plan.moves]);
    const sooner = found.ok ? plan.makespan - found.value.makespan : 0;
    if (sooner >= Math.max(WORTH_HEAT, best?.sooner ?? 0)) best = { batch, stage, sooner };
  }
  return best;
}
