import { OVERNIGHT } from "../measure/minutes.ts";
import { daysBetween, momentAt, addDays, type Day } from "../measure/day.ts";
import type { KeptSession } from "./sessions.ts";
import { asPair, withMixings, withRests } from "./paceAtBench.ts";
import type { SeasonJob, WorkKind, WorkNeed, WorkStep } from "./schedule/model.ts";

/** A stage of a route with how many units still go through it. */
export interface OwedStage {
  readonly id: string;
  readonly name: string;
  readonly kind: Exclude<WorkKind, "pack">;
  readonly hands: number;
  readonly setup: number;
  /** What is waited for it to be dry, as sure as what follows asks for; and what it mostly takes, where that is known apart. */
  readonly dry: number;
  readonly mostlyDry?: number;
  /** Minutes within which it must follow the stage before; null for any time. */
  readonly within: number | null;
  /** It stands for two stages, of which the second catches the first while it is wet. */
  readonly isPair?: boolean;
  /** May be done away from the board. */
  readonly portable: boolean;
  readonly left: number;
}

/** A need with what is still to be done for it, as the maker's books have it. */
export interface OwedNeed {
  readonly id: string;
  readonly design: string;
  readonly palette: string;
  readonly title: string;
  /** Cards still to be assembled. */
  readonly cards: number;
  /** Panels not begun that must be painted. */
  readonly fresh: number;
  /** Panels on the bench now. */
  readonly coming: number;
  /** Sheets to split for them. */
  readonly sheets: number;
  /** Panels that one mixing of paint serves before it has thickened; null for any number, and where it was not asked. */
  readonly perMixing?: number | null;
  /** Minutes of hands that the bench's own planner needs for its panels beyond what is reckoned here. */
  readonly atBench?: number;
  readonly stages: readonly OwedStage[];
  /** Envelopes to address, or one parcel; 0 when it is handed over. */
  readonly parcels: number;
  readonly readyBy: Day;
  /** Whether whoever waits could be asked for more days; a fair cannot. */
  readonly movable: boolean;
  /** The day its supplies are there; null when they lie on the shelf. */
  readonly suppliesOn: Day | null;
  readonly heat: boolean;
  readonly print: boolean;
  readonly skipped: readonly string[];
}

/** Everything the planner is told of a season. */
export interface SeasonFacts {
  readonly needs: readonly OwedNeed[];
  readonly sessions: readonly KeptSession[];
  readonly since: Date;
  readonly today: Day;
  readonly timeZone: string;
  readonly changeover: number;
  readonly drying: number | null;
  readonly helperMay: readonly WorkKind[];
  /** Sessions whose work stays where the plan that stands has it, by their day, end and hands; plans stored before there were any have none. */
  readonly pinned?: readonly Pick<KeptSession, "day" | "to" | "who">[];
}

/** Where the pinned sessions stand among those to come. */
export const pinnedIn = ({ sessions, pinned }: Pick<SeasonFacts, "sessions" | "pinned">): number[] =>
  sessions.flatMap(({ day, to, who }, index) => (pinned?.some((each) => each.day === day && each.to === to && each.who === who) ? [index] : []));

/** Splitting a sheet, testing colours, a night under books, an address, a print: minutes of hands that no route lists. */
const SPLIT = { setup: 5, hands: 4 };
const COLOUR_TEST = { setup: 5, hands: 6, dry: 30 };
const FLATTEN = { setup: 4, hands: 0.5, dry: 480 };
const ADDRESS = { setup: 3, hands: 2.5 };
const PRINT = { setup: 15, hands: 0.5 };
/** A heat tool dries in so many minutes, hands and all; it is no help where paint pools overnight, and not for masking fluid. */
const HEAT_MINUTES = 3;
const HEAT_FROM = 10;

/** A season's facts as a job for the planner, minutes counted from the moment of the facts. */
export function seasonJobOf(facts: SeasonFacts): SeasonJob {
  const since = facts.since.getTime();
  const minuteAt = (day: Day, minute: number): number => (momentAt(day, minute, facts.timeZone).getTime() - since) / 60_000;
  const lastSession = facts.sessions[facts.sessions.length - 1]?.day ?? facts.today;
  const lastDue = facts.needs.reduce<Day>((latest, need) => (need.readyBy > latest ? need.readyBy : latest), facts.today);
  const days = daysBetween(facts.today, lastDue > lastSession ? lastDue : lastSession) + 1;
  return {
    needs: facts.needs.filter((need) => stepsOf(need).some((step) => step.units * step.hands > 0)).map((need) => workNeedOf(need, facts, minuteAt)),
    sessions: facts.sessions.map((session) => {
      const open = Math.max(0, minuteAt(session.day, session.from));
      return { day: daysBetween(facts.today, session.day), open, close: open + session.length, late: session.late, light: session.light, who: session.who };
    }),
    changeover: facts.changeover,
    drying: facts.drying,
    dayEnds: Array.from({ length: days }, (_, day) => minuteAt(addDays(facts.today, day + 1), 0)),
    helperMay: facts.helperMay,
  };
}

