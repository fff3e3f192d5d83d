import { ownKey } from "../../kit/shopAt.ts";
import type { JudgementAnswer } from "@yule/derive";

const KEY = "yule.judgement";
/** Older answers tell of an eye that has been trained since. */
const MOST_KEPT = 60;

const isAnswer = (told: unknown): told is JudgementAnswer => {
  if (typeof told !== "object" || told === null) return false;
  const { id, kind, said, was, of } = told as Partial<JudgementAnswer>;
  return typeof id === "string" && (kind === "good" || kind === "promise" || kind === "dried") && [said, was, of].every((each) => Number.isFinite(each));
};

/** What was answered on this device; what cannot be read is as if it were not. */
export function keptAnswers(): readonly JudgementAnswer[] {
  try {
    const told: unknown = JSON.parse(localStorage.getItem(ownKey(KEY)) ?? "[]");
    return Array.isArray(told) ? told.filter(isAnswer) : [];
  } catch {
    return [];
  }
}

export function keepAnswers(answers: readonly JudgementAnswer[]): void {
  try {
    localStorage.setItem(ownKey(KEY), JSON.stringify(answers.slice(-MOST_KEPT)));
  } catch {
    // A browser that keeps nothing asks from the beginning next time.
  }
}
