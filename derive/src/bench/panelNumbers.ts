import { underWay } from "@yule/core";
import type { StandingBatch, OnBoard } from "./table.ts";

/** Numbers of panels as they are written on their backs. */
export const numbersOf = (on: Pick<OnBoard, "batch">, units: readonly string[]): number[] => units.map((id) => on.batch.units.find((unit) => unit.id === id)?.number ?? 0);

/** Panels that a plan counts from its first: those that stand farthest come first, spoilt and finished ones are not in it. */
export function plannedNumbers(on: StandingBatch, units: readonly number[]): number[] {
  const open = underWay(on.states, on.route.length);
  return units.flatMap((unit) => {
    const id = open[unit]?.unit;
    return id === undefined ? [] : numbersOf(on, [id]);
  });
}
