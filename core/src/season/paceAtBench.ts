import { mostPerGo } from "../bench/table/goes.ts";
import { USUAL_TIRES } from "../bench/model.ts";
import type { OwedStage } from "./facts.ts";

/** What the bench adds to a stage's bare hands, minutes a panel: no panel there is done sooner than the season believes. */
type Pace = Pick<OwedStage, "hands" | "setup" | "left">;

/** A hand that is long at one stage rests: what a panel takes with its share of the rests. Between the two stages of a pair it changes, which is a rest. */
export function withRests({ hands, left, isPair = false }: Pace & Pick<OwedStage, "isPair">): number {
  if (isPair) return hands;
  const inOneStretch = Math.max(1, Math.floor(USUAL_TIRES.after / Math.max(hands, Number.EPSILON)));
  return hands > 0 && left > inOneStretch ? hands + USUAL_TIRES.rest / inOneStretch : hands;
}

/** Panels beyond what one mixing of paint serves are set up for again: what a panel takes with its share of that. */
export const withMixings = ({ hands, setup, left }: Pace, perMixing: number | null): number => (perMixing !== null && left > perMixing ? hands + setup / perMixing : hands);

/**
 * A stage and the one that must catch it wet, as one stage: so many panels as can be caught go through both in one go, and every go is set up for twice
 * and waits for its first panel to settle.
 */
export function asPair(before: OwedStage, stage: OwedStage): OwedStage {
  const go = Math.max(1, Math.min(stage.left, mostPerGo(before, stage)));
  const overhead = before.setup + minutesOfGo(before, stage, go) - go * (before.hands + stage.hands);
  return {
    ...stage,
    id: before.id,
    name: `${before.name}, then ${stage.name.toLowerCase()}`,
    hands: before.hands + stage.hands + (stage.left > go ? overhead / go : 0),
    setup: overhead,
    portable: before.portable && stage.portable,
    within: null,
    isPair: true,
  };
}

/** From the first panel's first stage to the last panel's second, in one go. */
function minutesOfGo(before: OwedStage, stage: OwedStage, panels: number): number {
  let free = panels * before.hands + stage.setup;
  for (let panel = 1; panel <= panels; panel += 1) free = Math.max(free, panel * before.hands + before.dry) + stage.hands;
  return free;
}
