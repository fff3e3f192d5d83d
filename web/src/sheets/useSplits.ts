import { splitFaultsIn } from "@yule/contract";
import {
  compareWay,
  splitJobOfNeeds,
  type Losses,
  type MaterialNeeds,
  type SheetStore,
  type Split,
  type SplitJob,
  type SplitMethod,
  type Tools,
  type WayCompared,
} from "@yule/core";
import { solver, useSolved } from "../app/solver.ts";

/** One way of splitting a material: its job, and what came of it. */
export interface Way {
  readonly job: SplitJob;
  /** Null where no piece comes out this way. */
  readonly split: Split | null;
  readonly compared: WayCompared | null;
}
export type Ways = Readonly<Record<SplitMethod, Way>>;

/** The knife first: it decides the verdict; card stock is never torn or taped. */
export const waysFor = (needs: MaterialNeeds): readonly SplitMethod[] => (needs.material.paper ? ["cut", "fold", "tape"] : ["cut"]);

const SECONDS = 1.8;

/** All ways of splitting a material, worked out beside the interface. */
export function useSplits(needs: MaterialNeeds | null, losses: Losses, tools: Tools, others: readonly SheetStore[] = []): { readonly ways: Ways | null; readonly fresh: boolean } {
  const methods = needs ? waysFor(needs) : [];
  const jobs = needs && (Object.fromEntries(METHODS.map((method) => [method, splitJobOfNeeds(needs, method, losses, others)])) as Record<SplitMethod, SplitJob>);
  // The jobs are kept with their answers: until the new ones are there, both are of the question before.
  const { value, fresh } = useSolved<Readonly<Record<SplitMethod, { readonly job: SplitJob; readonly split: Split | null }>>>(jobs ? JSON.stringify(jobs) : null, async () => {
    const answers = await Promise.all(
      METHODS.map(async (method) => {
        const job = jobs?.[method];
        // A panel larger than every sheet is said; the others are split all the same.
        const possible = job && methods.includes(method) && job.panels.length > 0 && !splitFaultsIn(job).some((fault) => fault.code === "edge-too-wide");
        const answer = possible ? await solver().split(job, SECONDS) : null;
        return [method, { job, split: answer && answer.layouts.length > 0 ? answer : null }] as const;
      }),
    );
    return Object.fromEntries(answers) as Record<SplitMethod, { job: SplitJob; split: Split | null }>;
  });
  if (!jobs || !value) return { ways: null, fresh };
  const way = (method: SplitMethod): Way => {
    const { job, split } = value[method];
    return { job, split, compared: split && compareWay(job, split, tools) };
  };
  return { ways: { cut: way("cut"), fold: way("fold"), tape: way("tape") }, fresh };
}

const METHODS: readonly SplitMethod[] = ["cut", "fold", "tape"];

/** A further paper, and what the whole would cost less with it beside the first. */
export interface Saving {
  readonly store: string;
  readonly saves: number;
  /** It is sold in the very size that is wanted: nothing has to be cut. */
  readonly precut: boolean;
}

const SECONDS_EACH = 0.5;

/** What each other paper would save over the season, found after the answer itself and only where it saves something. */
export function useSavings(needs: MaterialNeeds, way: Way | null, losses: Losses, others: readonly SheetStore[]): readonly Saving[] {
  const cost = way?.split?.cost ?? 0;
  const method = way?.job.method ?? "cut";
  const { value } = useSolved<readonly Saving[]>(way?.split ? JSON.stringify([needs, method, cost, others.map((store) => store.id)]) : null, async () => {
    const found: Saving[] = [];
    for (const other of others) {
      const job = splitJobOfNeeds(needs, method, losses, [other]);
      const answer = await solver().split(job, SECONDS_EACH);
      const saves = cost - answer.cost;
      const taken = answer.layouts.some((layout) => layout.sheet === other.id);
      const precut = job.panels.some((panel) => (panel.width === other.width && panel.height === other.height) || (panel.width === other.height && panel.height === other.width));
      if (saves > 0 && taken && answer.unplaced.length === 0) found.push({ store: other.id, saves, precut });
    }
    return found.sort((a, b) => b.saves - a.saves);
  });
  return value ?? [];
}
