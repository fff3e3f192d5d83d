import { splitFaultsIn } from "@yule/contract";
import {
  compareWay,
  splitJobOfNeeds,
  wayOf,
  type Losses,
  type Progress,
  type MaterialNeeds,
  type SheetStore,
  type Split,
  type SplitJob,
  type SplitWay,
  type Tools,
  type WayCompared,
} from "@yule/core";
import { proxy } from "comlink";
import { useRef, useState } from "react";
import { asideSolver, solver } from "../../workers/solver.ts";
import { useSolved } from "../../workers/useSolved.ts";

/** One way of splitting a material: its job, and what came of it. */
export interface SolvedWay {
  readonly job: SplitJob;
  /** Null where no piece comes out this way. */
  readonly split: Split | null;
  readonly compared: WayCompared | null;
  /** False while the answer is still that of the question before. */
  readonly fresh: boolean;
}
/** A way that is not worked out yet is null: each is shown as soon as it is there. */
export type Ways = Readonly<Record<SplitWay, SolvedWay | null>>;
/** What is known of a way that is still being worked out. */
export type SoFar = Readonly<Partial<Record<SplitWay, Progress>>>;

/** Card stock is never torn or taped. */
export const waysFor = (needs: MaterialNeeds): readonly SplitWay[] => (needs.material.paper ? ["cut", "ruler", "fold", "tape"] : ["cut"]);

/** What the core is asked for a way: a ruler goes wherever a knife goes, and loses what a tear loses. */
export const jobFor = (way: SplitWay, needs: MaterialNeeds, losses: Losses, others: readonly SheetStore[] = []): SplitJob =>
  way === "ruler" ? splitJobOfNeeds(needs, "cut", { ...losses, cut: { edge: losses.cut.edge, gap: losses.fold.gap } }, others) : splitJobOfNeeds(needs, way, losses, others);

const SECONDS = 1.8;

/** All ways of splitting a material, worked out beside the interface; those that take long come last. */
export function useSplits(needs: MaterialNeeds, losses: Losses, tools: Tools, others: readonly SheetStore[] = []): { readonly ways: Ways; readonly soFar: SoFar } {
  const [soFar, setSoFar] = useState<SoFar>({});
  const progressOf = (way: SplitWay) => (at: Progress) => setSoFar((now) => ({ ...now, [way]: at }));
  const tape = useWay(needs, "tape", losses, tools, others, progressOf("tape"));
  const fold = useWay(needs, "fold", losses, tools, others, progressOf("fold"));
  const cut = useWay(needs, "cut", losses, tools, others, progressOf("cut"));
  const ruler = useWay(needs, "ruler", losses, tools, others, progressOf("ruler"));
  return { ways: { cut, ruler, fold, tape }, soFar };
}

function useWay(needs: MaterialNeeds, way: SplitWay, losses: Losses, tools: Tools, others: readonly SheetStore[], onProgress: (at: Progress) => void): SolvedWay | null {
  const asked = jobFor(way, needs, losses, others);
  // A panel larger than every sheet is said; the others are split all the same.
  const possible = waysFor(needs).includes(way) && asked.panels.length > 0 && !splitFaultsIn(asked).some((fault) => fault.code === "edge-too-wide");
  // Once there is an answer, nobody looks at what is found on the way to the next.
  const isKnown = useRef(false);
  // The job is kept with its answer: until the new one is there, both are of the question before.
  const { value, fresh } = useSolved(
    possible ? asked : null,
    async (job) => {
      const answer = await solver().split(job, SECONDS, isKnown.current ? undefined : proxy(onProgress));
      return { job, split: answer.layouts.length > 0 ? answer : null };
    },
    { kind: "split" },
  );
  isKnown.current = value !== null;
  if (!possible) return { job: asked, split: null, compared: null, fresh: true };
  return value && { ...value, compared: value.split && compareWay(value.job, value.split, tools), fresh };
}

/** A further paper, and what the whole would cost less with it beside the first. */
export interface SheetSaving {
  readonly store: string;
  readonly saves: number;
  /** It is sold in the very size that is wanted: nothing has to be cut. */
  readonly precut: boolean;
}

const SECONDS_EACH = 0.5;

/** What each other paper would save over the season, found after the answer itself and only where it saves something. */
export function useSavings(needs: MaterialNeeds, way: SolvedWay | null, losses: Losses, others: readonly SheetStore[]): readonly SheetSaving[] {
  const cost = way?.split?.cost ?? 0;
  const kind = way ? wayOf(way.job) : "cut";
  const question = way?.split ? { cost, trials: others.map((other) => ({ other, job: jobFor(kind, needs, losses, [other]) })) } : null;
  const { value } = useSolved(
    question,
    async (asked) => {
      const found: SheetSaving[] = [];
      for (const { other, job } of asked.trials) {
        const answer = await asideSolver().split(job, SECONDS_EACH);
        const saves = asked.cost - answer.cost;
        const taken = answer.layouts.some((layout) => layout.sheet === other.id);
        const precut = job.panels.some((panel) => (panel.width === other.width && panel.height === other.height) || (panel.width === other.height && panel.height === other.width));
        if (saves > 0 && taken && answer.unplaced.length === 0) found.push({ store: other.id, saves, precut });
      }
      return found.sort((a, b) => b.saves - a.saves);
    },
    { kind: "savings" },
  );
  return value ?? [];
}