function workNeedOf(need: OwedNeed, facts: SeasonFacts, minuteAt: (day: Day, minute: number) => number): WorkNeed {
  const steps = stepsOf(need);
  return {
    id: need.id,
    design: need.design,
    palette: need.palette,
    due: daysBetween(facts.today, need.readyBy),
    release: need.suppliesOn !== null && need.suppliesOn > facts.today ? minuteAt(need.suppliesOn, 0) : 0,
    paint: steps.filter((step) => step.kind !== "assemble" && step.kind !== "pack"),
    finish: steps.filter((step) => step.kind === "assemble" || step.kind === "pack"),
  };
}

/**
 * All that is still to be done for a need, in order: split, colour test, its route with wet pairs kept together, a night
 * under books where the route has none, assembly, address and pack. Printed, one master is painted and the rest copied.
 */
export function stepsOf(need: OwedNeed): WorkStep[] {
  const stages = need.stages.filter((stage) => !need.skipped.includes(stage.id));
  const painting = caughtUp(
    need,
    stages.filter((stage) => stage.kind !== "assemble"),
  );
  const assembling = stages.filter((stage) => stage.kind === "assemble");
  const begun = need.fresh === 0 || need.coming > 0;
  const steps: WorkStep[] = [];
  const step = (part: Partial<WorkStep> & Pick<WorkStep, "id" | "name" | "kind" | "units" | "hands">): WorkStep => ({ setup: 0, dry: 0, rack: false, light: false, ...part });
  if (!begun) {
    steps.push(step({ id: `split ${need.design}`, name: "Split sheets", kind: "prepare", units: need.print ? 1 : Math.max(1, need.sheets), ...SPLIT }));
    steps.push(step({ id: `test ${need.design}`, name: "Test colours", kind: "paint", units: 1, ...COLOUR_TEST }));
  }
  const stagesLeft = painting.map((stage) => (need.print ? { ...stage, left: Math.min(1, stage.left) } : stage));
  const paintSteps = pairedStages(stagesLeft).map((stage) => paintStep(stage, need, step));
  const next = paintSteps.findIndex(({ units }) => units > 0);
  steps.push(...paintSteps.map((each, index) => (index === next ? { ...each, setup: each.setup + (need.atBench ?? 0) } : each)));
  const painted = steps.some((each) => each.units > 0 && each.kind !== "prepare");
  if (painted && !painting.some((stage) => stage.dry >= OVERNIGHT)) {
    const units = need.print ? 1 : Math.max(0, ...painting.map((stage) => stage.left));
    steps.push(step({ id: `flatten ${need.design}`, name: "Flatten under books", kind: "finish", units, light: true, ...FLATTEN }));
  }
  if (need.print && !begun) steps.push(step({ id: `print ${need.design}`, name: "Scan and print", kind: "finish", units: need.cards, light: true, ...PRINT }));
  for (const stage of assembling)
    steps.push(step({ id: stage.id, name: stage.name, kind: "assemble", units: stage.left, hands: stage.hands, setup: stage.setup, dry: stage.dry, light: true }));
  if (need.parcels > 0) steps.push(step({ id: "address and pack", name: "Address and pack", kind: "pack", units: need.parcels, light: true, ...ADDRESS }));
  return steps.filter((each) => each.units > 0);
}

/**
 * Panels begun anew beside a batch that is well on its way catch up: their early stages are done in one go before the
 * first stage the batch still waits for, and do not hold it up by their drying.
 */
function caughtUp(need: OwedNeed, painting: readonly OwedStage[]): OwedStage[] {
  if (need.coming === 0 || need.fresh === 0) return [...painting];
  const next = painting.findIndex((stage) => stage.left > need.fresh);
  if (next <= 0) return [...painting];
  const extra = painting.slice(0, next).reduce((sum, stage) => sum + stage.setup + stage.left * stage.hands, 0);
  return painting.slice(next).map((stage, index) => (index === 0 ? { ...stage, setup: stage.setup + extra } : stage));
}

/** What a stage mostly takes to dry. */
const driesIn = ({ dry, mostlyDry }: Pick<OwedStage, "dry" | "mostlyDry">): number => mostlyDry ?? dry;

function paintStep(stage: OwedStage, { heat, perMixing = null }: OwedNeed, step: (part: WorkStep) => WorkStep): WorkStep {
  const heated = heat && stage.kind !== "mask" && driesIn(stage) >= HEAT_FROM && driesIn(stage) < OVERNIGHT;
  const hands = withRests({ ...stage, hands: withMixings(stage, perMixing) });
  return step({
    id: stage.id,
    name: stage.name,
    kind: stage.kind,
    units: stage.left,
    hands: hands + (heated ? HEAT_MINUTES : 0),
    setup: stage.setup,
    dry: heated ? 0 : stage.dry,
    ...(heated || stage.mostlyDry === undefined ? {} : { mostlyDry: stage.mostlyDry }),
    rack: stage.dry < OVERNIGHT,
    light: stage.portable,
  });
}

/** A stage that must follow within its wet window is planned as one with the stage before: panel by panel, while it is wet. */
function pairedStages(stages: readonly OwedStage[]): OwedStage[] {
  const paired: OwedStage[] = [];
  for (const stage of stages) {
    const before = paired[paired.length - 1];
    if (before && stage.within !== null && before.left > 0 && before.left === stage.left) paired[paired.length - 1] = asPair(before, stage);
    else paired.push(stage);
  }
  return paired;
}
