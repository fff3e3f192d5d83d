import type { ReviewedNeed, ReviewRead } from "@yule/contract";
import { daysBetween, type Day } from "@yule/core";

/** A question from the maker's own past, whose answer is known. */
export type JudgementQuestion =
  | { readonly kind: "promise"; readonly id: string; readonly need: ReviewedNeed; readonly design: string; readonly lead: number; readonly was: boolean }
  | { readonly kind: "good"; readonly id: string; readonly need: ReviewedNeed; readonly design: string; readonly was: number };

/** What was answered, kept on the device: `said` and `was` are cards for a "good" question, 0 or 1 for a promise. */
export interface JudgementAnswer {
  readonly id: string;
  readonly kind: JudgementQuestion["kind"];
  readonly said: number;
  readonly was: number;
  /** Panels that were painted; 1 for a promise. */
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
  return over.flatMap((need): JudgementQuestion[] => {
    const design = name.get(need.designId) ?? "";
    const promise: JudgementQuestion[] =
      need.begunOn === null
        ? []
        : [{ kind: "promise", id: `promise ${need.id}`, need, design, lead: daysBetween(need.begunOn, need.due), was: need.wentOn !== null && need.wentOn <= need.due }];
    const good: JudgementQuestion[] =
      need.wentOn === null || need.panels < LEAST_PANELS ? [] : [{ kind: "good", id: `good ${need.id}`, need, design, was: need.panels - need.lost }];
    return [...promise, ...good];
  });
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
  readonly answers: number;
}

export function eyeSoFar(answers: readonly JudgementAnswer[]): EyeSoFar {
  const good = answers.filter(({ kind }) => kind === "good");
  const panels = good.reduce((sum, { of }) => sum + of, 0);
  const promises = answers.filter(({ kind }) => kind === "promise");
  const [given, refused] = [promises.filter(({ said }) => said === 1), promises.filter(({ said }) => said === 0)];
  return {
    hope: good.length < LEAST_ANSWERS || panels === 0 ? null : good.reduce((sum, { said, was }) => sum + said - was, 0) / panels,
    given: given.length,
    broken: given.filter(({ was }) => was === 0).length,
    refused: refused.length,
    possible: refused.filter(({ was }) => was === 1).length,
    answers: answers.length,
  };
}
