import type { RunModel } from "./model.ts";
import type { Timetable } from "./timetable.ts";

/**
 * What the hands lose in all: preparing and waiting. What is left of a window where the next move no longer fits is
 * no loss here: it changes with every minute before it, and would hide what a better order gains.
 */
export function lossesOf(timetable: Timetable, { windows, table }: RunModel): number {
  let lost = 0;
  let window = 0;
  for (let position = 0; position < timetable.length; position += 1) {
    const prepare = timetable.prepareAt(position);
    const hands = table.hands[timetable.stepOf(position)] ?? 0;
    const from = timetable.startAt(position) - prepare;
    let free = position === 0 ? 0 : timetable.endAt(position - 1);
    lost += prepare;
    while (window < windows.length && (windows[window]?.[1] ?? 0) <= from) {
      const left = (windows[window]?.[1] ?? 0) - Math.max(free, windows[window]?.[0] ?? 0);
      if (left >= prepare + hands) lost += left;
      window += 1;
      free = windows[window]?.[0] ?? free;
    }
    if (windows.length > 0) free = Math.max(free, windows[window]?.[0] ?? 0);
    lost += Math.max(0, from - free);
  }
  return lost;
}
