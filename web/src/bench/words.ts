import { dayAt, minuteOfDayAt, printDay, printTime } from "@yule/core";
import type { Outlook } from "../app/outlook.ts";
import type { Lying, OnBoard } from "./table.ts";

/** What can be told of a panel. */
export type Fact = "done" | "dry" | "still-wet" | "spoilt" | "skipped";
/** Tells it of panels of one batch, each at its stage, with a reason where there is one. */
export type Tell = (on: Lying, what: Fact, taps: readonly { readonly unit: string; readonly stage: number }[], why?: string) => void;

/** `18:40`, or with its day where that is not today. */
export function when(at: Date, outlook: Pick<Outlook, "today" | "shop">): string {
  const { timeZone } = outlook.shop;
  const clock = printTime(minuteOfDayAt(at, timeZone));
  return dayAt(at, timeZone) === outlook.today ? clock : `${printDay(dayAt(at, timeZone))}, ${clock}`;
}

/** `panel 3`, `panels 1 to 4`, `panels 1, 2 and 5`. */
export function panelWords(numbers: readonly number[]): string {
  const sorted = [...numbers].sort((a, b) => a - b);
  const [first, last] = [sorted[0] ?? 0, sorted[sorted.length - 1] ?? 0];
  if (sorted.length === 1) return `panel ${String(first)}`;
  if (last - first === sorted.length - 1 && sorted.length > 2) return `panels ${String(first)} to ${String(last)}`;
  if (sorted.length > 6) return `${String(sorted.length)} panels`;
  return `panels ${sorted.slice(0, -1).join(", ")} and ${String(last)}`;
}

/** Numbers of panels as they are written on their backs. */
export const numbersOf = (on: Pick<OnBoard, "batch">, units: readonly string[]): number[] => units.map((id) => on.batch.units.find((unit) => unit.id === id)?.number ?? 0);

/** Panels that a plan counts from its first: those that stand farthest come first, spoilt and finished ones are not in it. */
export function plannedNumbers(on: Lying, units: readonly number[]): number[] {
  const open = on.states
    .filter(({ wetness, done }) => wetness.state !== "spoilt" && done < on.route.length)
    .sort((a, b) => b.done - a.done || (a.dryAt?.getTime() ?? 0) - (b.dryAt?.getTime() ?? 0));
  return units.flatMap((unit) => {
    const id = open[unit]?.unit;
    return id === undefined ? [] : numbersOf(on, [id]);
  });
}
