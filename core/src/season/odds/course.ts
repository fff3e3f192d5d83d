import { lagAfter, stepHands, type SeasonJob, type SeasonWorkPlan, type WorkBlock, type WorkNeed, type WorkStep } from "../schedule/model.ts";

/** One block of the plan, laid out for the inner loop. */
export interface CoursePiece {
  readonly who: number;
  readonly chain: number;
  readonly minutes: number;
  /** Drying after it in minutes as planned, of the last unit; the lag for what follows. */
  readonly dry: number;
  readonly lag: number;
  readonly ends: boolean;
  /** The last of its chain. */
  readonly closes: boolean;
}

/** A batch that is painted, or a need that is finished. */
export interface PlayedChain {
  /** The chain it waits for, or -1. */
  readonly after: number;
  readonly release: number;
  readonly needs: readonly number[];
  /** With it its needs are done. */
  readonly last: boolean;
  /** Hands and drying of one panel from the sheet on, for those that are painted again. */
  readonly paintMinutes: number;
  readonly paintDry: number;
  readonly followers: readonly number[];
  /** Taken up only where nothing else can be done. */
  readonly resigned: boolean;
}

/** A plan laid out so that it can be played many times. */
export interface Course {
  readonly pieces: readonly CoursePiece[];
  /** Minutes of hands of each piece as planned, and whether it dries. */
  readonly minutes: Float64Array;
  readonly isDrying: Uint8Array;
  readonly chains: readonly PlayedChain[];
  /** The day of a need the plan itself could not finish, else 0. */
  readonly beyond: readonly number[];
  readonly sessions: readonly (readonly { readonly open: number; readonly close: number }[])[];
  readonly order: readonly (readonly number[])[];
}

const mostlyDry = (step: WorkStep): number => step.mostlyDry ?? step.dry;

type Part = "paint" | "finish";
const partKey = (part: Part, ids: readonly string[]): string => `${part}/${ids.join("+")}`;

export function courseOf(job: SeasonJob, plan: SeasonWorkPlan): Course {
  const { chains, places } = chainsOf(job, plan);
  const pieces = piecesOf(job, plan, places);
  const free = new Set(plan.choice.free);
  return {
    pieces,
    minutes: Float64Array.from(pieces, ({ minutes }) => minutes),
    isDrying: Uint8Array.from(pieces, ({ lag, dry }) => (lag === 0 && dry === 0 ? 0 : 1)),
    chains,
    beyond: plan.needs.map((need) => (need.at === null ? need.day : 0)),
    sessions: (["maker", "helper"] as const).map((who) => job.sessions.filter((session, at) => session.who === who && !free.has(at))),
    order: [0, 1].map((who) => pieces.flatMap((piece, at) => (piece.who === who ? [at] : []))),
  };
}

function chainsOf(job: SeasonJob, plan: SeasonWorkPlan): { chains: PlayedChain[]; places: Map<string, number> } {
  const index = new Map(job.needs.map((need, at) => [need.id, at]));
  const resigned = new Set(plan.choice.resigned);
  const chains: (PlayedChain & { readonly followers: number[] })[] = [];
  const places = new Map<string, number>();
  const chainFor = (part: Part, ids: readonly string[], after: number): number => {
    const key = partKey(part, ids);
    const known = places.get(key);
    if (known !== undefined) return known;
    const needs = ids.map((id) => index.get(id) ?? 0);
    const own = needs.flatMap((at) => job.needs[at] ?? []);
    const paint = own[0]?.paint ?? [];
    places.set(key, chains.length);
    chains.push({
      after,
      release: Math.max(0, ...own.map((need) => need.release)),
      needs,
      last: part === "finish" || own[0]?.finish.length === 0,
      paintMinutes: paint.reduce((sum, step) => sum + step.hands, 0),
      paintDry: paint.reduce((sum, step) => sum + mostlyDry(step), 0),
      followers: [],
      resigned: ids.every((id) => resigned.has(id)),
    });
    return chains.length - 1;
  };
  for (const need of job.needs) {
    const batch = plan.batches.find((ids) => ids.includes(need.id)) ?? [need.id];
    const paint = need.paint.length > 0 ? chainFor("paint", batch, -1) : -1;
    if (need.finish.length > 0) chains[paint]?.followers.push(chainFor("finish", [need.id], paint));
  }
  return { chains, places };
}

function piecesOf(job: SeasonJob, plan: SeasonWorkPlan, places: ReadonlyMap<string, number>): CoursePiece[] {
  const needs = new Map(job.needs.map((need) => [need.id, need]));
  const blocks = [...plan.blocks].sort((a, b) => a.start - b.start);
  const unitsDone = new Map<string, number>();
  const lastOf = new Map<number, number>();
  const pieces = blocks.map((block, place): Omit<CoursePiece, "closes"> => {
    const own = block.needs.flatMap((id) => needs.get(id) ?? []);
    const { part, step, rest } = stepIn(own[0], block);
    const chain = places.get(partKey(part, block.needs)) ?? 0;
    lastOf.set(chain, place);
    const total = own.reduce((sum, need) => sum + (need[part].find((each) => each.id === block.step)?.units ?? 0), 0);
    const key = `${String(chain)}/${block.step}`;
    const done = (unitsDone.get(key) ?? 0) + block.units;
    unitsDone.set(key, done);
    const ends = done >= total;
    const after = ends && step ? afterStep(step, rest, total) : { dry: 0, lag: 0 };
    return { who: job.sessions[block.session]?.who === "helper" ? 1 : 0, chain, minutes: block.setup + block.end - block.start, ...after, ends };
  });
  return pieces.map((piece, place) => ({ ...piece, closes: lastOf.get(piece.chain) === place }));
}

/** The step a block is of, and the steps after it. Only what serves one need can be finishing. */
function stepIn(need: WorkNeed | undefined, block: WorkBlock): { part: Part; step: WorkStep | undefined; rest: readonly WorkStep[] } {
  const finish = block.needs.length === 1 ? (need?.finish.findIndex((step) => step.id === block.step) ?? -1) : -1;
  const part: Part = finish >= 0 ? "finish" : "paint";
  const list = need?.[part] ?? [];
  const at = finish >= 0 ? finish : list.findIndex((step) => step.id === block.step);
  return { part, step: list[at], rest: list.slice(at + 1) };
}

/** Drying after a step, with the steps without hands that follow it: these only let time pass. */
function afterStep(step: WorkStep, rest: readonly WorkStep[], units: number): { dry: number; lag: number } {
  const next = rest.find((each) => stepHands(each) + each.setup > 0);
  const idle = next ? rest.slice(0, rest.indexOf(next)) : rest;
  const pause = idle.reduce((sum, each) => sum + mostlyDry(each), 0);
  return { dry: mostlyDry(step) + pause, lag: lagAfter({ ...step, dry: mostlyDry(step), units }, next && { ...next, units }) + pause };
}
