import { dayAt, minuteOfDayAt, minutes, printMinutes, type PlanLine, type SheetLine, t } from "@yule/core";
import { plannedNumbers, type Outlook, type StandingBatch, type BenchPlan } from "@yule/derive";
import { printDay, printTime } from "../../kit/say.ts";

/** What can be told of a panel. */
export type Fact = "done" | "dry" | "heated" | "still-wet" | "spoilt" | "skipped";
/** Tells it of panels of one batch, each at its stage, with a reason where there is one. */
export type Tell = (on: StandingBatch, what: Fact, taps: readonly { readonly unit: string; readonly stage: number }[], why?: string) => void;

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

/** A line of the run sheet in words: `First wash, panels 1 to 6 of tide pool, sofa`, or what the free minutes are for. */
export function lineWords(line: SheetLine, filled: BenchPlan["filled"], lying: readonly StandingBatch[]): string {
  const on = lying.find(({ batch }) => batch.id === line.batch);
  const stage = on?.design.stages.find(({ id }) => id === line.stage);
  if (line.kind === "free") {
    const small = filled.get(line);
    const filling = small ? `: ${small.name}${small.count > 1 ? t`, ${String(small.count)} of them` : ""}` : "";
    if (line.rest) return t`rest the hand for ${printMinutes(minutes(line.to - line.from))}${small ? t`, or${filling.slice(1)}` : ""}`;
    return t`${printMinutes(minutes(line.to - line.from))} free while ${stage?.name.toLowerCase() ?? t`it`} dries${filling}`;
  }
  const panels = on ? panelWords(plannedNumbers(on, line.units)) : "";
  return `${stage?.name ?? ""}, ${panels}${lying.length > 1 && on ? t` of ${on.design.name.toLowerCase()}` : ""}${line.mixedAgain ? t`, mixed again` : ""}${line.helper ? t`, by the helper` : stage?.portable ? t`, sofa` : ""}`;
}

/** The paints of the panels of a move, each once: what the clean palette is laid out with. Nothing where nothing is painted. */
export function paintsOf(on: StandingBatch | undefined, { units, stage }: Pick<PlanLine, "units" | "stage">): string {
  if (on?.design.stages.find(({ id }) => id === stage)?.kind !== "paint") return "";
  const ways = new Set(plannedNumbers(on, units).map((number) => on.batch.units.find((unit) => unit.number === number)?.colourwayId));
  return [...new Set(on.design.colourways.filter(({ id }) => ways.has(id)).flatMap(({ paints }) => paints.map(({ name }) => name)))].join(", ");
}
