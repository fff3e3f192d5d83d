import { unitState } from "@yule/core";
import type { NeedView } from "./needView.ts";
import { factsOfBatch, liveRoute } from "../bench/plan.ts";

/** How far each card of a need is, farthest first. */
export const STAGES_OF_A_CARD = ["posted", "made", "good", "wet", "bench", "spare", "to paint"] as const;
export type CardStage = (typeof STAGES_OF_A_CARD)[number];

/** Cards of a need counted by how far they are; `spare` could come out of the stash or what was left over. */
export function standingOf(view: NeedView, now: Date): Readonly<Record<CardStage, number>> {
  const posted = view.need.postedOn === null ? 0 : view.assembled;
  const made = view.assembled - posted;
  const good = Math.min(view.cards, view.good) - view.assembled;
  const left = Math.max(0, view.cards - view.assembled - Math.max(0, good));
  const wetPanels = wetNow(view, now);
  const [wet, bench] = [Math.min(left, wetPanels), Math.min(Math.max(0, left - wetPanels), view.coming - wetPanels)];
  const served = (view.serving?.units.length ?? 0) + (view.serving?.cards.reduce((sum, each) => sum + each.quantity, 0) ?? 0);
  const spare = Math.min(left - wet - bench, served);
  return { posted, made, good: Math.max(0, good), wet, bench, spare, "to paint": Math.max(0, left - wet - bench - spare) };
}

function wetNow(view: NeedView, now: Date): number {
  const route = liveRoute(view.design);
  return view.batches.reduce((sum, batch) => {
    const facts = factsOfBatch(batch);
    const going = batch.units.filter((unit) => unit.grade === null && unit.servesNeedId === null);
    return (
      sum +
      going.filter(
        (unit) =>
          unitState(
            unit.id,
            route,
            facts.filter((fact) => fact.unit === unit.id),
            now,
          ).wetness.state === "wet",
      ).length
    );
  }, 0);
}
