import type { ReviewedNeed, ReviewRead } from "@yule/contract";
import { daysBetween, type Day } from "@yule/core";
import { timesAgainstRoute } from "./againstPlan.ts";
import { isKept } from "./review.ts";

/** A question from the maker's own past, whose answer is known. */
export type JudgementQuestion =
  | { readonly kind: "promise"; readonly id: string; readonly need: ReviewedNeed; readonly design: string; readonly lead: number; readonly was: boolean }
  | { readonly kind: "good"; readonly id: string; readonly need: ReviewedNeed; readonly design: string; readonly was: number }
  /** Which of two stages dried first: 0 is the one, 1 the other. */
  | { readonly kind: "dried"; readonly id: string; readonly pair: readonly [DriedStage, DriedStage]; readonly was: 0 | 1 };

/** A stage with the minutes it mostly took to dry. */
export interface DriedStage {
  readonly stage: string;
  readonly design: string;
  readonly minutes: number;
}

/** What was answered, kept on the device: `said` and `was` are cards for a "good" question, 0 or 1 for a promise and for which of two dried first. */
export interface JudgementAnswer {
  readonly id: string;
  readonly kind: JudgementQuestion["kind"];
  readonly said: number;
  readonly was: number;
  /** Panels that were painted; 1 for any other. */
  readonly of: number;
}

/** A past of fewer cards trains nobody. */
const LEAST_CARDS = 10;
/** Of so few panels nothing is to be judged. */
const LEAST_PANELS = 3;
/** Fewer answers say nothing of who gave them. */
const LEAST_ANSWERS = 5;

/**
 * What can be asked of a season: only what is over.
 * @returns none before ten cards were made
 */
export function questionsFrom(read: ReviewRead, today: Day): JudgementQuestion[] {
  const name = new Map(read.designs.map((design) => [design.id, design.name]));
  const over = read.needs.filter(({ wentOn, due }) => wentOn !== null || due < today);
  if (over.reduce((sum, { wentOn, cards }) => sum + (wentOn === null ? 0 : cards), 0) < LEAST_CARDS) return [];
  return [...over.flatMap((need) => ofNeed(need, name.get(need.designId) ?? "")), ...whichDried(read)];
}

function ofNeed(need: ReviewedNeed, design: string): JudgementQuestion[] {
  const promise: JudgementQuestion[] =
    need.begunOn === null ? [] : [{ kind: "promise", id: `promise ${need.id}`, need, design, lead: daysBetween(need.begunOn, need.due), was: isKept(need) }];
  const good: JudgementQuestion[] = need.wentOn === null || need.panels < LEAST_PANELS ? [] : [{ kind: "good", id: `good ${need.id}`, need, design, was: need.panels - need.lost }];
  return [...promise, ...good];
}

/** Two stages that dry alike teach nothing. */
const APART = 1.3;
/** So many pairs are asked about. */
const MOST_PAIRS = 12;

/** Pairs of stages that were seen to dry, each with the next that differs enough. */
function whichDried(read: Pick<ReviewRead, "designs" | "times">): JudgementQuestion[] {
  const dried = timesAgainstRoute(read)
    .filter(({ what }) => what === "drying")
    .map(({ stageId, stage, design, took }) => ({ id: stageId, stage, design, minutes: took }))
    .sort((a, b) => (a.id < b.id ? -1 : 1));
  return dried
    .flatMap((one, at): JudgementQuestion[] => {
      const other = dried.slice(at + 1).find(({ minutes }) => Math.max(minutes, one.minutes) >= APART * Math.min(minutes, one.minutes));
      return other ? [{ kind: "dried", id: `dried ${one.id} ${other.id}`, pair: [one, other], was: one.minutes < other.minutes ? 0 : 1 }] : [];
    })
    .slice(0, MOST_PAIRS);
}

/** The question that is asked next: one that was asked least often, and among those the one that was asked longest ago. */
export function questionAfter(questions: readonly JudgementQuestion[], answers: readonly JudgementAnswer[]): JudgementQuestion | null {
  const times = new Map<string, number>();
  const last = new Map<string, number>();
  answers.forEach(({ id }, at) => {
    times.set(id, (times.get(id) ?? 0) + 1);
    last.set(id, at);
  });
  const rank = ({ id }: JudgementQuestion): readonly [number, number] => [times.get(id) ?? 0, last.get(id) ?? -1];
  return questions.reduce<JudgementQuestion | null>((best, each) => {
    if (best === null) return each;
    const [a, b] = [rank(each), rank(best)];
    return a[0] < b[0] || (a[0] === b[0] && a[1] < b[1]) ? each : best;
  }, null);
}

/** How well somebody judges; null parts where too little was answered. */
export interface EyeSoFar {
  /** Share of panels expected to be good beyond those that were: above 0 is too hopeful. */
  readonly hope: number | null;
  /** Promises that would have been given, and those of them that were not kept. */
  readonly given: number;
  readonly broken: number;
  /** Promises that would have been refused, and those of them that were kept all the same. */
  readonly refused: number;
  readonly possible: number;
  /** Pairs that were asked about, and those of them of which it was known which dries first. */
  readonly pairs: number;
  readonly known: number;
  readonly answers: number;
}

export function eyeSoFar(answers: readonly JudgementAnswer[]): EyeSoFar {
  const good = answers.filter(({ kind }) => kind === "good");
  const pairs = answers.filter(({ kind }) => kind === "dried");
  const panels = good.reduce((sum, { of }) => sum + of, 0);
  const promises = answers.filter(({ kind }) => kind === "promise");
  const [given, refused] = [promises.filter(({ said }) => said === 1), promises.filter(({ said }) => said === 0)];
  return {
    hope: good.length < LEAST_ANSWERS || panels === 0 ? null : good.reduce((sum, { said, was }) => sum + said - was, 0) / panels,
    given: given.length,
    broken: given.filter(({ was }) => was === 0).length,
    refused: refused.length,
    possible: refused.filter(({ was }) => was === 1).length,
    pairs: pairs.length,
    known: pairs.filter(({ said, was }) => said === was).length,
    answers: answers.length,
  };
}
